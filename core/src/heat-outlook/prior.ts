/**
 * How far the factors may be off before anything was read: their spreads are those of the figures and of the model together. The model errs at both axles
 * alike for the most part, the figures do not.
 */
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { axles } from '../model';
import type { HeatCase } from './case';
import { type Factors, alike, axleFactor, axleFactors, factorKeys, factorsOf } from './factors';
import { type HeatInputKey, heatInputKeys, motorsLeft } from './inputs';

/** How far the model itself may be off: so far that another one, by a textbook, lies within (see the oracle beside the tests). Calvik's own figures. */
const modelSpread = alike({ energy: 0.06, split: 0.1, cooling: 0.14, rotorMass: 0.02, padPath: 0.28, caliper: 0.4 });
/** Of the model's own variance, how much is the same at both axles. Calvik's own figure: the equations are the same, vents and airs are not. */
const SAME_AT_BOTH = 0.7;

/**
 * What no factor can take up: another model, fitted to the same readings, still differs by this share of a part's rise over the air. Calvik's own
 * figures, by the oracle beside the tests.
 */
export const MODEL_DIFFERS: Record<'faceC' | 'rotorC' | 'padsC' | 'caliperC' | 'fluidC', number> = {
  faceC: 0.02,
  rotorC: 0.04,
  padsC: 0.13,
  caliperC: 0.04,
  fluidC: 0.06,
};

/** By how much a factor changes where a figure is one per cent off. */
const loadings: Partial<Record<HeatInputKey, Partial<Factors>>> = {
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
  frontRotorKg: { frontRotorMass: 1 },
  rearRotorKg: { rearRotorMass: 1 },
  frontPadAreaMm2: { frontPadPath: 1 },
  rearPadAreaMm2: { rearPadPath: 1 },
  frontPadMm: { frontPadPath: -0.5 },
  rearPadMm: { rearPadPath: -0.5 },
  ductFactor: { frontCooling: 1 },
};

type Figures = Pick<HeatCase, 'inputs' | 'session'>;

/** Which figures count at all: a duct factor only where ducts are on. */
function loadingOf(c: Figures, key: HeatInputKey): Partial<Factors> {
  if (key === 'ductFactor' && c.session.ducts !== 'on') return {};
  if (key === 'motorSharePercent' || key === 'motorLeftPercent') {
    const share = (c.inputs.motorSharePercent.value / 100) * motorsLeft(c.inputs, c.session);
    return share > 0 ? { energy: -share / (1 - share) } : {};
  }
  return loadings[key] ?? {};
}

/** Whether it widens any band that a figure is not known. */
export const countsAtAll = (c: Figures, key: HeatInputKey): boolean => Object.keys(loadingOf(c, key)).length > 0;

/** Covariance of the factors before anything was read: by the figures, as sure as they are, and by the model. */
export function priorOf(c: Figures): Matrix {
  const prior = Matrix.diag(factorKeys.map((key) => modelSpread[key] ** 2));
  for (const factor of axleFactors) {
    const [front, rear] = axles.map((axle) => factorKeys.indexOf(axleFactor(axle, factor))) as [number, number];
    const both = SAME_AT_BOTH * modelSpread[axleFactor('front', factor)] ** 2;
    prior.set(front, rear, both);
    prior.set(rear, front, both);
  }
  for (const key of heatInputKeys) {
    const row = new Matrix([factorKeys.map((k) => (loadingOf(c, key)[k] ?? 0) * c.inputs[key].spread)]);
    prior.add(row.transpose().mmul(row));
  }
  return prior;
}

/** Lower triangle L of the prior, `L·Lᵀ`: independent factors of spread 1, mixed by it, are factors as they are before anything was read. */
export const priorRootOf = (c: Figures): Matrix => new CholeskyDecomposition(priorOf(c)).lowerTriangularMatrix;

/** Standard deviation of each factor, by the figures as sure as they are. */
export function factorSpreads(c: Figures): Factors {
  const prior = priorOf(c);
  return factorsOf((key) => Math.sqrt(prior.get(factorKeys.indexOf(key), factorKeys.indexOf(key))));
}

/** The factors that a vector of independent ones of spread 1 stands for. */
export const factorsFrom = (root: Matrix, z: ArrayLike<number>): Factors =>
  factorsOf((key) => {
    const row = factorKeys.indexOf(key);
    let sum = 0;
    for (let k = 0; k <= row; k++) sum += root.get(row, k) * z[k]!;
    return sum;
  });
