/** `npm run bench`: what is fast, as ratios against a baseline measured in the same run. */
import { ensureBuilt, ensureChromium, ensureCompiled, ensureInstalled, main, run, say } from './lib.mjs';

main(async () => {
  await ensureInstalled();
  await ensureCompiled();
  await ensureChromium();
  await ensureBuilt();
  for (const [name, args] of [
    ['Data', ['--import', 'tsx', 'bench/data.ts']],
    ['Planning', ['--import', 'tsx', 'bench/plan.ts']],
    ['Heat', ['--import', 'tsx', 'bench/heat.ts']],
    ['Bedding', ['--import', 'tsx', 'bench/bedding.ts']],
    ['Event day', ['--import', 'tsx', 'bench/track.ts']],
    ['Guided service', ['--import', 'tsx', 'bench/service.ts']],
    ['First paint of a step', ['bench/step.mjs']],
    ['Run-up page', ['bench/home.mjs']],
    ['Bundle', ['bench/bundle.mjs']],
  ]) {
    say(`\n== ${name}`);
    await run(process.execPath, args, { show: true });
  }
});
