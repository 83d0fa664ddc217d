/**
 * An evening in the paddock played by the clock, minute by minute, with durations of a law of its own: nothing of it is shared with the queue that it
 * judges. Gamma instead of log-normal, belief about the shop off by a uniform error instead of a normal one.
 */
import type { QueueCase, QueueJob } from '../../src/queue';

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

/** What cars take on one evening: for each in turn. */
export function truth(c: Pick<QueueCase, 'pace'>, d: Dice): (job: QueueJob) => Work[] {
  const pace = c.pace.mu + c.pace.sd * flat(d);
  const shift = new Map<string, number>();
  return (job) => {
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
  };
}
export const trueWork = (c: QueueCase, d: Dice): Work[][] => c.jobs.map(truth(c, d));

const TICK = 0.25;
const LONGEST = 16 * 60;

/** A paddock as it goes on, tick by tick: cars may come in while it does. */
export class Paddock {
  t = 0;
  readonly left: number[][] = [];
  readonly work: Work[][] = [];
  readonly begunAt: number[] = [];
  readonly ended: number[] = [];
  readonly at: (number | null)[];
  private readonly holds: ('bleeder' | 'wrench' | null)[];
  private readonly since: number[];

  constructor(private readonly c: Pick<QueueCase, 'hands' | 'tools'>) {
    this.at = c.hands.map(() => null);
    this.holds = c.hands.map(() => null);
    this.since = c.hands.map(() => 0);
  }

  add(work: Work[]): void {
    this.work.push(work);
    this.left.push(work.map((w) => w.minutes));
    this.begunAt.push(Infinity);
    this.ended.push(Infinity);
  }
  workedMin(job: number): number {
    return this.work[job]!.reduce((sum, w, i) => sum + w.minutes - Math.max(0, this.left[job]![i]!), 0);
  }

  private isOut({ out, staysIn, readyAt }: QueueJob, usual: number): boolean {
    if (this.t < readyAt) return true;
    if (out.some((o) => o.from <= this.t && this.t < o.to && (!staysIn || o.from <= 0))) return true;
    return !staysIn && out.some((o) => this.t < o.from && this.t + usual > o.from - 5);
  }
  private isAway = (h: number): boolean => this.c.hands[h]!.away.some((a) => a.from <= this.t && this.t < a.to);
  private inUse = (tool: 'bleeder' | 'wrench'): number => this.holds.filter((h) => h === tool).length;

  /** Whoever is free takes the first car of the order that they can do, that is there and that is not wanted on track before long. */
  step(jobs: readonly QueueJob[], order: readonly number[], usual: readonly number[]): void {
    for (let h = 0; h < this.at.length; h++) {
      if (this.at[h] !== null || this.isAway(h)) continue;
      const job = order.find(
        (j) => this.begunAt[j] === Infinity && jobs[j]!.able.includes(h) && !this.isOut(jobs[j]!, usual[j]!),
      );
      if (job === undefined) continue;
      this.at[h] = job;
      this.begunAt[job] = this.t;
      this.since[h] = this.t;
    }
    // Who came to a tool first has it first.
    const byWait = this.at.map((_, h) => h).sort((a, b) => this.since[a]! - this.since[b]!);
    for (const h of byWait) {
      const job = this.at[h];
      if (job === null || job === undefined || this.isAway(h)) continue;
      const left = this.left[job]!;
      const i = left.findIndex((m) => m > 0);
      if (i < 0) continue;
      const { tool } = this.work[job]![i]!;
      if (tool !== this.holds[h]) this.holds[h] = null;
      if (tool !== null && this.holds[h] === null) {
        if (this.inUse(tool) >= this.c.tools[tool]) continue;
        this.holds[h] = tool;
      }
      left[i]! -= TICK;
      if (left[i]! <= 0) {
        this.holds[h] = null;
        this.since[h] = this.t + TICK;
      }
      if (left.every((m) => m <= 0)) {
        this.ended[job] = this.t + TICK;
        this.at[h] = null;
      }
    }
    this.t += TICK;
  }
}

/** Plays a queue in one order to its end. */
export function playByTheClock(
  c: QueueCase,
  work: readonly Work[][],
  order: readonly number[],
  usual: readonly number[],
): number[] {
  const paddock = new Paddock(c);
  for (const w of work) paddock.add(w);
  while (paddock.t < LONGEST && paddock.ended.some((e) => e === Infinity)) paddock.step(c.jobs, order, usual);
  return paddock.ended;
}
