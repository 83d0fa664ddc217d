/** When a car is back: a time that holds four times in five, by simulation; and whether that is in time for its next session. */
import type { Instant } from '../calendar';
import { type AfterSessions, BELTS_MIN, type QueueCase, WORTH_BEGINNING, instantIn } from './problem';
import { bestOrder, usualMinutesLeft } from './order';
import { type Played, play, throwDice, usualDraw, withArrivals } from './play';

/** So often a promise holds. Common practice, no source. */
export const KEPT = 0.8;
/** Under this share a promise that was given no longer stands on firm ground: its driver is told. Own figure. */
export const SHAKY = 0.65;
/** Throws of the dice, and what a time is rounded to, min. */
const THROWS = 400;
const MARK_MIN = 5;

/** One car in the plan. */
export interface Planned {
  entryId: string;
  /** From 1, among those that nobody is at yet; null of one that is in hand. */
  place: number | null;
  /** Who is to do it, as it mostly goes; null where nobody can. */
  handId: string | null;
  /** As it mostly goes. */
  from: Instant | null;
  to: Instant | null;
  /** Nine in ten times it is done by then. */
  latest: Instant | null;
  /** The time that holds four times in five; null where it may never be done. */
  backBy: Instant | null;
  /** How probable it is that what was told still holds; null where nothing was. */
  keeps: number | null;
  /** Sessions of its own that lie ahead, with how probable it is that it is back in time for each. */
  sessions: { from: Instant; share: number; fits: boolean }[];
  /** Put off until after the last session of the day: it would not be back before it. */
  putOff: 'evening' | 'morning' | null;
}

export interface QueuePlan {
  now: Instant;
  /** First to last, those in hand before the others. */
  planned: Planned[];
  /** Promises that are expected to break, as a mean. */
  brokenExpected: number;
  order: string[];
}

/** The earliest mark of the clock by which a share of moments lies; null where too many never come. */
export function markBy(now: Instant, moments: readonly number[], share: number): Instant | null {
  const sorted = [...moments].sort((a, b) => a - b);
  const at = sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)];
  if (at === undefined || !Number.isFinite(at)) return null;
  const step = MARK_MIN * 60_000;
  return new Date(Math.ceil((Date.parse(now) + at * 60_000) / step) * step).toISOString();
}

const shareOf = (moments: readonly number[], isIn: (moment: number) => boolean): number =>
  moments.length === 0 ? 0 : moments.filter(isIn).length / moments.length;

/** Cars that would not be back before their last session of today, moved behind it. */
function putOff(
  c: QueueCase,
  order: readonly number[],
  after: AfterSessions,
): { case: QueueCase; when: ReadonlyMap<string, 'evening' | 'morning'> } {
  const draws = throwDice(c, 100);
  const usual = usualMinutesLeft(c);
  const played = draws.map((draw) => play(c, draw, order, usual));
  const when = new Map<string, 'evening' | 'morning'>();
  const jobs = c.jobs.map((job, j) => {
    const last = job.out.filter((o) => o.from > 0 && o.from < after.dayEndsAt).at(-1);
    if (!last || job.inHand || job.staysIn || job.promisedBy !== null || job.workedMin > 0) return job;
    const inTime = shareOf(
      played.map((p) => p.ended[j]!),
      (end) => end <= last.from - BELTS_MIN,
    );
    if (inTime >= WORTH_BEGINNING) return job;
    const isMorning = after.morningAt !== null && Math.max(after.eveningAt, last.to) + usual[j]! > after.eveningEnds;
    when.set(job.entryId, isMorning ? 'morning' : 'evening');
    return { ...job, readyAt: isMorning ? after.morningAt! : Math.max(after.eveningAt, last.to) };
  });
  return { case: when.size === 0 ? c : { ...c, jobs }, when };
}

/**
 * The queue planned: order, who, when, and what can be promised.
 * @param after when the evening and the next morning begin, minutes from now
 * @param order jobs by their place, where it is asked what another order would do; else the best one is found
 */
export function planQueue(given: QueueCase, after: AfterSessions, asked?: readonly number[]): QueuePlan {
  const first = asked ?? bestOrder(given);
  const { case: c, when } = putOff(given, first, after);
  const order = asked ?? (when.size === 0 ? first : bestOrder(c));
  const usual = usualMinutesLeft(c);
  const played = withArrivals(c, throwDice(c, THROWS)).map(({ case: busier, draw }) => {
    const more = busier.jobs.slice(c.jobs.length).map((_, i) => c.jobs.length + i);
    return play(busier, draw, [...order, ...more], [...usual, ...more.map(() => 0)]);
  });
  const mostly: Played = play(c, usualDraw(c), order, usual);
  const instant = (minutes: number): Instant | null => (Number.isFinite(minutes) ? instantIn(c.now, minutes) : null);
  const planned = c.jobs.map((job, j): Planned => {
    const ends = played.map((p) => p.ended[j]!);
    const sorted = [...ends].sort((a, b) => a - b);
    return {
      entryId: job.entryId,
      place: null,
      handId: mostly.hand[j]! < 0 ? null : c.hands[mostly.hand[j]!]!.id,
      from: instant(mostly.begun[j]!),
      to: instant(mostly.ended[j]!),
      latest: instant(sorted[Math.ceil(0.9 * sorted.length) - 1] ?? Infinity),
      backBy: markBy(c.now, ends, KEPT),
      keeps: job.promisedBy === null ? null : shareOf(ends, (end) => end <= job.promisedBy!),
      sessions: job.out
        .filter((o) => o.from > 0)
        .map((o) => {
          const share = shareOf(ends, (end) => end <= o.from - BELTS_MIN);
          return { from: instantIn(c.now, o.from), share, fits: share >= KEPT };
        }),
      putOff: when.get(job.entryId) ?? null,
    };
  });
  const begun = (j: number): number => (c.jobs[j]!.inHand ? -1 : mostly.begun[j]!);
  const inOrder = c.jobs.map((_, j) => j).sort((a, b) => begun(a) - begun(b) || order.indexOf(a) - order.indexOf(b));
  let place = 0;
  return {
    now: c.now,
    planned: inOrder.map((j) => ({ ...planned[j]!, place: c.jobs[j]!.inHand ? null : ++place })),
    brokenExpected: planned.reduce((sum, p) => sum + (p.keeps === null ? 0 : 1 - p.keeps), 0),
    order: order.map((j) => c.jobs[j]!.entryId),
  };
}
