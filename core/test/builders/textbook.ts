/**
 * Formulas as they stand in a textbook (Montgomery, Peck and Vining, Introduction to Linear Regression Analysis, section 2.2, from memory),
 * written out: what core computes with a library is held against them, not against that library.
 */
export function leastSquares(points: readonly (readonly [x: number, y: number])[]): {
  slope: number;
  intercept: number;
} {
  const meanX = meanOf(points.map(([x]) => x));
  const meanY = meanOf(points.map(([, y]) => y));
  const sxy = sumOf(points.map(([x, y]) => (x - meanX) * (y - meanY)));
  const sxx = sumOf(points.map(([x]) => (x - meanX) ** 2));
  return { slope: sxy / sxx, intercept: meanY - (sxy / sxx) * meanX };
}

export const sumOf = (values: readonly number[]): number => values.reduce((sum, x) => sum + x, 0);
export const meanOf = (values: readonly number[]): number => sumOf(values) / values.length;
/** Of all values there are, not of a sample. */
export const deviationOf = (values: readonly number[]): number =>
  Math.sqrt(sumOf(values.map((x) => (x - meanOf(values)) ** 2)) / values.length);
