/** `npm start`: serves the shop's own data, kept in data/. */
import { join } from 'node:path';
import { ensureReady, main, root, serve } from './lib.mjs';

main(async () => {
  await ensureReady();
  serve({ CALVIK_DATA: process.env.CALVIK_DATA ?? join(root, 'data', 'calvik.sqlite') });
});
