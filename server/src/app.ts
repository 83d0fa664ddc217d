import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import '@calvik/core/heat-outlook/computing';
import compression from 'compression';
import express, { type Express } from 'express';
import staticFiles from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { Problem, errorHandler, notFound } from './problems';
import { beddingRoutes } from './routes/bedding';
import { benchRoutes } from './routes/bench';
import { calendarRoutes } from './routes/calendars';
import { feedRoutes } from './routes/feed';
import { DriveReader } from './drives/reader';
import { Planner } from './planner/planner';
import { recordRoutes } from './routes/records';
import { importRoutes } from './routes/imports';
import { type Mounted, openApiDocument } from './routes/openapi';
import { photoRoutes } from './routes/photos';
import { planRoutes } from './routes/plans';
import { runSheetRoutes } from './routes/run-sheets';
import { sheetRoutes } from './routes/sheet';
import { shoppingListRoutes } from './routes/shopping-lists';
import { traceRoutes } from './routes/traces';
import { trackRoutes } from './routes/track';
import { supplierRoutes } from './routes/suppliers';
import { costRoutes } from './routes/costs';
import { queueRoutes } from './routes/queue';
import { workDoneRoutes } from './routes/work-done';
import { workListRoutes } from './routes/work-lists';
import { LogbookCache } from './database/logbook-cache';
import type { Database } from './database/database';

export interface AppSettings {
  database: Database;
  logger: Logger;
  /** Folder of the built interface; without it only the API is served. */
  staticDir?: string;
  /** Simulated seconds per real second for the instruments. */
  instrumentSpeed?: number;
  version?: string;
}

const FILE = /\.(js|css|map|json|html|txt|xml|ico|png|jpe?g|webp|svg|ttf|otf|woff2?|wasm|php|env)$/i;
const HASHED = /-[0-9a-f]{32}\.|\.[0-9a-f]{32}\./;

/**
 * Which code a page needs besides the first one's, so that a browser fetches it beside that and not after it (RFC 8288). It is cut into pieces, of which a
 * page needs those up to the one that names its address; any other page needs all.
 */
function preloadsOf(staticDir: string): (path: string) => string | undefined {
  const list = join(staticDir, 'pages.json');
  if (!existsSync(list)) return () => undefined;
  const { pieces } = JSON.parse(readFileSync(list, 'utf8')) as { pieces: { file: string; at: string | null }[] };
  const addresses = pieces.map(({ at }) => (at === null ? null : new RegExp(at)));
  return (path) => {
    const last = addresses.findIndex((at) => at?.test(path));
    const needed = last < 0 ? pieces : pieces.slice(0, last + 1);
    return needed.map(({ file }) => `<${file}>; rel=preload; as=script`).join(', ') || undefined;
  };
}

/** The whole application: API, and the built interface beside it. `stop` ends what streams. */
export function createApp({ database, logger, staticDir, instrumentSpeed = 8, version = '0.1.0' }: AppSettings): {
  app: Express;
  stop: () => void;
} {
  const app = express();
  const cache = new LogbookCache(database);
  const bench = benchRoutes(cache, instrumentSpeed);
  const planner = new Planner(logger);
  const drives = new DriveReader();
  app.disable('x-powered-by');
  // Hashing a page of the feed costs as much as reading it, and nothing may be reused anyway. Files have their own tags.
  app.set('etag', false);
  app.use(pinoHttp({ logger, autoLogging: { ignore: (request) => !request.url?.startsWith('/api') } }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          // The style engine of the interface writes its rules into the page as it runs.
          'style-src': ["'self'", "'unsafe-inline'"],
          'worker-src': ["'self'", 'blob:'],
          'img-src': ["'self'", 'data:', 'blob:'],
          'font-src': ["'self'", 'data:'],
          // A shop's own network serves plain http.
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(
    compression({
      filter: (request, response) =>
        String(response.getHeader('Content-Type')).startsWith('text/event-stream')
          ? false
          : compression.filter(request, response),
    }),
  );

  const status = express.Router();
  status.get('/health', async (_request, response) => {
    if (!(await database.healthy())) throw new Problem(503, 'databaseSilent', {});
    response.set('Cache-Control', 'no-store').json({ status: 'ok', version, cursor: await database.cursor() });
  });
  const mounted: Mounted[] = [
    { at: '/api', router: status },
    { at: '/api', router: feedRoutes(database, cache) },
    { at: '/api/bench', router: bench.router },
    { at: '/api', router: photoRoutes(database) },
    { at: '/api', router: traceRoutes(database, cache, drives) },
    { at: '/api', router: beddingRoutes(database, cache, drives) },
    { at: '/api', router: trackRoutes(cache) },
    { at: '/api', router: sheetRoutes(database, cache) },
    { at: '/api', router: calendarRoutes(cache) },
    { at: '/api', router: planRoutes(database, cache, planner) },
    { at: '/api', router: workListRoutes(cache) },
    { at: '/api', router: workDoneRoutes(cache) },
    { at: '/api', router: costRoutes(cache) },
    { at: '/api', router: queueRoutes(cache) },
    { at: '/api', router: shoppingListRoutes(cache) },
    { at: '/api', router: runSheetRoutes(cache) },
    { at: '/api', router: supplierRoutes(cache) },
    { at: '/api', router: importRoutes(database, cache) },
    { at: '/api', router: recordRoutes(database, cache) },
  ];
  const description = openApiDocument(version, mounted);
  app.get('/api/openapi.json', (_request, response) => {
    response.json(description);
  });
  for (const { at, router } of mounted) app.use(at, router);
  app.use('/api', notFound);

  if (staticDir && existsSync(join(staticDir, 'index.html'))) {
    // What the build has compressed is sent as it lies there: a large script takes longer to compress than to send.
    app.use(
      staticFiles(staticDir, {
        enableBrotli: true,
        orderPreference: ['br', 'gzip'],
        serveStatic: {
          setHeaders: (response, path) =>
            response.setHeader('Cache-Control', HASHED.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache'),
        },
      }),
    );
    const preloads = preloadsOf(staticDir);
    app.get('/{*path}', (request, response, next) => {
      // A missing file is missing; any other address is a place inside the interface, also one with a point in it.
      if (FILE.test(request.path)) next();
      else {
        const code = preloads(request.path);
        response
          .set({ 'Cache-Control': 'no-cache', ...(code && { Link: code }) })
          .sendFile(join(staticDir, 'index.html'));
      }
    });
  }
  app.use(notFound);
  app.use(errorHandler);
  return {
    app,
    stop: () => {
      bench.stopAll();
      planner.stopAll();
      void drives.close();
    },
  };
}
