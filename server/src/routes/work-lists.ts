import { Router } from 'express';
import { z } from 'zod';
import { id } from '@calvik/core/model/schemas';
import { workListRows, workListSheet } from '@calvik/words/documents';
import type { LogbookCache } from '../database/logbook-cache';
import { Problem, invalid } from '../problems';
import { sendCsv } from './csv';
import { workListPdf } from '../sheet/work-list-pdf';
import { current } from './current';
import { paperQuery, sendPdf } from './run-sheets';
import { type Described, problem, pdf, sizeParameter } from './described';

const listQuery = z.object({ event: id.optional() });

/** Work lists, of one event or of all, as CSV, JSON and on paper. */
export function workListRoutes(cache: LogbookCache): Router {
  const router = Router();
  const workOf = async (query: unknown) => {
    const parsed = listQuery.safeParse(query);
    if (!parsed.success) throw invalid(parsed.error);
    const { logbook, today, lists } = await current(cache);
    const { event } = parsed.data;
    if (event !== undefined && !logbook.events.has(event)) throw new Problem(404, 'noSuch', { what: 'event' });
    const wanted = new Map(
      [...lists].filter(([b]) => event === undefined || logbook.bookings.get(b)?.eventId === event),
    );
    return { rows: workListRows(logbook, wanted), today };
  };

  router.get('/work-list.csv', async (request, response) => {
    const { rows, today } = await workOf(request.query);
    sendCsv(response, `work-list-${today}`, rows);
  });
  router.get('/work-list.json', async (request, response) => {
    const { rows, today } = await workOf(request.query);
    response.set('Cache-Control', 'no-store').json({ today, rows });
  });
  router.get('/work-list.pdf', async (request, response) => {
    const query = paperQuery.extend(listQuery.shape).safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { size, event } = query.data;
    const { logbook, today, lists } = await current(cache);
    if (event !== undefined && !logbook.events.has(event)) throw new Problem(404, 'noSuch', { what: 'event' });
    const sheet = workListSheet(logbook, lists, today, event, size === 'letter' ? 'imperial' : 'metric');
    sendPdf(response, `work-list-${today}`, await workListPdf(sheet, size));
  });
  return router;
}

/** As the description of the API has them. */
export const workListsPaths = (): Described => ({
  '/api/work-list.pdf': {
    get: {
      summary: 'The work list, of one event or of all, with boxes to tick',
      parameters: [sizeParameter, { name: 'event', in: 'query', schema: { type: 'string' } }],
      responses: { 200: pdf, 404: problem('No such event'), 422: problem('Not valid') },
    },
  },
});
