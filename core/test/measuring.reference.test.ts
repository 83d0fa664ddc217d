import fc from 'fast-check';
import { deviationOf, meanOf } from './textbook';
import {
  type Fastener,
  formatQuantity,
  greaseWarning,
  judgePads,
  judgeRotor,
  judgeTorque,
  oddCorner,
  padLimit,
  parseQuantity,
  preloadKn,
  thicknessLossFromMass,
  tighteningOrder,
  toCanonical,
  torqueFactor,
} from '../src';
import { fullSheet, makeRotorPair, pads, rotor, torqueSet } from './service-book';
import { patternText } from '@calvik/words';
import { tell, texts } from './say';

const spec = {
  newMm: 12,
  limitMm: 3,
  limitFrom: 'shop' as const,
  trackStartPercent: 50,
  brake: 'floatingCaliper' as const,
};
const face = (thicknessMm: number, more: object = {}) => ({ thicknessMm, otherEndMm: null, conditions: [], ...more });

describe('pads (limits and patterns are common practice, no source)', () => {
  test('under the limit stops, under half warns, above is quiet', () => {
    expect(judgePads(pads('FL', 2.9), spec).verdict).toBe('stop');
    expect(judgePads(pads('FL', 3), spec).verdict).toBe('watch');
    expect(judgePads(pads('FL', 5.9), spec).verdict).toBe('watch');
    expect(judgePads(pads('FL', 6), spec).verdict).toBe('inOrder');
  });
  test('the thinner end of the thinner pad decides', () => {
    const m = pads('FL', 9, { outer: face(4, { otherEndMm: 2.5 }) });
    expect(judgePads(m, spec).thinnest.value).toBe(2.5);
    expect(judgePads(m, spec).verdict).toBe('stop');
  });
  test('patterns name their cause with the figures', () => {
    expect(texts(judgePads(pads('FL', [5, 8]), spec).patterns)).toMatch(
      /inner 5\.0 mm, outer 8\.0 mm.*seized slide pin/,
    );
    expect(texts(judgePads(pads('FL', [8, 5]), spec).patterns)).toMatch(/seized piston or slide pin/);
    expect(texts(judgePads(pads('FL', [8, 6.4]), { ...spec, brake: 'fixedCaliper' }).patterns)).toMatch(
      /piston on the inner side|piston on the outer side/,
    );
    expect(texts(judgePads(pads('FL', 9, { inner: face(9, { otherEndMm: 7.8 }) }), spec).patterns)).toMatch(
      /caliper flex or worn guides/,
    );
    expect(judgePads(pads('FL', [8, 8.2]), spec).patterns).toEqual([]);
    expect(oddCorner({ corner: 'RL', mm: 4 }, { corner: 'RR', mm: 8 })).toMatchObject({
      code: 'cornerOutOfFamily',
      place: { corner: 'RL' },
    });
    expect(oddCorner({ corner: 'FL', mm: 7 }, { corner: 'FR', mm: 8 })).toBeNull();
  });
  test.each([
    ['hairline', 'watch'],
    ['crackThird', 'needsWork'],
    ['crackThrough', 'stop'],
    ['lifting', 'stop'],
    ['crumbling', 'stop'],
    ['glazed', 'needsWork'],
    ['oily', 'stop'],
    ['ashEdge', 'inOrder'],
  ] as const)('condition %s: %s', (condition, verdict) => {
    expect(judgePads(pads('RR', 9, { inner: face(9, { conditions: [condition] }) }), spec).verdict).toBe(verdict);
  });
  test('3 mm to the hat are wanted, 2 mm are the least', () => {
    const verdictAt = (hatClearanceMm: number) => judgePads(pads('FL', 9, { hatClearanceMm }), spec).verdict;
    expect([3, 2.5, 2, 1.9].map(verdictAt)).toEqual(['inOrder', 'needsWork', 'needsWork', 'stop']);
  });
  test('the strictest limit holds', () => {
    expect(padLimit(null, null, 3)).toEqual({ limitMm: 3, limitFrom: 'shop' as const });
    expect(padLimit(4, 2, 3).limitMm).toBe(4);
    expect(padLimit(null, 5, 3).limitFrom).toBe('brakeSheet');
  });
});

describe('rotors', () => {
  const pair = makeRotorPair();
  test('mass and thickness by geometry: a ring weighed and worn', () => {
    // The ring 330/220 mm: π/4·(0.33² − 0.22²) = 0.047 517 m²; 1 mm of it at 7200 kg/m³ (handbook, from memory) weighs 0.342 kg.
    const oneMmKg = 7200 * 0.047517 * 0.001;
    expect(thicknessLossFromMass(oneMmKg, 330, 220)).toBeCloseTo(1, 4);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5, noNaN: true }), fc.integer({ min: 200, max: 420 }), (mm, outer) => {
        const area = (Math.PI / 4) * ((outer / 1000) ** 2 - ((outer * 0.6) / 1000) ** 2);
        expect(thicknessLossFromMass(area * (mm / 1000) * 7200, outer, outer * 0.6)).toBeCloseTo(mm, 9);
      }),
    );
  });
  test('scales and micrometer are compared', () => {
    const worn = rotor('FL', 31, { massKg: 9.5 - 0.342 });
    expect(judgeRotor(worn, pair).byWeight!.value).toBeCloseTo(1, 2);
    expect(texts(judgeRotor(worn, pair).findings)).not.toContain('Scales');
    expect(texts(judgeRotor(rotor('FL', 31, { massKg: 9.5 }), pair).findings)).toContain('Scales say');
  });
  test('least, spread, mean and deviation are those of their definitions', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 20, max: 36, noNaN: true }), { minLength: 1, maxLength: 8 }), (points) => {
        const j = judgeRotor(rotor('FR', 30, { thicknessesMm: points }), null);
        expect(j.thinnest.value).toBe(Math.min(...points));
        expect(j.spread.value).toBeCloseTo(Math.max(...points) - Math.min(...points), 12);
        expect(j.meanMm).toBeCloseTo(meanOf(points), 10);
        expect(j.standardDeviationMm).toBeCloseTo(deviationOf(points), 10);
      }),
    );
  });
  test.each([
    [{ thicknessesMm: [30.39, 31] }, 'stop', 'discard at 30.40'],
    [{ crack: 'toEdge' }, 'stop', 'reaches an edge'],
    [{ crack: 'joinsHoles' }, 'stop', 'joins drilled holes'],
    [{ crack: 'crack', crackLengthMm: 11 }, 'stop', 'more than 10.0 mm'],
    [{ crack: 'crack', crackLengthMm: null }, 'stop', 'unknown length'],
    [{ crack: 'crack', crackLengthMm: 6 }, 'watch', 'look again'],
    [{ crack: 'crazing' }, 'inOrder', ''],
    [{ wearMarksGone: true }, 'stop', 'Wear marks'],
    [{ runoutMm: 0.12 }, 'needsWork', 'Run-out'],
    [{ runoutMm: 0.08 }, 'watch', 'Run-out'],
    [{ thicknessesMm: [31, 31.02] }, 'needsWork', 'Thickness varies by 0.020'],
    [{ transferLayer: 'blotchy' }, 'needsWork', 'Blotchy'],
    [{ transferLayer: 'thin' }, 'watch', 'Silver'],
  ] as const)('%j is %s', (over, verdict, says) => {
    const j = judgeRotor(rotor('FL', 31.5, over as object), pair);
    expect(j.verdict).toBe(verdict);
    expect(texts(j.findings)).toContain(says);
  });
});

describe('torque', () => {
  test('conversions by NIST SP 811: 38 N·m = 28 lbf·ft, 66 lbf·ft = 89.5 N·m, 142 N·m = 104.7 lbf·ft', () => {
    expect(formatQuantity(38, 'torque', 'imperial')).toBe('28 lbf·ft');
    expect(toCanonical(66, 'lbfFt')).toBeCloseTo(89.5, 1);
    expect(formatQuantity(142, 'torque', 'imperial', 1)).toBe('104.7 lbf·ft');
    expect(parseQuantity('28 lbft', 'torque')).toMatchObject({ ok: true, value: expect.closeTo(37.96, 2) });
  });
  test('K of Shigley’s table (from memory): 0.20 as received, 0.18 lubricated, 0.12 anti-seize', () => {
    expect(torqueFactor).toEqual({ dry: 0.2, lubricated: 0.18, antiSeize: 0.12 });
  });
  test('preload: M12 at 85 N·m dry is 35.4 kN, and T = K·D·F gives the torque back', () => {
    expect(preloadKn(85, 12, 'dry')).toBeCloseTo(35.417, 3);
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 600, noNaN: true }),
        fc.integer({ min: 6, max: 24 }),
        fc.constantFrom('dry' as const, 'lubricated' as const, 'antiSeize' as const),
        (t, d, c) => {
          expect((torqueFactor[c] * d * preloadKn(t, d, c) * 1000) / 1000).toBeCloseTo(t, 8);
        },
      ),
    );
  });
  const wheel = fullSheet().fasteners.find((f) => f.key === 'frontWheel')!;
  test('anti-seize on a dry figure: two thirds more preload', () => {
    const warning = greaseWarning(wheel, 'antiSeize')!;
    expect(warning.change.value).toBeCloseTo(100 * (0.2 / 0.12 - 1), 6);
    expect(tell(warning.finding)).toContain('67 % more preload');
    expect(greaseWarning(wheel, 'dry')).toBeNull();
  });
  test('stars and ladders', () => {
    expect(tighteningOrder('wheel', 5)).toEqual([1, 3, 5, 2, 4]);
    expect(tighteningOrder('wheel', 4)).toEqual([1, 3, 2, 4]);
    expect(tighteningOrder('wheel', 6)).toEqual([1, 4, 2, 5, 3, 6]);
    expect(tighteningOrder('wheel', 1)).toEqual([1]);
    expect(tighteningOrder('caliper', 2)).toEqual([2, 1, 2, 1]);
    expect(patternText({ group: 'bracket', perCorner: 2 })).toBe('bottom, top, bottom, top');
    for (const n of [3, 4, 5, 6, 7, 8, 10])
      expect([...tighteningOrder('wheel', n)].sort((a, b) => a - b)).toEqual(
        Array.from({ length: n }, (_, i) => i + 1),
      );
  });
  test('a star never goes on to a neighbour', () => {
    for (const n of [5, 6, 7]) {
      const order = tighteningOrder('wheel', n);
      order.slice(1).forEach((place, i) => {
        const gap = Math.abs(place - order[i]!);
        expect(Math.min(gap, n - gap)).toBeGreaterThan(1);
      });
    }
  });
  const judge = (f: Fastener, over: object | null) => judgeTorque(f, 'FL', over && (torqueSet(f, 'FL', over) as never));
  test('no figure, no readings, under, over, too few, and a second click that puts it right', () => {
    expect(texts(judge({ ...wheel, torqueNm: null }, {}).findings)).toContain('no torque figure');
    expect(texts(judge(wheel, null).findings)).toContain('not torqued');
    expect(texts(judge(wheel, { readingsNm: [110, 110, 90, 110, 110] }).findings)).toContain('under 110');
    expect(texts(judge(wheel, { readingsNm: [110, 110, 125, 110, 110] }).findings)).toContain('over 110');
    expect(texts(judge(wheel, { readingsNm: [110, 110] }).findings)).toContain('3 of 5 not torqued');
    expect(judge(wheel, { readingsNm: [90, 110, 110, 110, 110, 110] }).verdict).toBe('inOrder');
    expect(judge(wheel, {}).verdict).toBe('inOrder');
  });
  test('second stage, one-use bolts, thread-locker, grease', () => {
    expect(judge({ ...wheel, angleDeg: 90 }, {}).verdict).toBe('stop');
    expect(judge({ ...wheel, angleDeg: 90 }, { angleDone: true }).verdict).toBe('inOrder');
    expect(judge({ ...wheel, isOneUse: true }, {}).verdict).toBe('needsWork');
    expect(judge({ ...wheel, needsThreadLocker: true }, { threadLocker: true }).verdict).toBe('inOrder');
    expect(judge(wheel, { condition: 'lubricated' }).verdict).toBe('needsWork');
  });
});
