/** The outlook of a case: peaks of both axles with their bands, fitted to what was read. How it is computed stands apart: see `compute.ts`. */
import { probit } from 'simple-statistics';
import type { Axle } from '../model';
import type { HeatCase } from './case';
import type { Factors } from './factors';
import { once } from './once';

/** Parts of a corner whose heat is reckoned. */
export const heatParts = ['faceC', 'rotorC', 'padsC', 'caliperC', 'fluidC'] as const;
export type HeatPart = (typeof heatParts)[number];

/** A reading against what is computed for it. */
export interface FittedReading {
  id: string;
  /** What the model says for it before and after the fit, °C. */
  beforeC: number;
  afterC: number;
  /** What was read; of steps, what they leave open. */
  low: number | null;
  high: number | null;
  /** Distance after the fit in standard deviations of the reading; 0 where the model lies within the steps. */
  offBy: number;
  /** Too far off to be chance: look at it, or take it back. */
  isMisfit: boolean;
}

/** A peak with how sure it is. */
export interface Peak {
  tempC: number;
  /** Standard deviation, °C. */
  sdC: number;
  /** Since the session began, s. */
  atS: number;
}
export type AxleOutlook = Record<HeatPart, Peak>;

export interface HeatOutlook {
  axles: Record<Axle, AxleOutlook>;
  /** The same before anything that was read is taken into account. */
  before: Record<Axle, AxleOutlook>;
  parkedAtS: number | null;
  readings: FittedReading[];
  /** What the readings made of the model. */
  factors: Factors;
}

/** What of a case its outlook follows from: not where its figures came from. */
const caseKey = ({ inputs, ...rest }: HeatCase): string =>
  JSON.stringify([Object.values(inputs).map(({ value, spread }) => [value, spread]), rest]);

/**
 * The outlook of a case. The same case is computed once: a screen, a gate and a list ask for the same one.
 * @param c with one braking zone at least
 * @returns null where it is not there and nothing here can compute it
 */
export const outlookOf = once<HeatCase, HeatOutlook>(caseKey);

/**
 * Upper or lower edge of a peak.
 * @param certaintyPercent so often the true one lies on this side of the edge @example edgeOf({ tempC: 200, sdC: 10, atS: 0 }, 90) // 212.8
 */
export const edgeOf = ({ tempC, sdC }: Peak, certaintyPercent: number): number =>
  tempC + sdC * probit(certaintyPercent / 100);

/** The axle whose part may get hottest, by the upper edge. */
export const hottestAxle = (o: Record<Axle, AxleOutlook>, part: HeatPart, certaintyPercent: number): Axle =>
  edgeOf(o.rear[part], certaintyPercent) > edgeOf(o.front[part], certaintyPercent) ? 'rear' : 'front';
