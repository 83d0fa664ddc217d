/** Water by mass at which a wet boiling point is stated, %. FMVSS No. 116 S6.2. */
export const WET_WATER_PERCENT = 3.7;
/** Beyond this the curve says nothing, and neither does Calvik, %. */
export const MAX_WATER_PERCENT = 8;

/** A fluid's two label points, °C. */
export interface LabelPoints {
  dryBoilingPointC: number;
  wetBoilingPointC: number;
}

/**
 * Decay constant of the curve through the two label points, per % of water.
 * @throws RangeError unless 100 < wet < dry
 */
export function curveConstant({ dryBoilingPointC: dry, wetBoilingPointC: wet }: LabelPoints): number {
  if (!(wet > 100 && dry > wet)) throw new RangeError('A wet boiling point lies between 100 °C and the dry one.');
  return Math.log((dry - 100) / (wet - 100)) / WET_WATER_PERCENT;
}

/**
 * Boiling point at standard pressure against water content: `T(w) = 100 + (Tdry − 100)·e^(−k·w)`.
 * An empirical interpolation, exact at both labels, falling, tending to water's 100 °C.
 * @param waterPercent % by mass, 0–8; outside it is clamped
 * @returns °C
 */
export function boilingPointAt(waterPercent: number, label: LabelPoints): number {
  const w = Math.min(MAX_WATER_PERCENT, Math.max(0, waterPercent));
  return 100 + (label.dryBoilingPointC - 100) * Math.exp(-curveConstant(label) * w);
}

export interface WaterEstimate {
  /** % by mass, 0–8 */
  waterPercent: number;
  /** Set when the reading lies outside what the curve can say. */
  outside?: 'aboveDryLabel' | 'beyondModel';
}

/**
 * Water content from a boiling point at standard pressure: the curve read the other way.
 * @param boilingPointC °C
 * @returns 0 % and a flag above the dry label; 8 % and a flag where the curve is refused
 * @example waterFromBoilingPoint(297, { dryBoilingPointC: 325, wetBoilingPointC: 205 }) // 0.64 %
 */
export function waterFromBoilingPoint(boilingPointC: number, label: LabelPoints): WaterEstimate {
  if (boilingPointC >= label.dryBoilingPointC) {
    return boilingPointC > label.dryBoilingPointC ? { waterPercent: 0, outside: 'aboveDryLabel' } : { waterPercent: 0 };
  }
  if (boilingPointC <= boilingPointAt(MAX_WATER_PERCENT, label)) {
    return { waterPercent: MAX_WATER_PERCENT, outside: 'beyondModel' };
  }
  const w = Math.log((label.dryBoilingPointC - 100) / (boilingPointC - 100)) / curveConstant(label);
  return { waterPercent: w };
}

/** How many °C the boiling point falls per % of water, at a water content. */
export const curveSlope = (waterPercent: number, label: LabelPoints): number =>
  curveConstant(label) * (boilingPointAt(waterPercent, label) - 100);

/**
 * How far a fall along the curve may differ from the truth: the curve's own fall times these.
 * `most` reaches what an ideal mixture of water and glycol ether would do between the label points
 * (Raoult's law, see the reference test); `least` is common practice, no source.
 */
export const FALL_BAND = { least: 0.7, most: 2.1 } as const;
