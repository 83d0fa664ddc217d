/** `npm run bench`: what is fast, as ratios against a baseline measured in the same run. */
import { join } from 'node:path';
import { compile, ensureBuilt, ensureChromium, ensureCompiled, ensureInstalled, main, root, run, say } from './lib.mjs';

/** What is compiled first, as the server is: a development loader would be timed along with it. */
const compiled = {
  Data: 'data',
  Planning: 'plan',
  Heat: 'heat',
  Bedding: 'bedding',
  'Event day': 'track',
  'Guided service': 'service',
  Wear: 'wear',
  Queue: 'queue',
};
const inChromium = {
  'First paint of a step': 'step',
  'Answer of a queue': 'answer',
  'Run-up page': 'home',
  Bundle: 'bundle',
  'Work of a phone': 'work',
};

main(async () => {
  await ensureInstalled();
  await ensureCompiled();
  await ensureChromium();
  await ensureBuilt();
  const out = join(root, 'bench', 'dist');
  await compile(out, Object.fromEntries(Object.values(compiled).map((name) => [name, `bench/${name}.ts`])));
  for (const [title, file] of [
    ...Object.entries(compiled).map(([title, name]) => [title, join(out, `${name}.cjs`)]),
    ...Object.entries(inChromium).map(([title, name]) => [title, `bench/${name}.mjs`]),
  ]) {
    say(`\n== ${title}`);
    await run(process.execPath, ['--enable-source-maps', file], { show: true });
  }
});
