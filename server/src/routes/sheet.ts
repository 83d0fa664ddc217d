import { type Request, Router } from 'express';
import Papa from 'papaparse';
import { z } from 'zod';
import { type ServiceJudgement, dateIn, judgeService } from '@calvik/core';
import { phaseNames, stepName } from '@calvik/words';
import { type ServiceSheet, serviceSheet, sheetRows } from '@calvik/words/documents';
import { Problem, invalid } from '../problems';
import { type SheetPhoto, sheetPdf } from '../sheet/pdf';
import type { LogbookCache } from '../database/logbook-cache';
import type { Database } from '../database/database';
import { type Described, problem, idParameter, file } from './described';

const sheetQuery = z.object({ units: z.enum(['metric', 'imperial']).optional() });

/** The service sheet of a job: as a PDF, as JSON with every fact behind it, as CSV. */
export function sheetRoutes(database: Database, cache: LogbookCache): Router {
  const router = Router();

  const sheetOf = async (
    request: Request,
  ): Promise<{ judged: ServiceJudgement; sheet: ServiceSheet; name: string }> => {
    const query = sheetQuery.safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { logbook } = await cache.current();
    const job = logbook.jobs.get(String(request.params.id));
    if (!job || job.kind !== 'service') throw new Problem(404, 'noSuch', { what: 'service' });
    const judged = judgeService(logbook, job, dateIn(new Date().toISOString(), logbook.shop.timeZone));
    if (!judged) throw new Problem(404, 'noSuch', { what: 'car' });
    const customer = logbook.customers.get(judged.car.customerId);
    const sheet = serviceSheet(logbook, judged, query.data.units ?? customer?.units ?? 'metric');
    const name = `service ${judged.car.name} ${sheet.date}`.replace(/[^a-z0-9]+/gi, '-').toLowerCase();
    return { judged, sheet, name };
  };

  router.get('/jobs/:id/service-sheet.pdf', async (request, response) => {
    const { judged, sheet, name } = await sheetOf(request);
    const photos: SheetPhoto[] = [];
    for (const fact of judged.facts) {
      if (fact.kind !== 'photoTaken') continue;
      const photo = await database.photo(fact.photoId);
      const step = judged.steps.find((s) => s.key === fact.step);
      if (photo && photo.type !== 'image/webp')
        photos.push({ caption: step ? stepName(step, judged) : fact.step, bytes: Buffer.from(photo.bytes) });
    }
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${name}.pdf"`)
      .set('Cache-Control', 'no-store')
      .send(await sheetPdf(sheet, photos));
  });

  router.get('/jobs/:id/service-sheet.json', async (request, response) => {
    const { judged, sheet, name } = await sheetOf(request);
    const { stops, holds, open, isReleased } = judged.gate;
    response
      .set('Content-Disposition', `attachment; filename="${name}.json"`)
      .set('Cache-Control', 'no-store')
      .json({
        sheet,
        steps: judged.steps.map((s) => ({
          key: s.key,
          phase: phaseNames[s.phase],
          title: stepName(s, judged),
          state: s.state,
        })),
        gate: { isReleased, stops, holds, open },
        facts: judged.facts,
      });
  });

  router.get('/jobs/:id/service-sheet.csv', async (request, response) => {
    const { sheet, name } = await sheetOf(request);
    response
      .type('text/csv; charset=utf-8')
      .set('Content-Disposition', `attachment; filename="${name}.csv"`)
      .set('Cache-Control', 'no-store')
      // A table program must take nothing in it for a formula.
      .send(`\ufeff${Papa.unparse(sheetRows(sheet), { escapeFormulae: true, newline: '\r\n' })}\r\n`);
  });

  return router;
}

/** As the description of the API has them. */
export const sheetPaths = (): Described => ({
  ...Object.assign(
    {},
    ...(
      [
        ['pdf', 'application/pdf'],
        ['json', 'application/json'],
        ['csv', 'text/csv'],
      ] as const
    ).map(([ending, type]) => ({
      [`/api/jobs/{id}/service-sheet.${ending}`]: {
        get: {
          summary: `The service sheet as ${ending.toUpperCase()}`,
          parameters: [idParameter, { name: 'units', in: 'query', schema: { enum: ['metric', 'imperial'] } }],
          responses: {
            200: file('The sheet', type),
            404: problem('No such service'),
            422: problem('Not units that are known'),
          },
        },
      },
    })),
  ),
});
