/**
 * What a few readings can tell: six factors by which the car may differ from what is reckoned, each standing for all the figures that work
 * the same way. Their spreads are those of the figures and of the model together.
 */
import type { Axle } from '../model';
import type { HeatCase } from './case';
import { type HeatInputKey, heatInputKeys } from './inputs';

export const factorKeys = ['energy', 'split', 'cooling', 'rotorMass', 'padPath', 'caliper'] as const;
export type FactorKey = (typeof factorKeys)[number];
/** Logarithms; of the split, a shift of its logit. 0 is as reckoned. */
export type Factors = Record<FactorKey, number>;
export const asReckoned: Factors = { energy: 0, split: 0, cooling: 0, rotorMass: 0, padPath: 0, caliper: 0 };

/** How far the model itself may be off: so far that another one, by a textbook, lies within (see the oracle beside the tests). Calvik's own figures. */
const modelSpread: Factors = { energy: 0.06, split: 0.1, cooling: 0.14, rotorMass: 0.02, padPath: 0.25, caliper: 0.25 };

/**
 * What no factor can take up: another model, fitted to the same readings, still differs by this share of a part's rise over the air. Calvik's own
 * figures, by the oracle beside the tests.
 */
export const MODEL_DIFFERS: Record<'faceC' | 'rotorC' | 'padsC' | 'caliperC' | 'fluidC', number> = {
  faceC: 0.08,
  rotorC: 0.1,
  padsC: 0.12,
  caliperC: 0.1,
  fluidC: 0.13,
};

/** By how much a factor changes where a figure is one per cent off, for an outlook of one axle: the other one's figures work through the split alone. */
export const loadingsFor = (axle: Axle): Partial<Record<HeatInputKey, Partial<Factors>>> => ({
  massKg: { energy: 1 },
  dragAreaM2: { energy: -0.12 },
  tyreGrip: { energy: 0.1, split: -0.3 },
  wheelbaseMm: { split: -0.2 },
  cgHeightMm: { split: 0.2 },
  frontWeightPercent: { split: 0.4 },
  rearPressurePercent: { split: -1 },
  frontRadiusMm: { split: 1 },
  rearRadiusMm: { split: -1 },
  frontFriction: { split: 1 },
  rearFriction: { split: -1 },
  [`${axle}RotorKg`]: { rotorMass: 1 },
  [`${axle}PadAreaMm2`]: { padPath: 1 },
  [`${axle}PadMm`]: { padPath: -0.5 },
  ...(axle === 'front' ? { ductFactor: { cooling: 1 } } : {}),
});

/** The axle that takes more of the work: its figures set the spreads. */
export const workingAxle = ({ axles, inputs }: Pick<HeatCase, 'axles' | 'inputs'>): Axle =>
  axles.rear.pistonAreaMm2 * inputs.rearRadiusMm.value * (inputs.rearPressurePercent.value / 100) >
  1.3 * axles.front.pistonAreaMm2 * inputs.frontRadiusMm.value
    ? 'rear'
    : 'front';

/** Which figures count at all: a duct factor only where ducts are on. */
const counts = (c: Pick<HeatCase, 'session'>, key: HeatInputKey): boolean =>
  key !== 'ductFactor' || c.session.ducts === 'on';

/** What a figure adds to the variance of each factor. */
export function variancesOf(
  c: Omit<HeatCase, 'readings' | 'zones'>,
  key: HeatInputKey,
  spread: number,
): Partial<Factors> {
  const loading = loadingsFor(workingAxle(c))[key] ?? {};
  if (!counts(c, key)) return {};
  return Object.fromEntries(Object.entries(loading).map(([factor, l]) => [factor, (l * spread) ** 2]));
}

/** Standard deviation of each factor, by the figures as sure as they are. */
export function factorSpreads(c: Omit<HeatCase, 'readings' | 'zones'>): Factors {
  const variance = Object.fromEntries(factorKeys.map((k) => [k, modelSpread[k] ** 2])) as Factors;
  for (const key of heatInputKeys)
    for (const [factor, v] of Object.entries(variancesOf(c, key, c.inputs[key].spread)) as [FactorKey, number][])
      variance[factor] += v;
  return Object.fromEntries(factorKeys.map((k) => [k, Math.sqrt(variance[k])])) as Factors;
}
