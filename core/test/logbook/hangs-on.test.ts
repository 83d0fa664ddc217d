/** What would be without its other half if a record were put away; and what a car is called where two have one name. */
import { type Booking, type Records, buildLogbook, carLabel, hangsOn, recordDefaults } from '../../src';
import { customer, makeBottle, makeCar, makeEvent, makeFluid, makeVenue, newId } from '../builders/book';
import { makeRotorPair } from '../builders/service-book';

const TODAY = '2026-06-10';
const common = { version: 0, archived: false };
const [velund, other] = [makeCar({ name: 'Velund', plate: 'QX 1' }), makeCar({ name: 'Brennick', plate: 'QX 2' })];
const venue = makeVenue();
const [past, coming] = [
  makeEvent(venue.id, '2026-06-01', '2026-06-02', { name: 'Past' }),
  makeEvent(venue.id, '2026-06-20', '2026-06-21', { name: 'Coming' }),
];
const fluid = makeFluid();
const bottle = makeBottle(fluid.id, { label: 'B-7' });
const pair = makeRotorPair({ label: 'R-1', carId: velund.id });
const bookingAt = (eventId: string, over: Partial<Booking> = {}): Booking => ({
  ...recordDefaults.bookings,
  ...common,
  id: newId(),
  eventId,
  carId: velund.id,
  notes: '',
  ...over,
});
const at = (over: Partial<Records> = {}) =>
  buildLogbook(
    {
      customers: [customer],
      cars: [velund, other],
      venues: [venue],
      events: [past, coming],
      fluids: [fluid],
      bottles: [bottle],
      rotorPairs: [pair],
      bookings: [bookingAt(past.id), bookingAt(coming.id)],
      ...over,
    },
    [],
  );
const on = (collection: Parameters<typeof hangsOn>[1], id: string, over: Partial<Records> = {}) =>
  Object.fromEntries(hangsOn(at(over), collection, id, TODAY).map((h) => [h.collection, h.names]));

describe('what hangs on a record', () => {
  test('on a car: bookings to come, its parts; what is over or put away hangs on nothing', () => {
    expect(on('cars', velund.id)).toEqual({ bookings: ['Coming'], rotorPairs: ['R-1'] });
    expect(
      on('cars', velund.id, { rotorPairs: [{ ...pair, archived: true }], bookings: [bookingAt(past.id)] }),
    ).toEqual({});
    expect(on('cars', other.id)).toEqual({});
  });

  test('on a customer the cars, on a venue the events, on an event the bookings, on a fluid the bottles', () => {
    expect(on('customers', customer.id)).toEqual({ cars: ['Velund', 'Brennick'] });
    expect(on('venues', venue.id)).toEqual({ events: ['Coming'] });
    expect(on('events', coming.id)).toEqual({ bookings: ['Velund'] });
    expect(on('fluids', fluid.id)).toEqual({ bottles: ['B-7'] });
  });

  test('on a bottle and a rotor pair the bookings that they are reserved for', () => {
    const bookings = [bookingAt(coming.id, { reservedIds: [bottle.id, pair.id] })];
    expect(on('bottles', bottle.id, { bookings })).toEqual({ bookings: ['Velund'] });
    expect(on('rotorPairs', pair.id, { bookings })).toEqual({ bookings: ['Velund'] });
    expect(on('bottles', bottle.id)).toEqual({});
  });
});

describe('a car among others', () => {
  const twin = makeCar({ name: 'Velund', plate: '' });
  test('is called by its name; where another has it, by its plate or its owner too', () => {
    expect(carLabel(at(), velund.id)).toBe('Velund');
    const both = at({ cars: [velund, twin, other] });
    expect(carLabel(both, velund.id)).toBe('Velund (QX 1)');
    expect(carLabel(both, twin.id)).toBe(`Velund (${customer.name})`);
    expect(carLabel(both, other.id)).toBe('Brennick');
    expect(carLabel(both, newId())).toBe('');
  });
  test('one that is put away makes no double', () => {
    expect(carLabel(at({ cars: [velund, { ...twin, archived: true }] }), velund.id)).toBe('Velund');
  });
});
