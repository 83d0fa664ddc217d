import { type ReactNode } from 'react';
import { type Fact, type RecordOf, recordDefaults, type Job } from '@calvik/core';
import { car, customer, id, show, crew } from './scene';
import { place, text } from './hands';

export const common = { version: 1, archived: false };

export const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);

export const venue: RecordOf<'venues'> = {
  ...common,
  id: id(40),
  name: 'Dunvarrel Ring',
  altitudeM: 600,
  peakFluidTempC: 215,
  ...recordDefaults.venues,
  notes: '',
};

export const event: RecordOf<'events'> = {
  ...recordDefaults.events,
  ...common,
  id: id(41),
  name: 'Two-day',
  venueId: venue.id,
  organiser: 'Ring Circle',
  startDate: day(10),
  endDate: day(11),
  flushWithinDays: 30,
  demandedMarginC: 35,
  minPadMm: 8,
  beddedPartsOnly: true,
  inspectionItems: ['Hoses dry', 'Pedal firm'],
  notes: '',
};

export const booking: RecordOf<'bookings'> = {
  ...recordDefaults.bookings,
  ...common,
  id: id(42),
  eventId: event.id,
  carId: car.id,
  notes: '',
};

export const other = { ...car, id: id(6), name: 'Rooth Quillon', make: 'Quillon', plate: '44' };

export const nell = { ...customer, id: id(7), name: 'Nell Varga' };

export const nells = { ...car, id: id(8), customerId: nell.id, name: 'Varga Brennick', make: 'Brennick' };

export const booked = {
  venues: [venue],
  events: [event],
  bookings: [booking],
  cars: [other, nells],
  customers: [nell],
};

export const open = (
  ui: ReactNode,
  params: Record<string, string> = {},
  facts: Fact[] = [],
  records: object = booked,
): void => {
  place.params = params;
  show(ui, facts, records);
};

export const planned = (over: Partial<Job>): Job => ({
  ...recordDefaults.jobs,
  ...common,
  id: id(44),
  kind: 'flush',
  carId: car.id,
  eventId: null,
  crewId: crew.id,
  startAt: `${day(2)}T09:00:00.000Z`,
  durationMin: 60,
  notes: '',
  ...over,
});

export const order = (...words: string[]): void => {
  const found = words.map((w) => text().indexOf(w));
  expect(found).not.toContain(-1);
  expect([...found].sort((a, b) => a - b)).toEqual(found);
};
