import { createHash } from 'node:crypto';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { probit } from 'simple-statistics';

/** Chance with a seed: the same seed gives the same draws. */
export interface Chance {
  /** 0 up to, not including, 1 */
  uniform(): number;
  /** Normally distributed about 0. */
  normal(sigma: number): number;
}

/** A number from a text, the same on every machine. */
export const seedOf = (text: string): number => createHash('sha256').update(text).digest().readInt32LE(0);

export function chance(seed: string): Chance {
  const generator = xoroshiro128plus(seedOf(seed));
  const uniform = (): number => uniformFloat64(generator);
  return { uniform, normal: (sigma) => probit(Math.min(1 - 1e-9, Math.max(1e-9, uniform()))) * sigma };
}
