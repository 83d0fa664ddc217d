/**
 * `npm run torture`: what takes too long for every run, with new chances each time: fifty thousand seasons and twenty
 * thousand services against the oracle, the rows of the condition’s tables taken out in turn, the band of heat over two
 * hundred cars and against another model of three hundred, a thousand bedding drives, four thousand days at a track, a thousand planned shops,
 * twenty thousand evenings of a lead, what was said of three thousand sets of pads.
 */
import { ensureCompiled, ensureInstalled, main, run, say } from './lib.mjs';

const played = [
  ['core', 'service/(adversary|step-of-finding)|heat-outlook/compute|sessions/state|schedule/(another-look|solve)'],
  ['core', 'condition/(season|mutation)|logbook/remembered|readiness/readiness|diagnosis/weigh|oracle/|wear/'],
  ['words', 'evening'],
  ['server', 'instruments/drive|adversary|imports|routes/records'],
];

/** The same again: CALVIK_SEED=… npm run torture. */
const seed = process.env.CALVIK_SEED ?? String(Date.now() % 1_000_000_000);

main(async () => {
  say(`Seed ${seed}`);
  await ensureInstalled();
  await ensureCompiled();
  for (const [room, tests] of played) {
    await run(
      'npx',
      ['jest', '--maxWorkers=100%', '--selectProjects', room, '--testPathPattern', tests, '--testTimeout', '7200000'],
      { env: { CALVIK_TORTURE: '1', CALVIK_SEED: seed }, show: true },
    );
  }
  // What a step of heat costs against a reference solver at equal error.
  await run('npx', ['tsx', 'bench/heat.ts'], { show: true });
});
