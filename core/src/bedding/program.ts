/** What of a procedure is driven: its applications one by one. */
import type { BeddingSeries, Procedure } from '../model';

/** What of a procedure is driven. */
export type Program = Pick<Procedure, 'series' | 'cooling'>;

/** One application that is wanted. */
export interface WantedApplication extends Omit<BeddingSeries, 'count'> {
  /** Which series it belongs to, from 0. */
  series: number;
}

/** How fast a car gathers speed between applications, m/s². Calvik's own figure for a road car. */
export const GATHERS_M_PER_S2 = 2.2;

/**
 * The applications of one cycle in their order.
 * @param more of the last series beyond its count; negative leaves some out
 * @example applicationsOf([{ fromKmh: 100, toKmh: 10, decelG: 0.8, count: 10, dragS: null, restS: 0 }]).length // 10
 */
export function applicationsOf(series: readonly BeddingSeries[], more = 0): WantedApplication[] {
  return series.flatMap(({ count, ...s }, i) =>
    Array.from({ length: Math.max(0, count + (i === series.length - 1 ? more : 0)) }, () => ({ ...s, series: i })),
  );
}

/** Applications of one cycle. */
export const countOf = (series: readonly BeddingSeries[]): number => series.reduce((sum, s) => sum + s.count, 0);

/** The fastest that a procedure is driven, km/h; 0 for one that is not driven. */
export const fastestKmh = ({ series }: Pick<Procedure, 'series'>): number =>
  Math.max(0, ...series.map((s) => s.fromKmh));
