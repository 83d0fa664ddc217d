/** Limits are common practice, no source: no play that a hand can feel at the rim, hundredths on a dial gauge. */
import fc from 'fast-check';
import type { Fact } from '../../src/model';
import { limitsOf } from '../../src/service';
import { judgeWheelBearing } from '../../src/wheel-bearings';
import {
  at,
  decision,
  fullSheet,
  job,
  judged,
  logbookOf,
  signature,
  torqueSet,
  waive,
  wheelBearing,
  wholeService,
} from '../builders/service-book';
import { tell, texts } from '../builders/say';

const judge = (playMm: number, method: 'rim' | 'dialGauge' = 'rim', maxWheelBearingPlayMm: number | null = null) =>
  judgeWheelBearing({ corner: 'FL', playMm, method }, { maxWheelBearingPlayMm });

describe('wheel-bearing play', () => {
  test('the limit itself is in order, more is not; the sheet’s limit is for the rim alone', () => {
    expect([0.5, 0.51].map((mm) => judge(mm).verdict)).toEqual(['inOrder', 'needsWork']);
    expect([0.05, 0.06].map((mm) => judge(mm, 'dialGauge').verdict)).toEqual(['inOrder', 'needsWork']);
    expect(judge(0.4, 'rim', 0.3).verdict).toBe('needsWork');
    expect(judge(0.05, 'dialGauge', 0.01).verdict).toBe('inOrder');
    expect(tell(judge(0.8))).toBe(
      'Wheel-bearing play 0.80 mm at the left front, 0.50 mm at most: it knocks the pads back. Find out why before it goes.',
    );
  });
  test('more play is never judged more mildly', () => {
    const mm = fc.double({ min: 0, max: 20, noNaN: true });
    fc.assert(
      fc.property(mm, mm, fc.constantFrom('rim', 'dialGauge'), (a, b, method) => {
        const order = ['inOrder', 'watch', 'needsWork', 'stop'];
        const howBad = (playMm: number): number => order.indexOf(judge(playMm, method).verdict);
        expect(howBad(Math.max(a, b))).toBeGreaterThanOrEqual(howBad(Math.min(a, b)));
        expect(howBad(Math.min(a, b))).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

describe('in a service', () => {
  const facts = wholeService();
  test('it is measured at every corner before the decisions, and a loose hub stops the car until it is set and measured', () => {
    const without = facts.filter((f) => f.kind !== 'wheelBearingMeasurement' || f.corner !== 'RR');
    expect(texts(judged(without).gate.holds)).toContain('Not done: Wheel bearing, right rear');
    const loose = [
      ...facts,
      wheelBearing('RR', 1.2),
      decision('other', 'rear', { corner: 'RR', action: 'keep', reason: 'Nut to be set after the event.' }),
    ];
    const { stops } = judged(loose).gate;
    expect(stops.map((f) => f.code)).toEqual(['wheelBearingPlayTooHigh']);
    // Nobody waives it, and a smaller figure alone is no cure.
    expect(judged([...loose, waive(stops[0]!)]).gate.canRelease).toBe(false);
    expect(judged([...loose, wheelBearing('RR', 0.2)]).gate.canRelease).toBe(false);
    const set = {
      ...at(),
      kind: 'repairDone',
      repair: 'bearingAdjusted',
      axle: null,
      corner: 'RR',
      words: '',
    } as unknown as Fact;
    expect(judged([...loose, set]).gate.canRelease).toBe(false);
    // The wheel was off for it: its nuts again.
    const measured = [...loose, set, wheelBearing('RR', 0.2)];
    expect(judged(measured).gate.stops.map((f) => f.code)).toEqual(['notShownSince']);
    const nuts = fullSheet().fasteners.find((f) => f.key === 'rearWheel')!;
    expect(judged([...measured, torqueSet(nuts, 'RR')]).gate.stops).toEqual([]);
  });
  test('a limit on the sheet is the limit', () => {
    const sheet = fullSheet(undefined, { maxWheelBearingPlayMm: 0.1 });
    expect(judged(facts, { sheet }).gate.stops.map((f) => f.code)).toContain('wheelBearingPlayTooHigh');
  });
  test('a service that was signed before bearings were asked for stays released', () => {
    const earlier = facts.filter((f) => f.kind !== 'wheelBearingMeasurement');
    const limits = limitsOf(logbookOf(earlier), job)!;
    const steps = limits.steps.filter((kind) => kind !== 'wheelBearing');
    expect(judged([...earlier, signature({ ...limits, steps })]).gate.isReleased).toBe(true);
    expect(judged([...earlier, signature(limits)]).gate.isReleased).toBe(false);
  });
});
