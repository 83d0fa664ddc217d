/** In which order a queue breaks the fewest promises, and makes cars miss the fewest sessions. */
import { BELTS_MIN, type QueueCase } from './problem';
import { type Draw, type Played, play, throwDice, usualDraw } from './play';

/** So many throws to compare orders by, and so many cars played at most in all of them: a long queue is compared by fewer orders. */
const THROWS = 32;
const MOST_PLAYED = 40_000;

/** What a broken promise weighs against a session that is missed, and against a minute of waiting of each car. Own figures. */
const WEIGHT = { promise: 1, session: 0.15, minute: 0.0005 } as const;
/** A car that nobody ever comes to waits as long as this, min. */
const NEVER_MIN = 1440;

/** What an evening cost, by what was told to drivers and by the sessions that cars missed while they were worked on. */
export function costOf(c: QueueCase, { begun, ended }: Played): number {
  let cost = 0;
  c.jobs.forEach((job, j) => {
    const end = ended[j]!;
    if (job.promisedBy !== null && end > job.promisedBy) cost += WEIGHT.promise;
    for (const o of job.out) {
      if (o.from > 0 && end > o.from - BELTS_MIN && (job.staysIn || begun[j]! < o.from)) cost += WEIGHT.session;
    }
    cost += WEIGHT.minute * Math.min(end, NEVER_MIN);
  });
  return cost;
}

const spent = (draw: Draw): number[] => draw.map((stretches) => stretches.reduce((sum, s) => sum + s.minutes, 0));

/** What is left of each job as it mostly goes, min. */
export const usualMinutesLeft = (c: QueueCase): number[] => spent(usualDraw(c));

/** What comes first for a job: its promise, or the next time that it goes out. */
const dueOf = (c: QueueCase, j: number): number => {
  const { promisedBy, out } = c.jobs[j]!;
  return Math.min(promisedBy ?? Infinity, out.find((o) => o.from > 0)?.from ?? Infinity);
};

/**
 * An order of all jobs, first to last; those that were ordered by hand stay in that order. The best of first come first served, the soonest due,
 * the least slack and the shortest, made better by moving one at a time until nothing gains or enough was tried.
 */
export function bestOrder(c: QueueCase): number[] {
  const all = c.jobs.map((_, j) => j);
  const usual = usualMinutesLeft(c);
  const draws = throwDice(c, THROWS);
  const by = (key: (j: number) => number): number[] => [...all].sort((a, b) => key(a) - key(b) || a - b);
  const pinned = c.byHand.flatMap((id) => {
    const j = c.jobs.findIndex((job) => job.entryId === id);
    return j < 0 ? [] : [j];
  });
  /** Brings those that were ordered by hand into their order, in the places that they have between them. */
  const asByHand = (order: readonly number[]): number[] => {
    let next = 0;
    return order.map((j) => (pinned.includes(j) ? pinned[next++]! : j));
  };
  const tried = new Set<string>();
  let played = 0;
  let best = all;
  let least = Infinity;
  /** Takes an order over where it costs less; what costs more already is not played to its end. */
  const isBetter = (order: number[]): boolean => {
    const key = order.join();
    if (tried.has(key)) return false;
    tried.add(key);
    let cost = 0;
    for (const draw of draws) {
      cost += costOf(c, play(c, draw, order, usual));
      played += all.length;
      if (cost >= least - 1e-9) return false;
    }
    best = order;
    least = cost;
    return true;
  };
  for (const start of [all, by((j) => dueOf(c, j)), by((j) => dueOf(c, j) - usual[j]!), by((j) => usual[j]!)])
    isBetter(asByHand(start));
  for (let gains = true; gains && played < MOST_PLAYED;) {
    gains = false;
    for (let from = 0; from < best.length && played < MOST_PLAYED; from++)
      for (const to of [from - 1, 0, from + 2, best.length - 1]) {
        if (to < 0 || to >= best.length || to === from) continue;
        const moved = [...best];
        moved.splice(to, 0, ...moved.splice(from, 1));
        if (isBetter(asByHand(moved))) gains = true;
      }
  }
  return best;
}
