/** Calendar entries of jobs and events. */
import type { Instant, Job, LocalDate, Logbook, TrackEvent } from '@calvik/core';
import { dateIn, instantAt, plusDays } from '@calvik/core/calendar';
import { loadUpOf } from '@calvik/core/demand';
import { isDone, endOfJob } from '@calvik/core/jobs';
import { carLabel } from '@calvik/core/logbook';
import { jobNames } from '../names';
import { workName } from '../work-names';

/** Something that stands in a calendar: at a time, or for whole days. */
export interface CalendarEntry {
  id: string;
  title: string;
  details: string;
  place: string;
  when: { from: Instant; to: Instant } | { firstDay: LocalDate; dayAfter: LocalDate };
  /** How often its record has been changed: calendars replace an older entry by a newer one. */
  revision: number;
}

/** Where a job is done: at the event on its days, else where the car stands. */
function placeOfJob(logbook: Logbook, job: Job): string {
  const day = dateIn(job.startAt, logbook.shop.timeZone);
  const event = logbook.events.get(job.eventId ?? '');
  if (event && event.startDate <= day && day <= event.endDate)
    return logbook.venues.get(event.venueId)?.name ?? event.name;
  const customer = logbook.customers.get(logbook.cars.get(job.carId)?.customerId ?? '');
  return customer?.atTheirPlace && job.liftId === null ? `At ${customer.name}’s` : logbook.shop.name;
}

function jobEntry(logbook: Logbook, job: Job): CalendarEntry {
  const car = logbook.cars.get(job.carId);
  const event = logbook.events.get(job.eventId ?? '');
  const customer = logbook.customers.get(car?.customerId ?? '');
  const done = isDone(logbook, job) ? ', done' : '';
  return {
    id: job.id,
    title: `${jobNames[job.kind]}, ${carLabel(logbook, car?.id ?? '') || 'a car'}${done}`,
    details: [
      `With ${logbook.crew.get(job.crewId)?.name ?? 'nobody yet'}.`,
      customer ? `Customer: ${customer.name}${customer.phone ? `, ${customer.phone}` : ''}.` : '',
      event ? `For ${event.name}.` : '',
      job.covers.length > 0 ? `${job.covers.map((key) => workName(key)).join('; ')}.` : '',
      logbook.lifts.get(job.liftId ?? '')?.name ?? '',
      job.notes,
    ]
      .filter(Boolean)
      .join(' '),
    place: placeOfJob(logbook, job),
    when: { from: job.startAt, to: endOfJob(logbook, job) },
    revision: job.version,
  };
}

const planned = (logbook: Logbook, of: (job: Job) => boolean): CalendarEntry[] =>
  [...logbook.jobs.values()]
    .filter((job) => !job.archived && of(job))
    .sort((a, b) => a.startAt.localeCompare(b.startAt) || a.id.localeCompare(b.id))
    .map((job) => jobEntry(logbook, job));

/** The whole shop: every event with its load-up, every job. */
export const calendarOfShop = (logbook: Logbook): CalendarEntry[] => [
  ...[...logbook.events.values()]
    .filter((e) => !e.archived)
    .sort((a, b) => a.startDate.localeCompare(b.startDate) || a.id.localeCompare(b.id))
    .flatMap((e) => [...eventEntry(logbook, e), loadUpEntry(logbook, e)]),
  ...planned(logbook, () => true),
];

/** Loading is given an hour in a calendar. Own figure. */
function hourOfLoadUp(logbook: Logbook, event: TrackEvent, time: string): { from: Instant; to: Instant } {
  const from = instantAt(loadUpOf(event), time, logbook.shop.timeZone);
  return { from, to: new Date(Date.parse(from) + 3_600_000).toISOString() };
}

const loadUpEntry = (logbook: Logbook, event: TrackEvent): CalendarEntry => ({
  id: `${event.id}-load-up`,
  title: `Load-up, ${event.name}`,
  details: '',
  place: '',
  when:
    event.loadUpTime === null
      ? { firstDay: loadUpOf(event), dayAfter: plusDays(loadUpOf(event), 1) }
      : hourOfLoadUp(logbook, event, event.loadUpTime),
  revision: event.version,
});

/** What one of the crew has to do. */
export const calendarOfCrew = (logbook: Logbook, crewId: string): CalendarEntry[] =>
  planned(logbook, (job) => job.crewId === crewId || job.helperId === crewId);

/** An event with its days, its load-up, and all work that is planned for it. */
export function calendarOfEvent(logbook: Logbook, eventId: string): CalendarEntry[] {
  const event = logbook.events.get(eventId);
  if (!event) return [];
  return [
    ...eventEntry(logbook, event),
    loadUpEntry(logbook, event),
    ...planned(logbook, (job) => job.eventId === eventId),
  ];
}

function eventEntry(logbook: Logbook, event: TrackEvent): CalendarEntry[] {
  const cars = logbook.bookingsOfEvent(event.id).map((b) => carLabel(logbook, b.carId) || 'a car');
  return [
    {
      id: event.id,
      title: event.name,
      details:
        `${cars.length === 0 ? 'No car booked.' : `Booked: ${cars.sort((a, b) => a.localeCompare(b)).join(', ')}.`} ${event.notes}`.trim(),
      place: logbook.venues.get(event.venueId)?.name ?? '',
      when: { firstDay: event.startDate, dayAfter: plusDays(event.endDate, 1) },
      revision: event.version,
    },
  ];
}
