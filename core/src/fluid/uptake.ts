import { linearRegression, mean, sum } from 'simple-statistics';
import { type Instant, yearsBetween } from '../calendar';

/** One water content of one filling of fluid. */
export interface WaterPoint {
  at: Instant;
  waterPercent: number;
}

export interface UptakeRate {
  /** % of water by mass a year, never negative */
  percentPerYear: number;
  low: number;
  high: number;
  from: 'ownTests' | 'default';
  /** How many tests and fillings the rate rests on. */
  tests: number;
  fillings: number;
}

/** A boiling test fixes water to about this, %: ±4 °C on a curve that falls 25–35 °C per %. Common practice, no source. */
export const TEST_SIGMA_PERCENT = 0.15;
/** The default rate may be off by this share either way. Common practice, no source. */
export const DEFAULT_RATE_BAND = 0.5;
const NINETY_PERCENT = 1.645;

/**
 * How fast a car's fluid takes up water, from its own successive tests.
 *
 * Every filling starts at its own water content, so the tests of each are centred on their mean and one
 * common slope is fitted by least squares. Its standard error is the larger of what the scatter shows and what
 * the tester's own uncertainty allows. The car's own rate is used once it is known better than the
 * default is (standard error below half the default's half band); until then the default stands.
 * @param fillings water points, one list per filling of fluid
 * @param defaultPercentPerYear the shop's assumption, % a year
 */
export function uptakeRate(fillings: readonly (readonly WaterPoint[])[], defaultPercentPerYear: number): UptakeRate {
  const usable = fillings.filter((points) => points.length >= 2);
  const tests = sum(usable.map((p) => p.length));
  const fallback: UptakeRate = {
    percentPerYear: defaultPercentPerYear,
    low: defaultPercentPerYear * (1 - DEFAULT_RATE_BAND),
    high: defaultPercentPerYear * (1 + DEFAULT_RATE_BAND),
    from: 'default',
    tests,
    fillings: usable.length,
  };
  if (usable.length === 0) return fallback;
  const centred = usable.flatMap((points) => {
    const years = points.map((p) => yearsBetween(points[0]!.at, p.at));
    const t = mean(years);
    const w = mean(points.map((p) => p.waterPercent));
    return points.map((p, i): [number, number] => [years[i]! - t, p.waterPercent - w]);
  });
  const spread = sum(centred.map(([t]) => t * t));
  if (spread < 1e-6) return fallback;
  const { m: slope, b } = linearRegression(centred);
  const degrees = tests - usable.length - 1;
  const scatter =
    degrees > 0 ? Math.sqrt(sum(centred.map(([t, w]) => (w - slope * t - b) ** 2)) / degrees / spread) : 0;
  const standardError = Math.max(scatter, TEST_SIGMA_PERCENT / Math.sqrt(spread));
  if (standardError > (DEFAULT_RATE_BAND * defaultPercentPerYear) / 2) return fallback;
  const rate = Math.max(0, slope);
  return {
    percentPerYear: rate,
    low: Math.max(0, rate - NINETY_PERCENT * standardError),
    high: Math.max(0, rate + NINETY_PERCENT * standardError),
    from: 'ownTests',
    tests,
    fillings: usable.length,
  };
}
