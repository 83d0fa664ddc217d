/** A simulated driver who beds brakes: goes through the applications of a procedure, and does not do every one of them well. */
import type { ApplicationFault } from '@calvik/core';
import { type SpeedSample, type WantedApplication, sampleOf } from '@calvik/core/bedding/driving';
import { type Chance, chance } from './chance';

export interface DriveOrder {
  wanted: readonly WantedApplication[];
  cooling: { minutes: number; kmh: number };
  /** What the car does when it begins, km/h. */
  startKmh?: number;
}
export interface DriveHabits {
  seed: string;
  hz: number;
  /** Of a speed as a phone tells it, standard deviation, km/h. */
  noiseKmh: number;
  /** Of the applications, how many have something wrong. */
  faultShare: number;
  /** Drop-outs a minute, each of some seconds. */
  dropOutsPerMin: number;
  /** Slowings for bends and traffic between applications, a share of them. */
  bendShare: number;
  /** What goes wrong with the first applications, in turn; chance decides about those after them. */
  told?: readonly (ApplicationFault | null)[];
}

/** What the driver really did. */
export interface DrivenTruth {
  isCounted: boolean;
  fault: ApplicationFault | null;
}

const STEP_S = 0.05;
const G = 9.80665 * 3.6;
const allFaults: readonly ApplicationFault[] = [
  'enteredSlow',
  'letGoEarly',
  'tooGentle',
  'intoAbs',
  'fullStop',
  'waitedTooLong',
];

/** Speed against time, built piece by piece. */
class Speedometer {
  readonly kmh: number[] = [];
  constructor(private now: number) {}
  get speed(): number {
    return this.now;
  }
  get seconds(): number {
    return this.kmh.length * STEP_S;
  }
  hold(seconds: number): void {
    const at = this.now;
    const n = Math.round(seconds / STEP_S);
    // Nobody holds a speed to the tenth.
    for (let i = 0; i < n; i++) this.kmh.push(at === 0 ? 0 : Math.max(0, at + 0.8 * Math.sin(i * STEP_S * 0.9)));
  }
  /** @param rate km/h a second, with its sign; brakes come on and off within a few tenths */
  to(kmh: number, rate: number, ramp = 0.25): void {
    const falling = rate < 0;
    let rateNow = 0;
    const push = (): void => {
      rateNow += Math.sign(rate - rateNow) * Math.min(Math.abs(rate - rateNow), (Math.abs(rate) / ramp) * STEP_S);
      this.now = Math.max(0, this.now + rateNow * STEP_S);
      this.kmh.push(this.now);
    };
    while (falling ? this.now > kmh + 0.01 : this.now < kmh - 0.01) push();
    this.now = kmh;
  }
}

/** Speeds between which an application carries so much of the energy that is wanted. */
const shared = (w: WantedApplication, share: number) => ({
  fromKmh: Math.sqrt(w.toKmh ** 2 + share * (w.fromKmh ** 2 - w.toKmh ** 2)),
  toKmh: Math.sqrt(w.fromKmh ** 2 - share * (w.fromKmh ** 2 - w.toKmh ** 2)),
});

const between = (dice: Chance, low: number, high: number): number => low + (high - low) * dice.uniform();

/** What the driver makes of one application. */
function application(
  s: Speedometer,
  w: WantedApplication,
  fault: ApplicationFault | null,
  dice: Chance,
): DrivenTruth[] {
  const gathers = between(dice, 6.5, 9);
  if (w.dragS !== null) {
    if (Math.abs(s.speed - w.fromKmh) > 0.5) s.to(w.fromKmh, s.speed < w.fromKmh ? gathers : -4, 1);
    s.hold(w.restS + w.dragS);
    return [{ isCounted: true, fault: null }];
  }
  const isWeak = fault === 'enteredSlow' || fault === 'letGoEarly' ? dice.uniform() < 0.3 : false;
  const speeds = shared(w, isWeak ? between(dice, 0.38, 0.46) : between(dice, 0.67, 0.74));
  const fromKmh = fault === 'enteredSlow' ? speeds.fromKmh : w.fromKmh + between(dice, -2, 3);
  const toKmh = fault === 'letGoEarly' ? speeds.toKmh : fault === 'fullStop' ? 0 : w.toKmh + between(dice, -2, 2);
  const effort =
    fault === 'tooGentle'
      ? between(dice, 0.42, 0.55)
      : fault === 'intoAbs'
        ? between(dice, 1.35, 1.5)
        : between(dice, 0.9, 1.06);
  const decelG = fault === 'intoAbs' ? Math.max(1.14, effort * w.decelG) : Math.max(0.14, effort * w.decelG);
  if (s.speed > fromKmh) s.to(fromKmh, -3, 1);
  else s.to(fromKmh, gathers, 0.8);
  // He sees the speed, hears what to do, and the foot moves over.
  s.hold(w.restS + between(dice, 0.4, 1.6));
  if (fault === 'waitedTooLong') s.hold(between(dice, 40, 70));
  s.to(Math.max(0, toKmh), -decelG * G);
  if (fault === 'fullStop') s.hold(between(dice, 3, 7));
  else s.hold(between(dice, 0.1, 0.5));
  return [{ isCounted: !isWeak, fault }];
}

/** A bend, or somebody ahead: far less than an application. */
function bend(s: Speedometer, w: WantedApplication, dice: Chance): void {
  const low = Math.max(15, shared(w, 0.22).toKmh);
  if (w.dragS !== null || low > w.fromKmh - 8) return;
  s.to(w.fromKmh - 2, 7, 0.8);
  s.to(between(dice, low, w.fromKmh - 8), -between(dice, 3, 8), 0.6);
  s.hold(between(dice, 1, 4));
}

/**
 * A whole cycle, as a phone on board tells it.
 * @returns samples from 0 s on, what the driver did, and when he began to cool
 */
export function simulateDrive(
  { wanted, cooling, startKmh = 0 }: DriveOrder,
  habits: DriveHabits,
): { samples: SpeedSample[]; truth: DrivenTruth[]; coolsFromS: number } {
  const dice = chance(habits.seed);
  const s = new Speedometer(startKmh);
  if (startKmh === 0) s.hold(2);
  const truth: DrivenTruth[] = [];
  let done = 0;
  while (done < wanted.length) {
    const w = wanted[done]!;
    if (dice.uniform() < habits.bendShare) bend(s, w, dice);
    const possible = allFaults.filter((f) => truth.length > 0 || f !== 'waitedTooLong');
    const byChance =
      dice.uniform() < habits.faultShare ? possible[Math.floor(dice.uniform() * possible.length)]! : null;
    const told = habits.told?.[truth.length];
    const fault = w.dragS !== null ? null : told === undefined ? byChance : told;
    truth.push(...application(s, w, fault, dice));
    if (truth.at(-1)!.isCounted) done += 1;
  }
  const coolsFromS = s.seconds;
  s.to(cooling.kmh, s.speed < cooling.kmh ? 6 : -2.5, 1);
  s.hold(cooling.minutes * 60 + 25);
  return { samples: heard(s.kmh, habits, dice), truth, coolsFromS };
}

/** How the driver of the simulated instruments drives. */
const USUAL_HABITS = { hz: 5, noiseKmh: 0.8, faultShare: 0.18, dropOutsPerMin: 0.4, bendShare: 0.1 } as const;
export const DRIVE_EVERY_MS = 1000 / USUAL_HABITS.hz;

/** Speeds of a drive in their turn, where the phone has lost its place with none. */
export function* driving(
  order: DriveOrder,
  seed: string,
  told?: readonly (ApplicationFault | null)[],
): Generator<SpeedSample | { seconds: number; kmh: null }> {
  const { samples } = simulateDrive(order, { ...USUAL_HABITS, seed, ...(told ? { told } : {}) });
  let last = 0;
  for (const sample of samples) {
    // A gap takes its time.
    for (let lost = last + 0.3; lost < sample.seconds - 0.25; lost += 0.2) yield { seconds: lost, kmh: null };
    last = sample.seconds;
    yield sample;
  }
}

/** What a phone tells of a true speed: so many samples a second, noise, drop-outs. */
function heard(kmh: readonly number[], { hz, noiseKmh, dropOutsPerMin }: DriveHabits, dice: Chance): SpeedSample[] {
  const samples: SpeedSample[] = [];
  let lostUntil = -1;
  const phase = dice.uniform() / hz;
  for (let i = 0; phase + i / hz < kmh.length * STEP_S; i++) {
    const seconds = phase + i / hz;
    if (seconds > lostUntil && dice.uniform() < dropOutsPerMin / 60 / hz) lostUntil = seconds + between(dice, 1, 4);
    const speed = kmh[Math.floor(seconds / STEP_S)]!;
    const told = Math.max(0, speed + (speed > 0.5 ? dice.normal(noiseKmh) : Math.abs(dice.normal(0.3))));
    if (seconds > lostUntil) samples.push(sampleOf(seconds, told));
  }
  return samples;
}
