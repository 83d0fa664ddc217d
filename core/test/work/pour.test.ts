/** Which bottles are named for the work of a day. */
import fc from 'fast-check';
import { bottlesToTake } from '../../src/work';
import { buildLogbook } from '../../src/logbook';
import type { Fact } from '../../src/model';
import { CREW, makeBottle, makeFluid, newId } from '../builders/book';
import { TODAY, bookingOf, car, customer, event } from '../builders/run-up-book';

const fluid = makeFluid();
const e = event();
const [mine, theirs] = [bookingOf(e), bookingOf(e)];
const opened = (bottleId: string, at: string): Fact =>
  ({ id: newId(), kind: 'bottleOpened', bottleId, at, recordedAt: at, by: CREW }) as Fact;

const at = (bottles: ReturnType<typeof makeBottle>[], facts: Fact[] = [], reserved: string[] = []) =>
  buildLogbook(
    {
      customers: [customer],
      cars: [car],
      events: [e],
      bookings: [mine, { ...theirs, reservedIds: reserved }],
      fluids: [fluid],
      bottles,
    },
    facts,
  );
const pour = (ml: number, bookingId: string = mine.id) => ({ bookingId, fluidId: fluid.id, ml });

describe('bottles to take', () => {
  const [a, b, c] = ['B-1', 'B-2', 'B-3'].map((label, i) =>
    makeBottle(fluid.id, { label, sizeMl: 500, receivedOn: `2026-0${i + 1}-01` }),
  );

  test('open ones first, then those that came first; what one takes is not there for the next', () => {
    const logbook = at([a!, b!, c!], [opened(c!.id, `${TODAY}T06:00:00.000Z`)]);
    expect(bottlesToTake(logbook, [pour(300), pour(400), pour(600), pour(500)], TODAY)).toEqual([
      { labels: ['B-3'], missingMl: 0 },
      { labels: ['B-3', 'B-1'], missingMl: 0 },
      { labels: ['B-1', 'B-2'], missingMl: 0 },
      { labels: ['B-2'], missingMl: 300 },
    ]);
  });

  test('none that has been open too long, none of another fluid, none that is empty', () => {
    const logbook = at([a!, makeBottle(newId(), { label: 'B-9' })], [opened(a!.id, '2026-01-05T06:00:00.000Z')]);
    expect(bottlesToTake(logbook, [pour(100)], TODAY)).toEqual([{ labels: [], missingMl: 100 }]);
  });

  test('a reserved bottle is for its own booking only, and goes before others there', () => {
    const logbook = at([a!, b!], [], [b!.id]);
    expect(bottlesToTake(logbook, [pour(700), pour(100, theirs.id)], TODAY)).toEqual([
      { labels: ['B-1'], missingMl: 200 },
      { labels: ['B-2'], missingMl: 0 },
    ]);
  });

  test('nobody is sent for more than there is', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 1500 }), { maxLength: 8 }), (wanted) => {
        const logbook = at([a!, b!, c!]);
        const poured = bottlesToTake(
          logbook,
          wanted.map((ml) => pour(ml)),
          TODAY,
        );
        // In order, each bottle is emptied before the next is named: how often one is named follows from the sums alone.
        const ends = wanted.map((_, i) => wanted.slice(0, i + 1).reduce((n, ml) => n + ml, 0));
        poured.forEach(({ labels, missingMl }, i) => {
          const from = ends[i]! - wanted[i]!;
          expect(missingMl).toBe(Math.min(wanted[i]!, Math.max(0, ends[i]! - 1500)));
          const touched = [0, 1, 2].filter((n) => from < (n + 1) * 500 && Math.min(ends[i]!, 1500) > n * 500);
          expect(labels).toEqual(touched.map((n) => `B-${n + 1}`));
        });
      }),
    );
  });
});
