/** What a car's year comes to, event by event: what was driven and what is booked, at the prices and lives of today. */
import type { LocalDate } from '../calendar';
import type { Logbook } from '../logbook';
import type { Car, TrackEvent, Venue } from '../model';
import { sessionsAt } from '../sessions';
import { sessionsAhead } from '../wear';
import { type AnHour, type CostPart, costAnHour, costOf, sumOf } from './an-hour';

/** One part of what an event costs. */
export interface EventPart extends Pick<CostPart, 'kind' | 'axle' | 'isRingAlone'> {
  cost: AnHour;
}
export interface EventCost {
  event: TrackEvent;
  /** On track: driven, and still ahead. */
  drivenHours: number;
  aheadHours: number;
  parts: EventPart[];
  cost: AnHour;
  /** Something of it is not known. */
  isAtLeast: boolean;
}
export interface YearCost {
  year: number;
  currency: string;
  /** By day. */
  events: EventCost[];
  hours: number;
  cost: AnHour;
  isAtLeast: boolean;
}

const added = (all: readonly AnHour[]): AnHour => sumOf(all.map((anHour) => ({ anHour })));

/** What one event of a car costs; null where it neither drove there nor will. */
export function costOfEvent(logbook: Logbook, car: Car, event: TrackEvent, today: LocalDate): EventCost | null {
  const booking = logbook.bookingsOfCar(car.id).find((b) => b.eventId === event.id);
  const drivenHours = sessionsAt(logbook, car.id, event.id).reduce((sum, s) => sum + s.minutes / 60, 0);
  const ahead = booking && event.endDate >= today ? sessionsAhead(logbook, car, 'front', event, booking, today) : [];
  const aheadHours = ahead.reduce((sum, s) => sum + s.minutes / 60, 0);
  const hours = drivenHours + aheadHours;
  if (hours <= 0) return null;
  const { parts, lacking } = costAnHour(logbook, car, logbook.venues.get(event.venueId) ?? null, today);
  const own = parts.flatMap(({ kind, axle, isRingAlone, anHour }): EventPart[] =>
    anHour ? [{ kind, axle, isRingAlone, cost: costOf(anHour, hours) }] : [],
  );
  return {
    event,
    drivenHours,
    aheadHours,
    parts: own,
    cost: added(own.map((p) => p.cost)),
    isAtLeast: lacking.length > 0,
  };
}

/** The year of a day and those after it that something is booked in: each with its events and what they come to, all of them together. */
export function costOfYears(logbook: Logbook, car: Car, today: LocalDate): YearCost[] {
  const thisYear = today.slice(0, 4);
  const at = new Set(logbook.factsOfCar(car.id).flatMap((f) => (f.kind === 'sessionDriven' ? [f.eventId] : [])));
  for (const b of logbook.bookingsOfCar(car.id)) at.add(b.eventId);
  const events = [...at]
    .flatMap((id) => logbook.events.get(id) ?? [])
    .filter((e) => e.startDate.slice(0, 4) >= thisYear && !e.archived)
    .sort((a, b) => a.startDate.localeCompare(b.startDate) || a.id.localeCompare(b.id))
    .flatMap((event) => costOfEvent(logbook, car, event, today) ?? []);
  return [...new Set(events.map((e) => e.event.startDate.slice(0, 4)))].map((year) => {
    const own = events.filter((e) => e.event.startDate.startsWith(year));
    return {
      year: Number(year),
      currency: logbook.shop.currency,
      events: own,
      hours: own.reduce((sum, e) => sum + e.drivenHours + e.aheadHours, 0),
      cost: added(own.map((e) => e.cost)),
      isAtLeast: own.some((e) => e.isAtLeast),
    };
  });
}

/** What an hour costs at each venue that a car has driven at or is booked to, the dearest first. */
export function costAtVenues(logbook: Logbook, car: Car, today: LocalDate): { venue: Venue; anHour: AnHour }[] {
  const events = [
    ...logbook.factsOfCar(car.id).flatMap((f) => (f.kind === 'sessionDriven' ? [f.eventId] : [])),
    ...logbook.bookingsOfCar(car.id).map((b) => b.eventId),
  ];
  return [...new Set(events.flatMap((id) => logbook.events.get(id)?.venueId ?? []))]
    .flatMap((id) => logbook.venues.get(id) ?? [])
    .map((venue) => ({ venue, anHour: costAnHour(logbook, car, venue, today).known }))
    .sort((a, b) => b.anHour.minor - a.anHour.minor || a.venue.name.localeCompare(b.venue.name));
}
