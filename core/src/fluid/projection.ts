import { type Instant, dateIn, longDate, yearsBetween } from '../calendar';
import type { Figure, Origin, WorkingInput } from '../model';
import {
  GENTLE_FALL,
  type LabelPoints,
  MAX_WATER_PERCENT,
  boilingPointAt,
  curveConstant,
  curveSlope,
  mixtureBoilingPointAt,
  waterOfMixture,
} from './curve';
import type { Filling, FluidState } from './filling';
import type { Mix, MixCorner } from './mix';
import { atPressure } from './pressure';
import type { UptakeRate } from './uptake';

/** Where a projection begins: the best that is known about the fluid at some moment. */
export interface Anchor {
  basis: 'boilingTest' | 'pen' | 'mix' | 'bottleTest' | 'label';
  at: Instant;
  waterPercent: number;
  /** Water at which the boiling point itself is known: that of a test, or none where only the label is; from there on it follows the curve. */
  knownAtPercent: number;
  /** The caliper that speaks for the car, after an exchange that nobody has proved by a test. */
  mix: MixCorner | null;
  label: LabelPoints;
  /** How far the boiling point at the anchor itself may be off, °C. */
  toleranceC: number;
  beyondModel: boolean;
  /** It rests on the worst that fluid nobody knows may be. */
  isAssumed: boolean;
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
      knownAtPercent: test.water.waterPercent,
      mix: null,
      // A fluid nobody knows that boils above its grade's minimum is simply a better fluid.
      label: above ? { ...filling.label, dryBoilingPointC: test.standardC } : filling.label,
      toleranceC: TESTER_TOLERANCE_C,
      beyondModel: test.water.outside === 'beyondModel',
      isAssumed: false,
      origin: { from: 'fact', factId: test.test.id, label: `Boiling test of ${on(test.test.at)}` },
    };
  }
  const pen = filling.pens.at(-1);
  const { mix } = filling;
  // A pen is dipped into the reservoir: of what stayed in a caliper it says nothing.
  const isPenMilder = pen && mix && boilingPointAt(pen.waterPercent, filling.label) > boilsAt(mix.worst);
  if (pen && !isPenMilder) {
    const water = Math.min(MAX_WATER_PERCENT, pen.waterPercent);
    return {
      basis: 'pen',
      at: pen.at,
      waterPercent: water,
      knownAtPercent: 0,
      mix: null,
      label: filling.label,
      toleranceC: PEN_TOLERANCE_PERCENT * curveSlope(water, filling.label),
      beyondModel: pen.waterPercent >= MAX_WATER_PERCENT,
      isAssumed: false,
      origin: { from: 'fact', factId: pen.id, label: `Moisture pen, ${on(pen.at)}` },
    };
  }
  if (!filling.exchange) return null;
  const { bottleTest } = filling;
  if (mix) {
    const { worst } = mix;
    return {
      basis: 'mix',
      at: filling.exchange.at,
      waterPercent: worst.waterPercent,
      knownAtPercent: 0,
      mix: worst,
      label: worst.label,
      toleranceC: Math.hypot(bottleTest ? TESTER_TOLERANCE_C : LABEL_TOLERANCE_C, worst.toleranceC),
      beyondModel: bottleTest?.water.outside === 'beyondModel',
      isAssumed: mix.isAssumed,
      origin: { from: 'computed', figure: mixFigure(mix, filling, on(filling.exchange.at)) },
    };
  }
  return {
    basis: bottleTest ? 'bottleTest' : 'label',
    at: filling.exchange.at,
    waterPercent: filling.waterAtFillPercent,
    knownAtPercent: filling.waterAtFillPercent,
    mix: null,
    label: filling.label,
    toleranceC: bottleTest ? TESTER_TOLERANCE_C : LABEL_TOLERANCE_C,
    beyondModel: bottleTest?.water.outside === 'beyondModel',
    isAssumed: false,
    origin: bottleTest
      ? { from: 'fact', factId: bottleTest.test.id, label: `Test of the bottle, ${on(bottleTest.test.at)}` }
      : { from: 'fact', factId: filling.exchange.id, label: `New fluid on ${on(filling.exchange.at)}, by its label` },
  };
}

const boilsAt = ({ waterPercent, label }: MixCorner): number => boilingPointAt(waterPercent, label);

/** Water in the caliper that boils lowest, right after an exchange, as a figure with its working. */
function mixFigure({ worst, old, fresh, corners }: Mix, { fluids, bottleTest }: Filling, on: string): Figure {
  const share: Figure = {
    label: `Old fluid left at ${worst.corner}`,
    value: 100 * worst.oldShare,
    measure: 'share',
    working: {
      formula: 'reservoir and caliper as stirred tanks, the line as a plug between them, with the volumes on record',
      inputs: corners.map(({ corner, oldShare }) => ({
        name: corner,
        value: 100 * oldShare,
        measure: 'share',
        origin: { from: 'record', label: `Drawn on ${on}` },
      })),
      source: 'Exchange model; sizes of the cavities are Calvik’s own figures',
    },
  };
  return {
    label: `Water in the mix at ${worst.corner}`,
    value: worst.waterPercent,
    measure: 'share',
    working: {
      formula: 'w = x·w_old + (1 − x)·w_new',
      inputs: [
        {
          name: 'x, old fluid left',
          value: share.value,
          measure: 'share',
          origin: { from: 'computed', figure: share },
        },
        {
          name: 'w_old',
          value: old.waterPercent,
          measure: 'share',
          origin: { from: 'record', label: 'What was in the car before it; where nothing is known, as at a wet label' },
        },
        {
          name: 'w_new',
          value: fresh.waterPercent,
          measure: 'share',
          origin: {
            from: 'record',
            label: bottleTest
              ? 'Test of the bottle'
              : `${fluids.map((f) => f.name).join(', ')}: for as long as it was open`,
          },
        },
      ],
      source: 'By mass',
      note: 'A boiling test of what is in the caliper outranks it.',
    },
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
 * The boiling point at a moment and an air pressure, °C, with its band.
 * The band adds three independent doubts as the root of their squares: the anchor's own tolerance, the slow or fast end of
 * the uptake band, and the fall from where the boiling point is known: too gentle ({@link GENTLE_FALL}), or as steep as that of a mixture
 * through the same label points ({@link mixtureBoilingPointAt}).
 */
export function boilingAt(
  anchor: Anchor,
  uptake: UptakeRate,
  at: Instant,
  ambientKpa: number,
): { value: number; low: number; high: number } {
  const { label: points, knownAtPercent } = anchor;
  const start = boilingPointAt(knownAtPercent, points);
  const fall = (rate: number): number => start - boilingPointAt(waterAt(anchor, rate, at), points);
  const expected = fall(uptake.percentPerYear);
  const takenUp = waterAt(anchor, uptake.percentPerYear, at) - knownAtPercent;
  const steep = start - mixtureBoilingPointAt(waterOfMixture(start, points) + takenUp, points);
  const down = Math.hypot(anchor.toleranceC, fall(uptake.high) - expected, Math.max(0, steep - expected));
  const up = Math.hypot(anchor.toleranceC, expected - fall(uptake.low), (1 - GENTLE_FALL) * expected);
  const edge = (c: number): number => atPressure(Math.max(100, c), ambientKpa);
  return {
    value: atPressure(start - expected, ambientKpa),
    low: edge(start - expected - down),
    high: edge(start - expected + up),
  };
}

/** {@link boilingAt} as a figure with its working. */
export function boilingFigure(
  label: string,
  anchor: Anchor,
  state: FluidState,
  at: Instant,
  ambientKpa: number,
  pressureOrigin: Origin,
): Figure {
  const { label: points } = anchor;
  const { value, low, high } = boilingAt(anchor, state.uptake, at, ambientKpa);
  const inputs: WorkingInput[] = [
    {
      name: 'w, water content',
      value: waterAt(anchor, state.uptake.percentPerYear, at),
      measure: 'share',
      origin: { from: 'computed', figure: waterFigure('Water content', anchor, state, at) },
    },
    {
      name: 'Tdry',
      value: points.dryBoilingPointC,
      measure: 'temperature',
      origin: labelOrigin(state.current, anchor),
    },
    {
      name: 'Twet',
      value: points.wetBoilingPointC,
      measure: 'temperature',
      origin: labelOrigin(state.current, anchor),
    },
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
    value,
    measure: 'temperature',
    band: {
      low,
      high,
      meaning: 'start, uptake and curve together',
    },
    working: {
      formula: 'T = 100 + (Tdry − 100)·e^(−k·w), less 0.04 °C for each mmHg below 760',
      inputs,
      source:
        'Curve through the two label points (empirical), its lower edge a mixture of water and fluid by Raoult’s law; air pressure by FMVSS No. 116 (from memory)',
      note: anchor.beyondModel
        ? 'More than 8 % water by this reading: the curve says nothing there. Change the fluid.'
        : undefined,
    },
  };
}

function labelOrigin(filling: Filling, { mix }: Anchor): Origin {
  if (mix) return { from: 'record', label: `Mix of old and new at ${mix.corner}, by Raoult’s law` };
  return filling.labelFrom === 'bottle'
    ? { from: 'label', label: `Label of ${filling.fluids.map((f) => f.name).join(' and ')}` }
    : { from: 'default', label: 'Minimum of the car’s fluid grade, FMVSS No. 116; what is in it is not on record' };
}

const YEAR_MS = 365.25 * 86_400_000;
/** Further ahead nobody plans, years. */
const AHEAD_YEARS = 30;

/**
 * The moment at which the lower edge of the boiling point's band sinks to a demand.
 * @param demandedC °C at `ambientKpa`
 * @returns null when it does not within 30 years; the anchor's own moment when it already has
 */
export function dayBelow(anchor: Anchor, uptake: UptakeRate, demandedC: number, ambientKpa: number): Instant | null {
  const from = Date.parse(anchor.at);
  const at = (years: number): Instant => new Date(from + years * YEAR_MS).toISOString();
  const isBelow = (years: number): boolean => boilingAt(anchor, uptake, at(years), ambientKpa).low < demandedC;
  if (isBelow(0)) return anchor.at;
  if (!isBelow(AHEAD_YEARS)) return null;
  let [before, after] = [0, AHEAD_YEARS];
  // To within a quarter of a day.
  for (let i = 0; i < 16; i++) {
    const mid = (before + after) / 2;
    if (isBelow(mid)) after = mid;
    else before = mid;
  }
  return at(after);
}
