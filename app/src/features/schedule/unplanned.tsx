import { useDraggable } from '@dnd-kit/core';
import type { DragCancelEvent, DragEndEvent, DragOverEvent, DragStartEvent } from '@dnd-kit/core';
import { type Job, type Logbook, dateSpan, instantAt, carLabel, timeOfDay } from '@calvik/core';
import { type Unplanned, hoursOf, jobKindOf, slotFindings, visitFor } from '@calvik/core/run-up';
import { workName } from '@calvik/words';
import { useLogbook } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';
import { newId } from '../../state/new-record';
import { hoursAndMinutes } from '../work/use-work';

/** A new visit for work that nobody has planned, at a time. */
export const newVisit = (work: Unplanned, crewId: string, liftId: string | null, startAt: string): Job =>
  visitFor(work, { id: newId(), crewId, liftId, startAt }, jobKindOf);

const STEP = 15;

/** A new visit on a day: at the first time at which nothing is against it, on the first lift that is free; else when the day begins. */
export function newVisitOn(logbook: Logbook, work: Unplanned, crewId: string, day: string, today: string): Job {
  const { timeZone } = logbook.shop;
  const member = logbook.crew.get(crewId);
  const hours = (member && hoursOf(logbook, member, day)) ?? { from: 8 * 60, to: 17 * 60 };
  const wantsLift = work.items.some((i) => i.needsLift);
  const lifts = wantsLift ? [...logbook.lifts.values()].filter((l) => !l.archived).map((l) => l.id) : [];
  const at = (minutes: number, liftId: string | null): Job =>
    newVisit(work, crewId, liftId, instantAt(day, timeOfDay(minutes), timeZone));
  for (let minutes = hours.from; minutes + STEP <= hours.to; minutes += STEP)
    for (const liftId of lifts.length > 0 ? lifts : [null]) {
      const job = at(minutes, liftId);
      if (slotFindings(logbook, job, today).length === 0) return job;
    }
  return at(hours.from, lifts[0] ?? null);
}

/** Work of one car that nobody has planned, to be dragged onto a person and a day. */
export function UnplannedChip({
  work,
  isSmall = false,
  onPress,
}: {
  work: Unplanned;
  isSmall?: boolean;
  onPress?: () => void;
}) {
  const t = useTokens();
  const logbook = useLogbook();
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: `unplanned ${work.bookingId}`,
    data: { work },
  });
  const what = work.items.map((i) => workName(i.key, i.ownTitle)).join('; ');
  return (
    <div
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      role="button"
      onClick={onPress}
      aria-label={`${carLabel(logbook, work.car.id)}, not planned: ${what}`}
      title={`${work.event.name}: ${what}`}
      data-testid="unplanned-chip"
      style={{
        border: `1px dashed ${t.iron}`,
        borderRadius: 3,
        padding: '4px 8px',
        background: t.sheet,
        cursor: 'grab',
        touchAction: 'none',
        minWidth: 0,
        boxSizing: 'border-box',
        opacity: isDragging ? 0.9 : 1,
        zIndex: isDragging ? 20 : 1,
        position: 'relative',
        transform: transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined,
      }}
    >
      <Text as="small" tone="ink" numberOfLines={1}>
        {`${carLabel(logbook, work.car.id)}, ${hoursAndMinutes(work.minutes)}`}
      </Text>
      {isSmall ? null : (
        <Text as="small" numberOfLines={2}>
          {`${work.event.name}, ${dateSpan(work.event.startDate, work.event.endDate)}: ${what}`}
        </Text>
      )}
    </div>
  );
}

/** What is said to those who do not see a drag: names of cars, people and lifts, never ids. */
export function spokenDrags(logbook: Logbook) {
  const what = (e: { active: { data: { current?: Record<string, unknown> | undefined } } }): string => {
    const { job, work } = (e.active.data.current ?? {}) as { job?: Job; work?: Unplanned };
    return carLabel(logbook, work?.car.id ?? job?.carId ?? '') || 'The job';
  };
  const where = (e: DragOverEvent | DragEndEvent): string => {
    const { row, day, crewId, shiftDays } = (e.over?.data.current ?? {}) as {
      row?: { name: string };
      day?: string;
      crewId?: string;
      shiftDays?: number;
    };
    if (shiftDays) return `the edge: ${shiftDays > 0 ? 'later' : 'earlier'}`;
    return [row?.name ?? logbook.crew.get(crewId ?? '')?.name ?? '', day ?? ''].filter(Boolean).join(', ');
  };
  return {
    onDragStart: (e: DragStartEvent) => `${what(e)} picked up.`,
    onDragOver: (e: DragOverEvent) => (e.over ? `${what(e)} over ${where(e)}.` : `${what(e)} over nothing.`),
    onDragEnd: (e: DragEndEvent) => (e.over ? `${what(e)} put down on ${where(e)}.` : `${what(e)} is where it was.`),
    onDragCancel: (e: DragCancelEvent) => `${what(e)} is where it was.`,
  };
}
