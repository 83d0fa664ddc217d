/**
 * One process that serves the shops of a worker's cases, each from its own data file at its own port: the built server's app and database, only not a
 * program of its own for each. Hears {open: file, speed, load} and {close: port}.
 */
import { createServer } from 'node:http';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const require = createRequire(import.meta.url);
const { createApp, Database, loadDemo, pino } = require('../server/dist/index.cjs');
const logger = pino({ level: 'error' });
const staticDir = fileURLToPath(new URL('../app/dist', import.meta.url));
const shops = new Map();

async function open(file, instrumentSpeed, load) {
  const database = await Database.open(file);
  if (load) await loadDemo(database, new Date().toISOString(), process.env.CALVIK_DEMO_TIME_ZONE);
  const { app, stop } = createApp({ database, logger, staticDir, instrumentSpeed });
  const server = createServer(app);
  // As the program itself does: a case that pauses finds its connection again.
  server.keepAliveTimeout = 65_000;
  await new Promise((done, fail) => server.once('error', fail).listen(0, done));
  const { port } = server.address();
  shops.set(port, async () => {
    stop();
    const closed = new Promise((done) => server.close(done));
    server.closeAllConnections();
    await closed;
    await database.close();
  });
  return port;
}

process.on('message', async ({ id, ...asked }) => {
  try {
    if (asked.open) return process.send({ id, port: await open(asked.open, asked.speed, asked.load) });
    await shops.get(asked.close)();
    shops.delete(asked.close);
    process.send({ id });
  } catch (error) {
    process.send({ id, failed: error.stack });
  }
});
process.on('disconnect', () => process.exit());
