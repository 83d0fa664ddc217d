import {
  DndContext,
  type DragEndEvent,
  type DragMoveEvent,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type CSSProperties, type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Job,
  dateIn,
  instantAt,
  isDone,
  plusDays,
  shortDate,
  timeIn,
  type Finding,
  findingKey,
} from '@calvik/core';
import { type Unplanned, absenceOf, hoursOf, minutesOf, timeOf } from '@calvik/core/run-up';
import { useLogbook, useToday } from '../../state/hooks';
import type { Tokens } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { carOf, handsOf, workOf } from './job-words';
import { UnplannedChip, newVisitOn, spokenDrags } from './unplanned';
import { useAnotherLook } from './use-another-look';
import type { useMove } from './use-move';
import { useTell } from '../../state/use-say';

/** A row of the board: a person or a lift. */
export interface BoardRow {
  id: string;
  name: string;
  by: 'crew' | 'lift';
}

const FROM = 7 * 60;
const TO = 19 * 60;
const SNAP = 15;
const ROW = 84;
const LABEL = 132;
/** Less room than this beside a short job is no room for its name. */
const BESIDE = 76;
/** More would push the board off the screen. */
const MOST_CHIPS = 10;

interface Props {
  days: string[];
  rows: BoardRow[];
  jobs: Job[];
  mover: ReturnType<typeof useMove>;
  onOpen: (id: string) => void;
  onDay: (day: string) => void;
  /** Work that can be dragged onto the board. */
  unplanned: readonly Unplanned[];
}

/** Which rows a job stands in: of its people, or of its lift. */
const standsIn = (row: BoardRow, job: Job): boolean =>
  row.by === 'crew' ? job.crewId === row.id || job.helperId === row.id : (job.liftId ?? '') === row.id;

/** One job to drag; by keyboard with space, arrows and space. A click opens it. */
function Block({
  job,
  row,
  style,
  onOpen,
  broken,
  room,
}: {
  job: Job;
  row: BoardRow;
  style: CSSProperties;
  onOpen: () => void;
  /** What no longer fits about it, the first of it in words; null where all does. */
  broken: string | null;
  /** Free pixels from its left edge to the next one. */
  room: number;
}) {
  const isBroken = broken !== null;
  const t = useTokens();
  const logbook = useLogbook();
  const done = isDone(logbook, job);
  const isHelping = row.by === 'crew' && job.helperId === row.id;
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({
    id: `${job.id} ${row.id}`,
    data: { job, row },
    disabled: done || isHelping,
  });
  const time = timeIn(job.startAt, logbook.shop.timeZone);
  // Half an hour has room for a name and no more.
  const isNarrow = typeof style.width === 'number' && style.width < 80 && room - style.width >= BESIDE;
  return (
    <div
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      role="button"
      aria-label={`${carOf(logbook, job)}, ${time}: ${workOf(logbook, job)}${broken ? `. ${broken}` : ''}`}
      title={`${time} ${carOf(logbook, job)}: ${workOf(logbook, job)}`}
      data-testid={`block-${job.id}`}
      onClick={onOpen}
      style={{
        ...style,
        boxSizing: 'border-box',
        overflow: isNarrow ? 'visible' : 'hidden',
        cursor: done || isHelping ? 'default' : 'grab',
        touchAction: 'none',
        border: `${isBroken ? 2 : 1}px ${isHelping ? 'dashed' : 'solid'} ${isBroken ? t.amber : t.iron}`,
        borderLeftWidth: isHelping ? 1 : 4,
        borderRadius: 3,
        background: isDragging ? t.ironWash : done ? t.paper : t.sheet,
        padding: isNarrow ? '3px 3px' : '3px 6px',
        opacity: isDragging ? 0.92 : 1,
        zIndex: isDragging ? 10 : 1,
        transform: transform ? `translate3d(${transform.x}px, ${transform.y}px, 0)` : undefined,
      }}
    >
      {isNarrow ? (
        // A short job has its name beside it, as far as there is room.
        <div
          style={{
            position: 'absolute',
            left: '100%',
            marginLeft: 3,
            top: 2,
            width: Math.max(48, Math.min(190, room - (style.width as number) - 6)),
            pointerEvents: 'none',
          }}
        >
          <Text as="small" tone={done ? 'inkSoft' : 'ink'} numberOfLines={2} style={styles.blockName}>
            {`${time} ${carOf(logbook, job)}`}
          </Text>
          <Text as="small" tone={isBroken ? 'amber' : 'ink'} numberOfLines={2} style={styles.blockText}>
            {broken ?? (isHelping ? 'helping' : workOf(logbook, job))}
          </Text>
        </div>
      ) : (
        <Text as="small" tone={done ? 'inkSoft' : 'ink'} numberOfLines={1} style={styles.blockName}>
          {`${time} ${carOf(logbook, job)}`}
        </Text>
      )}
      {isNarrow ? null : (
        <Text as="small" numberOfLines={2} style={styles.blockText}>
          {isHelping ? 'helping' : workOf(logbook, job)}
        </Text>
      )}
      {isNarrow || broken === null ? null : (
        <Text as="small" tone="amber" numberOfLines={1} style={styles.blockText}>
          {broken}
        </Text>
      )}
      {!isNarrow && (row.by === 'lift' || job.isPinned || job.helperId) ? (
        <Text as="small" numberOfLines={1} style={styles.blockText}>
          {[row.by === 'lift' || job.helperId ? handsOf(logbook, job) : '', job.isPinned ? 'pinned' : '']
            .filter(Boolean)
            .join(', ')}
        </Text>
      ) : null}
    </div>
  );
}

function Cell({ id, data, style, children }: { id: string; data: object; style: CSSProperties; children?: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id, data });
  const t = useTokens();
  return (
    <div ref={setNodeRef} style={{ ...style, background: isOver ? t.ironWash : style.background }}>
      {children}
    </div>
  );
}

/** A day with a clock across, or a week with a column for each day; rows of people or of lifts. */
export function Timeline({ days, rows, jobs, mover, onOpen, onDay, unplanned }: Props) {
  const tell = useTell();
  const another = useAnotherLook();
  const t = useTokens();
  const logbook = useLogbook();
  const today = useToday();
  const [width, setWidth] = useState(900);
  const [over, setOver] = useState<{ to: Job; objections: Finding[] } | null>(null);
  const isWeek = days.length > 1;
  const { timeZone } = logbook.shop;
  const perMinute = (width - LABEL) / (TO - FROM);
  const column = (width - LABEL) / days.length;
  const sensors = useSensors(
    // A click is not a drag yet.
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, {
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
      coordinateGetter: (event, { currentCoordinates: at }) => {
        const across = isWeek ? column : SNAP * perMinute;
        const steps: Record<string, [number, number]> = {
          ArrowLeft: [-across, 0],
          ArrowRight: [across, 0],
          ArrowUp: [0, -ROW],
          ArrowDown: [0, ROW],
        };
        const found = steps[event.code];
        if (!found) return undefined;
        event.preventDefault();
        return { x: at.x + found[0], y: at.y + found[1] };
      },
    }),
  );

  /** Where a dragged job would stand. */
  const wanted = (event: DragMoveEvent | DragEndEvent): { from: Job; to: Job } | null => {
    const dragged = event.active.data.current as { job: Job; row: BoardRow } | { work: Unplanned } | undefined;
    if (!dragged) return null;
    const target = (event.over?.data.current ?? null) as { row: BoardRow; day: string } | null;
    if ('work' in dragged) {
      if (!target) return null;
      const crewId = target.row.by === 'crew' ? target.row.id : (rows.find((r) => r.by === 'crew')?.id ?? null);
      const first = crewId ?? [...logbook.crew.values()].find((m) => !m.archived)?.id;
      if (!first) return null;
      const visit = newVisitOn(logbook, dragged.work, first, target.day, today);
      const left = event.active.rect.current.translated?.left;
      const box = event.over?.rect;
      // On the day it stands where it was dropped; in the week at the first time that fits.
      const dropped =
        isWeek || left === undefined || !box
          ? visit.startAt
          : instantAt(
              target.day,
              timeOf(
                Math.min(TO - SNAP, Math.max(FROM, FROM + Math.round((left - box.left) / perMinute / SNAP) * SNAP)),
              ),
              timeZone,
            );
      const made = {
        ...visit,
        startAt: dropped,
        liftId: target.row.by === 'lift' ? target.row.id || null : visit.liftId,
      };
      return { from: made, to: made };
    }
    const { job, row } = dragged;
    const fromDay = dateIn(job.startAt, timeZone);
    const fromMinutes = minutesOf(timeIn(job.startAt, timeZone));
    const rowTo = target?.row ?? row;
    const day = isWeek ? (target?.day ?? fromDay) : fromDay;
    const shift = isWeek ? 0 : Math.round(event.delta.x / perMinute / SNAP) * SNAP;
    const minutes = Math.min(TO - SNAP, Math.max(FROM, fromMinutes + shift));
    const place =
      rowTo.by === 'crew'
        ? { crewId: rowTo.id, helperId: job.helperId === rowTo.id ? job.crewId : job.helperId }
        : { liftId: rowTo.id || null };
    const to: Job = { ...job, ...place, startAt: instantAt(day, timeOf(minutes), timeZone), isPinned: true };
    const isSame = to.startAt === job.startAt && to.crewId === job.crewId && to.liftId === job.liftId;
    return isSame ? null : { from: job, to };
  };
  const moved = (event: DragMoveEvent): void => {
    const found = wanted(event);
    setOver(found && { to: found.to, objections: mover.judge(found.to) });
  };
  const ended = (event: DragEndEvent): void => {
    setOver(null);
    const found = wanted(event);
    if (found) mover.move(found.from, found.to, `${carOf(logbook, found.from)} moved`);
  };
  const hours = Array.from({ length: (TO - FROM) / 60 + 1 }, (_, i) => FROM + i * 60);
  const height = isWeek ? undefined : ROW;
  return (
    <View onLayout={(e) => setWidth(e.nativeEvent.layout.width)}>
      <View
        style={[styles.live, { borderColor: over && over.objections.length > 0 ? t.amber : t.rule }]}
        role="status"
        aria-live="polite"
        testID="drag-verdict"
      >
        {over ? (
          <>
            <Text as="strong">{`${carOf(logbook, over.to)}: ${shortDate(dateIn(over.to.startAt, timeZone))} ${timeIn(over.to.startAt, timeZone)}, ${handsOf(logbook, over.to)}${over.to.liftId ? `, ${logbook.lifts.get(over.to.liftId)?.name ?? ''}` : ''}`}</Text>
            {over.objections.length === 0 ? <Text>Fits.</Text> : null}
            {over.objections.slice(0, 3).map((f) => (
              <View key={findingKey(f)} style={styles.objection}>
                <VerdictMark verdict="needsWork" word="Breaks" />
                <Text style={styles.grow}>{tell(f)}</Text>
              </View>
            ))}
          </>
        ) : (
          <Text as="small">
            Drag a job to another time, person or lift; or Tab to it, Space, arrows, Space. Click opens it.
          </Text>
        )}
      </View>
      <DndContext
        accessibility={{ announcements: spokenDrags(logbook) }}
        sensors={sensors}
        onDragMove={moved}
        onDragEnd={ended}
        onDragCancel={() => setOver(null)}
      >
        <div style={{ position: 'relative', display: 'flex', borderBottom: `1.5px solid ${t.ink}`, height: 26 }}>
          {isWeek
            ? days.map((d, i) => (
                <div key={d} style={{ position: 'absolute', left: LABEL + i * column, width: column }}>
                  <Text as={d === today ? 'strong' : 'small'} tone="ink">
                    {shortDate(d)}
                  </Text>
                </div>
              ))
            : hours.slice(0, -1).map((h) => (
                <div key={h} style={{ position: 'absolute', left: LABEL + (h - FROM) * perMinute }}>
                  <Text as="unit">{timeOf(h)}</Text>
                </div>
              ))}
        </div>
        {unplanned.length > 0 ? (
          <div style={{ display: 'flex', flexWrap: 'wrap', gap: 6, padding: '6px 0' }} data-testid="tray">
            <Text as="label" style={styles.tray}>
              Not planned
            </Text>
            {unplanned.slice(0, MOST_CHIPS).map((work) => (
              <UnplannedChip key={work.bookingId} work={work} isSmall />
            ))}
            {unplanned.length > MOST_CHIPS ? (
              <Text as="small">{`and ${unplanned.length - MOST_CHIPS} more, see Weeks`}</Text>
            ) : null}
          </div>
        ) : null}
        {rows.map((row) => {
          const member = row.by === 'crew' ? logbook.crew.get(row.id) : undefined;
          return (
            <div
              key={row.id}
              style={{
                position: 'relative',
                display: 'flex',
                minHeight: ROW,
                height,
                borderBottom: `1px solid ${t.rule}`,
              }}
            >
              <View style={styles.label}>
                <Text as="strong" numberOfLines={2}>
                  {row.name}
                </Text>
                {!isWeek && member && absenceOf(logbook, member, days[0]!) ? (
                  <Text as="small">{tell(absenceOf(logbook, member, days[0]!)!)}</Text>
                ) : null}
              </View>
              {days.map((day) => {
                const own = jobs.filter((j) => standsIn(row, j) && dateIn(j.startAt, timeZone) === day);
                const absent = member ? absenceOf(logbook, member, day) : null;
                const open = member && !absent ? hoursOf(logbook, member, day) : null;
                return (
                  <Cell
                    key={day}
                    id={`${row.id} ${day}`}
                    data={{ row, day }}
                    style={{
                      position: 'relative',
                      width: isWeek ? column : width - LABEL,
                      minHeight: ROW,
                      background: absent ? offLook(t) : 'transparent',
                      borderLeft: `1px solid ${t.rule}`,
                      boxSizing: 'border-box',
                      padding: isWeek ? 3 : 0,
                    }}
                  >
                    {!isWeek && open ? <Off t={t} open={open} perMinute={perMinute} /> : null}
                    {own.map((job) => {
                      const at = minutesOf(timeIn(job.startAt, timeZone));
                      const finding = isDone(logbook, job) ? undefined : another.of(job.id)[0];
                      // What lies on each other shares the height of the row.
                      const end = at + job.durationMin;
                      const beside = own.filter((o) => {
                        const from = minutesOf(timeIn(o.startAt, timeZone));
                        return from < end && from + o.durationMin > at;
                      });
                      const height = (ROW - 7) / beside.length;
                      const next = own
                        .map((o) => minutesOf(timeIn(o.startAt, timeZone)))
                        .filter((m) => m > at)
                        .sort((a, b) => a - b)[0];
                      return (
                        <Block
                          key={job.id}
                          job={job}
                          row={row}
                          broken={finding ? tell(finding) : null}
                          room={((next ?? TO) - at) * perMinute}
                          onOpen={() => onOpen(job.id)}
                          style={
                            isWeek
                              ? { position: 'relative', marginBottom: 3, minHeight: 48 }
                              : {
                                  position: 'absolute',
                                  left: (at - FROM) * perMinute,
                                  width: Math.max(18, job.durationMin * perMinute - 2),
                                  top: 3 + beside.indexOf(job) * height,
                                  height: height - (beside.length > 1 ? 1 : 0),
                                }
                          }
                        />
                      );
                    })}
                  </Cell>
                );
              })}
            </div>
          );
        })}
      </DndContext>
      {isWeek ? (
        <View style={styles.weekFoot}>
          {days.map((d) => (
            <View key={d} style={{ width: column }}>
              <MainButton mode="text" onPress={() => onDay(d)}>
                {plusDays(d, 0) === today ? 'Today' : 'Open'}
              </MainButton>
            </View>
          ))}
        </View>
      ) : null}
    </View>
  );
}

/** Time in which somebody is not there: hatched, as everything is that may not be used. */
const offLook = (t: Tokens): string => `repeating-linear-gradient(135deg, ${t.rule} 0 2px, transparent 2px 9px)`;

function Off({ t, open, perMinute }: { t: Tokens; open: { from: number; to: number }; perMinute: number }) {
  const bar = (from: number, to: number): CSSProperties => ({
    position: 'absolute',
    left: (from - FROM) * perMinute,
    width: Math.max(0, (to - from) * perMinute),
    top: 0,
    bottom: 0,
    background: offLook(t),
    pointerEvents: 'none',
  });
  return (
    <>
      <div style={bar(FROM, Math.max(FROM, open.from))} />
      <div style={bar(Math.min(TO, open.to), TO)} />
    </>
  );
}

const styles = StyleSheet.create({
  live: {
    minHeight: 64,
    borderWidth: 1,
    borderRadius: 3,
    paddingHorizontal: 12,
    paddingVertical: 6,
    marginBottom: 10,
    gap: 3,
    justifyContent: 'center',
  },
  objection: { flexDirection: 'row', gap: 8, alignItems: 'flex-start' },
  grow: { flex: 1, minWidth: 0 },
  tray: { width: LABEL - 6 },
  label: { width: LABEL, paddingRight: 8, paddingTop: 6 },
  blockName: { fontFamily: 'Barlow_600SemiBold' },
  blockText: { fontSize: 13, lineHeight: 16 },
  weekFoot: { flexDirection: 'row', marginLeft: LABEL },
});
