import { Router, json } from 'express';
import { z } from 'zod';
import { goods, id, whole } from '@calvik/core/model/schemas';
import type { LogbookCache } from '../database/logbook-cache';
import { supplierAnswer } from '../instruments/supplier';
import { Problem, invalid } from '../problems';
import { current } from './current';
import { type Described, jsonContent, problem, idParameter, schemaOf } from './described';

/** What a supplier is asked. */
export const supplierQuestion = z.object({
  lines: z
    .array(z.object({ goods, likeId: id, count: whole(1, 200, 'pieces') }))
    .min(1)
    .max(60),
});

/** The simulated suppliers: prices and days. */
export function supplierRoutes(cache: LogbookCache): Router {
  const router = Router();
  router.post('/suppliers/:id/answers', json({ limit: '50kb' }), async (request, response) => {
    const parsed = supplierQuestion.safeParse(request.body);
    if (!parsed.success) throw invalid(parsed.error);
    const { logbook, today } = await current(cache);
    const supplier = logbook.suppliers.get(String(request.params.id));
    if (!supplier) throw new Problem(404, 'noSuch', { what: 'supplier' });
    const wrong = parsed.data.lines.find((l) => !supplier.supplies.includes(l.goods));
    if (wrong) throw new Problem(422, 'supplierDoesNotSell', { supplier: supplier.name });
    response.json({ today, answers: parsed.data.lines.map((line) => supplierAnswer(supplier, line, today)) });
  });

  return router;
}

/** As the description of the API has them. */
export const suppliersPaths = (): Described => ({
  '/api/suppliers/{id}/answers': {
    post: {
      summary: 'Ask a simulated supplier for prices and days',
      parameters: [idParameter],
      requestBody: { required: true, content: jsonContent(schemaOf(supplierQuestion)) },
      responses: {
        200: { description: 'An answer to each line' },
        404: problem('No such supplier'),
        422: problem('Not sold there'),
      },
    },
  },
});
