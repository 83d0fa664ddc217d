/** One slowing out of noisy samples of speed: where it began and ended, and how hard it was. */
import { linearRegression } from 'simple-statistics';

/** Time since the run began and speed, as they are stored: thousandths of a second, hundredths of a km/h. */
export interface SpeedSample {
  seconds: number;
  kmh: number;
}

export interface Slowing {
  startS: number;
  endS: number;
  fromKmh: number;
  toKmh: number;
  /** Mean over the braking, as a share of g. */
  decelG: number;
  /** Longest time without a sample while it lasted, s. */
  gapS: number;
}

const G_KMH_PER_S = 9.80665 * 3.6;
/** Off the line of the braking by more than this a sample is not of it, km/h: over the noise of a phone. */
const OFF_LINE_KMH = 3;
/** What a car does before and after the brakes, km/h a second: between rolling out and hard acceleration. */
const SLOPES = { least: -2.5, most: 14 } as const;
/** How long before and after a slowing its neighbours say where speed was going, s. */
const NEIGHBOURS_S = 2.2;

const slopeOf = (s: readonly SpeedSample[]): number =>
  s.length < 2
    ? 0
    : Math.max(SLOPES.least, Math.min(SLOPES.most, linearRegression(s.map((p) => [p.seconds, p.kmh])).m));

const meanOf = (s: readonly SpeedSample[], of: 'seconds' | 'kmh'): number =>
  s.reduce((sum, p) => sum + p[of], 0) / s.length;

/** Speed that rises by more than this on the way back is of what came before, km/h. */
const EARLIER_KMH = 14;

/**
 * The samples of the last slowing, with the end of the rise before it.
 * @param lowS when it was lowest
 */
export function ofLastSlowing(samples: readonly SpeedSample[], lowS: number): readonly SpeedSample[] {
  let i = samples.length - 1;
  while (i > 0 && samples[i]!.seconds > lowS) i -= 1;
  let high = samples[i]?.kmh ?? 0;
  while (i > 0 && samples[i - 1]!.kmh > high - EARLIER_KMH) {
    i -= 1;
    high = Math.max(high, samples[i]!.kmh);
  }
  return samples.slice(i);
}

/** How far speed may have gone unseen between a sample and the next, km/h. */
const unseenKmh = (samples: readonly SpeedSample[], i: number): number =>
  Math.min(12, 14 * Math.max(0, (samples[i + 1]?.seconds ?? 0) - (samples[i]?.seconds ?? 0) - 0.1));

/**
 * Fits a slowing: the line of its middle, met by what speed did before and after.
 * @param samples oldest first, from a few seconds before the highest to a few after the lowest
 * @returns null where speed never falls
 */
export function fitSlowing(samples: readonly SpeedSample[]): Slowing | null {
  let low = samples.length - 1;
  for (let i = samples.length - 1; i >= 0; i--) if (samples[i]!.kmh < samples[low]!.kmh) low = i;
  let high = 0;
  for (let i = 0; i <= low; i++) if (samples[i]!.kmh >= samples[high]!.kmh) high = i;
  if (high >= low) return null;
  // A car rolls at its highest before it is braked: the braking begins where it last was near it.
  const highestKmh = samples[high]!.kmh;
  for (let i = low; i > high; i--)
    if (samples[i]!.kmh >= highestKmh - OFF_LINE_KMH) {
      high = i;
      break;
    }
  const [top, foot] = [samples[high]!, samples[low]!];
  const drop = top.kmh - foot.kmh;
  const whole = samples.slice(high, low + 1);
  const middle = whole.filter((p) => p.kmh < top.kmh - 0.15 * drop && p.kmh > foot.kmh + 0.15 * drop);
  const line = linearRegression((middle.length >= 2 ? middle : whole).map((p) => [p.seconds, p.kmh]));
  // Of one sample a second the two ends are both too mild: the steepest pair says more.
  const steepest = Math.min(
    ...whole.slice(1).map((p, i) => (p.kmh - whole[i]!.kmh) / Math.max(1e-3, p.seconds - whole[i]!.seconds)),
  );
  const m = middle.length >= 2 ? line.m : steepest;
  if (!(m < 0)) return null;
  const onLine = middle.length >= 1 ? middle : whole;
  const b = meanOf(onLine, 'kmh') - m * meanOf(onLine, 'seconds');
  const at = (seconds: number): number => m * seconds + b;
  // Backwards from the middle to where speed was not falling yet, forwards to where it did not fall any more.
  const middleS = meanOf(onLine, 'seconds');
  let before = -1;
  for (let i = 0; i < samples.length && samples[i]!.seconds < middleS; i++)
    if (at(samples[i]!.seconds) - samples[i]!.kmh > OFF_LINE_KMH) before = i;
  let after = samples.length;
  for (let i = samples.length - 1; i >= 0 && samples[i]!.seconds > middleS; i--)
    if (samples[i]!.kmh - at(samples[i]!.seconds) > OFF_LINE_KMH) after = i;
  const meets = (neighbours: readonly SpeedSample[], slope: number): SpeedSample => {
    const [s, v] = [meanOf(neighbours, 'seconds'), meanOf(neighbours, 'kmh')];
    const seconds = (v - slope * s - b) / (m - slope);
    return { seconds, kmh: at(seconds) };
  };
  const earlier =
    before < 0 ? [] : samples.slice(0, before + 1).filter((p) => p.seconds >= samples[before]!.seconds - NEIGHBOURS_S);
  const later = samples.slice(after).filter((p) => p.seconds <= (samples[after]?.seconds ?? 0) + NEIGHBOURS_S);
  const start = earlier.length > 0 ? meets(earlier, slopeOf(earlier)) : top;
  const end = later.length > 0 ? meets(later, slopeOf(later)) : foot;
  const between = samples.filter((p) => p.seconds >= start.seconds - 0.01 && p.seconds <= end.seconds + 0.01);
  const edges = [start.seconds, ...between.map((p) => p.seconds), end.seconds];
  return {
    startS: Math.min(start.seconds, end.seconds - 0.05),
    endS: end.seconds,
    // What was measured bounds what is drawn through it, but for what lies between two samples.
    fromKmh: Math.min(Math.max(start.kmh, top.kmh - 1.5), highestKmh + unseenKmh(samples, before)),
    toKmh: Math.max(0, Math.max(Math.min(end.kmh, foot.kmh + 1.5), foot.kmh - unseenKmh(samples, after - 1))),
    decelG: -m / G_KMH_PER_S,
    gapS: Math.max(...edges.slice(1).map((s, i) => s - edges[i]!)),
  };
}
