import { type Logbook, ofKind } from '../logbook';
import type { Booking } from '../model';
import { sessionsAt } from '../sessions';

/** Whether the record of a car at an event is closed, and nothing was driven since. */
export function isClosed(logbook: Logbook, booking: Booking): boolean {
  const closed = ofKind(logbook.factsOfCar(booking.carId), 'eventClosed').findLast((f) => f.bookingId === booking.id);
  if (!closed) return false;
  return !sessionsAt(logbook, booking.carId, booking.eventId).some((s) => s.fact.at > closed.at);
}
