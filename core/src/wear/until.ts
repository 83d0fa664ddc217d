/** How long a corner may still be driven. */
import type { LocalDate } from '../calendar';
import { placeOf } from '../inventory';
import type { Logbook } from '../logbook';
import { type Corner, type PadSet, cornersOf } from '../model';
import { SPARE_FROM } from './judge';
import { type AxleWear, axleWear } from './outlook';
import { probabilityUnder } from './project';

/** Longer than this nobody asks, usual minutes. */
const LONGEST_MIN = 3000;

/**
 * Usual minutes until the chance that a face of a corner is under its limit gets over a given one; 0 where it is by now.
 * @param chance 0 to 1
 * @param spread how unsure a minute ahead is, as a share
 */
export function usualMinLeft({ faces, limitMm }: AxleWear, corner: Corner, chance: number, spread = 0.15): number {
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
  if (isOver(0)) return 0;
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
 * Usual minutes that a set has left on the car that it is on or belongs to; null where it is stock, or was read too seldom to say.
 * @param today in the shop's time zone
 */
export function minutesLeftOfSet(logbook: Logbook, set: PadSet, today: LocalDate): number | null {
  const place = placeOf(logbook, set.id);
  const car = logbook.cars.get(place.at === 'car' ? place.carId : (set.carId ?? ''));
  if (!car || place.at === 'scrapped') return null;
  const wear = axleWear(logbook, car, set.axle, 'pads', null, today, set);
  return wear?.isTold ? Math.min(...cornersOf(set.axle).map((c) => usualMinLeft(wear, c, SPARE_FROM))) : null;
}
