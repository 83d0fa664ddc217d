/** Goods at the door: one entry, a label for each thing, and as many as came. */
import fc from 'fast-check';
import { awaited, receive, usuallyReceived } from '../../src/inventory';
import { buildLogbook } from '../../src/logbook';
import type { PartsOrder } from '../../src/model';
import { CREW, makeBottle, makeFluid, newId } from '../builders/book';
import { makePadSet } from '../builders/service-book';
import { common } from '../builders/run-up-book';
import { seed } from '../builders/budget';

const fluid = makeFluid();
const set = makePadSet();
const supplier = { ...common, id: newId(), name: 'Marl Parts', leadDays: 2, supplies: ['padSet', 'bottle'], notes: '' };
const line = (goods: 'padSet' | 'bottle' | 'wearPart', likeId: string, count: number) => ({
  goods,
  likeId,
  name: 'like it',
  count,
  bookingIds: [],
  partNumber: '',
  unitPriceMinor: null,
  deliveries: [] as { on: string; count: number }[],
});
const order = (lines: ReturnType<typeof line>[]): PartsOrder =>
  ({
    ...common,
    id: newId(),
    supplierId: supplier.id,
    placedOn: '2026-06-01',
    placedBy: 'app',
    currency: 'EUR',
    lines,
  }) as never;
const labelled = { ...set, label: 'P-007' };
const logbookOf = (orders: PartsOrder[]) =>
  buildLogbook(
    {
      padSets: [labelled],
      fluids: [fluid],
      bottles: [makeBottle(fluid.id, { label: 'B-003' })],
      orders,
      suppliers: [supplier as never],
    },
    [],
  );
const receiver = () => {
  const ids = new Map<string, string>();
  const idFor = (name: string): string => {
    const known = ids.get(name) ?? newId();
    ids.set(name, known);
    return known;
  };
  return { idFor, by: CREW, now: '2026-06-04T09:00:00.000Z', today: '2026-06-04' };
};

test('several lines at once are as many things as came, none under a label that another has', () => {
  const counts = fc.array(
    fc.tuple(fc.constantFrom('padSet' as const, 'bottle' as const), fc.integer({ min: 1, max: 5 })),
    {
      minLength: 1,
      maxLength: 5,
    },
  );
  fc.assert(
    fc.property(counts, (lines) => {
      const orders = [order(lines.map(([goods, n]) => line(goods, goods === 'padSet' ? set.id : fluid.id, n)))];
      const logbook = logbookOf(orders);
      const came = awaited(logbook).map((a) => ({ line: a, count: a.left }));
      const entries = receive(logbook, came, receiver());
      const things = entries.flatMap((x) => (x.collection === 'facts' ? [] : [x.body]));
      expect(things).toHaveLength(lines.reduce((n, [, count]) => n + count, 0));
      const labels = [...things.map((t) => t.label), 'P-007', 'B-003'];
      expect(new Set(labels).size).toBe(labels.length);
      expect(new Set(entries.map((x) => x.body.id)).size).toBe(entries.length);
      // What says that it came makes it awaited no more.
      const facts = entries.flatMap((x) => (x.collection === 'facts' ? [x.body] : []));
      expect(awaited(buildLogbook({ orders }, facts))).toEqual([]);
    }),
    { numRuns: 60, seed: seed(20261204) },
  );
});

test('asked for twice it is the same things, under the same ids', () => {
  const logbook = logbookOf([order([line('padSet', set.id, 2)])]);
  const came = awaited(logbook).map((a) => ({ line: a, count: 2 }));
  const who = receiver();
  expect(receive(logbook, came, who)).toEqual(receive(logbook, came, who));
});

test('what was promised up to today is what usually came', () => {
  const deliveries = [
    { on: '2026-06-03', count: 2 },
    { on: '2026-06-09', count: 3 },
  ];
  const [a] = awaited(logbookOf([order([{ ...line('bottle', fluid.id, 5), deliveries }])]));
  expect(usuallyReceived(a!, '2026-06-04')).toBe(2);
  expect(usuallyReceived(a!, '2026-06-02')).toBe(5);
});
