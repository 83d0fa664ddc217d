import { type Instant, type LocalDate, dateIn, middayOf } from '../calendar';
import type { FluidExchange } from '../model';

/**
 * A full flush that somebody else has done: no bottle of the shop, no corner by corner.
 * @param day when; today stands for now
 * @param by who of the shop writes it down
 * @param doneBy who did it; empty where nobody knows
 * @param fluidId what went in; null where nobody knows
 */
export const flushElsewhere = ({
  id,
  carId,
  day,
  now,
  timeZone,
  by,
  doneBy,
  fluidId,
}: {
  id: string;
  carId: string;
  day: LocalDate;
  now: Instant;
  timeZone: string;
  by: string;
  doneBy: string;
  fluidId: string | null;
}): FluidExchange => ({
  id,
  at: day === dateIn(now, timeZone) ? now : middayOf(day, timeZone),
  recordedAt: now,
  by,
  kind: 'fluidExchange',
  carId,
  scope: 'full',
  reservoirRefillMl: 0,
  reservoirBottleId: null,
  corners: [],
  elsewhere: { doneBy, fluidId },
  pedalBefore: null,
  pedalAfter: null,
});
