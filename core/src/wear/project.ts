/** What a face will have left after so much driving: a mixture of normals over its rates. */
import { errorFunction } from 'simple-statistics';
import { type WearEstimate, scatterMm2 } from './estimate';

/** What lies ahead, in usual minutes, and how unsure that is as a share: a venue of which little is known may be harder or easier. */
export interface Ahead {
  usualMin: number;
  spread: number;
}
const afterwards = ({ nodes }: WearEstimate, { usualMin, spread }: Ahead) =>
  nodes.map(({ rate, weight, mm, varMm2 }) => ({
    weight,
    mm: mm - rate * usualMin,
    sd: Math.sqrt(varMm2 + scatterMm2(rate, usualMin) + (rate * usualMin * spread) ** 2 + 1e-9),
  }));

/** The normal distribution function, from the library's error function: its table of the distribution itself has steps. */
const phi = (z: number): number => (1 + errorFunction(z / Math.SQRT2)) / 2;

/** Probability that a face is under a limit after what lies ahead, 0 to 1. */
export const probabilityUnder = (estimate: WearEstimate, ahead: Ahead, limitMm: number): number =>
  afterwards(estimate, ahead).reduce((sum, { weight, mm, sd }) => sum + weight * phi((limitMm - mm) / sd), 0);

/** Mean of what is left, mm. */
export const meanLeftMm = (estimate: WearEstimate, ahead: Ahead): number =>
  afterwards(estimate, ahead).reduce((sum, { weight, mm }) => sum + weight * mm, 0);

/** What is left with so much certainty that it is less, mm. @param share of all that could be, 0 to 1 */
export function quantileLeftMm(estimate: WearEstimate, ahead: Ahead, share: number): number {
  const parts = afterwards(estimate, ahead);
  let low = Math.min(...parts.map(({ mm, sd }) => mm - 9 * sd));
  let high = Math.max(...parts.map(({ mm, sd }) => mm + 9 * sd));
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    const below = parts.reduce((sum, { weight, mm, sd }) => sum + weight * phi((middle - mm) / sd), 0);
    if (below < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
