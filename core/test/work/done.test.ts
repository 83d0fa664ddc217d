/** What was done, how long it took, and what went into the car: counted again by hand. */
import fc from 'fast-check';
import { recordDefaults, type Fact, type Job } from '../../src/model';
import { takenBy, workDoneBetween } from '../../src/work';
import { newId } from '../builders/book';
import { makePadSet } from '../builders/service-book';
import { at, bookingOf, car, common, event, fluid, sealed, tove, ines } from '../builders/run-up-book';

const DAY = '2026-06-03';
const stamp = (minutes: number): string =>
  new Date(Date.parse(`${DAY}T06:00:00.000Z`) + minutes * 60_000).toISOString();
const job: Job = {
  ...common,
  ...recordDefaults.jobs,
  id: newId(),
  kind: 'service',
  carId: car.id,
  eventId: null,
  crewId: tove.id,
  startAt: stamp(0),
  durationMin: 90,
  notes: '',
};
const fact = (minutes: number, body: object, by = tove.id): Fact =>
  ({ id: newId(), at: stamp(minutes), recordedAt: stamp(minutes), by, carId: car.id, jobId: job.id, ...body }) as Fact;
const released = (minutes: number): Fact => fact(minutes, { kind: 'carReleased', openItems: [], limits: null });
const look = (minutes: number, by?: string): Fact =>
  fact(
    minutes,
    { kind: 'checksDone', step: 'look', items: [{ check: 'hoses', corner: null, result: 'ok', remark: '' }] },
    by,
  );
const e = event();
const doneOf = (facts: Fact[], over: Parameters<typeof at>[3] = {}) =>
  workDoneBetween(at(e, bookingOf(e), facts, { jobs: [job], ...over }), DAY, DAY);

test('minutes by the clock of the entries, without the lunch; who was at it; a piece with minutes of its own counts with those', () => {
  const ticked = fact(200, { kind: 'workDone', items: ['inspection'], minutes: 12 });
  const [done] = doneOf([look(0), look(20, ines.id), look(85), ticked, released(205)]);
  // 0 → 20, a gap of 65 that is none, 115 that is none either, the 12 that were said, and the 5 after it.
  expect(done).toMatchObject({ takenMin: 20 + 12 + 5, plannedMin: 90, people: ['Ines', 'Tove'], day: DAY });
});

test('property: as many minutes as the short gaps have; in any order of entries', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 12 }), (gaps) => {
      const times = gaps.reduce<number[]>((all, gap) => [...all, all.at(-1)! + gap], [0]);
      const facts = [...times.slice(0, -1).map((t) => look(t)), released(times.at(-1)!)];
      const wanted = gaps.filter((g) => g <= 45).reduce((a, b) => a + b, 0);
      for (const order of [facts, [...facts].reverse()])
        expect(doneOf(order)[0]!.takenMin).toBe(gaps.some((g) => g <= 45) ? wanted : null);
    }),
  );
});

test('parts, fluid by product, and what each cost when it was ordered last, in the money of that order', () => {
  const set = makePadSet({ carId: car.id, label: 'P-7' });
  const order = {
    ...common,
    id: newId(),
    supplierId: newId(),
    placedOn: '2026-05-01',
    placedBy: 'phone' as const,
    currency: 'GBP',
    lines: [
      {
        goods: 'padSet' as const,
        likeId: set.id,
        name: 'P',
        count: 1,
        unitPriceMinor: 18_450,
        bookingIds: [],
        deliveries: [],
      },
    ],
  };
  const bottle = sealed[0]!;
  const fitted = fact(10, { kind: 'partsFitted', axle: 'front', padSetId: set.id, rotorPairId: null, changed: 'pads' });
  const corner = (volumeMl: number) => ({
    corner: 'RL',
    nipple: 'only',
    bottleId: bottle.id,
    volumeMl,
    clean: true,
    bubbleFree: true,
    nippleShut: true,
  });
  const exchange = fact(30, {
    kind: 'fluidExchange',
    scope: 'full',
    reservoirRefillMl: 200,
    reservoirBottleId: bottle.id,
    corners: [corner(150), { ...corner(80), corner: 'FL', pouredMl: 90 }],
    pedalBefore: 'firm',
    pedalAfter: 'firm',
  });
  const [done] = doneOf([fitted, exchange, released(40)], { padSets: [set], orders: [order] });
  expect(done!.goods).toEqual([
    { goods: 'padSet', name: 'P-7', amount: 1, unitPriceMinor: 18_450, currency: 'GBP' },
    { goods: 'fluid', name: fluid.name, amount: 440, unitPriceMinor: null, currency: null },
  ]);
});

test('what is not done, or was done on another day, is not in it; a job of two counts for both', () => {
  expect(doneOf([look(0)])).toEqual([]);
  const book = at(e, bookingOf(e), [look(0), released(10)], { jobs: [job] });
  expect(workDoneBetween(book, '2026-06-04', '2026-06-30')).toEqual([]);
  const sums = takenBy(doneOf([look(0, ines.id), look(15), released(30)]), (d) => d.people);
  expect(sums).toEqual([
    { name: 'Ines', jobs: 1, plannedMin: 90, takenMin: 30 },
    { name: 'Tove', jobs: 1, plannedMin: 90, takenMin: 30 },
  ]);
});
