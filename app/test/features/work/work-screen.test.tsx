/** The rooms that people walk through: what they show, in which order, what is one press away, and what can be undone. */
import { screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { type Fact, type Job, type RecordOf, recordDefaults } from '@calvik/core';
import { WorkScreen } from '../../../src/features/work/work-screen';
import { car, crew, customer, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, place, press, router, text } from '../../builders/hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

const common = { version: 1, archived: false };

const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);

const venue: RecordOf<'venues'> = {
  ...common,
  id: id(40),
  name: 'Dunvarrel Ring',
  altitudeM: 600,
  peakFluidTempC: 215,
  notes: '',
};

const event: RecordOf<'events'> = {
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

const booking: RecordOf<'bookings'> = {
  ...recordDefaults.bookings,
  ...common,
  id: id(42),
  eventId: event.id,
  carId: car.id,
  notes: '',
};

const other = { ...car, id: id(6), name: 'Rooth Quillon', make: 'Quillon', plate: '44' };

const nell = { ...customer, id: id(7), name: 'Nell Varga' };

const nells = { ...car, id: id(8), customerId: nell.id, name: 'Varga Brennick', make: 'Brennick' };

const booked = { venues: [venue], events: [event], bookings: [booking], cars: [other, nells], customers: [nell] };

const planned = (over: Partial<Job>): Job => ({
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

const open = (
  ui: ReactNode,
  params: Record<string, string> = {},
  facts: Fact[] = [],
  records: object = booked,
): void => {
  place.params = params;
  show(ui, facts, records);
};

const order = (...words: string[]): void => {
  const found = words.map((w) => text().indexOf(w));
  expect(found).not.toContain(-1);
  expect([...found].sort((a, b) => a - b)).toEqual(found);
};

describe('the work of the days', () => {
  const jobs = [
    planned({ id: id(45), startAt: `${day(-2)}T09:00:00.000Z` }),
    planned({ id: id(46), startAt: `${day(1)}T13:00:00.000Z`, crewId: id(47), carId: other.id }),
    planned({ id: id(48), startAt: `${day(1)}T08:00:00.000Z`, kind: 'service', covers: ['measure', 'pads.front'] }),
  ];
  const scene = { ...booked, jobs, crew: [{ ...crew, id: id(47), name: 'Bram Okell' }] };

  test('stands by day and time, what is overdue first, what each visit does in words', () => {
    open(<WorkScreen />, {}, [], scene);
    expect(screen.getAllByText('overdue')).toHaveLength(1);
    order('overdue', 'Service, Rooth Velund', 'Rooth Quillon');
    expect(text()).toContain('Pads, front');
  });

  test('mine is what I have in hand', () => {
    open(<WorkScreen />, {}, [], scene);
    expect(text()).toContain('Rooth Quillon');
    press('Whose work: Tove', 'radio');
    expect(text()).not.toContain('Rooth Quillon');
  });

  test('a service opens its steps, an exchange its page', () => {
    open(<WorkScreen />, {}, [], scene);
    press('Service on Rooth Velund', 'link');
    expect(router.push).toHaveBeenLastCalledWith(`/service/${id(48)}`);
    press('Flush on Rooth Quillon', 'link');
    expect(String(router.push.mock.lastCall)).toContain(other.id);
  });

  test('nothing planned leads to the run-up', () => {
    open(<WorkScreen />);
    press('To the run-up');
    expect(router.navigate).toHaveBeenCalledWith('/');
  });
});
