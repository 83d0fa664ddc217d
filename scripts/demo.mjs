/** `npm run demo`: installs and builds where needed, loads the demo shop, serves it, prints the URL. `--fresh` starts it over. */
import { existsSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { ensureReady, main, root, say, serve } from './lib.mjs';

main(async () => {
  const file = join(root, 'data', 'demo.sqlite');
  await ensureReady();
  if (process.argv.includes('--fresh')) for (const end of ['', '-wal', '-shm']) rmSync(file + end, { force: true });
  if (existsSync(file)) {
    const days = Math.floor((Date.now() - statSync(file).birthtimeMs) / 86_400_000);
    if (days > 0)
      say(
        `The demo shop was loaded ${days} days ago, and its events have come nearer since. Start it over with: npm run demo -- --fresh`,
      );
  }
  serve({ CALVIK_DATA: file, CALVIK_DEMO: '1' });
});
