/**
 * An evening in the paddock played by the clock, minute by minute, with durations of a law of its own: nothing of it is shared with the queue that it
 * judges. Gamma instead of log-normal, belief about the shop off by a uniform error instead of a normal one.
 */
import type { QueueCase } from '../../src/queue';

export interface Dice {
  uniform(): number;
}
/** Numerical Recipes' quick generator: enough for a test, and nobody else's here. From memory. */
export const dice = (seed: number): Dice => {
  let state = seed >>> 0;
  return {
    uniform: () => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      // The low bits of such a generator are poor: two draws are mixed.
      const high = state;
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      return ((high >>> 5) * 67108864 + (state >>> 6)) / 9007199254740992;
    },
  };
};
const normal = (d: Dice): number => Math.sqrt(-2 * Math.log(1 - d.uniform())) * Math.cos(2 * Math.PI * d.uniform());
/** Marsaglia and Tsang's way of drawing a gamma variate, shape over one. From memory. */
function gamma(d: Dice, shape: number): number {
  const k = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * k);
  for (;;) {
    const x = normal(d);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - d.uniform()) < 0.5 * x * x + k - k * v + k * Math.log(v)) return k * v;
  }
}
/** Of no mean, with a spread of one. */
const flat = (d: Dice): number => (d.uniform() * 2 - 1) * Math.sqrt(3);

export interface Work {
  minutes: number;
  tool: 'bleeder' | 'wrench' | null;
}

/** What each car takes on one evening. */
export function trueWork(c: QueueCase, d: Dice): Work[][] {
  const pace = c.pace.mu + c.pace.sd * flat(d);
  const shift = new Map<string, number>();
  return c.jobs.map((job) => {
    const found = job.pieces.map((p) => d.uniform() < p.share);
    const wheels = job.pieces.some((p, i) => p.wheelsOff && found[i]);
    return job.pieces.flatMap((p, i): Work[] => {
      const isWheels = p.work === 'wheelsOff' || p.work === 'wheelsOn';
      if (isWheels ? !wheels : !found[i]) return [];
      if (!shift.has(p.lawKey)) shift.set(p.lawKey, flat(d));
      const variance = p.law.sigma ** 2;
      const mean = Math.exp(p.law.mu + pace + p.law.muSd * shift.get(p.lawKey)! + variance / 2) * p.times;
      const shape = 1 / (Math.exp(variance) - 1);
      return [{ minutes: (gamma(d, shape) / shape) * mean, tool: p.tool }];
    });
  });
}

export interface Evening {
  /** By job, minutes from now; Infinity where it was never done. */
  ended: number[];
  /** Who was at what, tick by tick, to be checked by itself. */
  ticks: { t: number; at: (number | null)[]; uses: Record<'bleeder' | 'wrench', number> }[];
}

const TICK = 0.25;
const LONGEST = 16 * 60;

/** Plays it: whoever is free takes the first car of the order that they can do, that is there and that is not wanted on track before long. */
export function playByTheClock(
  c: QueueCase,
  work: readonly Work[][],
  order: readonly number[],
  usual: readonly number[],
): Evening {
  const left = c.jobs.map((_, j) => work[j]!.map((w) => w.minutes));
  const ended = c.jobs.map(() => Infinity);
  const begun = c.jobs.map(() => false);
  const at: (number | null)[] = c.hands.map(() => null);
  const holds: ('bleeder' | 'wrench' | null)[] = c.hands.map(() => null);
  const since: number[] = c.hands.map(() => 0);
  const ticks: Evening['ticks'] = [];
  const inUse = (tool: 'bleeder' | 'wrench'): number => holds.filter((h) => h === tool).length;
  const isOut = (j: number, t: number): boolean => {
    const { out, staysIn, readyAt } = c.jobs[j]!;
    if (t < readyAt) return true;
    if (out.some((o) => o.from <= t && t < o.to && (!staysIn || o.from <= 0))) return true;
    return !staysIn && out.some((o) => t < o.from && t + usual[j]! > o.from - 5);
  };
  for (let t = 0; t < LONGEST && ended.some((e) => e === Infinity); t += TICK) {
    for (let h = 0; h < c.hands.length; h++) {
      if (at[h] !== null || c.hands[h]!.away.some((a) => a.from <= t && t < a.to)) continue;
      const job = order.find((j) => !begun[j] && c.jobs[j]!.able.includes(h) && !isOut(j, t));
      if (job === undefined) continue;
      at[h] = job;
      begun[job] = true;
      since[h] = t;
    }
    // Who came to a tool first has it first.
    const byWait = c.hands.map((_, h) => h).sort((a, b) => since[a]! - since[b]!);
    for (const h of byWait) {
      const job = at[h];
      if (job === null || c.hands[h]!.away.some((a) => a.from <= t && t < a.to)) continue;
      const i = left[job!]!.findIndex((m) => m > 0);
      if (i < 0) continue;
      const { tool } = work[job!]![i]!;
      if (tool !== holds[h]) holds[h] = null;
      if (tool !== null && holds[h] === null) {
        if (inUse(tool) >= c.tools[tool]) continue;
        holds[h] = tool;
      }
      left[job!]![i]! -= TICK;
      if (left[job!]![i]! <= 0) {
        holds[h] = null;
        since[h] = t + TICK;
      }
      if (left[job!]!.every((m) => m <= 0)) {
        ended[job!] = t + TICK;
        at[h] = null;
      }
    }
    ticks.push({ t, at: [...at], uses: { bleeder: inUse('bleeder'), wrench: inUse('wrench') } });
  }
  return { ended, ticks };
}
