import { chance } from './chance';

export interface GaugeReading {
  seconds: number;
  pressureKpa: number;
}

const STEP_SECONDS = 5;
const LONGEST_SECONDS = 600;

/** Simulated time between two readings, s. */
export const GAUGE_STEP_SECONDS = STEP_SECONDS;

/** How fast a cap loses pressure, 1/s: some caps leak until they are seated anew; a car keeps its cap. */
export function leakPerSecond(carId: string, attempt: number): number {
  const dice = chance(`cap ${carId}`);
  const leaks = dice.uniform() < 0.4;
  return leaks && attempt === 0 ? 0.0008 + dice.uniform() * 0.001 : 0.00003 + dice.uniform() * 0.00004;
}

/** A needle that settles and then falls as the seal lets it; read to 0.5 kPa. */
export function* holding(startKpa: number, perSecond: number, seed: string): Generator<GaugeReading> {
  const dice = chance(seed);
  for (let seconds = 0; seconds <= LONGEST_SECONDS; seconds += STEP_SECONDS) {
    const pressure = startKpa * Math.exp(-perSecond * seconds) + dice.normal(0.12);
    yield { seconds, pressureKpa: Math.max(0, Math.round(pressure * 2) / 2) };
  }
}
