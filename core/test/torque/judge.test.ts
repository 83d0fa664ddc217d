import fc from 'fast-check';
import type { Fastener } from '../../src/model';
import {
  calibratedUntil,
  greaseWarning,
  judgeCalibration,
  judgeTorque,
  nextPosition,
  preloadKn,
  tighteningOrder,
  torqueFactor,
} from '../../src/torque';
import { formatQuantity, parseQuantity, toCanonical } from '../../src/units';
import { fullSheet, torqueSet } from '../builders/service-book';
import { patternText } from '@calvik/words';
import { tell, texts } from '../builders/say';

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
  // VDI 2230, from memory: T = F·(0.16·P + 0.58·d₂·μ + D/2·μ), coarse thread, hexagon head of 1.5 d with D = 1.25 d on average, μ = 0.14 dry. Another way to the same.
  test.each([
    [8, 1.25, 7.188],
    [10, 1.5, 9.026],
    [12, 1.75, 10.863],
    [14, 2, 12.701],
    [16, 2, 14.701],
  ])('preload of a dry M%d lies within a fifth of what friction in thread and head leaves', (d, pitch, d2) => {
    const byFriction = (t: number): number => t / (0.16 * pitch + 0.58 * d2 * 0.14 + ((1.25 * d) / 2) * 0.14);
    for (const t of [d * 3, d * 7]) expect(Math.abs(preloadKn(t, d, 'dry') / byFriction(t) - 1)).toBeLessThan(0.2);
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
  test('a figure that no such fastener has is asked about, whoever typed it; a centre lock may have more', () => {
    const at = (torqueNm: number, over: Partial<Fastener> = {}) => {
      const f = { ...wheel, torqueNm, ...over };
      return judge(f, { readingsNm: Array.from({ length: f.perCorner }, () => torqueNm) });
    };
    expect(at(14)).toMatchObject({ verdict: 'needsWork', findings: [{ code: 'torqueFigureOdd' }] });
    expect(texts(at(14).findings)).toContain('Look at the maker’s sheet again.');
    expect(at(260).verdict).toBe('needsWork');
    // Common practice, no source: wheel nuts of road cars lie between 80 and 150 N·m, some studs a little outside.
    for (const usual of [80, 110, 150]) expect(at(usual).verdict).toBe('inOrder');
    expect(at(600, { perCorner: 1 }).verdict).toBe('inOrder');
  });
  test('a figure beyond the scale of the wrench wants another wrench; one that nobody gave a scale says nothing', () => {
    const on = (minNm: number | null, maxNm: number | null) => judge(wheel, { wrenchRange: { minNm, maxNm } });
    expect(on(5, 30)).toMatchObject({ verdict: 'needsWork', findings: [{ code: 'wrenchOutOfRange' }] });
    expect(on(120, null).verdict).toBe('needsWork');
    for (const [min, max] of [
      [40, 200],
      [110, 110],
      [null, null],
    ] as const)
      expect(on(min, max).verdict).toBe('inOrder');
  });
});

describe('a wrench', () => {
  test.each([
    [null, 'calibrationUnknown', 'watch'],
    ['2025-05-03', 'calibrationOver', 'needsWork'],
    ['2025-05-04', 'calibrationDue', 'watch'],
    ['2025-06-03', 'calibrationDue', 'watch'],
  ])('calibrated %s on 4 May 2026 is %s', (calibratedOn, code, verdict) => {
    expect(judgeCalibration('T-1', calibratedOn, '2026-05-04')).toMatchObject({ code, verdict });
  });
  test('a year is good, and until when it is said', () => {
    expect(judgeCalibration('T-1', '2025-06-04', '2026-05-04')).toBeNull();
    expect(calibratedUntil('2025-06-04')).toBe('2026-06-04');
  });
});

describe('any fastener in any order', () => {
  const order = [1, 3, 5, 2, 4];
  test('the one that was passed over is next again', () => {
    expect(nextPosition([], order)).toBe(1);
    expect(nextPosition([4], order)).toBe(1);
    expect(nextPosition([4, 1, 3], order)).toBe(5);
    expect(nextPosition([1, 3, 5, 2, 4], order)).toBeNull();
    // Bottom, top, bottom, top: each has two turns.
    expect(nextPosition([2, 1], [2, 1, 2, 1])).toBe(2);
  });
  test('property: whatever is picked, each turn comes once and then nothing is next', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(order), (picked) => {
        const done = [...picked];
        for (let next = nextPosition(done, order); next !== null; next = nextPosition(done, order)) done.push(next);
        expect([...done].sort()).toEqual([...order].sort());
      }),
    );
  });
});
