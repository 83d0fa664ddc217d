import fc from 'fast-check';
import { type Box, nearestTo } from '../../src/ui/arrow-keys';

/** Three columns, three rows. */
const grid: Box[] = Array.from({ length: 9 }, (_, i) => ({
  left: (i % 3) * 40,
  top: Math.floor(i / 3) * 50,
  width: 38,
  height: 48,
}));

test.each([
  ['ArrowRight', 4, 5],
  ['ArrowLeft', 4, 3],
  ['ArrowUp', 4, 1],
  ['ArrowDown', 4, 7],
  ['ArrowRight', 5, null],
  ['ArrowUp', 0, null],
  ['Enter', 4, null],
])('%s from %d leads to %s', (key, from, to) => expect(nearestTo(key, grid[from]!, grid)).toBe(to));

test('an arrow leads its own way or nowhere', () => {
  const box = fc.record({ left: fc.nat(500), top: fc.nat(500), width: fc.nat(90), height: fc.nat(90) });
  const middle = (b: Box): [number, number] => [b.left + b.width / 2, b.top + b.height / 2];
  fc.assert(
    fc.property(box, fc.array(box), (from, boxes) => {
      const found = nearestTo('ArrowRight', from, boxes);
      if (found !== null) expect(middle(boxes[found]!)[0]).toBeGreaterThan(middle(from)[0]);
      else for (const b of boxes) expect(middle(b)[0]).toBeLessThan(middle(from)[0] + 1);
    }),
  );
});
