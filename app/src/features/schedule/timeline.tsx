import { DndContext, type DragEndEvent, type DragMoveEvent, useDroppable } from '@dnd-kit/core';
import { type CSSProperties, type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Job,
  dateIn,
  isDone,
  plusDays,
  shortDate,
  timeIn,
  type Finding,
  findingKey,
  minutesOfDay,
  timeOfDay,
  spanOfJob,
} from '@calvik/core';
import { type Unplanned, absenceOf, hoursOf } from '@calvik/core/run-up';
import { useLogbook, useNow, useToday } from '../../state/hooks';
import type { Tokens } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';
import { onArrows } from '../../ui/arrow-keys';
import { Icon } from '../../ui/icons';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { carOf, handsOf } from '../../records/job-words';
import { lanesOf } from './lanes';
import { BESIDE, Block, type BoardRow, NARROW } from './timeline-block';
import { EDGE, FROM, LABEL, type Layout, ROW, TO, collide, useBoardSensors, wantedPlace } from './timeline-drag';
import { UnplannedChip, spokenDrags } from './unplanned';
import { useAnotherLook } from './use-another-look';
import type { useMove } from './use-move';
import { useTell } from '../../state/use-say';

/** More would push the board off the screen. */
const MOST_CHIPS = 10;
const EDGE_WIDTH = 44;
const LEAST_WIDTH = 18;
/** One of several lanes of a row, px. */
const LANE = 50;
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

function Cell({ id, data, style, children }: { id: string; data: object; style: CSSProperties; children?: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id, data });
  const t = useTokens();
  return (
    <div ref={setNodeRef} style={{ ...style, background: isOver ? t.ironWash : style.background }}>
      {children}
    </div>
  );
}

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
  const another = useAnotherLook();
  const t = useTokens();
  const logbook = useLogbook();
  const today = useToday();
  const nowMin = minutesOfDay(timeIn(new Date(useNow(60_000)).toISOString(), logbook.shop.timeZone));
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
          {rows.map((row) => {
            const member = row.by === 'crew' ? logbook.crew.get(row.id) : undefined;
            return (
              <div
                key={row.id}
                style={{
                  position: 'relative',
                  display: 'flex',
                  minHeight: ROW,
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
                  const placed = new Map<string, Placed>(
                    isWeek
                      ? []
                      : own.map((job) => {
                          const { from, to } = spanOfJob(logbook, job);
                          return [job.id, placeOf((from - FROM) * perMinute, (to - FROM) * perMinute, width - LABEL)];
                        }),
                  );
                  const { lane, count } = lanesOf([...placed].map(([id, p]) => ({ id, from: p.from, to: p.to })));
                  return (
                    <Cell
                      key={day}
                      id={`${row.id} ${day}`}
                      data={{ row, day }}
                      style={{
                        position: 'relative',
                        width: isWeek ? column : width - LABEL,
                        minHeight: isWeek ? ROW : Math.max(ROW, count * LANE + 6),
                        background: absent ? offLook(t) : 'transparent',
                        borderLeft: `1px solid ${t.rule}`,
                        boxSizing: 'border-box',
                        padding: isWeek ? 3 : 0,
                      }}
                    >
                      {!isWeek && open ? <Off t={t} open={open} perMinute={perMinute} /> : null}
                      {own.map((job) => {
                        const finding = isDone(logbook, job) ? undefined : another.of(job.id)[0];
                        const place = placed.get(job.id);
                        return (
                          <Block
                            key={job.id}
                            job={job}
                            row={row}
                            broken={finding ? tell(finding) : null}
                            proposed={proposed.get(job.id) ?? null}
                            label={place?.label ?? null}
                            onOpen={() => onOpen(job.id)}
                            style={
                              place
                                ? {
                                    position: 'absolute',
                                    left: place.left,
                                    width: place.width,
                                    top: 3 + (lane.get(job.id) ?? 0) * LANE,
                                    height: count > 1 ? LANE - 3 : ROW - 7,
                                  }
                                : { position: 'relative', marginBottom: 3, minHeight: 48 }
                            }
                          />
                        );
                      })}
                      {!isWeek && day === today ? <Now t={t} left={(nowMin - FROM) * perMinute} /> : null}
                    </Cell>
                  );
                })}
              </div>
            );
          })}
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

interface Placed {
  left: number;
  width: number;
  /** With its label, where that stands beside it. */
  from: number;
  to: number;
  label: { side: 'left' | 'right'; width: number } | null;
}

/** Where a block lies, and where its words do: in it, or beside it where it is too short for them. */
function placeOf(fromPx: number, toPx: number, roomPx: number): Placed {
  // What lies before or after the clock of the board stands at its edge; its words say when.
  const left = Math.min(Math.max(0, fromPx), roomPx - LEAST_WIDTH);
  const width = Math.max(LEAST_WIDTH, Math.min(toPx - 2, roomPx) - left);
  const inside = { left, width, from: left, to: left + width, label: null };
  if (width >= NARROW) return inside;
  const isRight = inside.to + BESIDE <= roomPx;
  return {
    ...inside,
    label: { side: isRight ? 'right' : 'left', width: BESIDE - 6 },
    from: isRight ? inside.from : inside.from - BESIDE,
    to: isRight ? inside.to + BESIDE : inside.to,
  };
}

/** Where the clock stands. */
function Now({ t, left }: { t: Tokens; left: number }) {
  if (left < 0) return null;
  return (
    <div
      data-testid="board-now"
      style={{ position: 'absolute', left, top: 0, bottom: 0, borderLeft: `2px solid ${t.ink}`, pointerEvents: 'none' }}
    />
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
  weekFoot: { flexDirection: 'row', marginLeft: LABEL },
});
