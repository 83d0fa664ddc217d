/** A face's wear out of its readings: against other ways to the same figures, and what must never happen. */
import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { type WearPoint, estimateWear, meanLeftMm, probabilityUnder, quantileLeftMm, rateOf } from '../../src/wear';
import { within } from '../builders/budget';

const prior = { logMean: Math.log(0.04), logSd: 0.7 };
const points = (list: [mm: number, usualMin: number][], sdMm = 0.1): WearPoint[] =>
  list.map(([mm, usualMin]) => ({ mm, usualMin, sdMm }));
const none = { usualMin: 0, spread: 0 };

/**
 * The same belief by another way, that shares no code with it: for each rate all readings at once, as one multivariate normal (the first thickness integrated out
 * over a flat prior), and the rate by the trapezoid rule on a fine grid. Without slips.
 */
function byIntegration(list: readonly WearPoint[]): { left: number; logRate: number } {
  let at = Math.exp(prior.logMean);
  let found = integrated(list, at);
  for (let round = 1; round < 4; round++) {
    at = found.rate;
    found = integrated(list, at);
  }
  return found;
}

function integrated(list: readonly WearPoint[], scatterRate: number): { left: number; logRate: number; rate: number } {
  const n = list.length;
  const driven = list.map((_, i) => list.slice(0, i + 1).reduce((s, p) => s + p.usualMin, 0));
  const scatter = (0.3 * scatterRate) ** 2 * 20;
  const cov = list.map((p, i) =>
    list.map((q, j) => scatter * Math.min(driven[i]!, driven[j]!) + (i === j ? p.sdMm * q.sdMm : 0)),
  );
  const inverse = invert(cov);
  const dot = (a: readonly number[], b: readonly number[]): number =>
    a.reduce((s, ai, i) => s + ai * b.reduce((t, bj, j) => t + inverse[i]![j]! * bj, 0), 0);
  const ones = Array<number>(n).fill(1);
  const lastCov = list.map((_, j) => scatter * Math.min(driven[n - 1]!, driven[j]!));
  let [weights, left, logRate, rates] = [0, 0, 0, 0];
  for (let k = -600; k <= 600; k++) {
    const rate = Math.exp(prior.logMean + (k / 600) * 4 * prior.logSd);
    // What is read plus what the rate says was worn off: one unknown thickness, correlated errors.
    const y = list.map((p, i) => p.mm + rate * driven[i]!);
    const h0 = dot(ones, y) / dot(ones, ones);
    const rest = y.map((v) => v - h0);
    const weight = Math.exp(-dot(rest, rest) / 2 - ((k / 600) * 4) ** 2 / 2);
    weights += weight;
    // What it began with less what was worn, drawn to the last reading by its share.
    left += weight * (h0 - rate * driven[n - 1]! + dot(lastCov, rest));
    logRate += weight * Math.log(rate);
    rates += weight * rate;
  }
  return { left: left / weights, logRate: logRate / weights, rate: rates / weights };
}

/** Gauss and Jordan. */
function invert(a: readonly number[][]): number[][] {
  const m = a.map((row, i) => [...row, ...row.map((_, j) => (i === j ? 1 : 0))]);
  for (let i = 0; i < a.length; i++) {
    const pivot = m[i]![i]!;
    m[i] = m[i]!.map((v) => v / pivot);
    for (let j = 0; j < a.length; j++) {
      const factor = m[j]![i]!;
      if (j !== i) m[j] = m[j]!.map((v, c) => v - factor * m[i]![c]!);
    }
  }
  return m.map((row) => row.slice(a.length));
}

describe('against integration by another way', () => {
  test.each([
    [
      [
        [12, 0],
        [10.1, 50],
      ],
    ],
    [
      [
        [12, 0],
        [11.2, 25],
        [10.1, 30],
        [9.5, 20],
      ],
    ],
    [
      [
        [9, 0],
        [8.9, 60],
        [8.7, 45],
      ],
    ],
    [
      [
        [12, 0],
        [8, 55],
        [5.5, 30],
      ],
    ],
  ] as [[number, number][]][])('%j', (list) => {
    const mine = estimateWear(points(list), prior);
    const other = byIntegration(points(list));
    expect(Math.abs(meanLeftMm(mine, none) - other.left)).toBeLessThan(0.02);
    expect(Math.abs(rateOf(mine).logMean - other.logRate)).toBeLessThan(0.03);
  });
});

test('with many good readings the rate is that of the straight line through them (least squares, simple-statistics)', () => {
  const driven = [0, 20, 40, 60, 80, 100, 120, 140];
  const noise = [0.02, -0.03, 0.01, 0.03, -0.02, -0.01, 0.02, -0.02];
  const list = driven.map((t, i) => [12 - 0.045 * t + noise[i]!, i === 0 ? 0 : 20] as [number, number]);
  const { m } = linearRegression(list.map(([mm], i) => [driven[i]!, mm]));
  // Sessions scatter, so that the line counts for as much as seven of them do: within three in a hundred.
  expect(Math.exp(rateOf(estimateWear(points(list, 0.02), prior)).logMean) / -m).toBeGreaterThan(0.97);
  expect(Math.exp(rateOf(estimateWear(points(list, 0.02), prior)).logMean) / -m).toBeLessThan(1.03);
});

test('one reading leaves the rate at what is expected of it, and its band wide; three good ones make it useful', () => {
  const one = estimateWear(points([[12, 0]]), prior);
  expect(rateOf(one).logMean).toBeCloseTo(prior.logMean, 6);
  expect(rateOf(one).logSd).toBeCloseTo(prior.logSd, 2);
  const three = estimateWear(
    points([
      [12, 0],
      [11.2, 20],
      [10.4, 20],
    ]),
    prior,
  );
  const width = (e: ReturnType<typeof estimateWear>): number =>
    quantileLeftMm(e, { usualMin: 60, spread: 0 }, 0.9) - quantileLeftMm(e, { usualMin: 60, spread: 0 }, 0.1);
  expect(width(three)).toBeLessThan(0.45 * width(one));
});

test('by hand: 0.04 mm a minute, 100 min ahead, known well: 4 mm go', () => {
  const list = points(
    Array.from({ length: 12 }, (_, i) => [12 - 0.8 * i, i === 0 ? 0 : 20] as [number, number]),
    0.02,
  );
  const e = estimateWear(list, prior);
  expect(meanLeftMm(e, none)).toBeCloseTo(3.2, 1);
  expect(meanLeftMm(e, { usualMin: 40, spread: 0 })).toBeCloseTo(1.6, 1);
  expect(probabilityUnder(e, { usualMin: 40, spread: 0 }, 3)).toBeGreaterThan(0.99);
  expect(probabilityUnder(e, none, 3)).toBeLessThan(0.01);
});

test('a slip is neither dropped nor obeyed alone: it widens, and lies far off', () => {
  const good: [number, number][] = [
    [12, 0],
    [11.2, 20],
    [10.4, 20],
  ];
  const before = estimateWear(points([...good, [9.6, 20]]), prior);
  for (const slipMm of [12.6, 6.1]) {
    const e = estimateWear(points([...good, [slipMm, 20]]), prior);
    expect(Math.abs(e.offBy.at(-1)!)).toBeGreaterThan(2.5);
    expect(Math.abs(meanLeftMm(e, none) - 9.6)).toBeLessThan(Math.abs(slipMm - 9.6) / 2);
    expect(Math.sign(meanLeftMm(e, none) - meanLeftMm(before, none))).toBe(Math.sign(slipMm - 9.6));
    const band = (of: typeof e): number => quantileLeftMm(of, none, 0.9) - quantileLeftMm(of, none, 0.1);
    expect(band(e)).toBeGreaterThan(band(before));
  }
  expect(Math.abs(before.offBy.at(-1)!)).toBeLessThan(1);
});

describe('whatever is read', () => {
  const readings = fc
    .array(fc.tuple(fc.double({ min: 0.5, max: 20, noNaN: true }), fc.double({ min: 0, max: 200, noNaN: true })), {
      minLength: 1,
      maxLength: 7,
    })
    .map((list) => list.map(([mm, usualMin], i) => ({ mm, sdMm: 0.12, usualMin: i === 0 ? 0 : usualMin })));
  const budget = within({ seconds: 4, atMost: 300, inTorture: 20_000 });

  test('figures are finite, weights add up, rates are positive', () => {
    fc.assert(
      fc.property(readings, fc.double({ min: 0, max: 600, noNaN: true }), (list, usualMin) => {
        const e = estimateWear(list, prior);
        const p = probabilityUnder(e, { usualMin, spread: 0.3 }, 3);
        expect(e.nodes.reduce((s, n) => s + n.weight, 0)).toBeCloseTo(1, 9);
        expect(e.nodes.every((n) => n.rate > 0 && Number.isFinite(n.mm) && n.varMm2 >= 0)).toBe(true);
        expect(p).toBeGreaterThanOrEqual(0);
        expect(p).toBeLessThanOrEqual(1 + 1e-9);
        expect(Number.isFinite(quantileLeftMm(e, { usualMin, spread: 0.3 }, 0.1))).toBe(true);
      }),
      budget,
    );
  });
  test('more driven never means more left', () => {
    fc.assert(
      fc.property(readings, fc.double({ min: 0, max: 300, noNaN: true }), (list, usualMin) => {
        const e = estimateWear(list, prior);
        const near = meanLeftMm(e, { usualMin, spread: 0.2 });
        expect(meanLeftMm(e, { usualMin: usualMin + 10, spread: 0.2 })).toBeLessThanOrEqual(near + 1e-9);
      }),
      budget,
    );
  });
  test('a thinner last reading never means a longer life, by more than anybody could read', () => {
    fc.assert(
      fc.property(readings, fc.double({ min: 0.05, max: 3, noNaN: true }), (list, thinner) => {
        const last = list.at(-1)!;
        const less = [...list.slice(0, -1), { ...last, mm: Math.max(0.1, last.mm - thinner) }];
        const left = (of: readonly WearPoint[]): number =>
          meanLeftMm(estimateWear(of, prior), { usualMin: 80, spread: 0.2 });
        // Only where pads seem to have grown by millimetres is there anything at all.
        expect(left(less) - left(list)).toBeLessThan(0.1);
      }),
      budget,
    );
  });
});

/**
 * Montgomery, Peck and Vining, Introduction to Linear Regression Analysis, example 2.1 (rocket propellant: shear strength in psi over the age of the batch in
 * weeks), with the slope of 2.1, its standard error and interval of 2.3, and the prediction interval of 2.7. From memory; the data give the book's figures.
 */
describe('a worked example of a straight line that falls', () => {
  const book = {
    slope: -37.15,
    slopeSe: 2.89,
    residualSd: Math.sqrt(9244.59),
    at10: [2048.32, 2464.32] as const,
    t: 2.101,
  };
  // prettier-ignore
  const batches = [
    [15.5, 2158.7], [23.75, 1678.15], [8, 2316], [17, 2061.3], [5.5, 2207.5], [19, 1708.3], [24, 1784.7], [2.5, 2575], [7.5, 2357.9], [11, 2256.7],
    [13, 2165.2], [3.75, 2399.55], [25, 1779.8], [9.75, 2336.75], [22, 1765.3], [18, 2053.5], [6, 2414.4], [12.5, 2200.5], [2, 2654.2], [21.5, 1753.7],
  ].sort((a, b) => a[0]! - b[0]!) as [number, number][];
  /** Weeks are taken as so many minutes: then what scatters from session to session is nothing beside the reading. */
  const MINUTES_A_WEEK = 1000;
  const readings = batches.map(([week, psi], i): WearPoint => ({
    mm: psi,
    sdMm: book.residualSd,
    usualMin: i === 0 ? 0 : (week - batches[i - 1]![0]) * MINUTES_A_WEEK,
  }));
  const { nodes } = estimateWear(readings, { logMean: Math.log(30 / MINUTES_A_WEEK), logSd: 0.4 });
  const mean = (of: (node: (typeof nodes)[number]) => number): number =>
    nodes.reduce((sum, n) => sum + n.weight * of(n), 0);

  it('gives the slope of least squares, by the library and by the book, and how sure it is', () => {
    const line = linearRegression(batches);
    expect(line.m).toBeCloseTo(book.slope, 2);
    const rate = mean((n) => n.rate) * MINUTES_A_WEEK;
    const sd = Math.sqrt(mean((n) => (n.rate * MINUTES_A_WEEK - rate) ** 2));
    // What is believed beforehand weighs little beside twenty batches.
    expect(Math.abs(rate + book.slope)).toBeLessThan(book.slopeSe / 4);
    expect(sd / book.slopeSe).toBeGreaterThan(0.93);
    expect(sd / book.slopeSe).toBeLessThan(1.07);
  });

  it('gives the prediction interval of the book for a batch of ten weeks', () => {
    const back = (25 - 10) * MINUTES_A_WEEK;
    const centre = mean((n) => n.mm + n.rate * back);
    const sd = Math.sqrt(mean((n) => n.varMm2 + (n.mm + n.rate * back - centre) ** 2) + book.residualSd ** 2);
    // The book does not know the spread of a reading, and takes Student's law for it.
    expect(centre - book.t * sd).toBeCloseTo(book.at10[0], -1.3);
    expect(centre + book.t * sd).toBeCloseTo(book.at10[1], -1.3);
  });
});
