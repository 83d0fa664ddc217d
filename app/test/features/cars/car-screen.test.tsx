/** The rooms that people walk through: what they show, in which order, what is one press away, and what can be undone. */
import { screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { type Fact, type Job, type RecordOf, recordDefaults } from '@calvik/core';
import { CarScreen } from '../../../src/features/cars/car-screen';
import { CarsScreen } from '../../../src/features/cars/cars-screen';
import { VerdictScreen } from '../../../src/features/fluid/verdict-screen';
import { boil, car, crew, customer, flush, id, show } from '../../builders/scene';
import { at, padSet, pads, pair, sheet } from '../../builders/service-scene';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, place, press, router, text, type } from '../../builders/hands';

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

describe('cars', () => {
  test('stand under their customers, and are found by any of their words', () => {
    open(<CarsScreen />);
    order('Abel Rooth', 'Rooth Quillon', 'Rooth Velund', 'Nell Varga', 'Varga Brennick');
    type('Search cars', 'quillon 44');
    expect(text()).toContain('Rooth Quillon');
    expect(text()).not.toContain('Rooth Velund');
    type('Search cars', 'nobody at all');
    expect(text()).toContain('Nothing matches “nobody at all”.');
  });

  test('a car: what it needs, what is planned, what is on its axles', () => {
    const on = [
      flush(20, 5),
      {
        ...at(6),
        kind: 'partsFitted',
        axle: 'front',
        padSetId: padSet.id,
        rotorPairId: pair.id,
        changed: 'pads',
      } as Fact,
      pads(7, 'FL', 6.4),
    ];
    open(<CarScreen />, { id: car.id }, on, {
      ...booked,
      jobs: [planned({})],
      padSets: [padSet],
      rotorPairs: [pair],
      brakeSheets: [sheet],
    });
    expect(text()).toMatch(/6\.4\smm/);
    expect(isThere('Front pads P-001', 'link')).toBe(true);
    expect(isThere('Front rotors R-001', 'link')).toBe(true);
    press(/^Flush, /, 'link');
    expect(router.push).toHaveBeenLastCalledWith(`/cars/${car.id}/plan?job=${id(44)}`);
  });

  test('the verdict on its fluid opens every figure and names every rule', () => {
    open(<VerdictScreen />, { id: car.id, event: event.id }, [flush(20, 100), boil(21, 2, 280)]);
    expect(text()).toMatch(/Organiser, the strictest/);
    expect(text()).toContain('B: within 30 days before the event');
    for (const figure of [/^Boiling point on the day /, /^Margin/, /^Demanded boiling point /])
      expect(isThere(figure)).toBe(true);
    press(/^Margin/);
    expect(screen.getByTestId('working-sheet').textContent).toMatch(/peak/i);
  });
});
