import { type Job, type Logbook, recordDefaults, usualDurationMin } from '@calvik/core';
import { newRecord } from '../../state/new-record';

/** The job that a car's work at an event is written down under; null where nobody has planned any. */
export const jobAtEvent = (logbook: Logbook, carId: string, eventId: string): Job | null =>
  [...logbook.jobsOfCar(carId)]
    .filter((j) => j.kind === 'atEvent' && j.eventId === eventId)
    .sort((a, b) => a.id.localeCompare(b.id))[0] ?? null;

/** A new one. */
export const newJobAtEvent = (logbook: Logbook, carId: string, eventId: string, crewId: string): Job => ({
  ...newRecord(),
  ...recordDefaults.jobs,
  kind: 'atEvent',
  carId,
  eventId,
  crewId,
  startAt: new Date().toISOString(),
  durationMin: usualDurationMin.atEvent,
  notes: '',
  bookingId: logbook.bookingsOfEvent(eventId).find((b) => b.carId === carId)?.id ?? null,
});
