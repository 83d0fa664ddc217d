import { type RecordOf, type TrackEvent, recordDefaults, type Job } from '@calvik/core';
import { boil, car, flush, id, crew } from './scene';

export const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);

export const venue: RecordOf<'venues'> = {
  id: id(40),
  version: 1,
  archived: false,
  name: 'Dunvarrel Ring',
  altitudeM: 600,
  peakFluidTempC: 215,
  ...recordDefaults.venues,
  notes: '',
};

export const event: TrackEvent = {
  ...recordDefaults.events,
  id: id(41),
  version: 1,
  archived: false,
  name: 'Two-day',
  venueId: venue.id,
  organiser: 'Ring Circle',
  startDate: day(10),
  endDate: day(11),
  flushWithinDays: 30,
  demandedMarginC: null,
  notes: '',
};

export const booking: RecordOf<'bookings'> = {
  ...recordDefaults.bookings,
  id: id(42),
  version: 1,
  archived: false,
  eventId: event.id,
  carId: car.id,
  notes: '',
};

export const lift: RecordOf<'lifts'> = { id: id(43), version: 1, archived: false, name: 'Lift 1' };

export const scene = { venues: [venue], events: [event], bookings: [booking], lifts: [lift] };

export const old = [flush(20, 60), boil(21, 30, 300)];

export const job: Job = {
  ...recordDefaults.jobs,
  id: id(44),
  version: 1,
  archived: false,
  kind: 'flush',
  carId: car.id,
  eventId: event.id,
  bookingId: booking.id,
  covers: ['flush'],
  crewId: crew.id,
  liftId: lift.id,
  startAt: `${day(3)}T09:00:00.000Z`,
  durationMin: 75,
  notes: '',
};
