import fc from 'fast-check';
import { fitDecay, judgeLeakDown } from '../../src/hydraulics';
import { tell } from '../builders/say';
import { leastSquares } from '../builders/textbook';

describe('leak-down test of the pressure bleeder', () => {
  const readings = (perSecond: number, seconds = 180) =>
    Array.from({ length: seconds / 10 + 1 }, (_, i) => ({
      seconds: i * 10,
      pressureKpa: 100 * Math.exp(-perSecond * i * 10),
    }));

  test('the fit finds the rate that made the readings, and agrees with least squares by the textbook', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.01, noNaN: true }), (rate) => {
        const list = readings(rate);
        const { slope } = leastSquares(list.map((r) => [r.seconds, Math.log(r.pressureKpa)]));
        expect(fitDecay(list)!.perSecond).toBeCloseTo(rate, 9);
        expect(fitDecay(list)!.perSecond).toBeCloseTo(-slope, 12);
        expect(fitDecay(list)!.startKpa).toBeCloseTo(100, 6);
      }),
    );
  });
  test('the error of the slope is that of the textbook: σ over the root of the sum of squares about the mean time', () => {
    // Montgomery, Peck and Vining, Introduction to Linear Regression Analysis, section 2.3 (from memory): se(b₁) = √(MSE / Sxx).
    const times = [0, 10, 20, 30, 40];
    const offs = [0.05, -0.05, 0.06, -0.07, 0.01];
    const list = times.map((seconds, i) => ({ seconds, pressureKpa: 100 * Math.exp(-0.002 * seconds + offs[i]!) }));
    const line = leastSquares(list.map((r) => [r.seconds, Math.log(r.pressureKpa)]));
    const mse =
      list.reduce((n, r) => n + (Math.log(r.pressureKpa) - line.intercept - line.slope * r.seconds) ** 2, 0) / 3;
    expect(fitDecay(list)!.standardError).toBeCloseTo(Math.sqrt(mse / 1000), 9);
  });

  test('noise on a sound seal is not called a leak while the hold is short', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.5, max: 0.5, noNaN: true }), { minLength: 3, maxLength: 60 }),
        (noise) => {
          const list = noise.map((kpa, i) => ({ seconds: i, pressureKpa: 100 + kpa }));
          expect(judgeLeakDown({ id: 'x', readings: list }, null).finding.verdict).toBe('watch');
        },
      ),
    );
  });
  test('holds, leaks, too short, over the ceiling, no pressure', () => {
    const found = (rate: number, seconds?: number, ceiling: number | null = 140) =>
      judgeLeakDown({ id: 'x', readings: readings(rate, seconds) }, ceiling).finding;
    expect(found(0.00005).verdict).toBe('inOrder');
    expect(found(0.001).code).toBe('leaksDown');
    expect(found(0.00005, 60).verdict).toBe('watch');
    expect(tell(found(0.00005, 180, 90))).toContain('ceiling');
    // A burst seal is called at once, a doubtful one when the hold is long enough.
    expect(found(0.01, 20).code).toBe('leaksDown');
    expect(found(0.0005, 30).verdict).toBe('watch');
    expect(found(0.0005, 180).code).toBe('leaksDown');
    expect(
      judgeLeakDown(
        {
          id: 'x',
          readings: [
            { seconds: 0, pressureKpa: 0 },
            { seconds: 60, pressureKpa: 0 },
          ],
        },
        null,
      ).finding.verdict,
    ).toBe('needsWork');
  });
});
