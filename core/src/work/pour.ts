/** Which bottles the work of a day is poured from. */
import { type BottleState, bottleState } from '../inventory';
import type { LocalDate } from '../calendar';
import type { Logbook } from '../logbook';

/** Fluid that a piece of work takes. */
export interface Pour {
  bookingId: string | null;
  fluidId: string;
  ml: number;
}

export interface Poured {
  labels: string[];
  missingMl: number;
}

/** Own reserved bottles first, then open ones, then those that came first. */
const order = (a: BottleState, b: BottleState): number =>
  Number(a.reservedFor === null) - Number(b.reservedFor === null) ||
  Number(a.openedOn === null) - Number(b.openedOn === null) ||
  a.bottle.receivedOn.localeCompare(b.bottle.receivedOn) ||
  a.bottle.label.localeCompare(b.bottle.label);

/**
 * The bottles to take for pieces of work, in the order in which they are done: what one takes is not there for the next. None that has been
 * open too long, none that is reserved for another booking.
 * @param today how old an open bottle is counts on this day
 * @returns for each piece of work the labels, and what is missing on the shelf, mL
 */
export function bottlesToTake(logbook: Logbook, pours: readonly Pour[], today: LocalDate): Poured[] {
  const states = [...logbook.bottles.values()]
    .filter((b) => !b.archived)
    .map((b) => bottleState(logbook, b, today))
    .filter((s) => !s.openTooLong)
    .sort(order);
  const leftMl = new Map(states.map((s) => [s.bottle.id, s.leftMl]));
  return pours.map(({ bookingId, fluidId, ml }) => {
    const labels: string[] = [];
    let wanted = ml;
    for (const { bottle, reservedFor } of states) {
      const here = leftMl.get(bottle.id) ?? 0;
      const isFree = reservedFor === null || reservedFor.id === bookingId;
      if (wanted <= 0 || here <= 0 || !isFree || bottle.fluidId !== fluidId) continue;
      const taken = Math.min(here, wanted);
      leftMl.set(bottle.id, here - taken);
      wanted -= taken;
      labels.push(bottle.label);
    }
    return { labels, missingMl: Math.max(0, wanted) };
  });
}
