/** What would be without its other half if a record were put away; and what a car is called where two have one name. */
import { type Records, buildLogbook, carLabel, hangsOn } from '../../src/logbook';
import { type Booking, type Job, recordDefaults } from '../../src/model';
import { compoundNamed, customer, makeBottle, makeCar, makeEvent, makeFluid, makeVenue, newId } from '../builders/book';
import { makePadSet, makeRotorPair } from '../builders/service-book';

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

  const [lead, helper, lift] = [newId(), newId(), newId()];
  const job = (over: Partial<Job> = {}): Job => ({
    ...recordDefaults.jobs,
    ...common,
    id: newId(),
    kind: 'service',
    carId: velund.id,
    eventId: coming.id,
    crewId: lead,
    helperId: helper,
    liftId: lift,
    startAt: '2026-06-12T08:00:00.000Z',
    durationMin: 60,
    notes: '',
    ...over,
  });

  test('on a person the jobs to come, also where only a hand is lent; on a lift those that stand on it', () => {
    const jobs = [job()];
    for (const who of [lead, helper]) expect(on('crew', who, { jobs })).toEqual({ jobs: ['Velund'] });
    expect(on('crew', newId(), { jobs })).toEqual({});
    expect(on('lifts', lift, { jobs })).toEqual({ jobs: ['Velund'] });
    expect(on('events', coming.id, { jobs })).toEqual({ bookings: ['Velund'], jobs: ['Velund'] });
    expect(on('cars', velund.id, { jobs })).toMatchObject({ jobs: ['2026-06-12'] });
    // What is over or put away needs nobody any more; today does.
    for (const gone of [job({ startAt: '2026-06-09T08:00:00.000Z' }), job({ archived: true })])
      expect(on('crew', lead, { jobs: [gone] })).toEqual({});
    expect(on('crew', lead, { jobs: [job({ startAt: '2026-06-10T06:00:00.000Z' })] })).toEqual({ jobs: ['Velund'] });
  });

  test('on a compound its pads and procedures, on rules the events that follow them, on a supplier its open orders', () => {
    const compound = compoundNamed('Kerren R2');
    const set = makePadSet({ label: 'P-9', compoundId: compound.id, rotorPairId: pair.id });
    expect(on('compounds', compound.id, { padSets: [set] })).toEqual({ padSets: ['P-9'] });
    expect(on('compounds', compound.id, { padSets: [{ ...set, archived: true }] })).toEqual({});
    expect(on('rotorPairs', pair.id, { padSets: [set] })).toEqual({ padSets: ['P-9'] });
    const rules = newId();
    const events = [
      { ...past, ruleSetId: rules },
      { ...coming, ruleSetId: rules },
    ];
    expect(on('ruleSets', rules, { events })).toEqual({ events: ['Coming'] });
    const supplier = newId();
    const order = { ...common, id: newId(), supplierId: supplier, placedOn: '2026-06-01', lines: [] };
    expect(on('suppliers', supplier, { orders: [order as never] })).toEqual({ orders: ['2026-06-01'] });
  });

  test('on a record of another kind nothing does', () => {
    expect(on('shops', newId())).toEqual({});
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
