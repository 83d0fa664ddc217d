/** One evening of a queue, played out: hands take cars in an order, tools are waited for, cars go out and come back. */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { probit } from 'simple-statistics';
import { endOf } from '../jobs';
import { BELTS_MIN, type QueueCase, type QueueJob } from './problem';
import type { QueueTool } from '../queue-moves';

/** Stretches of a car's work as they turn out: minutes, and the tool they take. */
export interface Stretch {
  minutes: number;
  tool: QueueTool | null;
}
/** One throw of the dice: for each job its stretches, what is left of those begun. */
export type Draw = Stretch[][];

/** A draw that is shorter than what has been worked already is thrown again, so many times. */
const MOST_THROWS = 30;
/** Where none is longer, so much of what was worked is still to come. Own figure. */
const STILL_TO_COME = 0.15;

const sum = (stretches: readonly Stretch[]): number => stretches.reduce((all, s) => all + s.minutes, 0);

/** What is left of stretches after so many minutes of work. */
function after(stretches: readonly Stretch[], workedMin: number): Stretch[] {
  let worked = workedMin;
  const left: Stretch[] = [];
  for (const s of stretches) {
    if (worked >= s.minutes) worked -= s.minutes;
    else {
      left.push({ ...s, minutes: s.minutes - worked });
      worked = 0;
    }
  }
  return left;
}

/** Stretches of a job, each piece done or not and as long as it is told. */
function stretchesOf(
  job: QueueJob,
  isDone: (share: number) => boolean,
  minutes: (piece: QueueJob['pieces'][number]) => number,
): Stretch[] {
  const done = job.pieces.map((p) => isDone(p.share));
  const wheels = job.pieces.some((p, i) => p.wheelsOff && done[i]);
  return job.pieces.flatMap((p, i): Stretch[] => {
    const isWheels = p.work === 'wheelsOff' || p.work === 'wheelsOn';
    return (isWheels ? wheels : done[i]) ? [{ minutes: minutes(p), tool: p.tool }] : [];
  });
}

/** So many throws of the dice; the same case gives the same ones. */
export function throwDice(c: QueueCase, count: number): Draw[] {
  const dice = xoroshiro128plus(c.seed);
  const uniform = (): number => uniformFloat64(dice);
  const normal = (): number => probit(Math.min(1 - 1e-9, Math.max(1e-9, uniform())));
  return Array.from({ length: count }, (): Draw => {
    const pace = c.pace.mu + c.pace.sd * normal();
    const offsets = new Map<string, number>();
    const offset = (key: string): number => {
      if (!offsets.has(key)) offsets.set(key, normal());
      return offsets.get(key)!;
    };
    return c.jobs.map((job) => {
      const drawn = (): Stretch[] =>
        stretchesOf(
          job,
          (share) => share >= 1 || uniform() < share,
          ({ law, lawKey, times }) =>
            times * Math.exp(law.mu + pace + law.muSd * offset(lawKey) + law.sigma * normal()),
        );
      let all = drawn();
      if (job.workedMin <= 0) return all;
      for (let n = 0; n < MOST_THROWS && sum(all) <= job.workedMin; n++) all = drawn();
      if (sum(all) > job.workedMin) return after(all, job.workedMin);
      return [
        {
          minutes: Math.max(1, job.workedMin * STILL_TO_COME * -Math.log(1 - uniform())),
          tool: all.at(-1)?.tool ?? null,
        },
      ];
    });
  });
}

/** A car that nobody knows yet takes so long as a median, with this spread of its logarithm, and one in so many takes the bleeder. Own figures. */
const UNKNOWN = { minutes: 35, sigma: 0.5, bleederShare: 0.4 } as const;
/** So far ahead cars turn up that matter, min, and so many at most. */
const AHEAD_MIN = 150;
const MOST_ARRIVALS = 12;

/**
 * The same queue with cars that may yet turn up, for each throw others: last in every order, but at hand when a car that was told of is out on track.
 * Without them a promise would count on gaps that somebody else will have.
 */
export function withArrivals(c: QueueCase, draws: readonly Draw[]): { case: QueueCase; draw: Draw }[] {
  const dice = xoroshiro128plus(c.seed ^ 0x5f3759df);
  const uniform = (): number => uniformFloat64(dice);
  return draws.map((draw) => {
    const jobs: QueueJob[] = [];
    const work: Draw = [];
    for (let t = 0; jobs.length < MOST_ARRIVALS && c.arrivalsPerHour > 0;) {
      t += (-Math.log(1 - uniform()) * 60) / c.arrivalsPerHour;
      if (t > AHEAD_MIN) break;
      const minutes = UNKNOWN.minutes * Math.exp(UNKNOWN.sigma * probit(Math.min(1 - 1e-9, Math.max(1e-9, uniform()))));
      work.push([{ minutes, tool: uniform() < UNKNOWN.bleederShare ? 'bleeder' : null }]);
      jobs.push({
        entryId: '',
        pieces: [],
        able: c.hands.map((_, h) => h),
        people: 1,
        inHand: null,
        workedMin: 0,
        readyAt: t,
        out: [],
        staysIn: true,
        promisedBy: null,
      });
    }
    return jobs.length === 0
      ? { case: c, draw }
      : { case: { ...c, jobs: [...c.jobs, ...jobs] }, draw: [...draw, ...work] };
  });
}

/** As it goes if everything takes as long as it mostly does and nothing unlikely is found. */
export const usualDraw = (c: QueueCase): Draw =>
  c.jobs.map((job) => {
    const all = stretchesOf(
      job,
      (share) => share > 0.5,
      ({ law, times }) => times * Math.exp(law.mu + c.pace.mu),
    );
    const left = after(all, job.workedMin);
    return left.length > 0
      ? left
      : [{ minutes: Math.max(1, job.workedMin * STILL_TO_COME), tool: all.at(-1)?.tool ?? null }];
  });

/** How an evening went, by job: minutes from now, Infinity where it never was. */
export interface Played {
  begun: Float64Array;
  ended: Float64Array;
  /** Who did it, by their place; −1: nobody. */
  hand: Int16Array;
}

/**
 * Plays a draw. Whoever is free takes the first car of the order that they can do and that is there; a car that goes out soon is not begun
 * unless its work as it mostly goes is done by then. A stretch that takes a tool waits for it, first come first served; who needs a second pair of
 * hands waits for one.
 * @param order jobs by their place, first to last; those in hand need not be in it
 * @param usualMin of each job what is left of it as it mostly goes: what one goes by when one begins
 * @param told of every stretch as it is begun: its job, who does it, its tool, and until when
 */
export function play(
  c: QueueCase,
  draw: Draw,
  order: readonly number[],
  usualMin: readonly number[],
  told?: (stretch: {
    job: number;
    hand: number;
    helper: number;
    tool: QueueTool | null;
    from: number;
    to: number;
  }) => void,
): Played {
  const n = c.jobs.length;
  const hands = c.hands.length;
  const begun = new Float64Array(n).fill(Infinity);
  const ended = new Float64Array(n).fill(Infinity);
  const handOf = new Int16Array(n).fill(-1);
  /** Of each hand: its job, −1 for none, −2 while it helps; its stretch; until when. */
  const at = new Int16Array(hands).fill(-1);
  const stretch = new Int16Array(hands);
  const until = new Float64Array(hands).fill(Infinity);
  const helperOf = new Int16Array(hands).fill(-1);
  const free: Record<QueueTool, number> = { ...c.tools };
  const waiting: Record<QueueTool, number[]> = { bleeder: [], wrench: [] };
  const left = order.filter((j) => c.jobs[j]!.inHand === null && c.jobs[j]!.able.length > 0);

  const run = (hand: number, t: number): void => {
    const s = draw[at[hand]!]![stretch[hand]!]!;
    until[hand] = endOf(t, s.minutes, c.hands[hand]!.away);
    told?.({ job: at[hand]!, hand, helper: helperOf[hand]!, tool: s.tool, from: t, to: until[hand]! });
  };
  /** Begins the stretch that is next, or waits for its tool; with none left the job is done. */
  const next = (hand: number, t: number): void => {
    const job = at[hand]!;
    const s = draw[job]![stretch[hand]!];
    if (!s) {
      ended[job] = t;
      at[hand] = -1;
      until[hand] = Infinity;
      const helper = helperOf[hand]!;
      if (helper >= 0) {
        at[helper] = -1;
        helperOf[hand] = -1;
      }
      return;
    }
    if (s.tool === null) return run(hand, t);
    if (free[s.tool] > 0) {
      free[s.tool] -= 1;
      return run(hand, t);
    }
    waiting[s.tool].push(hand);
    until[hand] = Infinity;
  };
  const begin = (job: number, hand: number, helper: number, t: number): void => {
    begun[job] = Math.min(begun[job]!, t);
    handOf[job] = hand;
    at[hand] = job;
    stretch[hand] = 0;
    helperOf[hand] = helper;
    if (helper >= 0) at[helper] = -2;
    next(hand, t);
  };
  const isThere = (hand: number, t: number): boolean => {
    for (const a of c.hands[hand]!.away) if (a.from <= t && t < a.to) return false;
    return true;
  };
  /** Of each job the moment before which it cannot be begun, as far as that was asked. */
  const notBefore = new Float64Array(n).fill(-1);
  /** When a job may be begun, from a moment on. */
  const mayBegin = (job: number, from: number): number => {
    if (from < notBefore[job]!) return notBefore[job]!;
    const { readyAt, out, staysIn } = c.jobs[job]!;
    let t = Math.max(from, readyAt);
    for (const o of out) {
      // One that stays in comes back from where it is now, and does not go out again.
      if (staysIn ? o.from <= 0 && t < o.to : t < o.to && t + usualMin[job]! > o.from - BELTS_MIN) t = o.to;
    }
    notBefore[job] = t;
    return t;
  };

  for (let j = 0; j < n; j++) {
    const { inHand } = c.jobs[j]!;
    if (inHand) begin(j, inHand.hand, inHand.helper ?? -1, 0);
  }
  let t = 0;
  for (;;) {
    for (let h = 0; h < hands; h++) {
      if (at[h] !== -1 || !isThere(h, t)) continue;
      for (let i = 0; i < left.length; i++) {
        const job = left[i]!;
        const { able, people } = c.jobs[job]!;
        if (!able.includes(h) || mayBegin(job, t) > t) continue;
        let helper = -1;
        if (people === 2) {
          for (let o = 0; o < hands; o++) if (o !== h && at[o] === -1 && isThere(o, t)) helper = o;
          // Whoever waits for a second pair of hands waits: else two are never free at once.
          if (helper < 0) {
            if (hands > 1) break;
          }
        }
        left.splice(i, 1);
        begin(job, h, helper, t);
        break;
      }
    }
    let soonest = Infinity;
    for (let h = 0; h < hands; h++) {
      if (until[h]! < soonest) soonest = until[h]!;
      if (at[h] === -1 && left.length > 0)
        for (const a of c.hands[h]!.away) if (a.to > t && a.to < soonest) soonest = a.to;
    }
    for (const job of left) {
      const from = mayBegin(job, t);
      if (from > t && from < soonest) soonest = from;
    }
    if (soonest === Infinity) break;
    t = soonest;
    for (let h = 0; h < hands; h++) {
      if (until[h]! > t) continue;
      const { tool } = draw[at[h]!]![stretch[h]!]!;
      stretch[h]! += 1;
      until[h] = Infinity;
      if (tool !== null) {
        free[tool] += 1;
        const who = waiting[tool].shift();
        if (who !== undefined) {
          free[tool] -= 1;
          run(who, t);
        }
      }
      next(h, t);
    }
  }
  return { begun, ended, hand: handOf };
}
