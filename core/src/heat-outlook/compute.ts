/** How the outlook of a case is computed: both axles driven, with their slopes, fitted to what was read. Whoever imports this can compute one. */
import { type Axle, axles } from '../model';
import { Matrix } from 'ml-matrix';
import type { HeatCase } from './case';
import { type AxlePeaks, FIT_FINER, driveAxle, heatedCarOf, piecesOf } from './drive';
import { type FactorKey, type Factors, asReckoned, factorKeys } from './factors';
import { type HeatFit, fitOf, posteriorOf } from './fit';
import { MODEL_DIFFERS, priorRootOf } from './prior';
import { type AxleOutlook, type HeatOutlook, type HeatPart, type Peak, heatParts, outlookOf } from './outlook';

/** How far the air of the day may be from what was expected, °C. Common practice, no source. */
const AIR_SPREAD_C = 3;
/** By how much a factor is moved to see what it does. */
const NUDGE = 0.04;

/** What each axle gets to, and by how much each factor moves it. */
export interface Slopes {
  peaks: Record<Axle, AxlePeaks>;
  /** °C for a factor that is off by e. */
  byFactor: Record<Axle, Record<FactorKey, Record<HeatPart, number>>>;
  byAirC: Record<Axle, Record<HeatPart, number>>;
}

/** Whether a factor has anything to do with an axle. */
const moves = (key: FactorKey, axle: Axle): boolean => !key.startsWith(axle === 'front' ? 'rear' : 'front');
const still = Object.fromEntries(heatParts.map((p) => [p, 0])) as Record<HeatPart, number>;

/** @param at the factors where it is looked */
export function slopesAt(c: HeatCase, at: Factors): Slopes {
  const pieces = piecesOf(c.inputs, c.zones, c.session);
  const air = c.session.airTempC;
  const ofAxles = <T>(of: (axle: Axle) => T): Record<Axle, T> => ({ front: of('front'), rear: of('rear') });
  const drive = (axle: Axle, factors: Factors, airC: number, finer?: number): AxlePeaks =>
    driveAxle(heatedCarOf(c, c.session, factors), axle, pieces, airC, finer);
  // Slopes are differences: what long steps lose is lost in both.
  const base = ofAxles((axle) => drive(axle, at, air, FIT_FINER));
  const slope = (axle: Axle, factors: Factors, airC: number, by: number): Record<HeatPart, number> => {
    const to = drive(axle, factors, airC, FIT_FINER);
    return Object.fromEntries(
      heatParts.map((p) => [p, (to.peaks[p].tempC - base[axle].peaks[p].tempC) / by]),
    ) as Record<HeatPart, number>;
  };
  return {
    peaks: ofAxles((axle) => drive(axle, at, air)),
    byFactor: ofAxles(
      (axle) =>
        Object.fromEntries(
          factorKeys.map((k) => [k, moves(k, axle) ? slope(axle, { ...at, [k]: at[k] + NUDGE }, air, NUDGE) : still]),
        ) as Record<FactorKey, Record<HeatPart, number>>,
    ),
    byAirC: ofAxles((axle) => slope(axle, at, air + AIR_SPREAD_C, AIR_SPREAD_C)),
  };
}

/**
 * Peaks with their bands.
 * @param root of the prior @param covariance of the independent factors that it mixes: without readings the identity
 */
export function bandsOf(slopes: Slopes, root: Matrix, covariance: Matrix, airC: number): Record<Axle, AxleOutlook> {
  const band = (axle: Axle, part: HeatPart): Peak => {
    const g = new Matrix([factorKeys.map((k) => slopes.byFactor[axle][k][part])]).mmul(root);
    const riseC = slopes.peaks[axle].peaks[part].tempC - airC;
    const variance =
      (slopes.byAirC[axle][part] * AIR_SPREAD_C) ** 2 +
      (MODEL_DIFFERS[part] * riseC) ** 2 +
      g.mmul(covariance).mmul(g.transpose()).get(0, 0);
    return { ...slopes.peaks[axle].peaks[part], sdC: Math.sqrt(Math.max(0, variance)) };
  };
  return Object.fromEntries(
    axles.map((axle) => [axle, Object.fromEntries(heatParts.map((p) => [p, band(axle, p)]))]),
  ) as Record<Axle, AxleOutlook>;
}

export const identity = Matrix.eye(factorKeys.length);

const compute = (c: HeatCase): HeatOutlook => {
  const root = priorRootOf(c);
  const plain = slopesAt(c, asReckoned);
  const { airTempC } = c.session;
  const before = bandsOf(plain, root, identity, airTempC);
  const { parkedAtS } = plain.peaks.front;
  if (c.readings.length === 0) return { axles: before, before, parkedAtS, readings: [], factors: asReckoned };
  const fit: HeatFit = fitOf(c, root);
  return {
    axles: bandsOf(slopesAt(c, fit.factors), root, posteriorOf(fit), airTempC),
    before,
    parkedAtS,
    readings: fit.readings,
    factors: fit.factors,
  };
};

outlookOf.use(compute);

/** The outlook of a case, computed where it is not there yet. @param c with one braking zone at least */
export const computeOutlook = (c: HeatCase): HeatOutlook => outlookOf(c)!;
