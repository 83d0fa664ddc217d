/** A small lap simulator: what a car does on an invented track, as a logger would have written it. */
import { chance } from '../instruments/chance';

/** A stretch of track: as long, and as tight. @param radiusM null on a straight */
export interface Stretch {
  lengthM: number;
  radiusM: number | null;
}
export interface LapCar {
  /** What its tyres hold, as a share of g. */
  grip: number;
  massKg: number;
  powerKw: number;
  dragAreaM2: number;
}

const G = 9.81;
const AIR = 1.2;
const STEP_M = 2;
/** Of its grip, how much is used for braking, and the most that drives it forward. */
const BRAKES = 0.85;
const TRACTION = 0.5;

/** Speed every {@link STEP_M} along a lap: what the corners allow, then what the brakes and the engine allow; round twice, so that it closes. */
function speeds(track: readonly Stretch[], car: LapCar): number[] {
  const limits = track.flatMap(({ lengthM, radiusM }) =>
    Array.from({ length: Math.round(lengthM / STEP_M) }, () =>
      radiusM === null ? 95 : Math.sqrt(car.grip * G * radiusM),
    ),
  );
  const n = limits.length;
  const v = [...limits];
  for (let i = 2 * n - 1; i >= 0; i--) {
    const [here, next] = [i % n, (i + 1) % n];
    v[here] = Math.min(v[here]!, Math.sqrt(v[next]! ** 2 + 2 * BRAKES * car.grip * G * STEP_M));
  }
  for (let i = 0; i < 2 * n; i++) {
    const [here, next] = [i % n, (i + 1) % n];
    const now = Math.max(5, v[here]!);
    const pull = Math.min(TRACTION * car.grip * G, (car.powerKw * 1000) / (car.massKg * now));
    const drag = (0.5 * AIR * car.dragAreaM2 * now ** 2) / car.massKg;
    v[next] = Math.min(v[next]!, Math.sqrt(Math.max(25, now ** 2 + 2 * (pull - drag) * STEP_M)));
  }
  return v;
}

/**
 * A drive of several laps, as a phone or a logger writes it.
 * @param hz samples a second @param noiseKmh of each @returns seconds and km/h
 */
export function drive(
  track: readonly Stretch[],
  car: LapCar,
  laps: number,
  { hz, noiseKmh, seed }: { hz: number; noiseKmh: number; seed: string },
): { seconds: number; kmh: number }[] {
  const dice = chance(seed);
  const v = speeds(track, car);
  const points: { seconds: number; kmh: number }[] = [];
  let now = 0;
  let next = 0;
  for (let lap = 0; lap < laps; lap++) {
    // The out-lap is slower.
    const pace = lap === 0 ? 0.82 : 1;
    for (const speed of v) {
      const kmh = speed * pace * 3.6;
      now += STEP_M / (speed * pace);
      for (; next <= now; next += 1 / hz) points.push({ seconds: next, kmh: Math.max(0, kmh + dice.normal(noiseKmh)) });
    }
  }
  return points;
}
