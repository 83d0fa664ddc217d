import { type Request, type Response, Router } from 'express';
import { z } from 'zod';
import { type BeddingBegun, type Logbook, ofKind, runState } from '@calvik/core';
import { traceGpx } from '@calvik/core/traces';
import { type BeddingSheet, beddingRows, beddingSheet } from '@calvik/words/documents';
import type { Database } from '../database/database';
import type { LogbookCache } from '../database/logbook-cache';
import type { DriveReader } from '../drives/reader';
import { Problem, invalid } from '../problems';
import { beddingPdf } from '../sheet/bedding-pdf';
import { sendCsv } from './csv';
import { pointsOfFile } from './traces';
import { type Described, problem, idParameter } from './described';

const sheetQuery = z.object({ units: z.enum(['metric', 'imperial']).optional() });

/** A bedding run: its sheet as PDF, its applications as CSV, its drive as GPX. */
export function beddingRoutes(database: Database, cache: LogbookCache, drives: DriveReader): Router {
  const router = Router();

  const runOf = async (request: Request): Promise<{ logbook: Logbook; run: BeddingBegun; name: string }> => {
    const { logbook } = await cache.current();
    const id = String(request.params.id);
    const run = [...logbook.cars.keys()]
      .flatMap((carId) => ofKind(logbook.factsOfCar(carId), 'beddingBegun'))
      .find((f) => f.id === id);
    if (!run) throw new Problem(404, 'noSuch', { what: 'beddingRun' });
    const car = logbook.cars.get(run.carId)?.name ?? '';
    return { logbook, run, name: `bedding ${car} ${run.at.slice(0, 10)}`.replace(/[^a-z0-9]+/gi, '-').toLowerCase() };
  };

  const photosOf = async (sheet: BeddingSheet): Promise<Buffer[]> => {
    const photos = await Promise.all(sheet.photoIds.map((photoId) => database.photo(photoId)));
    return photos.flatMap((p) =>
      p && (p.type === 'image/jpeg' || p.type === 'image/png') ? [Buffer.from(p.bytes)] : [],
    );
  };

  router.get('/bedding-runs/:id/sheet.pdf', async (request, response: Response) => {
    const query = sheetQuery.safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { logbook, run, name } = await runOf(request);
    const customer = logbook.customers.get(logbook.cars.get(run.carId)?.customerId ?? '');
    const sheet = beddingSheet(logbook, run, query.data.units ?? customer?.units ?? 'metric')!;
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${name}.pdf"`)
      .set('Cache-Control', 'no-store')
      .send(await beddingPdf(sheet, await photosOf(sheet)));
  });

  router.get('/bedding-runs/:id/applications.csv', async (request, response) => {
    const { logbook, run, name } = await runOf(request);
    sendCsv(response, name, beddingRows(logbook, run));
  });

  router.get('/bedding-runs/:id/drive.gpx', async (request, response) => {
    const { logbook, run, name } = await runOf(request);
    const driven = runState(logbook, run).cycles.findLast((c) => c.fileId !== null);
    if (!driven?.fileId) throw new Problem(404, 'noSuch', { what: 'drive' });
    const points = await pointsOfFile(database, drives, driven.fileId, null);
    response
      .attachment(`${name}.gpx`)
      .type('application/gpx+xml')
      .send(traceGpx(points, run.procedure.name, run.at));
  });
  return router;
}

/** As the description of the API has them. */
export const beddingPaths = (): Described => ({
  '/api/bedding-runs/{id}/sheet.pdf': {
    get: {
      summary: 'The sheet of a bedding run',
      parameters: [idParameter, { name: 'units', in: 'query', schema: { enum: ['metric', 'imperial'] } }],
      responses: { 200: { description: 'A page', content: { 'application/pdf': {} } }, 404: problem('No such run') },
    },
  },
  '/api/bedding-runs/{id}/applications.csv': {
    get: {
      summary: 'Every application of a bedding run as CSV',
      parameters: [idParameter],
      responses: { 200: { description: 'A table', content: { 'text/csv': {} } }, 404: problem('No such run') },
    },
  },
  '/api/bedding-runs/{id}/drive.gpx': {
    get: {
      summary: 'The drive of a bedding run as GPX',
      parameters: [idParameter],
      responses: {
        200: { description: 'A track', content: { 'application/gpx+xml': {} } },
        404: problem('No such run, or no drive'),
      },
    },
  },
});
