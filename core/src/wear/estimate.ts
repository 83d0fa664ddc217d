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

/** One run through the readings, with scatter reckoned at one rate for all: so that a thinner reading speaks for a faster rate, always. */
function filtered(points: readonly WearPoint[], prior: RatePrior, scatterRate: number): WearEstimate {
  const [first, ...later] = points;
  const step = (2 * GRID.sds) / (GRID.points - 1);
  const rates = Array.from({ length: GRID.points }, (_, i) => -GRID.sds + i * step);
  const nodes = rates.map((z) => ({
    rate: Math.exp(prior.logMean + z * prior.logSd),
    logWeight: -(z ** 2) / 2,
    weight: Math.exp(-(z ** 2) / 2),
    mm: first!.mm,
  }));
  // The same for every rate.
  let varMm2 = first!.sdMm ** 2;
  const offBy = [0];
  const expectedMm = [first!.mm];
  for (const point of later) {
    for (const node of nodes) node.mm -= node.rate * point.usualMin;
    varMm2 += scatterMm2(scatterRate, point.usualMin);
    const expected = averaged(nodes, (n) => n.mm);
    const spread = averaged(nodes, (n) => (n.mm - expected) ** 2);
    const varOfReading = varMm2 + point.sdMm ** 2;
    const sd = Math.sqrt(varOfReading);
    const gain = varMm2 / varOfReading;
    const off = (point.mm - expected) / Math.sqrt(spread + varOfReading);
    offBy.push(off);
    expectedMm.push(expected);
    for (const node of nodes) {
      const z = (point.mm - node.mm) / sd;
      node.logWeight += logHuber(z);
      node.mm += gain * clip(z) * sd;
    }
    const most = Math.max(...nodes.map((n) => n.logWeight));
    for (const node of nodes) node.weight = Math.exp(node.logWeight - most);
    varMm2 *= 1 - gain;
    // What a slip leaves open widens what is known.
    const beyond = Math.min(SLIP_SDS, Math.max(0, Math.abs(off) - SLIP_SDS));
    varMm2 += (beyond * sd) ** 2 / 4;
  }
  const total = nodes.reduce((sum, n) => sum + n.weight, 0);
  return {
    nodes: nodes.map(({ rate, weight, mm }) => ({ rate, weight: weight / total, mm, varMm2 })),
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
