/** Middle time of several runs, after one that nobody counts, ms; with what the work gave. */
export function timed<T>(work: () => T, times: number): { ms: number; result: T } {
  const all: number[] = [];
  let result = work();
  for (let i = 0; i < times; i++) {
    const from = performance.now();
    result = work();
    all.push(performance.now() - from);
  }
  return { ms: all.sort((a, b) => a - b)[Math.floor(times / 2)]!, result };
}
