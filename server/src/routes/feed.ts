import { Router } from 'express';
import { z } from 'zod';
import { dateIn, runUp } from '@calvik/core';
import { localDate } from '@calvik/core/model/schemas';
import { invalid } from '../problems';
import type { LogbookCache } from '../database/logbook-cache';
import type { Database } from '../database/database';
import { type Described, jsonContent, ref, problem, number } from './described';

const feedQuery = z.object({
  since: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
  limit: z.coerce.number().int().min(1).max(5000).default(2000),
});
const runUpQuery = z.object({ on: localDate.optional() });

/** What is new since a cursor, and the run-up board judged from all of it. */
export function feedRoutes(database: Database, cache: LogbookCache): Router {
  const router = Router();

  router.get('/changes', async (request, response) => {
    const query = feedQuery.safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { cursor, more, rows } = await database.changes(query.data.since, query.data.limit);
    // Bodies are JSON text already: putting them together spares parsing and printing each one.
    const changes = rows.map((row) => `{"seq":${row.seq},"collection":"${row.collection}","body":${row.body}}`);
    response
      .set('Cache-Control', 'no-store')
      .type('application/json')
      .send(`{"cursor":${cursor},"more":${more},"changes":[${changes.join(',')}]}`);
  });

  let judged: { key: string; text: string } | null = null;
  router.get('/run-up', async (request, response) => {
    const query = runUpQuery.safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { logbook, cursor } = await cache.current();
    const today = query.data.on ?? dateIn(new Date().toISOString(), logbook.shop.timeZone);
    const key = `${cursor} ${today}`;
    if (judged?.key !== key) {
      judged = { key, text: JSON.stringify({ cursor, today, shop: logbook.shop, events: runUp(logbook, today) }) };
    }
    response.set('Cache-Control', 'no-cache').type('application/json').send(judged.text);
  });

  return router;
}

/** As the description of the API has them. */
export const feedPaths = (): Described => ({
  '/api/changes': {
    get: {
      summary: 'Everything saved after a cursor, in order',
      parameters: [
        { name: 'since', in: 'query', schema: number('Cursor of the last page', 0) },
        { name: 'limit', in: 'query', schema: number('Rows at most', 1) },
      ],
      responses: {
        200: { description: 'A page of the feed', content: jsonContent(ref('Changes')) },
        422: problem('Not valid'),
      },
    },
  },
  '/api/run-up': {
    get: {
      summary: 'The coming events with each booked car judged',
      parameters: [{ name: 'on', in: 'query', schema: { type: 'string', format: 'date' } }],
      responses: {
        200: { description: 'The board', content: jsonContent({ type: 'object' }) },
        422: problem('Not valid'),
      },
    },
  },
});
