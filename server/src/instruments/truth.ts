import {
  type Car,
  type Instant,
  type LabelPoints,
  type Logbook,
  bottleState,
  dateIn,
  fluidState,
  yearsBetween,
} from '@calvik/core';
import { chance } from './chance';

/**
 * What the simulated instruments measure: water content that nobody else can see. Every car has an appetite for
 * water of its own, every bottle was filled a little differently; both follow from their ids, so they stay the same.
 */
export interface HiddenTruth {
  waterPercent: number;
  label: LabelPoints;
}

/** % of water a year, 0.8 to 2.2 from car to car. */
export const appetite = (carId: string): number => 0.8 + 1.4 * chance(`appetite ${carId}`).uniform();

const YEARS_WITHOUT_RECORD = 4;
const NEW_FLUID_PERCENT = 0.08;
const OPEN_BOTTLE_PERCENT_PER_YEAR = 1.1;

/** The true state of the fluid in a car. */
export function truthOfCar(logbook: Logbook, car: Car, at: Instant): HiddenTruth {
  const { current } = fluidState(logbook, car, at);
  const years = current.exchange ? Math.max(0, yearsBetween(current.exchange.at, at)) : YEARS_WITHOUT_RECORD;
  return { waterPercent: Math.min(7.5, NEW_FLUID_PERCENT + appetite(car.id) * years), label: current.label };
}

/** The true state of the fluid in a bottle; null where nobody knows what it holds. */
export function truthOfBottle(logbook: Logbook, bottleId: string, at: Instant): HiddenTruth | null {
  const bottle = logbook.bottles.get(bottleId);
  const label = bottle && logbook.fluids.get(bottle.fluidId);
  if (!bottle || !label) return null;
  const { daysOpen } = bottleState(logbook, bottle, dateIn(at, logbook.shop.timeZone));
  return { waterPercent: NEW_FLUID_PERCENT + ((daysOpen ?? 0) / 365) * OPEN_BOTTLE_PERCENT_PER_YEAR, label };
}
