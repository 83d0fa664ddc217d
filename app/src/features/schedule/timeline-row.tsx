import { useDroppable } from '@dnd-kit/core';
import type { CSSProperties, ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Job, dateIn, isDone, minutesOfDay, spanOfJob, timeIn } from '@calvik/core';
import { absenceOf, hoursOf } from '@calvik/core/run-up';
import { useLogbook, useNow, useToday } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import type { Tokens } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';
import { lanesOf } from './lanes';
import { BESIDE, Block, type BoardRow, NARROW } from './timeline-block';
import { FROM, LABEL, type Layout, ROW, TO } from './timeline-drag';
import { useAnotherLook } from './use-another-look';

const LEAST_WIDTH = 18;
/** One of several lanes of a row, px. */
const LANE = 50;

interface RowProps {
  row: BoardRow;
  days: readonly string[];
  /** Those that stand in it. */
  jobs: readonly Job[];
  /** Of the whole board, px. */
  width: number;
  layout: Layout;
  proposed: ReadonlyMap<string, string>;
  onOpen: (id: string) => void;
}

/** One person or one lift: a cell for each day that is shown. */
export function TimelineRow(props: RowProps) {
  const t = useTokens();
  const tell = useTell();
  const logbook = useLogbook();
  const { row, days, layout } = props;
  const member = row.by === 'crew' ? logbook.crew.get(row.id) : undefined;
  const absence = !layout.isWeek && member ? absenceOf(logbook, member, days[0]!) : null;
  return (
    <div style={{ position: 'relative', display: 'flex', minHeight: ROW, borderBottom: `1px solid ${t.rule}` }}>
      <View style={styles.label}>
        <Text as="strong" numberOfLines={2}>
          {row.name}
        </Text>
        {absence ? <Text as="small">{tell(absence)}</Text> : null}
      </View>
      {days.map((day) => (
        <DayCell key={day} {...props} day={day} />
      ))}
    </div>
  );
}

/** One day of a row: its jobs in lanes, or under each other in a week. */
function DayCell({ row, jobs, width, layout, proposed, onOpen, day }: RowProps & { day: string }) {
  const t = useTokens();
  const tell = useTell();
  const logbook = useLogbook();
  const another = useAnotherLook();
  const today = useToday();
  const now = new Date(useNow(60_000)).toISOString();
  const { timeZone } = logbook.shop;
  const { isWeek, perMinute, column } = layout;
  const member = row.by === 'crew' ? logbook.crew.get(row.id) : undefined;
  const own = jobs.filter((j) => dateIn(j.startAt, timeZone) === day);
  const absent = member ? absenceOf(logbook, member, day) : null;
  const open = member && !absent ? hoursOf(logbook, member, day) : null;
  const left = (minutes: number): number => (minutes - FROM) * perMinute;
  const placed = new Map<string, Placed>(
    isWeek
      ? []
      : own.map((job) => {
          const { from, to } = spanOfJob(logbook, job);
          return [job.id, placeOf(left(from), left(to), width - LABEL)];
        }),
  );
  const { lane, count } = lanesOf([...placed].map(([id, p]) => ({ id, from: p.from, to: p.to })));
  return (
    <Cell
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
      {!isWeek && day === today ? <Now t={t} left={left(minutesOfDay(timeIn(now, timeZone)))} /> : null}
    </Cell>
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
  label: { width: LABEL, paddingRight: 8, paddingTop: 6 },
});
