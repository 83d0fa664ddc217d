/** What an hour on track costs: sums by hand, and what is lacking is said. */
import fc from 'fast-check';
import type { Records } from '../../src/logbook';
import type { Fact, PartsOrder, RotorPair, TrackEvent } from '../../src/model';
import {
  costAnHour,
  costAtVenues,
  costOf,
  costOfYears,
  dearerBy,
  sumOf,
  type CostPart,
  type YearCost,
} from '../../src/cost';
import { CREW, makeEvent, makeVenue, newId } from '../builders/book';
import { booked } from '../builders/driven';
import { zones } from '../builders/heat-car';
import { TODAY, car, coming, drive, fit, logbook, pair, past, read, set, venue, weighed } from '../builders/worn-car';

/** Six sessions of twenty minutes, 0.3 mm each. */
const facts: Fact[] = [
  fit('05-01 08:00', set.id, pair.id),
  ...read('05-01 09:00', 12, 12),
  ...['05-02 09:00', '05-02 11:00', '05-02 14:00'].map((on) => drive(on)),
  ...read('05-02 16:00', 11.1, 11.1),
  ...['05-03 09:00', '05-03 11:00', '05-03 14:00'].map((on) => drive(on)),
  ...read('05-03 16:00', 10.2, 10.2),
];
const order = (likeId: string, unitPriceMinor: number | null, over: Partial<PartsOrder> = {}): PartsOrder => ({
  id: newId(),
  version: 0,
  archived: false,
  supplierId: newId(),
  placedOn: '2026-04-01',
  placedBy: 'page',
  lines: [{ goods: 'padSet', likeId, name: 'Pads', count: 1, bookingIds: [], unitPriceMinor, deliveries: [] }],
  ...over,
});
const cost = (orders: PartsOrder[], more: Fact[] = [], shop = {}) => {
  const book = logbook([...facts, ...more], {}, shop, undefined, { orders } as Partial<Records>);
  return costAnHour(book, car, null, TODAY);
};
const padsOf = (of: ReturnType<typeof costAnHour>): CostPart => of.parts.find((p) => p.kind === 'pads')!;

test('by hand: 0.9 mm an hour of 9 mm is ten hours; a set at 240 costs 24 an hour', () => {
  const pads = padsOf(cost([order(set.id, 24_000)]));
  expect(pads.life!.hours).toBeGreaterThan(9);
  expect(pads.life!.hours).toBeLessThan(11);
  expect(pads.anHour!.minor / 100).toBeGreaterThan(21.5);
  expect(pads.anHour!.minor / 100).toBeLessThan(26.5);
  expect(pads.anHour!.lowMinor).toBeLessThan(pads.anHour!.minor);
  expect(pads.anHour!.highMinor).toBeGreaterThan(pads.anHour!.minor);
});
test('a price that nobody entered is said, and never taken as nought', () => {
  const none = cost([order(set.id, null)]);
  expect(padsOf(none)).toMatchObject({ lacks: 'price', anHour: null });
  expect(none.lacking.map((p) => p.kind)).toEqual(['pads', 'rotors', 'fluid', 'labour']);
  expect(none.known).toEqual({ minor: 0, lowMinor: 0, highMinor: 0 });
});
test('the latest price counts; one in another currency is not added up', () => {
  const later = order(set.id, 30_000, { placedOn: '2026-05-01' });
  expect(padsOf(cost([later, order(set.id, 24_000)])).price!.minor).toBe(30_000);
  expect(padsOf(cost([order(set.id, 24_000, { currency: 'CHF' })]))).toMatchObject({
    lacks: 'otherCurrency',
    anHour: null,
  });
});
test('read too seldom there is no life', () => {
  const rotors = cost([order(pair.id, 60_000)]).parts.find((p) => p.kind === 'rotors')!;
  expect(rotors).toMatchObject({ lacks: 'life', anHour: null });
});
test('labour: an hour and a half of work for two hours on track, at 80', () => {
  const jobId = newId();
  const done = {
    id: newId(),
    at: '2026-05-20T10:00:00.000Z',
    recordedAt: '2026-05-20T10:00:00.000Z',
    by: CREW,
    kind: 'workDone',
    carId: car.id,
    jobId,
    items: ['pads.front'],
    minutes: 90,
  } as unknown as Fact;
  const job = {
    id: jobId,
    version: 0,
    archived: false,
    kind: 'errand',
    carId: car.id,
    eventId: null,
    crewId: CREW,
    startAt: '2026-05-20T08:00:00.000Z',
    durationMin: 90,
    notes: '',
    helperId: null,
    liftId: null,
    bookingId: null,
    covers: ['pads.front'],
    isPinned: false,
  };
  const book = logbook([...facts, done], {}, { labourMinorPerHour: 8_000 }, undefined, {
    jobs: [job],
  } as unknown as Partial<Records>);
  const labour = costAnHour(book, car, null, TODAY).parts.find((p) => p.kind === 'labour')!;
  expect(labour.anHour!.minor).toBeCloseTo((8_000 * 1.5) / 2, 6);
});
test('twice the price that lasts 1.6 times is dearer by a quarter of the hour', () => {
  const pads = padsOf(cost([order(set.id, 24_000)]));
  const more = dearerBy(pads, { priceMinor: 48_000, lastsTimes: 1.6 })!;
  expect(more.minor / pads.anHour!.minor).toBeCloseTo(0.25, 6);
  expect(more.lowMinor).toBeLessThan(more.minor);
  expect(more.highMinor).toBeGreaterThan(more.minor);
  expect(dearerBy(pads, { priceMinor: 24_000, lastsTimes: 1 })!.minor).toBeCloseTo(0, 9);
});
test('parts add up to the whole, and hours to the event and the year', () => {
  const part = (minor: number): CostPart => ({
    kind: 'pads',
    axle: 'front',
    label: '',
    isRingAlone: false,
    isCeramic: false,
    price: null,
    life: null,
    lacks: null,
    anHour: { minor, lowMinor: minor / 2, highMinor: minor * 2 },
  });
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 1_000_000 }), { maxLength: 8 }),
      fc.array(fc.double({ min: 0, max: 10, noNaN: true }), { maxLength: 12 }),
      (list, hours) => {
        const parts = list.map(part);
        const all = sumOf(parts);
        expect(all.minor).toBeCloseTo(
          list.reduce((a, b) => a + b, 0),
          6,
        );
        const events = hours.map((h) => costOf(all, h).minor).reduce((a, b) => a + b, 0);
        const year = costOf(
          all,
          hours.reduce((a, b) => a + b, 0),
        ).minor;
        expect(Math.abs(events - year)).toBeLessThan(1e-6 * Math.max(1, year));
        expect(all.lowMinor).toBeLessThanOrEqual(all.minor);
      },
    ),
  );
});
test('a currency without a minor unit is counted as it is', () => {
  const yen = cost([order(set.id, 24_000, { currency: 'JPY' })], [], { currency: 'JPY' });
  expect(padsOf(yen)).toMatchObject({ lacks: null, price: { minor: 24_000, currency: 'JPY' } });
});

describe('the year, event by event', () => {
  const book = (more: Fact[] = [], events: TrackEvent = coming) =>
    logbook([...facts, ...more], {}, { labourMinorPerHour: 6000 }, events, {
      orders: [order(set.id, 24_000)],
    } as Partial<Records>);
  it('by hand: two hours were driven and two are ahead, at 24 an hour', () => {
    const [year] = costOfYears(book(), car, TODAY) as [YearCost];
    expect(year.events.map((e) => [e.event.id, Math.round(60 * e.drivenHours), Math.round(60 * e.aheadHours)])).toEqual(
      [
        [past.id, 120, 0],
        [coming.id, 0, 120],
      ],
    );
    expect(year.hours).toBeCloseTo(4, 9);
    expect(year.cost.minor / 100).toBeGreaterThan(86);
    expect(year.cost.minor / 100).toBeLessThan(106);
    // Nobody has priced rotors: it is at least this.
    expect(year.isAtLeast).toBe(true);
  });
  it('parts add up to their event and events to the year, whatever was driven; another year is none of it', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 4, max: 60 }), { maxLength: 6 }), (minutes) => {
        const more = minutes.map((m, i) => drive(`05-0${4 + i} 12:00`, m));
        const [year] = costOfYears(book(more), car, TODAY) as [YearCost];
        const close = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThan(1e-6 * Math.max(1, Math.abs(b)));
        for (const key of ['minor', 'lowMinor', 'highMinor'] as const) {
          for (const e of year.events)
            close(
              e.parts.reduce((sum, p) => sum + p.cost[key], 0),
              e.cost[key],
            );
          close(
            year.events.reduce((sum, e) => sum + e.cost[key], 0),
            year.cost[key],
          );
        }
        close(year.hours, 4 + minutes.reduce((a, b) => a + b, 0) / 60);
      }),
      { numRuns: 20 },
    );
    expect(costOfYears(book(), car, '2027-02-01')).toEqual([]);
    const next = { ...coming, startDate: '2027-01-09', endDate: '2027-01-10', timetable: [] };
    expect(costOfYears(book([], next), car, TODAY).map((y) => y.year)).toEqual([2026, 2027]);
  });
});

it('an hour costs more where the car brakes harder', () => {
  const far = makeVenue({ name: 'Far ring', zones: zones.map((z) => ({ ...z, toKmh: 60, secondsSince: 8 })) });
  const near = { ...venue, zones };
  const heavy = { ...car, heat: { ...car.heat, massKg: 1300 } };
  const there = makeEvent(far.id, '2026-06-20');
  const rear = { ...pair, id: newId(), axle: 'rear' as const };
  const onRear = { ...fit('05-01 07:00', null, rear.id), axle: 'rear', changed: 'rotors' } as Fact;
  const book = logbook([...facts, onRear], {}, {}, coming, {
    cars: [heavy],
    venues: [near, far],
    rotorPairs: [pair, rear],
    events: [past, coming, there],
    bookings: [booked(coming.id, car.id), booked(there.id, car.id)],
    orders: [order(set.id, 24_000)],
  } as Partial<Records>);
  const found = costAtVenues(book, heavy, TODAY);
  expect(found.map((f) => f.venue.name)).toEqual(['Far ring', venue.name]);
  expect(found[0]!.anHour.minor).toBeGreaterThan(found[1]!.anHour.minor);
});

describe('rotors', () => {
  const rotorsOf = (over: Partial<RotorPair>, more: Fact[] = []) => {
    const made = { ...pair, ...over } as RotorPair;
    const orders = [order(pair.id, 900_000)];
    const own = logbook([...facts, ...more], {}, {}, undefined, { orders, rotorPairs: [made] } as Partial<Records>);
    return costAnHour(own, car, null, TODAY).parts.find((p) => p.kind === 'rotors')!;
  };
  it('with a hat of their own are counted as rings', () => {
    expect(rotorsOf({ isTwoPiece: true }).isRingAlone).toBe(true);
    expect(rotorsOf({}).isRingAlone).toBe(false);
  });
  it('of carbon-ceramic last by their weight, and iron ones may be asked about instead', () => {
    const ceramic = { material: 'carbonCeramic', discardThicknessMm: null, newMassKg: 5.6, minMassKg: 5.4 } as const;
    const part = rotorsOf(ceramic, weighed([5.6, 5.58, 5.56]));
    expect(part.isCeramic).toBe(true);
    // A fiftieth of a kilogram an hour of the fifth that it may lose: ten hours.
    expect(part.life!.hours).toBeGreaterThan(7);
    expect(part.life!.hours).toBeLessThan(14);
    const iron = dearerBy(part, { priceMinor: 60_000, lastsTimes: 0.8 })!;
    expect(iron.minor).toBeLessThan(0);
  });
});
