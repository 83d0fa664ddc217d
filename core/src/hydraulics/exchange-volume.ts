/** How much new fluid an exchange takes, from the car: its reservoir, its lines, its calipers. */
import { EXCHANGE_RESERVE_ML } from '../logbook';
import { type BleedNipple, type Car, type Corner, axleOfCorner } from '../model';
import {
  UNSUCKABLE_SHARE,
  caliperVolumeMl,
  flowMlPerSecond,
  oldSystem,
  planExchange,
  refillReservoir,
} from './exchange-model';

/** Share of new fluid that a flush aims at in each caliper, %. Calvik's own figure. */
export const FLUSH_NEW_PERCENT = 90;
/** … and a bleed of the calipers, %. Calvik's own figure. */
export const BLEED_NEW_PERCENT = 60;
/** What runs out while somebody looks whether it is clean, at each nipple, mL. Common practice, no source. */
const AT_THE_NIPPLE_ML = 10;
/** The clutch line, where it hangs on the same reservoir, mL. Common practice, no source. */
const CLUTCH_LINE_ML = 60;

type Plumbing = Pick<
  Car,
  | 'front'
  | 'rear'
  | 'lineLengthMm'
  | 'lineBoreMm'
  | 'reservoirMaxMl'
  | 'reservoirMinMl'
  | 'reservoirCanBeSuckedOut'
  | 'reservoirSharedWithClutch'
>;

const upTo10 = (ml: number): number => Math.ceil(ml / 10) * 10;

type Steps = readonly { corner: Corner; nipple: BleedNipple }[];

const flushPlan = (car: Plumbing, steps: Steps, refillMl: number) =>
  planExchange(refillReservoir(oldSystem(car, car.reservoirMaxMl), refillMl, refillMl), {
    steps,
    wantedNewPercent: FLUSH_NEW_PERCENT,
    flowMlPerS: flowMlPerSecond.pressureAir,
    isFed: false,
    minMl: car.reservoirMinMl,
    maxMl: car.reservoirMaxMl,
    reserveMl: EXCHANGE_RESERVE_ML,
  });

/** How much of a reservoir at MAX can be sucked out, mL. */
export const suckableMl = (car: Plumbing): number =>
  car.reservoirCanBeSuckedOut ? Math.round(car.reservoirMaxMl * (1 - UNSUCKABLE_SHARE)) : 0;

/**
 * What to draw at each nipple, mL, rounded up to 10: for a flush until a tenth of the old fluid is left in each caliper, for a bleed what is in it.
 * @param refillMl drawn out of the reservoir first, and refilled; 0 where it was not
 */
export function nippleVolumesMl(
  car: Plumbing,
  steps: Steps,
  scope: 'full' | 'heatAffected',
  refillMl: number,
): number[] {
  if (scope === 'full') return flushPlan(car, steps, refillMl).nipples.map((n) => upTo10(n.volumeMl));
  return steps.map(({ corner }) =>
    upTo10(
      AT_THE_NIPPLE_ML + caliperVolumeMl(car[axleOfCorner(corner)]) / steps.filter((s) => s.corner === corner).length,
    ),
  );
}

/**
 * New fluid for a flush, mL, rounded up to 10: what is drawn out of the reservoir first and comes back as new, and what leaves at the nipples until
 * each caliper has its share of new. By the exchange model, topped up in good time.
 * @param steps nipples, in sequence
 * @example flushVolumeMl(car, bleedSequence(car)) // 700 for a usual car with its reservoir sucked out
 */
export function flushVolumeMl(car: Plumbing, steps: Steps): number {
  const drawnMl = car.reservoirCanBeSuckedOut ? car.reservoirMaxMl * (1 - UNSUCKABLE_SHARE) : 0;
  const { wasteMl } = flushPlan(car, steps, drawnMl);
  // What goes out of a system that ends as full as it began came in.
  return upTo10(drawnMl + wasteMl + (car.reservoirSharedWithClutch ? CLUTCH_LINE_ML : 0));
}

/**
 * New fluid for a bleed of what got hot, mL, rounded up to 10: the volume of each caliper, and a little at each nipple.
 * @example bleedVolumeMl(car, bleedSequence(car)) // 130
 */
export function bleedVolumeMl(car: Plumbing, steps: Steps): number {
  return upTo10(2 * (caliperVolumeMl(car.front) + caliperVolumeMl(car.rear)) + AT_THE_NIPPLE_ML * steps.length);
}
