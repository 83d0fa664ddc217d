/** The thinnest of a corner alone: it keeps the limit, and says nothing of which pad wears or how. */
import fc from 'fast-check';
import { type Fact, type PadMeasurement, corners } from '../../src/model';
import { readInFull } from '../../src/paddock';
import { type PadSpec, judgePads, wornBetween } from '../../src/pads';
import { questionsOf } from '../../src/service';
import { findSession, levelSumOf } from '../../src/sessions';
import { logbookOf, pads } from '../builders/service-book';
import { allPads, atEvent, gauge, session, sheet, trackCar } from '../builders/track-book';
import { makeBook } from '../builders/track-records';

const spec: PadSpec = { newMm: 12, limitMm: 3, limitFrom: 'shop', trackStartPercent: 50, brake: 'fixedCaliper' };
const thin = (mm: number, over: Partial<PadMeasurement> = {}): PadMeasurement =>
  pads('FL', mm, { isThinnestOnly: true, hatClearanceMm: null, ...over }) as PadMeasurement;
const full = (inner: number, outer: number): PadMeasurement => pads('FL', [inner, outer]) as PadMeasurement;
const mm = fc.double({ min: 3, max: 12, noNaN: true });

test('what the thinnest has lost stands for both; face by face only where both were read both times', () => {
  expect(wornBetween(full(8, 9), full(7.5, 8.8))).toEqual({ inner: 0.5, outer: expect.closeTo(0.2, 9) });
  expect(wornBetween(full(8, 9), thin(7.5))).toEqual({ inner: 0.5, outer: 0.5 });
  expect(wornBetween(thin(8), full(9, 7.5))).toEqual({ inner: 0.5, outer: 0.5 });
});

test('uneven wear that was read stays until both pads are read again', () => {
  const uneven = full(6, 8);
  expect(judgePads(uneven, spec).patterns.map((f) => f.code)).toEqual(['padWornUnevenly']);
  expect(judgePads(thin(5.8), spec, [uneven]).patterns).toEqual(judgePads(uneven, spec).patterns);
  expect(judgePads(full(5.8, 5.9), spec, [uneven, thin(5.8)]).patterns).toEqual([]);
  // Never read in full: nothing is known of it, and nothing is said.
  expect(judgePads(thin(5.8), spec).patterns).toEqual([]);
});

test('under the limit it stops the car like any pad', () => {
  expect(judgePads(thin(2.9), spec).verdict).toBe('stop');
  expect(judgePads(thin(3), spec).findings.some((f) => f.verdict === 'stop')).toBe(false);
});

test('a full reading after it is not asked about for the thicker pad; a thicker thinnest is', () => {
  const asked = (before: PadMeasurement, after: PadMeasurement): string[] =>
    questionsOf(logbookOf([before as Fact]), after as Fact).map((f) => f.code);
  expect(asked(thin(7.8), full(7.7, 9))).toEqual([]);
  expect(asked(full(7.8, 9), thin(7.7))).toEqual([]);
  expect(asked(full(7.8, 9), thin(8.9))).toContain('padThickerThanLast');
  expect(asked(thin(7.8), full(8.9, 9))).toContain('padThickerThanLast');
});

test('property: the verdict on the thickness is that of the thinner pad, and no loss is more than the thinnest has lost', () => {
  fc.assert(
    fc.property(mm, mm, mm, (a, b, c) => {
      const before = full(a, b);
      const least = Math.min(a, b, c);
      const lost = wornBetween(before, thin(least));
      expect(lost.inner).toBeCloseTo(Math.min(a, b) - least, 9);
      expect(lost.outer).toBe(lost.inner);
      const judged = judgePads(thin(least), spec);
      expect(judged.thinnest.value).toBeCloseTo(least, 9);
    }),
  );
});

describe('which corners are read in full', () => {
  const first = session('08:00', '08:20');
  const book = (facts: Fact[]) => makeBook(trackCar, sheet, [atEvent], [...facts, first], {}, []);
  test('all that nobody has read in full, and those with something against them', () => {
    expect(readInFull(book([]), trackCar)).toEqual([...corners]);
    expect(readInFull(book(allPads('07:30', 11)), trackCar)).toEqual([]);
    const uneven = gauge('07:40', 'FR', 8, 10.5);
    expect(readInFull(book([...allPads('07:30', 11), uneven]), trackCar)).toEqual(['FR']);
  });
  test('the level is explained by what the thinnest has lost', () => {
    const before = allPads('07:30', 11);
    const after = allPads('08:30', 10.5);
    const onlyThinnest = after.map((f) => ({ ...f, isThinnestOnly: true }) as Fact);
    const sum = (facts: Fact[]) => {
      const logbook = book([...before, ...facts]);
      const found = findSession(logbook, trackCar.id, first.id)!;
      return levelSumOf(logbook, trackCar, found, 240);
    };
    expect(sum(onlyThinnest).explainedMl).toBeCloseTo(sum(after).explainedMl, 9);
  });
  test('the thinnest shows nobody that both pads are sound, and a thin one shows that they are not', () => {
    const glazed = {
      ...gauge('07:40', 'FR', 10, 10),
      inner: { thicknessMm: 10, otherEndMm: null, conditions: ['crumbling'], isSeen: true },
    } as Fact;
    const before = [...allPads('07:30', 11), glazed];
    const open = (facts: Fact[]) => readInFull(book(facts), trackCar);
    expect(open(before)).toEqual(['FR']);
    const thinnest = { ...gauge('08:40', 'FR', 9.8, 9.8), isThinnestOnly: true, explanation: 'Gauged only.' } as Fact;
    expect(open([...before, thinnest])).toEqual(['FR']);
  });
});
