import { createServer } from 'node:http';
import { resolve } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { loadDemo } from './demo/load';
import { Database } from './database/database';

const FIRST_PORT = 4173;
const PORTS_TO_TRY = 20;

/** Settings come from the environment: PORT, CALVIK_DATA, CALVIK_DEMO, CALVIK_STATIC, CALVIK_INSTRUMENT_SPEED, LOG_LEVEL. */
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
    const count = await loadDemo(database, new Date().toISOString());
    say(`Loaded ${count} facts and records.`);
  }
  const { app, stop } = createApp({
    database,
    logger,
    staticDir: resolve(env.CALVIK_STATIC ?? 'app/dist'),
    instrumentSpeed: Number(env.CALVIK_INSTRUMENT_SPEED ?? 8),
  });
  const server = createServer(app);

  const listen = (port: number): Promise<number> =>
    new Promise((done, fail) => {
      server.once('error', fail);
      server.listen(port, () => {
        server.off('error', fail);
        const address = server.address();
        done(typeof address === 'object' && address ? address.port : port);
      });
    });
  const busy = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === 'EADDRINUSE';

  let port: number | null = null;
  if (wanted !== null) {
    port = await listen(wanted).catch((error: unknown) => {
      if (!busy(error)) throw error;
      say(`Port ${wanted} is in use by another program. Free it, or choose another: PORT=${wanted + 1}.`);
      return null;
    });
  } else {
    for (let next = FIRST_PORT; port === null && next < FIRST_PORT + PORTS_TO_TRY; next++) {
      port = await listen(next).catch((error: unknown) => {
        if (!busy(error)) throw error;
        say(`Port ${next} is in use; trying ${next + 1}.`);
        return null;
      });
    }
    if (port === null) say(`No free port from ${FIRST_PORT} on. Set PORT to one that is free.`);
  }
  if (port === null) {
    await database.close();
    process.exit(1);
  }
  say(`\nCalvik is ready:  http://localhost:${port}\nStop it with Ctrl-C.`);

  let closing = false;
  const close = (signal: string): void => {
    if (closing) return;
    closing = true;
    logger.info({ signal }, 'stopping');
    stop();
    server.close(() => void database.close().then(() => process.exit(0)));
    server.closeIdleConnections();
    // A browser may hold a connection open: give running writes a moment, then end it.
    setTimeout(() => server.closeAllConnections(), 1500).unref();
  };
  process.on('SIGINT', () => close('SIGINT'));
  process.on('SIGTERM', () => close('SIGTERM'));
}

main().catch((error: unknown) => {
  process.stderr.write(`Calvik could not start: ${error instanceof Error ? error.stack : String(error)}\n`);
  process.exit(1);
});
