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

/** The gentle end of a fall along the curve: its own fall times this. Common practice, no source. */
export const GENTLE_FALL = 0.7;

const KELVIN = 273.15;
const GAS_J_PER_MOL_K = 8.314;
/** Entropy of vaporisation by Trouton's rule, J/mol·K. From memory. */
const TROUTON_J_PER_MOL_K = 88;
const WATER_G_PER_MOL = 18.015;
/**
 * Molar mass of a glycol ether fluid with its borate esters, g/mol. The heavier, the steeper the fall at the first water: this is the safe side
 * (plain ethers have 164). Calvik's own figure.
 */
const FLUID_G_PER_MOL = 350;

/** Vapour pressure of water, as a share of 760 mmHg: Antoine's equation, constants for 99–374 °C from memory. */
const waterPressure = (tempC: number): number => 10 ** (8.14019 - 1810.94 / (244.485 + tempC)) / 760;
/** Vapour pressure of a liquid by its boiling point, as a share of 760 mmHg: Clausius and Clapeyron with Trouton's rule. */
const pressureOf = (boilsAtC: number, tempC: number): number =>
  Math.exp((TROUTON_J_PER_MOL_K / GAS_J_PER_MOL_K) * (1 - (boilsAtC + KELVIN) / (tempC + KELVIN)));
const moleShareOfWater = (waterPercent: number): number => {
  const water = waterPercent / WATER_G_PER_MOL;
  return water / (water + (100 - waterPercent) / FLUID_G_PER_MOL);
};
/** Activity of water by which the mixture boils at its wet label. */
function activity({ dryBoilingPointC: dry, wetBoilingPointC: wet }: LabelPoints): number {
  const x = moleShareOfWater(WET_WATER_PERCENT);
  return (1 - (1 - x) * pressureOf(dry, wet)) / (x * waterPressure(wet));
}
function bisect(low: number, high: number, isOver: (x: number) => boolean): number {
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (isOver(mid)) high = mid;
    else low = mid;
  }
  return low;
}

/**
 * Boiling point at standard pressure of a mixture of water and a heavy glycol fluid through the same two label points, by Raoult's law with one
 * activity for the water: the steep end of what the curve leaves open. The first water costs it more than it costs the curve.
 * @param waterPercent % by mass, 0–8; outside it is clamped
 * @returns °C
 * @example mixtureBoilingPointAt(0.5, { dryBoilingPointC: 325, wetBoilingPointC: 205 }) // 273, where the curve says 303
 */
export function mixtureBoilingPointAt(waterPercent: number, label: LabelPoints): number {
  const x = moleShareOfWater(Math.min(MAX_WATER_PERCENT, Math.max(0, waterPercent)));
  const a = activity(label);
  return bisect(
    60,
    label.dryBoilingPointC,
    (t) => x * a * waterPressure(t) + (1 - x) * pressureOf(label.dryBoilingPointC, t) > 1,
  );
}

/** Water content of that mixture from its boiling point, % by mass, 0–8. */
export function waterOfMixture(boilingPointC: number, label: LabelPoints): number {
  const ofFluid = pressureOf(label.dryBoilingPointC, boilingPointC);
  const x = (1 - ofFluid) / (activity(label) * waterPressure(boilingPointC) - ofFluid);
  const water = x * WATER_G_PER_MOL;
  const percent = (100 * water) / (water + (1 - x) * FLUID_G_PER_MOL);
  return x > 0 && x < 1 ? Math.min(MAX_WATER_PERCENT, percent) : 0;
}

/**
 * Label points of a mix of two fluids, °C: of liquids of like molar mass the one that boils lower counts for more than its share (Raoult's law), so it
 * lies below the straight line between them.
 * @param shareOfA by mass, 0–1
 * @example mixedLabel({ dryBoilingPointC: 230, … }, { dryBoilingPointC: 325, … }, 0.5).dryBoilingPointC // 257, not 277
 */
export function mixedLabel(a: LabelPoints, b: LabelPoints, shareOfA: number): LabelPoints {
  const mixed = (atA: number, atB: number): number =>
    bisect(
      Math.min(atA, atB),
      Math.max(atA, atB),
      (t) => shareOfA * pressureOf(atA, t) + (1 - shareOfA) * pressureOf(atB, t) > 1,
    );
  return {
    dryBoilingPointC: mixed(a.dryBoilingPointC, b.dryBoilingPointC),
    wetBoilingPointC: mixed(a.wetBoilingPointC, b.wetBoilingPointC),
  };
}
