import { type Response, Router } from 'express';
import { z } from 'zod';
import { plusDays } from '@calvik/core';
import { id, localDate } from '@calvik/core/model/schemas';
import { runSheet, weekSheet } from '@calvik/words/documents';
import type { LogbookCache } from '../database/logbook-cache';
import { Problem, invalid } from '../problems';
import { runSheetPdf } from '../sheet/run-sheet-pdf';
import { weekPdf } from '../sheet/week-pdf';
import { current } from './current';
import { type Described, problem, pdf, dayParameter, sizeParameter } from './described';

export const paperQuery = z.object({ size: z.enum(['A4', 'letter']).default('A4') });
const runSheetQuery = paperQuery.extend({ crew: id.optional() });
const weeksQuery = paperQuery.extend({ weeks: z.coerce.number().int().min(1).max(5).default(1) });

export const sendPdf = (response: Response, name: string, bytes: Buffer): void =>
  void response
    .type('application/pdf')
    .set('Content-Disposition', `inline; filename="${name}.pdf"`)
    .set('Cache-Control', 'no-store')
    .send(bytes);

const dayOf = (text: string): string => {
  const day = localDate.safeParse(text);
  if (!day.success) throw new Problem(422, 'dayNotValid', {});
  return day.data;
};

/** What hangs on the wall: the day's work by person, or of one person; and weeks. */
export function runSheetRoutes(cache: LogbookCache): Router {
  const router = Router();
  router.get('/run-sheets/:day.pdf', async (request, response) => {
    const day = dayOf(request.params.day);
    const query = runSheetQuery.safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { size, crew } = query.data;
    const { logbook, lists } = await current(cache);
    if (crew !== undefined && !logbook.crew.has(crew)) throw new Problem(404, 'noSuch', { what: 'crew' });
    const units = size === 'letter' ? 'imperial' : 'metric';
    sendPdf(response, `run-sheet-${day}`, await runSheetPdf(runSheet(logbook, lists, day, units, crew), size));
  });

  router.get('/weeks/:day.pdf', async (request, response) => {
    const day = dayOf(request.params.day);
    const query = weeksQuery.safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { logbook, today } = await current(cache);
    const weeks = Array.from({ length: query.data.weeks }, (_, i) => weekSheet(logbook, plusDays(day, i * 7), today));
    sendPdf(response, `week-${day}`, await weekPdf(weeks, query.data.size));
  });

  return router;
}

/** As the description of the API has them. */
export const runSheetsPaths = (): Described => ({
  '/api/run-sheets/{day}.pdf': {
    get: {
      summary: 'The day’s work by person, or of one person, for the wall',
      parameters: [dayParameter, sizeParameter, { name: 'crew', in: 'query', schema: { type: 'string' } }],
      responses: { 200: pdf, 404: problem('No such person'), 422: problem('Not a day') },
    },
  },
  '/api/weeks/{day}.pdf': {
    get: {
      summary: 'A week from that day on, or up to five, a page each',
      parameters: [dayParameter, sizeParameter, { name: 'weeks', in: 'query', schema: { type: 'integer' } }],
      responses: { 200: pdf, 422: problem('Not a day') },
    },
  },
});
