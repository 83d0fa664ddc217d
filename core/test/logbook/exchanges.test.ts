import fc from 'fast-check';
import { bleedSequence } from '../../src/hydraulics';
import { bottleState } from '../../src/inventory';
import { composeExchanges, effectiveFacts } from '../../src/logbook';
import type { Fact } from '../../src/model';
import { begun, bottle, car, drawn, fluid, logbookOf } from '../builders/service-book';

describe('exchanges put together from nipples', () => {
  const draws = fc.array(
    fc.record({ index: fc.nat(3), ml: fc.integer({ min: 0, max: 300 }), low: fc.integer({ min: 60, max: 260 }) }),
    { minLength: 1, maxLength: 10 },
  );
  test('what was topped up is poured from the bottle, what was drawn goes to waste, once, in any order of arrival', () => {
    fc.assert(
      fc.property(draws, fc.infiniteStream(fc.nat()), (list, random) => {
        const first = begun({ drawnOffMl: 0, refillMl: 100 });
        const facts: Fact[] = [
          first,
          ...list.map((d) => drawn(first.id, d.index, { volumeMl: d.ml, lowestLevelMl: d.low, toppedUpMl: d.ml })),
        ];
        const total = list.reduce((sum, d) => sum + d.ml, 0);
        const [exchange] = composeExchanges(effectiveFacts(facts), new Map([[car.id, car]]));
        expect(exchange!.corners.reduce((sum, c) => sum + c.volumeMl, 0)).toBe(total);
        const shuffled = facts
          .map((f) => [random.next().value, f] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, f]) => f);
        expect(composeExchanges(effectiveFacts(shuffled), new Map([[car.id, car]]))).toEqual([exchange]);
        expect(bottleState(logbookOf(shuffled), bottle, '2026-05-04').leftMl).toBe(Math.max(0, 2000 - 100 - total));
      }),
    );
  });
  test('it is a full exchange only when every place was drawn after the last time under MIN', () => {
    fc.assert(
      fc.property(draws, (list) => {
        const first = begun();
        const facts = list.map((d) => drawn(first.id, d.index, { volumeMl: 50, lowestLevelMl: d.low }));
        const [exchange] = composeExchanges([first, ...facts], new Map([[car.id, car]]));
        const restart = list.findLastIndex((d) => d.low < car.reservoirMinMl);
        const places = new Set(list.map((d) => d.index));
        const after = new Set(list.slice(restart + 1).map((d) => d.index));
        expect(exchange!.scope).toBe(restart < 0 || [...places].every((p) => after.has(p)) ? 'full' : 'heatAffected');
        expect(bleedSequence(car)).toHaveLength(4);
      }),
    );
  });
  test('an exchange without a drawn nipple is none', () => {
    expect(composeExchanges([begun()], new Map())).toEqual([]);
    expect(fluid.grade).toBe('DOT 4');
  });
});
