import { linearRegression, mean, standardDeviation } from 'simple-statistics';

export interface HeatingSample {
  /** seconds since heating began */
  seconds: number;
  tempC: number;
}

export interface Plateau {
  boilingPointC: number;
  /** Standard error of the mean over the plateau, °C */
  standardErrorC: number;
  fromSeconds: number;
}

/** No brake fluid boils below this, however wet and however high up, °C: water alone boils at 90 °C on a pass of 3,000 m. */
const LOWEST_C = 90;
/** A heater slower than this cannot be told from one that fades, °C/s. Calvik's own figure, as the three that follow. */
const SLOWEST_HEATING = 1.2;
/** Flat is at most this share of the heating before it: a slow heater climbs slowly, and is not boiling. */
const FLAT_SHARE = 0.1;
/** Right before it boils the sample still climbs by this share of its fastest: one that only loses its heat slows down bit by bit. */
const CLIMBING_SHARE = 0.3;
/** Within so long before the plateau, s: the last of the climb bends over. */
const BEND_SECONDS = 8;
/** A probe that slips out of the fluid reads less than what was reached before, °C. */
const BELOW_HIGHEST_C = 6;

const slopeOf = (samples: readonly HeatingSample[]): number =>
  linearRegression(samples.map((s) => [s.seconds, s.tempC])).m;

/**
 * Finds the plateau in which a heated sample boils: the first window in which the temperature no longer rises, after it has risen at all, where the
 * end of the rise is not the heater's own. A slow or fading heater, a probe that slips out, and a pause are no plateau.
 * @param samples in order of time
 * @param options `windowSeconds`: how long it must hold; `maxSlope`: °C/s that still count as flat;
 *   `minRise`: °C the sample must have risen first, so that a cold start is no plateau
 * @returns the mean over the window, or null while there is none
 */
export function findPlateau(
  samples: readonly HeatingSample[],
  { windowSeconds = 8, maxSlope = 0.15, minRise = 40 } = {},
): Plateau | null {
  const first = samples[0];
  if (!first) return null;
  let highestC = first.tempC;
  let start = 0;
  const slopes: { endS: number; perS: number }[] = [];
  for (let end = 0; end < samples.length; end++) {
    const now = samples[end]!;
    highestC = Math.max(highestC, now.tempC);
    while (samples[start]!.seconds <= now.seconds - windowSeconds) start += 1;
    if (end - start < 4 || now.seconds - first.seconds < windowSeconds) continue;
    const window = samples.slice(start, end + 1);
    const perS = slopeOf(window);
    slopes.push({ endS: now.seconds, perS });
    const boilingPointC = mean(window.map((s) => s.tempC));
    const fastest = Math.max(...slopes.map((s) => s.perS));
    const fromSeconds = window[0]!.seconds;
    const climbing = Math.max(
      ...slopes
        .filter((s) => s.endS <= fromSeconds + windowSeconds / 2 && s.endS > fromSeconds - BEND_SECONDS)
        .map((s) => s.perS),
    );
    if (
      fastest >= SLOWEST_HEATING &&
      boilingPointC >= LOWEST_C &&
      boilingPointC - first.tempC >= minRise &&
      boilingPointC > highestC - BELOW_HIGHEST_C &&
      Math.abs(perS) <= Math.min(maxSlope, FLAT_SHARE * fastest) &&
      climbing >= CLIMBING_SHARE * fastest
    )
      return {
        boilingPointC,
        standardErrorC: standardDeviation(window.map((s) => s.tempC)) / Math.sqrt(window.length),
        fromSeconds,
      };
  }
  return null;
}
