import { type Request, type Response, Router, json } from 'express';
import { type Collection, type Fact, collections, dateIn, refusalOf, needsPermission } from '@calvik/core';
import { factSchema, id, recordSchemas } from '@calvik/core/schemas';
import { Problem, invalid } from '../problems';
import { FACTS } from '../database/entities';
import type { LogbookCache } from '../database/logbook-cache';
import type { Saved, Database } from '../database/database';

const BODY_LIMIT = '256kb';

function idOf(request: Request): string {
  const parsed = id.safeParse(request.params.id);
  if (!parsed.success)
    throw new Problem(422, 'The id in the address is not valid.', {
      errors: [{ path: 'id', message: 'Not a version 7 UUID.' }],
    });
  return parsed.data;
}

function bodyOf(request: Request): unknown {
  if (!request.is('application/json')) throw new Problem(415, 'Send JSON, with Content-Type: application/json.');
  const body: unknown = request.body;
  if (typeof body !== 'object' || body === null || Array.isArray(body))
    throw new Problem(422, 'The body must be a JSON object.');
  if ((body as { id?: unknown }).id !== request.params.id) {
    throw new Problem(422, 'The id in the body is not the one in the address.', {
      errors: [{ path: 'id', message: 'Differs from the address.' }],
    });
  }
  return body;
}

/** Why something was not kept, as a problem. */
export function refusal(kept: Saved): Problem {
  if (kept.outcome === 'stale')
    return new Problem(409, 'Somebody has changed this since you read it. Look at both versions and decide.', {
      stored: kept.stored,
      sent: kept.sent,
    });
  if (kept.outcome === 'differs')
    return new Problem(
      409,
      'Something else is already kept under this id. Facts are never edited: send a correction.',
      { stored: kept.stored },
    );
  const missing = kept.outcome === 'dangling' ? kept.missing : [];
  return new Problem(422, missing[0]?.message ?? 'This points at something that is not there.', { errors: missing });
}

function answer(response: Response, kept: Saved): void {
  if (kept.outcome === 'created') response.status(201).json(kept.body);
  else if (kept.outcome === 'updated' || kept.outcome === 'unchanged') response.json(kept.body);
  else throw refusal(kept);
}

/** `PUT` and `GET` of every collection, and of facts. */
export function recordRoutes(store: Database, cache: LogbookCache): Router {
  const router = Router();
  const parseJson = json({ limit: BODY_LIMIT, strict: false });

  const read = (collection: string) => async (request: Request, response: Response) => {
    const body = await store.find(collection, idOf(request));
    if (body === null) throw new Problem(404, 'There is nothing under this id.');
    response.type('application/json').send(body);
  };

  /** A car is released through an open gate only, whatever a phone has shown. What is kept already is not asked about again. */
  const allow = async (fact: Fact): Promise<void> => {
    if (!needsPermission(fact) || (await store.find(FACTS, fact.id)) !== null) return;
    const { logbook } = await cache.current();
    const sentence = refusalOf(logbook, fact, dateIn(fact.at, logbook.shop.timeZone));
    if (sentence) throw new Problem(409, sentence);
  };

  for (const collection of collections) {
    router.put(`/${collection}/:id`, parseJson, async (request, response) => {
      idOf(request);
      const parsed = recordSchemas[collection as Collection].safeParse(bodyOf(request));
      if (!parsed.success) throw invalid(parsed.error);
      answer(response, await store.saveRecord(collection, parsed.data));
    });
    router.get(`/${collection}/:id`, read(collection));
    router.get(`/${collection}/:id/history`, async (request, response) => {
      response.json(await store.history(collection, idOf(request)));
    });
  }

  router.put(`/${FACTS}/:id`, parseJson, async (request, response) => {
    idOf(request);
    const parsed = factSchema.safeParse(bodyOf(request));
    if (!parsed.success) throw invalid(parsed.error);
    await allow(parsed.data as Fact);
    answer(response, await store.saveFact(parsed.data as Fact));
  });
  router.get(`/${FACTS}/:id`, read(FACTS));
  return router;
}
