/** Small dense matrices, row by row in one array: five rows at most, millions of times. */

/** `c = a·b` of n × n matrices. */
function multiply(a: Float64Array, b: Float64Array, c: Float64Array, n: number): void {
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      let sum = 0;
      for (let k = 0; k < n; k++) sum += a[i * n + k]! * b[k * n + j]!;
      c[i * n + j] = sum;
    }
}

const TERMS = 12;

/**
 * The exponential of a small matrix, by Taylor's series of the scaled matrix and squaring. Scaled below a norm of one half, twelve terms
 * leave an error under 1e-13 of the norm. N. Higham, Functions of Matrices, for scaling and squaring.
 * @param a n × n, row by row; not changed
 */
export function expm(a: Float64Array, n: number): Float64Array {
  let norm = 0;
  for (let i = 0; i < n; i++) {
    let row = 0;
    for (let j = 0; j < n; j++) row += Math.abs(a[i * n + j]!);
    norm = Math.max(norm, row);
  }
  const squarings = norm > 0.5 ? Math.ceil(Math.log2(norm / 0.5)) : 0;
  const scale = 2 ** -squarings;
  const scaled = a.map((x) => x * scale);
  let result = new Float64Array(n * n);
  let term = new Float64Array(n * n);
  let other = new Float64Array(n * n);
  for (let i = 0; i < n; i++) result[i * n + i] = term[i * n + i] = 1;
  for (let k = 1; k <= TERMS; k++) {
    multiply(term, scaled, other, n);
    for (let i = 0; i < n * n; i++) result[i]! += other[i]! /= k;
    [term, other] = [other, term];
  }
  for (let s = 0; s < squarings; s++) {
    multiply(result, result, other, n);
    [result, other] = [other, result];
  }
  return result;
}

/** Over this norm the exponential of the whole step is cheaper than many short ones. */
const LARGE = 24;
/** Scratch of {@link phi1Times}: it is called millions of times, and never within itself. */
const scratch = { term: new Float64Array(8), next: new Float64Array(8), start: new Float64Array(8) };

/**
 * `φ₁(A)·v` of a small matrix, with `φ₁(z) = (e^z − 1)/z`: the way that a linear system goes in one step. The step is cut until its matrix is
 * small; over each piece the series `Σ Aᵏ·v/(k+1)!` is summed. A matrix with a very large norm goes by its exponential, with `v` beside it.
 * @param a n × n, row by row, n at most 8 @param v n numbers
 */
export function phi1Times(a: Float64Array, v: ArrayLike<number>): Float64Array {
  const n = v.length;
  let norm = 0;
  for (let i = 0; i < n; i++) {
    let row = 0;
    for (let j = 0; j < n; j++) row += Math.abs(a[i * n + j]!);
    if (row > norm) norm = row;
  }
  if (norm > LARGE) return byExponential(a, v);
  const cuts = Math.max(1, Math.ceil(norm));
  const gone = new Float64Array(n);
  let { term, next } = scratch;
  const { start } = scratch;
  for (let cut = 0; cut < cuts; cut++) {
    // The rate where this piece begins: v + A·(what has gone), over one piece.
    for (let i = 0; i < n; i++) {
      let sum = v[i]!;
      for (let j = 0; j < n; j++) sum += a[i * n + j]! * gone[j]!;
      start[i] = sum / cuts;
    }
    for (let i = 0; i < n; i++) term[i] = start[i]!;
    for (let k = 1; k < 20; k++) {
      let largest = 0;
      const share = 1 / ((k + 1) * cuts);
      for (let i = 0; i < n; i++) {
        let sum = 0;
        for (let j = 0; j < n; j++) sum += a[i * n + j]! * term[j]!;
        const x = sum * share;
        next[i] = x;
        start[i]! += x;
        const size = x < 0 ? -x : x;
        if (size > largest) largest = size;
      }
      [term, next] = [next, term];
      if (largest < 1e-10) break;
    }
    for (let i = 0; i < n; i++) gone[i]! += start[i]!;
  }
  return gone;
}

function byExponential(a: Float64Array, v: ArrayLike<number>): Float64Array {
  const n = v.length;
  const m = n + 1;
  const beside = new Float64Array(m * m);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) beside[i * m + j] = a[i * n + j]!;
    beside[i * m + n] = v[i]!;
  }
  const e = expm(beside, m);
  return Float64Array.from({ length: n }, (_, i) => e[i * m + n]!);
}
