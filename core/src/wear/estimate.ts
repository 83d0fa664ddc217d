/**
 * How fast a face wears, out of few and rough readings. Given a rate, thickness is linear in what was driven, and every step below is in closed form (a
 * Kalman filter with one state); the rate itself is positive and known to its order of magnitude at best, so it is carried on a grid of its logarithm.
 */

/** Belief about a rate before any reading of the face itself: the logarithm of mm a usual minute. */
export interface RatePrior {
  logMean: number;
  logSd: number;
}

/** A reading with what was driven since the one before it. */
export interface WearPoint {
  mm: number;
  /** Standard deviation of the reading, mm. */
  sdMm: number;
  /** Usual minutes since the point before; of the first nothing. */
  usualMin: number;
}

/** What is known of a face after its readings. */
export interface WearEstimate {
  /** Rates on a grid, mm a usual minute, with the weight of each; weights add up to 1. */
  nodes: { rate: number; weight: number; mm: number; varMm2: number }[];
  /** How far each reading lay from what was expected of it before it was read, in standard deviations; the first one at 0. */
  offBy: number[];
  /** What was expected of each reading before it was read, mm; of the first what was read. */
  expectedMm: number[];
}

/** Wear of a session scatters by this share about its mean. Calvik's own figure. */
export const SESSION_SCATTER = 0.3;
/** A session, usual minutes: scatter of many adds up as of independent ones. */
const SESSION_MIN = 20;
/** Further off than this a reading counts as this far off: a slip is neither dropped nor obeyed alone. Huber's limit, common in robust statistics. */
export const SLIP_SDS = 2.5;
/** Width of the grid to either side, standard deviations, and its points. */
const GRID = { sds: 4, points: 61 } as const;
/** Rounds in which the rate is found that scatter is reckoned at. */
const ROUNDS = 4;

const clip = (z: number): number => Math.max(-SLIP_SDS, Math.min(SLIP_SDS, z));
/** Logarithm of Huber's density without its constant. */
const logHuber = (z: number): number =>
  Math.abs(z) <= SLIP_SDS ? -(z ** 2) / 2 : -(SLIP_SDS * (Math.abs(z) - SLIP_SDS / 2));

/** Scatter of what is worn off in so many usual minutes at a rate, mm². */
export const scatterMm2 = (rate: number, usualMin: number): number =>
  (SESSION_SCATTER * rate) ** 2 * usualMin * SESSION_MIN;

/** Mean of something over the rates, by their weights. */
const averaged = <N extends { weight: number }>(nodes: readonly N[], of: (node: N) => number): number => {
  let [weights, sum] = [0, 0];
  for (const node of nodes) {
    weights += node.weight;
    sum += node.weight * of(node);
  }
  return sum / weights;
};

/** The grid of the rate's logarithm, in standard deviations, and what is believed of each before any reading. */
const STEPS = Float64Array.from({ length: GRID.points }, (_, i) => -GRID.sds + (i * 2 * GRID.sds) / (GRID.points - 1));
const BEFORE = STEPS.map((z) => -(z ** 2) / 2);

/** One run through the readings, with scatter reckoned at one rate for all: so that a thinner reading speaks for a faster rate, always. */
function filtered(points: readonly WearPoint[], prior: RatePrior, scatterRate: number): WearEstimate {
  const [first, ...later] = points;
  const n = GRID.points;
  const rates = STEPS.map((z) => Math.exp(prior.logMean + z * prior.logSd));
  const logWeights = BEFORE.slice();
  const weights = BEFORE.map(Math.exp);
  const left = new Float64Array(n).fill(first!.mm);
  // The same for every rate.
  let varMm2 = first!.sdMm ** 2;
  const offBy = [0];
  const expectedMm = [first!.mm];
  let before = first!;
  for (const point of later) {
    let [total, sum, squares] = [0, 0, 0];
    for (let k = 0; k < n; k++) {
      left[k]! -= rates[k]! * point.usualMin;
      total += weights[k]!;
      sum += weights[k]! * left[k]!;
    }
    varMm2 += scatterMm2(scatterRate, point.usualMin);
    const expected = sum / total;
    for (let k = 0; k < n; k++) squares += weights[k]! * (left[k]! - expected) ** 2;
    const spread = squares / total;
    const varOfReading = varMm2 + point.sdMm ** 2;
    const sd = Math.sqrt(varOfReading);
    const gain = varMm2 / varOfReading;
    const off = (point.mm - expected) / Math.sqrt(spread + varOfReading);
    // Nothing grows: what is read thicker than before is off, however little is known of the rate.
    const grown = (point.mm - before.mm) / Math.hypot(point.sdMm, before.sdMm);
    before = point;
    offBy.push(grown > SLIP_SDS ? Math.max(off, grown) : off);
    expectedMm.push(expected);
    let most = -Infinity;
    for (let k = 0; k < n; k++) {
      const z = (point.mm - left[k]!) / sd;
      logWeights[k]! += logHuber(z);
      left[k]! += gain * clip(z) * sd;
      if (logWeights[k]! > most) most = logWeights[k]!;
    }
    for (let k = 0; k < n; k++) weights[k] = Math.exp(logWeights[k]! - most);
    varMm2 *= 1 - gain;
    // What a slip leaves open widens what is known.
    const beyond = Math.min(SLIP_SDS, Math.max(0, Math.abs(off) - SLIP_SDS));
    varMm2 += (beyond * sd) ** 2 / 4;
  }
  const total = weights.reduce((sum, w) => sum + w, 0);
  return {
    nodes: Array.from(rates, (rate, k) => ({ rate, weight: weights[k]! / total, mm: left[k]!, varMm2 })),
    offBy,
    expectedMm,
  };
}

/**
 * Estimates a face's wear.
 * @param points oldest first, at least one
 * @example estimateWear([{ mm: 12, sdMm: 0.1, usualMin: 0 }, { mm: 10, sdMm: 0.1, usualMin: 50 }], { logMean: Math.log(0.04), logSd: 0.7 })
 */
export function estimateWear(points: readonly WearPoint[], prior: RatePrior): WearEstimate {
  let rate = Math.exp(prior.logMean);
  let found = filtered(points, prior, rate);
  const isDriven = points.some((p) => p.usualMin > 0);
  for (let round = 1; isDriven && round < ROUNDS; round++) {
    rate = averaged(found.nodes, (n) => n.rate);
    found = filtered(points, prior, rate);
  }
  return found;
}

/** The rate as it is known, in its logarithm. */
export function rateOf({ nodes }: WearEstimate): RatePrior {
  const logMean = averaged(nodes, (n) => Math.log(n.rate));
  return { logMean, logSd: Math.sqrt(averaged(nodes, (n) => (Math.log(n.rate) - logMean) ** 2)) };
}
