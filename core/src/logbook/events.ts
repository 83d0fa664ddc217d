import type { LocalDate } from '../calendar';
import type { TrackEvent } from '../model';
import type { Logbook } from './logbook';

/**
 * Events that go on on a day, and that cars are booked to. Archived ones are left out.
 * @example eventsOn(logbook, '2026-05-02').map((e) => e.name)
 */
export const eventsOn = (logbook: Logbook, day: LocalDate): TrackEvent[] =>
  [...logbook.events.values()].filter(
    (e) => !e.archived && e.startDate <= day && day <= e.endDate && logbook.bookingsOfEvent(e.id).length > 0,
  );
