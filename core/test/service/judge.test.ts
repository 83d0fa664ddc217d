import fc from 'fast-check';
import { judgeService, levelTarget } from '../../src/service';
import { car, fullSheet, job, logbookOf, pads, today } from '../builders/service-book';

describe('the level to set', () => {
  test('never above MAX nor below MIN, and lower the more the pads have worn', () => {
    const sheet = fullSheet();
    const targetAt = (mm: number): number => {
      const facts = (['FL', 'FR', 'RL', 'RR'] as const).map((c) => pads(c, mm));
      const book = logbookOf(facts, { sheet });
      return levelTarget(book, judgeService(book, job, today)!).target.value;
    };
    fc.assert(
      fc.property(fc.double({ min: 1, max: 12, noNaN: true }), fc.double({ min: 1, max: 12, noNaN: true }), (a, b) => {
        const [thin, thick] = a < b ? [a, b] : [b, a];
        expect(targetAt(thin)).toBeLessThanOrEqual(targetAt(thick) + 1e-9);
        expect(targetAt(thin)).toBeGreaterThanOrEqual(car.reservoirMinMl);
        expect(targetAt(thick)).toBeLessThanOrEqual(car.reservoirMaxMl);
      }),
      { numRuns: 30 },
    );
    expect(targetAt(12)).toBe(car.reservoirMaxMl);
  });
});
