/**
 * What a few readings can tell: factors by which the car may differ from what is reckoned, each standing for all the figures that work the same way. What
 * it stops and how it shares that out is of the car; how a corner heats and cools is of each axle.
 */
import { type Axle, axles } from '../model';

export const axleFactors = ['cooling', 'rotorMass', 'padPath', 'caliper'] as const;
export type AxleFactor = (typeof axleFactors)[number];
export const factorKeys = [
  'energy',
  'split',
  'frontCooling',
  'rearCooling',
  'frontRotorMass',
  'rearRotorMass',
  'frontPadPath',
  'rearPadPath',
  'frontCaliper',
  'rearCaliper',
] as const;
export type FactorKey = (typeof factorKeys)[number];
/** Logarithms; of the split, a shift of its logit. 0 is as reckoned. */
export type Factors = Record<FactorKey, number>;
/** Of each factor what is asked for. */
export const factorsOf = (value: (key: FactorKey) => number): Factors =>
  Object.fromEntries(factorKeys.map((key) => [key, value(key)])) as Factors;
export const asReckoned: Factors = factorsOf(() => 0);

/** A factor of an axle, as it is called among all. @example axleFactor('rear', 'padPath') // 'rearPadPath' */
export const axleFactor = (axle: Axle, factor: AxleFactor): FactorKey =>
  `${axle}${factor[0]!.toUpperCase()}${factor.slice(1)}` as FactorKey;

/** Factors that are the same at both axles. */
export const alike = (car: Record<AxleFactor | 'energy' | 'split', number>): Factors => ({
  ...asReckoned,
  energy: car.energy,
  split: car.split,
  ...Object.fromEntries(
    axles.flatMap((axle) => axleFactors.map((factor) => [axleFactor(axle, factor), car[factor]] as const)),
  ),
});
