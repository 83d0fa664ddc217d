/**
 * How often something random is tried. `npm test` has so many seconds for it and plays the same cases every time, so that red means a change; `npm run
 * torture` has all the time that it takes, and plays new ones. What judges shares of its cases has a count of its own, or a slow machine would judge fewer.
 */
export const isTorture = process.env['CALVIK_TORTURE'] === '1';

const SEED = 20261126;
/** A share of the usual seconds: `npm run check` takes a fifth. */
const SHARE = Number(process.env['CALVIK_BUDGET'] ?? 1);

/** So many cases: fewer in every run, all of them in the torture run. */
export const count = (usual: number, inTorture: number): number => (isTorture ? inTorture : usual);

/** A seed: always the same, or the torture run's own, which it prints. */
export const seed = (usual = SEED): number => (isTorture ? Number(process.env['CALVIK_SEED'] ?? usual) : usual);

interface Budget {
  seconds: number;
  atMost: number;
  inTorture: number;
  seed?: number;
}

/** For `fc.assert` of what does not wait (what does would go on after its time): runs until the seconds are over, or so many times. A property that is cut short has held for what was played. */
export const within = ({ seconds, atMost, inTorture, seed: usual }: Budget) =>
  isTorture
    ? { numRuns: inTorture, seed: seed() }
    : {
        numRuns: atMost,
        interruptAfterTimeLimit: seconds * SHARE * 1000,
        markInterruptAsFailure: false,
        seed: seed(usual),
      };

/** The same for a loop: numbers from 0 on, as many as the budget allows. */
export function* rounds({ seconds, atMost, inTorture }: Budget): Generator<number> {
  const until = performance.now() + seconds * SHARE * 1000;
  for (let i = 0; i < (isTorture ? inTorture : atMost) && (isTorture || performance.now() < until); i++) yield i;
}
