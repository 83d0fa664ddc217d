/** Events that go on, and cars whose record there is closed. */
import type { LocalDate } from '../calendar';
import { type Logbook, ofKind } from '../logbook';
import type { Booking, TrackEvent } from '../model';
import { sessionsAt } from './session';

/** Whether the record of a car at an event is closed, and nothing was driven since. */
export function isClosed(logbook: Logbook, booking: Booking): boolean {
  const closed = ofKind(logbook.factsOfCar(booking.carId), 'eventClosed').findLast((f) => f.bookingId === booking.id);
  if (!closed) return false;
  return !sessionsAt(logbook, booking.carId, booking.eventId).some((s) => s.fact.at > closed.at);
}

/**
 * Events that go on today, with cars: where this person is, as those name them or name nobody; or all of them.
 */
export const eventsOn = (logbook: Logbook, day: LocalDate, crewId: string | null, all = false): TrackEvent[] =>
  [...logbook.events.values()].filter(
    (e) =>
      !e.archived &&
      e.startDate <= day &&
      day <= e.endDate &&
      logbook.bookingsOfEvent(e.id).length > 0 &&
      (all || e.crewIds.length === 0 || (crewId !== null && e.crewIds.includes(crewId))),
  );
