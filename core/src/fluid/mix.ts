/** What is in a car after an exchange: new fluid and what stayed, caliper by caliper. */
import { olderLeft, oldLeft } from '../hydraulics';
import { type Car, type Corner, type FluidExchange, corners } from '../model';
import { type LabelPoints, MAX_WATER_PERCENT, WET_WATER_PERCENT, boilingPointAt, mixedLabel } from './curve';

/**
 * What fluid takes up in a bottle that has been opened, % of water a year: 297 °C of a 325/205 fluid after some months. Common practice, no source;
 * the months taken as four.
 */
export const BOTTLE_UPTAKE_PERCENT_PER_YEAR = 2;
/** More old fluid may have stayed than the model says, for a cavity is not stirred: by this much. Calvik's own figure. */
const MORE_STAYED = 1.5;

/** Fluid as it is somewhere: its label points and its water. */
export interface FluidPart {
  label: LabelPoints;
  /** % by mass, 0–8 */
  waterPercent: number;
}

/** The mix in one caliper. */
export interface MixCorner extends FluidPart {
  corner: Corner;
  /** Share of old fluid, 0–1. */
  oldShare: number;
  /** How much lower it boils if more of the old fluid stayed than the model says, here or (of the worst) anywhere, °C. */
  toleranceC: number;
}

export interface Mix {
  corners: MixCorner[];
  /** The one that boils lowest: it speaks for the car. */
  worst: MixCorner;
  /** Nobody knows what was in the car before, or what of it was in what was before: the worst is assumed. */
  isAssumed: boolean;
  old: FluidPart;
  fresh: FluidPart;
}

/** Fluid of which nothing is known but its grade has as much water as a wet boiling point is stated at. Calvik's own figure, the safe side. */
export const unknownFluid = (label: LabelPoints): FluidPart => ({ label, waterPercent: WET_WATER_PERCENT });

const mixed = (old: FluidPart, fresh: FluidPart, oldShare: number): FluidPart => ({
  label: mixedLabel(old.label, fresh.label, oldShare),
  waterPercent: Math.min(MAX_WATER_PERCENT, oldShare * old.waterPercent + (1 - oldShare) * fresh.waterPercent),
});
const boils = ({ waterPercent, label }: FluidPart): number => boilingPointAt(waterPercent, label);

/** A mix into which more was poured by a bleed: wherever it went, no caliper boils higher than its worst part. */
export function withPoured(mix: Mix, poured: LabelPoints): Mix {
  const lowered = <T extends FluidPart>(part: T): T => ({
    ...part,
    label: {
      dryBoilingPointC: Math.min(part.label.dryBoilingPointC, poured.dryBoilingPointC),
      wetBoilingPointC: Math.min(part.label.wetBoilingPointC, poured.wetBoilingPointC),
    },
  });
  const { corners: each, worst, old, fresh } = mix;
  return { ...mix, corners: each.map(lowered), worst: lowered(worst), old: lowered(old), fresh: lowered(fresh) };
}

/** What was in a car before an exchange: one fluid, or itself a mix that nobody has tested. */
export interface Before extends FluidPart {
  /** Nobody has tested it, nor written down what went in. */
  isAssumed: boolean;
  /** The last exchange, what it poured in and what was in the car before that one: both as they are by now. */
  mix: { exchange: FluidExchange; fresh: FluidPart; older: FluidPart } | null;
}

/**
 * The mix that an exchange leaves in each caliper.
 * @param before what was in the car @param fresh what was poured in
 */
export function mixAfter(car: Car, exchange: FluidExchange, before: Before, fresh: FluidPart): Mix {
  const left = oldLeft(car, exchange);
  const older = before.mix && olderLeft(car, exchange, before.mix.exchange);
  const each = corners.map((corner): MixCorner => {
    const oldShare = left[corner];
    const old =
      before.mix && older && oldShare > 0
        ? mixed(before.mix.older, before.mix.fresh, Math.min(1, older[corner] / oldShare))
        : before;
    const here = mixed(old, fresh, oldShare);
    const more = mixed(old, fresh, Math.min(1, MORE_STAYED * oldShare));
    return { corner, oldShare, ...here, toleranceC: Math.max(0, boils(here) - boils(more)) };
  });
  const worst = each.reduce((a, b) => (boils(b) < boils(a) ? b : a));
  const lowest = Math.min(...each.map((c) => boils(c) - c.toleranceC));
  return {
    corners: each,
    worst: { ...worst, toleranceC: boils(worst) - lowest },
    isAssumed: before.isAssumed,
    old: before,
    fresh,
  };
}
