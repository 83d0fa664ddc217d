import { DndContext, type DragEndEvent, type DragMoveEvent, useDroppable } from '@dnd-kit/core';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Job, dateIn, plusDays, shortDate, timeIn, type Finding, findingKey, timeOfDay } from '@calvik/core';
import type { Unplanned } from '@calvik/core/run-up';
import { useLogbook, useToday } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { onArrows } from '../../ui/arrow-keys';
import { Icon } from '../../ui/icons';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { carOf, handsOf } from '../../records/job-words';
import type { BoardRow } from './timeline-block';
import { EDGE, FROM, LABEL, type Layout, TO, collide, useBoardSensors, wantedPlace } from './timeline-drag';
import { TimelineRow } from './timeline-row';
import { UnplannedChip, spokenDrags } from './unplanned';
import type { useMove } from './use-move';
import { useTell } from '../../state/use-say';

/** More would push the board off the screen. */
const MOST_CHIPS = 10;
const EDGE_WIDTH = 44;
/** So much of it lies in the margin of the page. */
const EDGE_OUTSIDE = 16;

interface Props {
  days: string[];
  rows: BoardRow[];
  jobs: Job[];
  mover: ReturnType<typeof useMove>;
  onOpen: (id: string) => void;
  /** Shows another day or week, or that day alone. */
  onDay: (day: string, span?: 'day') => void;
  /** Work that can be dragged onto the board. */
  unplanned: readonly Unplanned[];
  /** Jobs of a plan that nobody has taken: where each stood before, or that it is new. */
  proposed: ReadonlyMap<string, string>;
}

/** Which rows a job stands in: of its people, or of its lift. */
const standsIn = (row: BoardRow, job: Job): boolean =>
  row.by === 'crew' ? job.crewId === row.id || job.helperId === row.id : (job.liftId ?? '') === row.id;

/** Where a job is dropped to go beyond what is shown. */
function Edge({ side, shiftDays }: { side: 'left' | 'right'; shiftDays: number }) {
  const t = useTokens();
  const { setNodeRef, isOver } = useDroppable({ id: `${EDGE} ${side}`, data: { shiftDays } });
  const far = Math.abs(shiftDays) === 7 ? 'week' : 'day';
  return (
    <div
      ref={setNodeRef}
      data-testid={`edge-${side}`}
      title={side === 'left' ? `A ${far} earlier` : `A ${far} later`}
      style={{
        position: 'absolute',
        top: 0,
        bottom: 0,
        [side]: -EDGE_OUTSIDE,
        width: EDGE_WIDTH,
        zIndex: 5,
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
        border: `1.5px dashed ${t.iron}`,
        boxSizing: 'border-box',
        background: isOver ? t.ironWash : t.paper,
        opacity: 0.92,
      }}
    >
      <Icon name={side} color={t.iron} />
    </div>
  );
}

/** A day with a clock across, or a week with a column for each day; rows of people or of lifts. */
export function Timeline({ days, rows, jobs, mover, onOpen, onDay, unplanned, proposed }: Props) {
  const tell = useTell();
  const t = useTokens();
  const logbook = useLogbook();
  const today = useToday();
  const [width, setWidth] = useState(900);
  const [isDragging, setDragging] = useState(false);
  const [over, setOver] = useState<{ to: Job; objections: Finding[] } | null>(null);
  const isWeek = days.length > 1;
  const { timeZone } = logbook.shop;
  const perMinute = (width - LABEL) / (TO - FROM);
  const column = (width - LABEL) / days.length;
  const layout: Layout = { isWeek, perMinute, column };
  const sensors = useBoardSensors(layout);
  const wanted = (event: DragMoveEvent | DragEndEvent) => wantedPlace(event, layout, { logbook, rows, today });
  const moved = (event: DragMoveEvent): void => {
    const found = wanted(event);
    setOver(found && { to: found.to, objections: mover.judge(found.to) });
  };
  const stopped = (): void => {
    setOver(null);
    setDragging(false);
  };
  const ended = (event: DragEndEvent): void => {
    stopped();
    const found = wanted(event);
    if (!found) return;
    mover.move(found.from, found.to, `${carOf(logbook, found.from)} moved`);
    const day = dateIn(found.to.startAt, timeZone);
    if (!days.includes(day)) onDay(day);
  };
  const hours = Array.from({ length: (TO - FROM) / 60 + 1 }, (_, i) => FROM + i * 60);
  return (
    <View onLayout={(e) => setWidth(e.nativeEvent.layout.width)} {...onArrows}>
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
            Drag a job to another time, person or lift, or to the edge for another {isWeek ? 'week' : 'day'}; or Tab to
            it, Space, arrows, Space. Click opens it.
          </Text>
        )}
      </View>
      <DndContext
        accessibility={{ announcements: spokenDrags(logbook) }}
        sensors={sensors}
        collisionDetection={collide}
        // The page goes up and down with a drag, never sideways: there lie the edges.
        autoScroll={{ threshold: { x: 0, y: 0.15 } }}
        onDragStart={(event) => setDragging('job' in (event.active.data.current ?? {}))}
        onDragMove={moved}
        onDragOver={moved}
        onDragEnd={ended}
        onDragCancel={stopped}
      >
        <div style={{ position: 'relative' }}>
          {isDragging ? (
            <>
              <Edge side="left" shiftDays={isWeek ? -7 : -1} />
              <Edge side="right" shiftDays={isWeek ? 7 : 1} />
            </>
          ) : null}
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
                    <Text as="unit">{timeOfDay(h)}</Text>
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
          {rows.map((row) => (
            <TimelineRow
              key={row.id}
              row={row}
              days={days}
              jobs={jobs.filter((j) => standsIn(row, j))}
              width={width}
              layout={layout}
              proposed={proposed}
              onOpen={onOpen}
            />
          ))}
        </div>
      </DndContext>
      {isWeek ? (
        <View style={styles.weekFoot}>
          {days.map((d) => (
            <View key={d} style={{ width: column }}>
              <MainButton mode="text" label={`Open ${shortDate(d)}`} onPress={() => onDay(d, 'day')}>
                {plusDays(d, 0) === today ? 'Today' : 'Open'}
              </MainButton>
            </View>
          ))}
        </View>
      ) : null}
    </View>
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
  weekFoot: { flexDirection: 'row', marginLeft: LABEL },
});
