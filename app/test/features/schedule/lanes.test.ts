import fc from 'fast-check';
import { type Stretch, lanesOf } from '../../../src/features/schedule/lanes';

const stretches = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 700 }), fc.integer({ min: 1, max: 300 })), { maxLength: 14 })
  .map((list) => list.map(([from, length], i): Stretch => ({ id: String(i), from, to: from + length })));
/** How many lie over one place at most, counted place by place. */
const deepest = (list: readonly Stretch[]): number =>
  Math.max(1, ...list.map(({ from }) => list.filter((o) => o.from <= from && o.to > from).length));

test('property: in a lane nothing lies on anything else, and there are no more lanes than lie over one place', () => {
  fc.assert(
    fc.property(stretches, (list) => {
      const { lane, count } = lanesOf(list);
      expect(lane.size).toBe(list.length);
      for (const a of list)
        for (const b of list)
          if (a.id !== b.id && lane.get(a.id) === lane.get(b.id)) expect(a.to <= b.from || b.to <= a.from).toBe(true);
      // Interval partitioning by the earliest start needs no more: Kleinberg and Tardos, Algorithm Design, 4.1; from memory.
      expect(count).toBe(deepest(list));
    }),
  );
});

test('four jobs of one hour have four lanes, and an empty row has one', () => {
  const four = [0, 1, 2, 3].map((n) => ({ id: String(n), from: 60, to: 120 }));
  expect(lanesOf(four)).toEqual({ lane: new Map(four.map(({ id }, i) => [id, i])), count: 4 });
  expect(lanesOf([]).count).toBe(1);
});
