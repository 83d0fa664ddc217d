/** Which figure, if somebody measured it, would narrow the band most. */
import type { HeatCase } from './case';
import { Matrix, inverse } from 'ml-matrix';
import { asReckoned, factorKeys } from './factors';
import { fitOf, posteriorOf } from './fit';
import { type HeatInputKey, heatInputKeys } from './inputs';
import { bandsOf, computeOutlook, identity, slopesAt } from './compute';
import { edgeOf, hottestAxle } from './outlook';
import { countsAtAll, priorRootOf } from './prior';

export interface Unknown {
  key: HeatInputKey;
  /** Half of the band of the fluid's peak, °C: now, and when this figure is known. */
  halfNowC: number;
  halfThenC: number;
}

/** Less than this is not worth a trip to the scales, °C. */
const WORTH_C = 0.5;

/**
 * What is still a default, the one that widens the band most first.
 * @param certaintyPercent of the edges of the band
 */
export function unknownsOf(c: HeatCase, certaintyPercent: number): Unknown[] {
  const root = priorRootOf(c);
  const fit = c.readings.length > 0 ? fitOf(c, root) : null;
  const slopes = slopesAt(c, fit?.factors ?? asReckoned);
  const axle = hottestAxle(computeOutlook(c).axles, 'fluidC', certaintyPercent);
  const n = factorKeys.length;
  const unmixed = inverse(root);
  const halfWith = (changed: HeatCase): number => {
    const then = priorRootOf(changed);
    // What was read says as much of a factor as before; in its new spreads it says it with another figure.
    const rescaled = unmixed.mmul(then);
    const rows = fit?.jacobian.map((row) => [
      ...new Matrix([row.slice(0, n)]).mmul(rescaled).getRow(0),
      ...row.slice(n),
    ]);
    const covariance = fit && rows ? posteriorOf({ jacobian: rows, inflation: fit.inflation }) : identity;
    const peak = bandsOf(slopes, then, covariance, c.session.airTempC)[axle].fluidC;
    return edgeOf(peak, certaintyPercent) - peak.tempC;
  };
  const halfNowC = halfWith(c);
  return heatInputKeys
    .filter((key) => c.inputs[key].isDefault && countsAtAll(c, key))
    .map((key) => {
      const input = c.inputs[key];
      const known = { ...c, inputs: { ...c.inputs, [key]: { ...input, spread: input.spreadMeasured } } };
      return { key, halfNowC, halfThenC: halfWith(known) };
    })
    .filter((u) => u.halfNowC - u.halfThenC >= WORTH_C)
    .sort((a, b) => a.halfThenC - b.halfThenC);
}
