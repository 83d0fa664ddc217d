/** `npm run torture`: what takes too long for every run: twenty thousand services against the oracle, the band of heat over two hundred cars, a thousand bedding drives, four thousand days at a track, a thousand planned shops. */
import { ensureInstalled, main, run } from './lib.mjs';

main(async () => {
  await ensureInstalled();
  await run(
    'npx',
    ['jest', '--forceExit', '--selectProjects', 'core', '--testPathPattern', 'adversary', '--testTimeout', '3600000'],
    {
      env: { CALVIK_SERVICES: '20000' },
      show: true,
    },
  );
  await run(
    'npx',
    ['jest', '--forceExit', '--selectProjects', 'core', '--testPathPattern', 'coverage', '--testTimeout', '3600000'],
    {
      env: { HEAT_CARS: '200' },
      show: true,
    },
  );
  await run(
    'npx',
    [
      'jest',
      '--forceExit',
      '--selectProjects',
      'server',
      '--testPathPattern',
      'instruments/drive',
      '--testTimeout',
      '3600000',
    ],
    {
      env: { DRIVES: '1000' },
      show: true,
    },
  );
  await run(
    'npx',
    [
      'jest',
      '--forceExit',
      '--selectProjects',
      'core',
      '--testPathPattern',
      'sessions/gate',
      '--testTimeout',
      '3600000',
    ],
    {
      env: { TRACK_DAYS: '4000', TRACK_SEED: String(Date.now() % 1_000_000) },
      show: true,
    },
  );
  await run(
    'npx',
    [
      'jest',
      '--forceExit',
      '--selectProjects',
      'core',
      '--testPathPattern',
      'another-look',
      '--testTimeout',
      '3600000',
    ],
    { env: { PLANNED_SHOPS: '1200' }, show: true },
  );
});
