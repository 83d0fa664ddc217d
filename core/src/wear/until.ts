/** How long a corner may still be driven. */
import type { LocalDate } from '../calendar';
import { placeOf } from '../inventory';
import type { Logbook } from '../logbook';
import { type Car, type Corner, type PadSet, type Venue, cornersOf } from '../model';
import { SPARE_FROM } from './judge';
import { type AxleWear, axleWear } from './outlook';
import { probabilityUnder } from './project';
import { severitiesOf } from './severity';

/** Longer than this nobody asks, usual minutes. */
const LONGEST_MIN = 3000;

/**
 * Usual minutes until the chance that a face of a corner is under its limit gets over a given one; 0 where it is by now.
 * @param chance 0 to 1
 * @param spread how unsure a minute ahead is, as a share
 */
export function usualMinLeft(
  { faces, limitMm, isUnderNow }: AxleWear,
  corner: Corner,
  chance: number,
  spread = 0.15,
): number {
  const own = faces.filter((f) => f.corner === corner);
  const isOver = (usualMin: number): boolean =>
    own.some((f) => {
      const total = f.sinceMin + usualMin;
      return (
        probabilityUnder(
          f.estimate,
          { usualMin: total, spread: total > 0 ? (usualMin * spread) / total : 0 },
          limitMm,
        ) > chance
      );
    });
  if (isUnderNow || isOver(0)) return 0;
  let [low, high] = [0, LONGEST_MIN];
  if (!isOver(high)) return high;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (isOver(middle)) high = middle;
    else low = middle;
  }
  return low;
}

/**
 * Minutes on track until a spare is worth while, at a venue.
 * @param venue undefined: at the usual ones of the car
 */
export function minutesLeft(logbook: Logbook, car: Car, wear: AxleWear, venue?: Venue): number {
  const usual = cornersOf(wear.axle).map((corner) => usualMinLeft(wear, corner, SPARE_FROM));
  return Math.min(...usual) / severitiesOf(logbook, car, wear.axle).of(venue);
}

/**
 * Usual minutes that a set has left on the car that it is on or belongs to; null where it is stock, or was read too seldom to say.
 * @param today in the shop's time zone
 */
export function minutesLeftOfSet(logbook: Logbook, set: PadSet, today: LocalDate): number | null {
  const place = placeOf(logbook, set.id);
  const car = logbook.cars.get(place.at === 'car' ? place.carId : (set.carId ?? ''));
  if (!car || place.at === 'scrapped') return null;
  const wear = axleWear(logbook, car, set.axle, 'pads', null, today, set);
  return wear?.isTold ? minutesLeft(logbook, car, wear) : null;
}
