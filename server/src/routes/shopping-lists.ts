import { Router } from 'express';
import { shoppingLists } from '@calvik/core/run-up';
import { shoppingRows } from '@calvik/words/documents';
import type { LogbookCache } from '../database/logbook-cache';
import { sendCsv } from './csv';
import { current } from './current';
import { type Described, problem } from './described';

/** What is to be bought, as CSV and JSON. */
export function shoppingListRoutes(cache: LogbookCache): Router {
  const router = Router();
  const rowsOf = async () => {
    const { logbook, today, lists } = await current(cache);
    return { today, rows: shoppingRows(logbook, shoppingLists(logbook, [...lists.values()].flat(), today)) };
  };

  router.get('/shopping-list.csv', async (_request, response) => {
    const { rows, today } = await rowsOf();
    sendCsv(response, `shopping-list-${today}`, rows);
  });
  router.get('/shopping-list.json', async (_request, response) => {
    response.set('Cache-Control', 'no-store').json(await rowsOf());
  });
  return router;
}

/** As the description of the API has them. */
export const shoppingListsPaths = (): Described => ({
  ...Object.assign(
    {},
    ...['work-list', 'shopping-list'].flatMap((list) =>
      ['csv', 'json'].map((format) => ({
        [`/api/${list}.${format}`]: {
          get: {
            summary: `The ${list.replace('-', ' ')} as ${format.toUpperCase()}`,
            responses: { 200: { description: 'A row for each piece' }, 422: problem('Not valid') },
          },
        },
      })),
    ),
  ),
});
