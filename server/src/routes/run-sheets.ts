import { Router } from 'express';
import { z } from 'zod';
import { localDate } from '@calvik/core/schemas';
import { runSheet } from '@calvik/words/documents';
import type { LogbookCache } from '../database/logbook-cache';
import { Problem, invalid } from '../problems';
import { runSheetPdf } from '../sheet/run-sheet-pdf';
import { current } from './current';

const runSheetQuery = z.object({ size: z.enum(['A4', 'letter']).default('A4') });

/** The day's work by person, for the wall. */
export function runSheetRoutes(cache: LogbookCache): Router {
  const router = Router();
  router.get('/run-sheets/:day.pdf', async (request, response) => {
    const day = localDate.safeParse(request.params.day);
    const query = runSheetQuery.safeParse(request.query);
    if (!day.success) throw new Problem(422, 'dayNotValid', {});
    if (!query.success) throw invalid(query.error);
    const { logbook, lists } = await current(cache);
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="run-sheet-${day.data}.pdf"`)
      .set('Cache-Control', 'no-store')
      .send(await runSheetPdf(runSheet(logbook, lists, day.data), query.data.size));
  });

  return router;
}
