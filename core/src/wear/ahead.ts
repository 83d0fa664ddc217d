/** What a car has still to drive: the sessions of its coming events. */
import { type LocalDate, dateIn, daysBetween, plusDays } from '../calendar';
import type { Logbook } from '../logbook';
import { type Axle, type Booking, type Car, type TrackEvent, usualSession } from '../model';
import { sessionsAt } from '../sessions';
import { severitiesOf } from './severity';

/** One session that is still to be driven. */
export interface SessionAhead {
  eventId: string;
  day: LocalDate;
  /** Of this car at this event, from 1, those driven already among them. */
  nth: number;
  minutes: number;
  /** Dry minutes at a usual venue of the car. */
  usualMin: number;
  /** How unsure that is, as a share. */
  spread: number;
}

/** Sessions of a day where nobody has entered a timetable. Common practice, no source. */
const USUAL_SESSIONS_A_DAY = 4;
/** How unsure a minute ahead is: at a venue that is known, at one that is not, and where even the timetable is a guess. Own figures. */
const SPREAD = { known: 0.15, unknown: 0.35, guessed: 0.25 } as const;

interface PlannedMin {
  day: LocalDate;
  minutes: number;
  isGuessed: boolean;
}

/**
 * Sessions that an event has for a car. A day that nobody has entered anything for has as many as days usually have; so has one of which the timetable knows
 * nothing for this car's group, where it knows nothing of it on any day.
 */
function plannedOf(event: TrackEvent, { group }: Pick<Booking, 'group'>): PlannedMin[] {
  const own = event.timetable.filter((s) => s.group === '' || s.group === group);
  const minutes = event.session?.drivenMin ?? usualSession.drivenMin;
  const days = Array.from({ length: daysBetween(event.startDate, event.endDate) + 1 }, (_, i) =>
    plusDays(event.startDate, i),
  );
  return days.flatMap((day): PlannedMin[] => {
    const entered = (own.length > 0 ? event.timetable : []).some((s) => s.day === day);
    if (!entered) return Array.from({ length: USUAL_SESSIONS_A_DAY }, () => ({ day, minutes, isGuessed: true }));
    return own
      .filter((s) => s.day === day)
      .sort((a, b) => a.from.localeCompare(b.from))
      .map((s) => ({ day, minutes: s.minutes, isGuessed: false }));
  });
}

/** What is still to be driven at one event, soonest first: of today's sessions, those that were driven today are over. */
export function sessionsAhead(
  logbook: Logbook,
  car: Car,
  axle: Axle,
  event: TrackEvent,
  booking: Pick<Booking, 'group'>,
  today: LocalDate,
): SessionAhead[] {
  const driven = sessionsAt(logbook, car.id, event.id);
  const drivenToday = driven.filter((s) => dateIn(s.fact.at, logbook.shop.timeZone) === today).length;
  const severities = severitiesOf(logbook, car, axle);
  const venue = logbook.venues.get(event.venueId);
  const known = severities.isKnown(venue) ? SPREAD.known : SPREAD.unknown;
  return plannedOf(event, booking)
    .filter((s) => s.day >= today)
    .filter((s, i, all) => s.day !== today || i - all.findIndex((o) => o.day === today) >= drivenToday)
    .map(({ day, minutes, isGuessed }, i) => ({
      eventId: event.id,
      day,
      nth: driven.length + i + 1,
      minutes,
      usualMin: minutes * severities.of(venue),
      spread: isGuessed ? Math.hypot(known, SPREAD.guessed) : known,
    }));
}

/** Events that a car is booked to and that are not over, soonest first. */
export const comingEventsOf = (logbook: Logbook, car: Pick<Car, 'id'>, today: LocalDate): TrackEvent[] =>
  logbook
    .bookingsOfCar(car.id)
    .flatMap((b) => logbook.events.get(b.eventId) ?? [])
    .filter((e) => !e.archived && e.endDate >= today)
    .sort((a, b) => a.startDate.localeCompare(b.startDate) || a.id.localeCompare(b.id));

/** Events that a car is booked to before another one and that are not over: what is on now is driven there first. */
export const eventsBefore = (
  logbook: Logbook,
  car: Car,
  event: TrackEvent,
  today: LocalDate,
): { event: TrackEvent; booking: Booking }[] =>
  logbook
    .bookingsOfCar(car.id)
    .flatMap((booking) => {
      const other = logbook.events.get(booking.eventId);
      const isBefore =
        other &&
        !other.archived &&
        other.id !== event.id &&
        other.endDate >= today &&
        other.startDate < event.startDate;
      return isBefore ? [{ event: other, booking }] : [];
    })
    .sort((a, b) => a.event.startDate.localeCompare(b.event.startDate));
