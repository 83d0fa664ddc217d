/** `npm start`: serves the shop's own data, kept in data/. */
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, main, root, serve } from './lib.mjs';

main(async () => {
  await ensureInstalled();
  await ensureBuilt();
  serve({ CALVIK_DATA: process.env.CALVIK_DATA ?? join(root, 'data', 'calvik.sqlite') });
});
