/** The course of a session, as curves to draw and rows to read. */
import { type Axle, axles } from '../model';
import type { HeatCase } from './case';
import { driveAxle, heatedCarOf, piecesOf } from './drive';
import type { Factors } from './factors';
import { type HeatPart, heatParts } from './outlook';

/** Temperatures at even times; of the rotor's face the highest since the point before, of the rest as they are. */
export interface HeatCurve {
  minutes: number[];
  tempsC: Record<HeatPart, number[]>;
}

/**
 * The curves of both axles.
 * @param points of each curve, at least 2 @param progress told now and then, from 0 to 1
 */
export function heatCurves(
  c: HeatCase,
  factors: Factors,
  points: number,
  progress: (share: number) => void = () => undefined,
): Record<Axle, HeatCurve> {
  const pieces = piecesOf(c.inputs, c.zones, c.session);
  const totalS = pieces.reduce((sum, p) => sum + p.seconds, 0);
  const everyS = totalS / (points - 1);
  const car = heatedCarOf(c, c.session, factors);
  const curveOf = (axle: Axle, done: number): HeatCurve => {
    const curve: HeatCurve = { minutes: [], tempsC: { faceC: [], rotorC: [], padsC: [], caliperC: [], fluidC: [] } };
    let hottestC = -Infinity;
    driveAxle(car, axle, pieces, c.session.airTempC, 1, (s) => {
      hottestC = Math.max(hottestC, s.faceC);
      if (s.seconds < curve.minutes.length * everyS - 1e-6) return;
      curve.minutes.push(s.seconds / 60);
      for (const part of heatParts) curve.tempsC[part].push(part === 'faceC' ? hottestC : s[part]);
      hottestC = -Infinity;
      if (curve.minutes.length % 20 === 0) progress(done + (0.5 * s.seconds) / totalS);
    });
    return curve;
  };
  return Object.fromEntries(axles.map((axle, i) => [axle, curveOf(axle, i / 2)])) as Record<Axle, HeatCurve>;
}
