import { type Request, type Response, Router, json } from 'express';
import { v7 as uuidv7 } from 'uuid';
import { z } from 'zod';
import { type Collection, type Fact, type RecordOf, collections, dateIn, withRecord } from '@calvik/core';
import { limitMoves } from '@calvik/core/service';
import { isSignature, needsPermission, refusalOf } from '@calvik/core/track';
import { factSchema, id, instant, recordSchemas } from '@calvik/core/model/schemas';
import { sayTo } from '@calvik/words';
import { problemText, refusalProblem } from '@calvik/words/problems';
import { Problem, fieldError, invalid } from '../problems';
import { FACTS } from '../database/entities';
import type { LogbookCache } from '../database/logbook-cache';
import type { Author, Saved, Database, Write } from '../database/database';
import { type Described, jsonContent, ref, problem, idParameter, schemaOf } from './described';

/** Records that a car is let go by. */
const hasLimits: ReadonlySet<string> = new Set<Collection>([
  'shops',
  'customers',
  'events',
  'venues',
  'cars',
  'brakeSheets',
  'padSets',
  'rotorPairs',
  'fluids',
  'bottles',
  'ruleSets',
  'crew',
]);

const BODY_LIMIT = '256kb';
const BATCH_LIMIT = '4mb';
/** Several records and facts that are saved together, in this order. */
export const batchToSave = z.object({
  entries: z
    .array(z.object({ collection: z.enum([FACTS, ...collections]), body: z.record(z.string(), z.unknown()) }))
    .min(1)
    .max(500),
});
const METRIC = sayTo({ units: 'metric', timeZone: 'UTC' });

function idOf(request: Request): string {
  const parsed = id.safeParse(request.params.id);
  if (!parsed.success)
    throw new Problem(
      422,
      'idNotValid',
      {},
      { errors: parsed.error.issues.map((i) => ({ ...fieldError(i), path: 'id' })) },
    );
  return parsed.data;
}

/** Who saves a record and when, as the request's heads say: an entry that waited for a connection was saved when it was made. */
export function authorOf(request: Request): Author {
  const by = id.safeParse(request.get('Calvik-Saved-By'));
  const at = instant.safeParse(request.get('Calvik-Saved-At'));
  const now = new Date().toISOString();
  return { by: by.success ? by.data : null, at: at.success && at.data < now ? at.data : now };
}

function bodyOf(request: Request): unknown {
  if (!request.is('application/json')) throw new Problem(415, 'notJson', {});
  const body: unknown = request.body;
  if (typeof body !== 'object' || body === null || Array.isArray(body)) throw new Problem(422, 'notAnObject', {});
  if ((body as { id?: unknown }).id !== request.params.id) throw new Problem(422, 'idDiffers', {});
  return body;
}

/** Why something was not saved, as a problem. */
export function refusal(saved: Saved): Problem {
  if (saved.outcome === 'stale') return new Problem(409, 'stale', {}, { stored: saved.stored, sent: saved.sent });
  if (saved.outcome === 'differs') return new Problem(409, 'differs', {}, { stored: saved.stored });
  if (saved.outcome === 'notNew')
    return new Problem(422, 'versionNotZero', {}, { errors: [{ path: 'version', message: '' }] });
  const missing = saved.outcome === 'dangling' ? saved.missing : [];
  const errors = missing.map(({ path, collection }) => ({
    path,
    message: problemText('dangling', { collection }, METRIC),
  }));
  return new Problem(422, 'dangling', { collection: missing[0]?.collection ?? null }, { errors });
}

function answer(response: Response, kept: Saved): void {
  if (kept.outcome === 'created') response.status(201).json(kept.body);
  else if (kept.outcome === 'updated' || kept.outcome === 'unchanged') response.json(kept.body);
  else throw refusal(kept);
}

/** What lets something go: a signature, parts that are accepted, a peak that is taken over. */
const letsGo = (fact: Fact): boolean =>
  isSignature(fact) || fact.kind === 'beddingLook' || fact.kind === 'peakTakenOver';

/** A device's clock may be so far ahead of the server's, min. */
const CLOCK_AHEAD_MIN = 5;

/** Two records of one car or customer become one by a lead alone: what was shown of the one counts for the other then. */
async function allowMerge(
  cache: LogbookCache,
  collection: Collection,
  record: RecordOf<Collection>,
  { by }: Author,
): Promise<void> {
  if (collection !== 'cars' && collection !== 'customers') return;
  const { mergedIntoId: into = null, archived } = record as RecordOf<'cars'>;
  const { logbook } = await cache.current();
  const stored = (logbook[collection] as ReadonlyMap<string, RecordOf<'cars'> | RecordOf<'customers'>>).get(record.id);
  // A merge holds while its record is put away: to take that out, or to put it back, is to take the two apart or together.
  if (into === (stored?.mergedIntoId ?? null) && (into === null || archived === stored?.archived)) return;
  if (logbook.crew.get(by ?? '')?.role !== 'lead') throw new Problem(409, 'leadMerges', {});
  if (into === record.id) throw new Problem(422, 'mergedIntoItself', {});
}

/** Whose car an entry of the queue is stays as it is once it is said: what was found and begun counts for that car. */
async function allowCarOfEntry(
  database: Database,
  collection: Collection,
  record: RecordOf<Collection>,
): Promise<void> {
  if (collection !== 'queueEntries') return;
  const stored = await database.find(collection, record.id);
  const carId = stored === null ? null : (JSON.parse(stored) as RecordOf<'queueEntries'>).carId;
  if (carId !== null && (record as RecordOf<'queueEntries'>).carId !== carId) throw new Problem(409, 'carOfEntry', {});
}

/** A limit that is made milder is written down, with who does it, in every service and at every event that is under way. */
export async function limitFacts<C extends Collection>(
  cache: LogbookCache,
  collection: C,
  record: RecordOf<C>,
  { by, at }: Author,
): Promise<Fact[]> {
  if (!hasLimits.has(collection)) return [];
  const { logbook } = await cache.current();
  const recordedAt = new Date().toISOString();
  const today = dateIn(recordedAt, logbook.shop.timeZone);
  const moves = limitMoves(logbook, withRecord(logbook, collection, record), today);
  if (moves.length === 0) return [];
  if (by === null || !logbook.crew.has(by)) throw new Problem(422, 'whoMovesLimit', {});
  return moves.map((move): Fact => ({ ...move, id: uuidv7(), at, recordedAt, by }));
}

/** `PUT` and `GET` of every collection, and of facts. */
export function recordRoutes(database: Database, cache: LogbookCache): Router {
  const router = Router();
  const parseJson = json({ limit: BODY_LIMIT, strict: false });

  const read = (collection: string) => async (request: Request, response: Response) => {
    const body = await database.find(collection, idOf(request));
    if (body === null) throw new Problem(404, 'nothingUnderId', {});
    response.type('application/json').send(body);
  };

  /** A car is released through an open gate only, whatever a phone has shown. What is saved already is not asked about again. */
  const allow = async (fact: Fact): Promise<void> => {
    if (!needsPermission(fact) || (await database.find(FACTS, fact.id)) !== null) return;
    // Signed by a clock that is ahead it would stand over whatever is found until then.
    const aheadMin = Math.round((Date.parse(fact.at) - Date.now()) / 60_000);
    if (isSignature(fact) && aheadMin > CLOCK_AHEAD_MIN) throw new Problem(422, 'clockAhead', { minutes: aheadMin });
    const { logbook } = await cache.current();
    const refused = refusalOf(logbook, fact, dateIn(fact.at, logbook.shop.timeZone));
    if (!refused) return;
    const { code, values } = refusalProblem(refused);
    throw new Problem(409, code, values);
  };

  for (const collection of collections) {
    router.put(`/${collection}/:id`, parseJson, async (request, response) => {
      idOf(request);
      const parsed = recordSchemas[collection as Collection].safeParse(bodyOf(request));
      if (!parsed.success) throw invalid(parsed.error);
      const author = authorOf(request);
      await allowMerge(cache, collection as Collection, parsed.data as RecordOf<Collection>, author);
      await allowCarOfEntry(database, collection as Collection, parsed.data as RecordOf<Collection>);
      const moves = await limitFacts(cache, collection as Collection, parsed.data as RecordOf<Collection>, author);
      answer(response, await database.saveRecord(collection, parsed.data, author, moves));
    });
    router.get(`/${collection}/:id`, read(collection));
    router.get(`/${collection}/:id/history`, async (request, response) => {
      response.json(await database.history(collection, idOf(request)));
    });
  }

  /** One of several refused: its problem, at its place. */
  const at = (place: number, { status, code, values, extra }: Problem): Problem =>
    new Problem(status, code, values, {
      ...extra,
      at: place,
      errors: (extra.errors ?? []).map((e) => ({ ...e, path: `entries.${place}.body.${e.path}` })),
    });
  const atPlace = async <T>(place: number, work: () => T | Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      throw error instanceof Problem ? at(place, error) : error;
    }
  };

  /** Several at once, in one transaction: all of it is saved, or nothing. */
  router.post('/batches', json({ limit: BATCH_LIMIT, strict: false }), async (request, response) => {
    if (!request.is('application/json')) throw new Problem(415, 'notJson', {});
    const batch = batchToSave.safeParse(request.body);
    if (!batch.success) throw invalid(batch.error);
    const author = authorOf(request);
    const writes: Write[] = [];
    for (const [place, { collection, body }] of batch.data.entries.entries())
      await atPlace(place, async () => {
        const parsed = collection === FACTS ? factSchema.safeParse(body) : recordSchemas[collection].safeParse(body);
        if (!parsed.success) throw invalid(parsed.error);
        if (collection === FACTS) {
          // It is judged by what is stored: behind others it would not know of them.
          if (place > 0 && letsGo(parsed.data as Fact)) throw new Problem(409, 'signatureNotFirst', {});
          await allow(parsed.data as Fact);
          writes.push({ collection, body: parsed.data as Fact });
        } else {
          const record = parsed.data as RecordOf<Collection>;
          await allowMerge(cache, collection, record, author);
          await allowCarOfEntry(database, collection, record);
          writes.push({ collection, body: record, facts: await limitFacts(cache, collection, record, author) });
        }
      });
    const done = await database.saveBatch(writes, author);
    if ('refused' in done) throw at(done.at, refusal(done.refused));
    response.json({ entries: done.saved.map((s) => ('body' in s ? s.body : null)) });
  });

  router.put(`/${FACTS}/:id`, parseJson, async (request, response) => {
    idOf(request);
    const parsed = factSchema.safeParse(bodyOf(request));
    if (!parsed.success) throw invalid(parsed.error);
    await allow(parsed.data as Fact);
    answer(response, await database.saveFact(parsed.data as Fact));
  });
  router.get(`/${FACTS}/:id`, read(FACTS));
  return router;
}

function collectionPaths(collection: string, what: string): Described {
  return {
    [`/api/${collection}/{id}`]: {
      put: {
        summary: `Save ${what}; sent twice, it is stored once`,
        tags: [collection],
        parameters: [idParameter],
        requestBody: { required: true, content: jsonContent(ref(collection)) },
        responses: {
          200: { description: 'Saved before, or updated', content: jsonContent(ref(collection)) },
          201: { description: 'Saved', content: jsonContent(ref(collection)) },
          409: problem('Stale version, or another body under the same id'),
          413: problem('Too large'),
          415: problem('Not JSON'),
          422: problem('Not valid; the fields are named'),
        },
      },
      get: {
        summary: `Read ${what}`,
        tags: [collection],
        parameters: [idParameter],
        responses: { 200: { description: 'Found', content: jsonContent(ref(collection)) }, 404: problem('Not there') },
      },
    },
  };
}

const historyPath = (collection: string): Described => ({
  [`/api/${collection}/{id}/history`]: {
    get: {
      summary: 'Every version of it, with who saved it and when',
      tags: [collection],
      parameters: [idParameter],
      responses: { 200: { description: 'Oldest first' }, 404: problem('Not there') },
    },
  },
});

/** As the description of the API has them. */
export const recordsPaths = (): Described => ({
  ...Object.assign({}, ...collections.map((c) => collectionPaths(c, `a record of ${c}`))),
  ...collectionPaths('facts', 'a fact'),
  '/api/batches': {
    post: {
      summary:
        'Save several records and facts in one transaction: all of it, or nothing; sent twice, it is stored once',
      requestBody: { required: true, content: jsonContent(schemaOf(batchToSave)) },
      responses: {
        200: { description: 'Each as it is stored now' },
        409: problem('One of them is stale, differs or may not be; `at` is its place'),
        413: problem('Too large'),
        415: problem('Not JSON'),
        422: problem('One of them is not valid, or points at what is not there; `at` is its place'),
      },
    },
  },
  ...Object.assign({}, ...collections.map((c) => historyPath(c))),
});
