/** What is expected of a set that nobody has read: drawn towards what the shop has seen, as the hierarchy of normals says. */
import { type SeenRate, expectedRate, pooled, rateOfSheet, usualRate } from '../../src/wear';

const kind = 'front.track' as const;
const seen = (carId: string, compoundId: string | null, rate: number, logSd = 0.2): SeenRate => ({
  carId,
  compoundId,
  logMean: Math.log(rate),
  logSd,
});

test('with nothing seen it is what is usual, and wider than that', () => {
  const expected = expectedRate(kind, [], 'car', 'soft');
  expect(expected.logMean).toBeCloseTo(usualRate(kind).logMean, 9);
  expect(expected.logSd).toBeCloseTo(Math.sqrt(0.7 ** 2 + 0.35 ** 2 + 0.35 ** 2 + 0.2 ** 2), 9);
});

/**
 * The same by brute force, sharing no code: every mean of the hierarchy on a grid (use, compound, car), the rest a product of normals. Each case has one other
 * compound at most, so that three levels suffice.
 */
function byGrid(of: readonly SeenRate[], carId: string, compoundId: string): { mean: number; sd: number } {
  const { logMean, logSd } = usualRate(kind);
  const n = (x: number, mean: number, sd: number): number => Math.exp(-(((x - mean) / sd) ** 2) / 2) / sd;
  const grid = Array.from({ length: 61 }, (_, i) => logMean + ((i - 30) / 30) * 3.2);
  const spread = (s: SeenRate): number => Math.hypot(s.logSd, 0.2);
  const cars = (list: readonly SeenRate[]): SeenRate[][] => {
    const by = new Map<string, SeenRate[]>();
    for (const s of list) by.set(s.carId, [...(by.get(s.carId) ?? []), s]);
    return [...by.values()];
  };
  /** Likelihood of what a car's sets showed, its own mean integrated out, at a compound's mean. */
  const likelihoodOfCar = (sets: readonly SeenRate[], compound: number): number =>
    grid.reduce(
      (sum, car) => sum + n(car, compound, 0.35) * sets.reduce((p, s) => p * n(s.logMean, car, spread(s)), 1),
      0,
    );
  const others = of.filter((s) => s.compoundId !== compoundId);
  const same = of.filter((s) => s.compoundId === compoundId);
  const ownSets = same.filter((s) => s.carId === carId);
  const otherCars = cars(same.filter((s) => s.carId !== carId));
  const ofCar = new Array<number>(grid.length).fill(0);
  for (const use of grid) {
    const other =
      others.length === 0
        ? 1
        : grid.reduce(
            (sum, c) => sum + n(c, use, 0.35) * cars(others).reduce((p, sets) => p * likelihoodOfCar(sets, c), 1),
            0,
          );
    for (const compound of grid) {
      const w =
        n(use, logMean, logSd) *
        other *
        n(compound, use, 0.35) *
        otherCars.reduce((p, sets) => p * likelihoodOfCar(sets, compound), 1);
      grid.forEach((car, i) => {
        ofCar[i]! += w * n(car, compound, 0.35) * ownSets.reduce((p, s) => p * n(s.logMean, car, spread(s)), 1);
      });
    }
  }
  const total = ofCar.reduce((a, b) => a + b, 0);
  const mean = ofCar.reduce((s, w, i) => s + (w / total) * grid[i]!, 0);
  const variance = ofCar.reduce((s, w, i) => s + (w / total) * (grid[i]! - mean) ** 2, 0);
  return { mean, sd: Math.sqrt(variance + 0.2 ** 2) };
}

test.each<[string, SeenRate[]]>([
  ['one set of the compound on another car', [seen('other', 'soft', 0.07)]],
  ['another compound alone', [seen('other', 'hard', 0.02), seen('third', 'hard', 0.024)]],
  ['own car, own compound', [seen('car', 'soft', 0.055), seen('car', 'soft', 0.06)]],
  [
    'all together',
    [
      seen('car', 'soft', 0.05),
      seen('other', 'soft', 0.08, 0.4),
      seen('other', 'hard', 0.02),
      seen('third', 'hard', 0.03),
    ],
  ],
])('%s: as by integration on a grid', (_, list) => {
  const mine = expectedRate(kind, list, 'car', 'soft');
  const grid = byGrid(list, 'car', 'soft');
  expect(mine.logMean).toBeCloseTo(grid.mean, 1);
  expect(Math.abs(mine.logMean - grid.mean)).toBeLessThan(0.02);
  expect(Math.abs(mine.logSd - grid.sd)).toBeLessThan(0.02);
});

test('the car’s own sets count for more than those of others', () => {
  const own = expectedRate(kind, [seen('car', 'soft', 0.08)], 'car', 'soft');
  const other = expectedRate(kind, [seen('other', 'soft', 0.08)], 'car', 'soft');
  const compound = expectedRate(kind, [seen('other', 'hard', 0.08)], 'car', 'soft');
  expect(own.logMean).toBeGreaterThan(other.logMean);
  expect(other.logMean).toBeGreaterThan(compound.logMean);
  expect(own.logSd).toBeLessThan(other.logSd);
});

test('the eight schools, pooled: 7.7 with a standard error of 4.1 (Gelman and others, Bayesian Data Analysis, ch. 5; from memory)', () => {
  const effects = [28, 8, -3, 7, -1, 1, 18, 12];
  const errors = [15, 10, 16, 11, 9, 11, 10, 18];
  const { mean, variance } = pooled(effects.map((mean, i) => ({ mean, variance: errors[i]! ** 2 })))!;
  expect(mean).toBeCloseTo(7.7, 1);
  expect(Math.sqrt(variance)).toBeCloseTo(4.1, 1);
});

test('a compound’s sheet stands in for what is usual of it, and gives way to what is read', () => {
  const sheet = rateOfSheet(kind, 3);
  const alone = expectedRate(kind, [], 'car', 'soft', sheet);
  expect(Math.exp(alone.logMean)).toBeCloseTo(0.05, 6);
  expect(alone.logSd).toBeLessThan(expectedRate(kind, [], 'car', 'soft').logSd);
  const read = expectedRate(kind, [seen('car', 'soft', 0.1), seen('car', 'soft', 0.1)], 'car', 'soft', sheet);
  expect(Math.exp(read.logMean)).toBeGreaterThan(0.075);
  // Rear pads lose as much less as is usual.
  const rear = Math.exp(rateOfSheet('rear.track', 3).logMean) / 0.05;
  expect(rear).toBeCloseTo(Math.exp(usualRate('rear.track').logMean - usualRate('front.track').logMean), 6);
});
