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

/**
 * Finds the plateau in which a heated sample boils: the first window in which the temperature no longer rises,
 * after it has risen at all.
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
  const last = samples.at(-1);
  if (!first || !last) return null;
  const window = samples.filter((s) => s.seconds > last.seconds - windowSeconds);
  if (window.length < 5 || last.seconds - first.seconds < windowSeconds) return null;
  const temps = window.map((s) => s.tempC);
  if (mean(temps) - first.tempC < minRise) return null;
  const { m: slope } = linearRegression(window.map((s) => [s.seconds, s.tempC]));
  if (Math.abs(slope) > maxSlope) return null;
  return {
    boilingPointC: mean(temps),
    standardErrorC: standardDeviation(temps) / Math.sqrt(window.length),
    fromSeconds: window[0]!.seconds,
  };
}
