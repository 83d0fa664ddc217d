import { type Instant, dateIn, longDate, yearsBetween } from '../calendar';
import type { Figure, Origin, WorkingInput } from '../model';
import {
  FALL_BAND,
  type LabelPoints,
  MAX_WATER_PERCENT,
  boilingPointAt,
  curveConstant,
  curveSlope,
  waterFromBoilingPoint,
} from './curve';
import { STANDARD_KPA, atPressure } from './pressure';
import type { Filling, FluidState } from './state';
import type { UptakeRate } from './uptake';

/** Where a projection begins: the best that is known about the fluid at some moment. */
export interface Anchor {
  basis: 'boilingTest' | 'pen' | 'bottleTest' | 'label';
  at: Instant;
  waterPercent: number;
  label: LabelPoints;
  /** How far the boiling point at the anchor itself may be off, °C. */
  toleranceC: number;
  beyondModel: boolean;
  origin: Origin;
}

/** A boiling tester reads within about this. Common practice, no source. */
const TESTER_TOLERANCE_C = 4;
/** A moisture pen is fooled by the type of fluid: about this much water either way. Common practice, no source. */
export const PEN_TOLERANCE_PERCENT = 1;
/** New fluid meets its label within about this. Common practice, no source. */
const LABEL_TOLERANCE_C = 5;

/** The best starting point of a filling: a boiling test outranks a pen, a pen outranks the label. */
export function anchorOf(filling: Filling, timeZone: string): Anchor | null {
  const on = (at: Instant): string => longDate(dateIn(at, timeZone));
  const test = filling.tests.at(-1);
  if (test) {
    const above = test.water.outside === 'aboveDryLabel' && filling.labelFrom === 'grade';
    return {
      basis: 'boilingTest',
      at: test.test.at,
      waterPercent: test.water.waterPercent,
      // A fluid nobody knows that boils above its grade's minimum is simply a better fluid.
      label: above ? { ...filling.label, dryBoilingPointC: test.standardC } : filling.label,
      toleranceC: TESTER_TOLERANCE_C,
      beyondModel: test.water.outside === 'beyondModel',
      origin: { from: 'fact', factId: test.test.id, label: `Boiling test of ${on(test.test.at)}` },
    };
  }
  const pen = filling.pens.at(-1);
  if (pen) {
    const water = Math.min(MAX_WATER_PERCENT, pen.waterPercent);
    return {
      basis: 'pen',
      at: pen.at,
      waterPercent: water,
      label: filling.label,
      toleranceC: PEN_TOLERANCE_PERCENT * curveSlope(water, filling.label),
      beyondModel: pen.waterPercent >= MAX_WATER_PERCENT,
      origin: { from: 'fact', factId: pen.id, label: `Moisture pen, ${on(pen.at)}` },
    };
  }
  if (!filling.exchange) return null;
  const bottleTest = filling.bottleTest;
  return {
    basis: bottleTest ? 'bottleTest' : 'label',
    at: filling.exchange.at,
    waterPercent: filling.waterAtFillPercent,
    label: filling.label,
    toleranceC: bottleTest ? TESTER_TOLERANCE_C : LABEL_TOLERANCE_C,
    beyondModel: bottleTest?.water.outside === 'beyondModel',
    origin: bottleTest
      ? { from: 'fact', factId: bottleTest.test.id, label: `Test of the bottle, ${on(bottleTest.test.at)}` }
      : { from: 'fact', factId: filling.exchange.id, label: `New fluid on ${on(filling.exchange.at)}, by its label` },
  };
}

/** Water content at a moment: the anchor's, and what has been taken up since. Clamped to 0–8 %. */
export const waterAt = (anchor: Anchor, percentPerYear: number, at: Instant): number =>
  Math.min(
    MAX_WATER_PERCENT,
    Math.max(0, anchor.waterPercent + percentPerYear * Math.max(0, yearsBetween(anchor.at, at))),
  );

const rateOrigin = (uptake: UptakeRate): Origin =>
  uptake.from === 'ownTests'
    ? {
        from: 'record',
        label: `This car’s own ${uptake.tests} readings over ${uptake.fillings} filling${uptake.fillings === 1 ? '' : 's'}`,
      }
    : { from: 'default', label: 'Shop default; too few tests of this car, or too close together' };

/** The uptake rate as a figure with its working. */
export function uptakeFigure(uptake: UptakeRate): Figure {
  const own = uptake.from === 'ownTests';
  return {
    label: 'Water uptake',
    value: uptake.percentPerYear,
    measure: 'percentPerYear',
    band: { low: uptake.low, high: uptake.high, meaning: own ? '90 % band of the fit' : 'half as much either way' },
    working: {
      formula: own ? 'common slope of water content over time within each filling (least squares)' : 'assumed',
      inputs: [{ name: 'rate', value: uptake.percentPerYear, measure: 'percentPerYear', origin: rateOrigin(uptake) }],
      source: own ? 'Least squares on this car’s tests' : 'Common practice, no source; editable in the shop’s settings',
    },
  };
}

/** Water content on a day, as a figure with its working. */
export function waterFigure(label: string, anchor: Anchor, state: FluidState, at: Instant): Figure {
  const slope = Math.max(1, curveSlope(anchor.waterPercent, anchor.label));
  const own = anchor.toleranceC / slope;
  const years = Math.max(0, yearsBetween(anchor.at, at));
  return {
    label,
    value: waterAt(anchor, state.uptake.percentPerYear, at),
    measure: 'share',
    band: {
      low: Math.max(0, anchor.waterPercent - own + state.uptake.low * years),
      high: Math.min(MAX_WATER_PERCENT, anchor.waterPercent + own + state.uptake.high * years),
      meaning: 'tester and uptake together',
    },
    working: {
      formula: 'w = w₀ + rate × years',
      inputs: [
        { name: 'w₀, water at the start', value: anchor.waterPercent, measure: 'share', origin: anchor.origin },
        {
          name: 'rate',
          value: state.uptake.percentPerYear,
          measure: 'percentPerYear',
          origin: { from: 'computed', figure: uptakeFigure(state.uptake) },
        },
        {
          name: 'years since',
          value: Number(years.toFixed(3)),
          measure: 'ratio',
          origin: { from: 'computed', figure: yearsFigure(years) },
        },
      ],
      source: 'Straight-line uptake; common practice, no source',
      note:
        anchor.basis === 'pen'
          ? 'Rests on a moisture pen, which is fooled by the type of fluid. A boiling test outranks it.'
          : undefined,
    },
  };
}

const yearsFigure = (years: number): Figure => ({
  label: 'Years',
  value: years,
  measure: 'ratio',
  working: { formula: 'days ÷ 365.25', inputs: [], source: 'Calendar' },
});

/**
 * The boiling point at a moment and an air pressure, as a figure with its working.
 * The band adds three independent doubts as the root of their squares: the anchor's own tolerance, the slow or fast end of
 * the uptake band, and the fall along the curve taken too gently or too steeply ({@link FALL_BAND}).
 */
export function boilingFigure(
  label: string,
  anchor: Anchor,
  state: FluidState,
  at: Instant,
  ambientKpa: number,
  pressureOrigin: Origin,
): Figure {
  const start = boilingPointAt(anchor.waterPercent, anchor.label);
  const fall = (rate: number): number => start - boilingPointAt(waterAt(anchor, rate, at), anchor.label);
  const expected = fall(state.uptake.percentPerYear);
  const standard = start - expected;
  const edge = (c: number): number => atPressure(Math.max(100, c), ambientKpa);
  const down = Math.hypot(anchor.toleranceC, fall(state.uptake.high) - expected, (FALL_BAND.most - 1) * expected);
  const up = Math.hypot(anchor.toleranceC, expected - fall(state.uptake.low), (1 - FALL_BAND.least) * expected);
  const inputs: WorkingInput[] = [
    {
      name: 'w, water content',
      value: waterAt(anchor, state.uptake.percentPerYear, at),
      measure: 'share',
      origin: { from: 'computed', figure: waterFigure('Water content', anchor, state, at) },
    },
    { name: 'Tdry', value: anchor.label.dryBoilingPointC, measure: 'temperature', origin: labelOrigin(state.current) },
    { name: 'Twet', value: anchor.label.wetBoilingPointC, measure: 'temperature', origin: labelOrigin(state.current) },
    {
      name: 'k',
      value: curveConstant(anchor.label),
      measure: 'ratio',
      origin: { from: 'constant', label: 'ln((Tdry − 100) ÷ (Twet − 100)) ÷ 3.7' },
    },
    { name: 'air pressure', value: ambientKpa, measure: 'pressure', origin: pressureOrigin },
  ];
  return {
    label,
    value: atPressure(standard, ambientKpa),
    measure: 'temperature',
    band: {
      low: edge(standard - down),
      high: edge(standard + up),
      meaning: 'tester, uptake and curve together',
    },
    working: {
      formula: 'T = 100 + (Tdry − 100)·e^(−k·w), less 0.04 °C for each mmHg below 760',
      inputs,
      source: 'Curve through the two label points (empirical); air pressure by FMVSS No. 116 (from memory)',
      note: anchor.beyondModel
        ? 'More than 8 % water by this reading: the curve says nothing there. Change the fluid.'
        : undefined,
    },
  };
}

function labelOrigin(filling: Filling): Origin {
  return filling.labelFrom === 'bottle'
    ? { from: 'label', label: `Label of ${filling.fluids.map((f) => f.name).join(' and ')}` }
    : { from: 'default', label: 'Minimum of the car’s fluid grade, FMVSS No. 116; what is in it is not on record' };
}

/**
 * The moment at which the boiling point sinks to a demand, by the straight line of uptake.
 * @param demandedC °C at `ambientKpa`
 * @returns null when it never does within the model; the anchor's own moment when it already has
 */
export function dayBelow(
  anchor: Anchor,
  percentPerYear: number,
  demandedC: number,
  ambientKpa: number,
): Instant | null {
  const demandedStandard = demandedC + (atPressure(demandedC, STANDARD_KPA) - atPressure(demandedC, ambientKpa));
  const { waterPercent, outside } = waterFromBoilingPoint(demandedStandard, anchor.label);
  if (outside === 'beyondModel') return null;
  const left = waterPercent - anchor.waterPercent;
  if (outside === 'aboveDryLabel' || left <= 0) return anchor.at;
  if (percentPerYear <= 0) return null;
  const ms = (left / percentPerYear) * 365.25 * 86_400_000;
  const at = Date.parse(anchor.at) + ms;
  return at > 253402300799999 ? null : new Date(at).toISOString();
}
