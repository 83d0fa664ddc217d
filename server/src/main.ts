import { createServer } from 'node:http';
import { resolve } from 'node:path';
import closeWithGrace from 'close-with-grace';
import getPort, { portNumbers } from 'get-port';
import { pino } from 'pino';
import { createApp } from './app';
import { loadDemo } from './demo/load';
import { Database } from './database/database';

const FIRST_PORT = 4173;
const LAST_PORT = FIRST_PORT + 19;
const KEEP_ALIVE_MS = 65_000;

/** Settings come from the environment: PORT, CALVIK_DATA, CALVIK_DEMO, CALVIK_DEMO_TIME_ZONE, CALVIK_STATIC, CALVIK_INSTRUMENT_SPEED, LOG_LEVEL. */
async function main(): Promise<void> {
  const { env } = process;
  const logger = pino({ level: env.LOG_LEVEL ?? 'warn' }, pino.destination(2));
  const say = (text: string): void => void process.stdout.write(`${text}\n`);
  const wanted = env.PORT ? Number(env.PORT) : null;
  if (wanted !== null && !(Number.isInteger(wanted) && wanted >= 0 && wanted < 65536)) {
    say(`PORT is “${env.PORT}”, which is not a port number.`);
    process.exit(2);
  }
  const file = resolve(env.CALVIK_DATA ?? 'data/calvik.sqlite');
  const database = await Database.open(file);
  if (env.CALVIK_DEMO === '1' && (await database.cursor()) === 0) {
    say('Loading the demo shop …');
    const count = await loadDemo(database, new Date().toISOString(), env.CALVIK_DEMO_TIME_ZONE);
    say(`Loaded ${count} facts and records.`);
  }
  const { app, stop } = createApp({
    database,
    logger,
    staticDir: resolve(env.CALVIK_STATIC ?? 'app/dist'),
    instrumentSpeed: Number(env.CALVIK_INSTRUMENT_SPEED ?? 8),
  });
  const server = createServer(app);
  // A phone that asks every few seconds does so over one connection.
  server.keepAliveTimeout = KEEP_ALIVE_MS;

  const port = await portOf(wanted, say);
  if (port === null) {
    await database.close();
    process.exit(1);
  }
  await new Promise<void>((done, fail) => server.once('error', fail).listen(port, done));

  // Running writes get their moment; a browser that holds its connection open does not keep the shop from stopping.
  closeWithGrace({ delay: 5000 }, async ({ signal, err }) => {
    logger.info({ signal, err }, 'stopping');
    stop();
    const closed = new Promise((done) => server.close(done));
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 1500).unref();
    await closed;
    await database.close();
  });
  // Said last: whoever reads it may stop the program at once.
  say(`\nCalvik is ready:  http://localhost:${port}\nStop it with Ctrl-C.`);
}

/** The port that was asked for, or the first that is free; null, with a sentence, where there is none. */
async function portOf(wanted: number | null, say: (text: string) => void): Promise<number | null> {
  const preferred = wanted === null ? portNumbers(FIRST_PORT, LAST_PORT) : wanted;
  const port = await getPort({ port: preferred });
  if (wanted !== null && wanted !== 0 && port !== wanted) {
    say(`Port ${wanted} is in use by another program. Free it, or choose another: PORT=${wanted + 1}.`);
    return null;
  }
  if (wanted === null && (port < FIRST_PORT || port > LAST_PORT)) {
    say(`No free port from ${FIRST_PORT} to ${LAST_PORT}. Set PORT to one that is free.`);
    return null;
  }
  if (wanted === null && port > FIRST_PORT) say(`Port ${FIRST_PORT} is in use; taking ${port}.`);
  return port;
}

main().catch((error: unknown) => {
  process.stderr.write(`Calvik could not start: ${error instanceof Error ? error.stack : String(error)}\n`);
  process.exit(1);
});
