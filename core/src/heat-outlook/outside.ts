/** Where the model no longer speaks: a figure that it was never tried on, or hotter than the parts could be. */
import { type Axle, type Measure, axles } from '../model';
import type { HeatCase } from './case';
import type { HeatInputKey } from './inputs';
import type { HeatOutlook } from './outlook';

/**
 * Hottest that is believed of a computed peak, °C. Grey iron begins to melt at about 1,150 °C (eutectic of iron and carbon, from memory): a face near that, or a
 * rotor glowing through, is a slip in the figures and no brake. The binder of carbon-ceramic lasts longer. Calvik's own figures.
 */
const MOST_C = {
  greyIron: { faceC: 1050, rotorC: 850 },
  carbonCeramic: { faceC: 1400, rotorC: 1200 },
} as const;
/** Every fluid has boiled away long before, °C. */
const MOST_FLUID_C = 400;

/** What figures of a car the model was made for. Calvik's own figures: kart-like cars and lorries lie outside. */
const ranges = {
  massKg: { low: 400, high: 3500 },
  tyreGrip: { low: 0.5, high: 3 },
  wheelbaseMm: { low: 1500, high: 3800 },
  cgHeightMm: { low: 200, high: 1000 },
  frontWeightPercent: { low: 25, high: 72 },
  frontRadiusMm: { low: 60, high: 220 },
  rearRadiusMm: { low: 60, high: 220 },
  frontRotorKg: { low: 1.5, high: 25 },
  rearRotorKg: { low: 1.5, high: 25 },
  frontPadAreaMm2: { low: 1000, high: 30_000 },
  rearPadAreaMm2: { low: 800, high: 30_000 },
  frontPadMm: { low: 1, high: 35 },
  rearPadMm: { low: 1, high: 35 },
} as const satisfies Partial<Record<HeatInputKey, { low: number; high: number }>>;
export type RangedFigure = keyof typeof ranges;
const MOST_KMH = 400;

/** A part of a corner that comes out hotter than it could be. */
export interface TooHot {
  what: 'tooHot';
  axle: Axle;
  part: 'faceC' | 'rotorC' | 'fluidC';
  tempC: number;
  mostC: number;
}
/** A figure that the model was not made for. */
export interface FigureOutside {
  what: 'figure';
  key: RangedFigure | 'fromKmh';
  measure: Measure;
  value: number;
  low: number;
  high: number;
}
export type OutsideModel = TooHot | FigureOutside;

/** The first figure of a case that lies outside what the model was made for; null where all lie within. */
export function figureOutside(c: Pick<HeatCase, 'inputs' | 'zones'>): FigureOutside | null {
  for (const key of Object.keys(ranges) as RangedFigure[]) {
    const { low, high } = ranges[key];
    const { value, measure } = c.inputs[key];
    if (!(value >= low && value <= high)) return { what: 'figure', key, measure, value, low, high };
  }
  const fastest = Math.max(0, ...c.zones.map((z) => z.fromKmh));
  return fastest > MOST_KMH
    ? { what: 'figure', key: 'fromKmh', measure: 'speed', value: fastest, low: 0, high: MOST_KMH }
    : null;
}

/** Why nothing is said of a case that was computed: a figure, or what comes of it; null where the model speaks. */
export function outsideModel(
  { axles: found }: Pick<HeatOutlook, 'axles'>,
  c: Pick<HeatCase, 'axles' | 'inputs' | 'zones'>,
): OutsideModel | null {
  const figure = figureOutside(c);
  if (figure) return figure;
  for (const axle of axles)
    for (const part of ['rotorC', 'faceC', 'fluidC'] as const) {
      const mostC = part === 'fluidC' ? MOST_FLUID_C : MOST_C[c.axles[axle].material][part];
      const { tempC } = found[axle][part];
      if (!(tempC <= mostC)) return { what: 'tooHot', axle, part, tempC, mostC };
    }
  return null;
}
