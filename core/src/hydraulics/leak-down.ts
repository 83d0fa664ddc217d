import { linearRegression, mean, sum } from 'simple-statistics';
import {
  type Figure,
  type Finding,
  type LeakDownTest,
  PRACTICE,
  fromFact,
  input,
  kilopascals,
  makeFigure,
} from '../model';
import { hydraulicsFinding } from './findings';

/** A hold shorter than this says nothing, s; and a loss above this share a minute is a leak. Common practice, no source; own figures. */
export const MIN_HOLD_S = 120;
export const MAX_LOSS_PERCENT_PER_MIN = 1.5;
/** How well a gauge can be read, kPa: half a division of a usual one. Own figure. */
const GAUGE_READ_TO_KPA = 1;

export interface LeakDownJudgement {
  finding: Finding;
  /** Loss of pressure per minute, fitted to all readings. */
  loss: Figure | null;
  heldSeconds: number;
}

/**
 * Decay of pressure `p = p₀·e^(−λt)`, fitted by least squares to ln p.
 * @returns λ in 1/s with its standard error (by the scatter about the line, no less than a gauge can be read to), and the pressure at the
 * beginning by the fit, kPa; null without two readings above zero
 */
export function fitDecay(
  readings: readonly { seconds: number; pressureKpa: number }[],
): { perSecond: number; standardError: number; startKpa: number } | null {
  const points = readings.filter((r) => r.pressureKpa > 0);
  if (points.length < 2 || new Set(points.map((p) => p.seconds)).size < 2) return null;
  const { m, b } = linearRegression(points.map((p) => [p.seconds, Math.log(p.pressureKpa)]));
  const middle = mean(points.map((p) => p.seconds));
  const spread = sum(points.map((p) => (p.seconds - middle) ** 2));
  const misses = sum(points.map((p) => (Math.log(p.pressureKpa) - b - m * p.seconds) ** 2));
  const scatter = points.length > 2 ? Math.sqrt(misses / (points.length - 2)) : 0;
  const readTo = GAUGE_READ_TO_KPA / mean(points.map((p) => p.pressureKpa));
  return { perSecond: -m, standardError: Math.max(scatter, readTo) / Math.sqrt(spread), startKpa: Math.exp(b) };
}

/** Judges a timed hold of the pressure bleeder on the dry system. While the hold is short, a leak is called only when it is beyond doubt. */
export function judgeLeakDown(
  hold: Pick<LeakDownTest, 'id' | 'readings'>,
  ceilingKpa: number | null,
): LeakDownJudgement {
  const times = hold.readings.map((r) => r.seconds);
  const heldSeconds = Math.max(...times) - Math.min(...times);
  const fit = fitDecay(hold.readings);
  const highest = Math.max(...hold.readings.map((r) => r.pressureKpa));
  const loss =
    fit &&
    makeFigure(
      'Loss a minute',
      100 * (1 - Math.exp(-60 * fit.perSecond)),
      'share',
      '1 − e^(−60·λ), λ from the slope of ln p against time',
      [
        input('readings', hold.readings.length, 'ratio', fromFact(hold.id, 'Gauge')),
        input('pressure at the start, fitted', fit.startKpa, 'pressure', fromFact(hold.id, 'Gauge')),
        input('held, s', heldSeconds, 'ratio', fromFact(hold.id, 'Gauge')),
        input('λ, 1/s', fit.perSecond, 'ratio', fromFact(hold.id, 'Least squares over all readings')),
      ],
      PRACTICE,
      { note: 'Air that warms up hides a leak, air that cools down shows one that is not there.' },
    );
  return { finding: verdictOn(fit, loss, heldSeconds, highest, ceilingKpa), loss, heldSeconds };
}

function verdictOn(
  fit: ReturnType<typeof fitDecay>,
  loss: Figure | null,
  heldSeconds: number,
  highestKpa: number,
  ceilingKpa: number | null,
): Finding {
  if (ceilingKpa !== null && highestKpa > ceilingKpa)
    return hydraulicsFinding(
      'pressureOverCeiling',
      'needsWork',
      {},
      { pressure: kilopascals(highestKpa), ceiling: kilopascals(ceilingKpa) },
    );
  if (!loss || !fit) return hydraulicsFinding('noPressure', 'needsWork', {}, {});
  const atLeast = 100 * (1 - Math.exp(-60 * (fit.perSecond - 2 * fit.standardError)));
  const lossPercentPerMin = Math.max(0, loss.value);
  if ((heldSeconds < MIN_HOLD_S ? atLeast : loss.value) > MAX_LOSS_PERCENT_PER_MIN)
    return hydraulicsFinding('leaksDown', 'needsWork', {}, { lossPercentPerMin });
  return heldSeconds < MIN_HOLD_S
    ? hydraulicsFinding('holdGoesOn', 'watch', {}, { heldSeconds: Math.round(heldSeconds), minSeconds: MIN_HOLD_S })
    : hydraulicsFinding('holdsPressure', 'inOrder', {}, { lossPercentPerMin });
}
