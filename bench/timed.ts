/** Middle time of several runs, after one that nobody counts, ms; with what the work gave, and how long that first one took. */
export function timed<T>(work: () => T, times: number): { ms: number; firstMs: number; result: T } {
  const all: number[] = [];
  const began = performance.now();
  let result = work();
  const firstMs = performance.now() - began;
  for (let i = 0; i < times; i++) {
    const from = performance.now();
    result = work();
    all.push(performance.now() - from);
  }
  return { ms: all.sort((a, b) => a - b)[Math.floor(times / 2)] ?? firstMs, firstMs, result };
}

/** Middle time of works that are each done once, ms; with what the last of them gave. */
export function timedOnce<T>(works: readonly (() => T)[]): { ms: number; result: T } {
  const all = works.map((work) => timed(work, 0));
  const ms = all.map((t) => t.ms).sort((a, b) => a - b)[Math.floor(all.length / 2)]!;
  return { ms, result: all.at(-1)!.result };
}
