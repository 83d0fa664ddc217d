import type { Fact } from '../../src/model';
import { judgeFacesSeen, judgePads, oddCorner, padLimit } from '../../src/pads';
import { judged, pads, wholeService } from '../builders/service-book';
import { texts } from '../builders/say';

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

/** Measured is not looked at: a face that somebody left out holds the car, and is never kept by itself. */
describe('faces that nobody looked at', () => {
  const face = (isSeen: boolean | undefined, conditions: string[] = []) =>
    ({ thicknessMm: 9, otherEndMm: null, conditions, ...(isSeen === undefined ? {} : { isSeen }) }) as never;

  test('a face is seen when somebody says so, or says what was on it; older entries did not ask', () => {
    const of = (inner: unknown, outer: unknown) =>
      judgeFacesSeen({ corner: 'FL', inner: inner as never, outer: outer as never }, 'fixedCaliper').map(
        (f) => f.values.pad,
      );
    expect(of(face(true), face(true))).toEqual([]);
    expect(of(face(false), face(true))).toEqual(['inner']);
    expect(of(face(false, ['ashEdge']), face(false))).toEqual(['outer']);
    expect(of(face(undefined), face(undefined))).toEqual([]);
  });

  test('at the gate it holds, in decide nothing stands ready, and a look ends it', () => {
    const blind = wholeService().map((f): Fact =>
      f.kind === 'padMeasurement' && f.corner === 'FL' ? { ...f, inner: face(false), outer: face(false) } : f,
    );
    const s = judged(blind);
    expect(s.gate.holds.filter((h) => h.finding.code === 'padFaceNotSeen').map((h) => h.finding.place.corner)).toEqual([
      'FL',
      'FL',
    ]);
    expect(s.recommendations.find((r) => r.subject === 'pads' && r.axle === 'front')!.action).toBeNull();
    const looked = judged([...blind, pads('FL', 9)]);
    expect(looked.gate.holds.filter((h) => h.finding.code === 'padFaceNotSeen')).toEqual([]);
  });
});
