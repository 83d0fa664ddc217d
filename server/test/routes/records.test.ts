/**
 * Whatever keeps to the schemas, and whatever does not, sent to the server: what it takes is there afterwards as it was sent, what it refuses is
 * refused with a sentence, and it never breaks; nor does anything that is judged from all of it.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { type Collection, type Fact, collections } from '@calvik/core';
import { anyFactOf, anyRecord, factKinds } from '../../../core/test/builders/anything';
import { count } from '../../../core/test/builders/budget';
import { Database, createApp } from '../../src';
import { loadDemo } from '../../src/demo/load';

const folder = mkdtempSync(join(tmpdir(), 'calvik-records-'));
let database: Database;
let api: ReturnType<typeof request>;
let stop: () => void;
/** Ids of the demo shop, by the fields that point at them. */
let known: Record<string, string[]> = {};

const pointers: Partial<Record<Collection, string[]>> = {
  customers: ['customerId'],
  cars: ['carId'],
  crew: ['by', 'crewId', 'helperId', 'crewIds'],
  venues: ['venueId'],
  events: ['eventId'],
  bookings: ['bookingId'],
  jobs: ['jobId'],
  fluids: ['fluidId'],
  bottles: ['bottleId', 'reservoirBottleId'],
  compounds: ['compoundId'],
  padSets: ['padSetId'],
  rotorPairs: ['rotorPairId'],
  suppliers: ['supplierId'],
  wearParts: ['wearPartId'],
  orders: ['orderId'],
  procedures: ['procedureId'],
  lifts: ['liftId'],
  wrenches: ['wrenchId'],
};

beforeAll(async () => {
  database = await Database.open(join(folder, 'test.sqlite'));
  await loadDemo(database, new Date().toISOString());
  let app;
  ({ app, stop } = createApp({ database, logger: pino({ level: 'silent' }) }));
  api = request(app);
  const feed = (await api.get('/api/changes?limit=5000')).body as {
    changes: { collection: Collection; body: { id: string } }[];
  };
  known = Object.fromEntries(
    Object.entries(pointers).flatMap(([collection, fields]) => {
      const ids = feed.changes.filter((c) => c.collection === collection).map((c) => c.body.id);
      return (fields ?? []).map((field) => [field, ids]);
    }),
  );
}, 60_000);
afterAll(async () => {
  stop();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

/** The same, pointing at what there is. */
function pointing<T>(value: T, pick: number): T {
  if (Array.isArray(value)) return value.map((v) => pointing(v, pick)) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) => {
      const ids = known[key];
      if (!ids || ids.length === 0 || v === null || v === undefined) return [key, pointing(v, pick)];
      return [key, Array.isArray(v) ? v.map((_, i) => ids[(pick + i) % ids.length]) : ids[pick % ids.length]];
    }),
  ) as T;
}

/** With a name, as a limit that becomes milder asks for. */
const put = (collection: string, body: object & { id: string }) =>
  api.put(`/api/${collection}/${body.id}`).set('Calvik-Saved-By', known['by']![0]!).send(body);
const changed = (body: object & { id: string }, over: object): object & { id: string } => ({ ...body, ...over });
const isProblem = (answer: { status: number; headers: Record<string, string>; body: { detail?: string } }): void => {
  expect([400, 404, 409, 413, 422]).toContain(answer.status);
  expect(answer.headers['content-type']).toContain('application/problem+json');
  expect(answer.body.detail).toMatch(/\S.*[.!?]$/);
};

test.each(collections)(
  '%s: saved once however often it is sent, read back as it was, and never over a newer one',
  async (collection) => {
    let taken = 0;
    await fc.assert(
      fc.asyncProperty(anyRecord(collection), fc.nat(1000), async (made, pick) => {
        const fresh: object & { id: string } = Object.assign(pointing(made, pick), { id: uuidv7(), version: 0 });
        const record = fresh as typeof fresh & { archived: boolean };
        const first = await put(collection, record);
        if (first.status !== 201) return isProblem(first);
        taken += 1;
        const stored = { ...record, version: 1 };
        expect(first.body).toEqual(stored);
        expect((await api.get(`/api/${collection}/${record.id}`)).body).toEqual(stored);
        // The answer was lost on the way: it is sent again.
        const again = await put(collection, record);
        expect(again.status).toBe(200);
        expect(again.body).toEqual(stored);
        // Somebody else who has not seen it.
        const other = await put(collection, changed(record, { archived: !record.archived }));
        expect(other.status).toBe(409);
        expect(other.body.stored).toEqual(stored);
        const newer = await put(collection, changed(record, { version: 1, archived: !record.archived }));
        expect(newer.status).toBe(200);
        const history = (await api.get(`/api/${collection}/${record.id}/history`)).body as { version: number }[];
        expect(history.map((h) => h.version)).toEqual([1, 2]);
        // So that what is judged below has all of it in it.
        if (!record.archived) await put(collection, changed(record, { version: 2 }));
      }),
      { numRuns: count(8, 60) },
    );
    expect(taken).toBeGreaterThan(0);
  },
  60_000,
);

test.each(factKinds)(
  'a fact of kind %s: taken and the same for ever, or refused with a sentence',
  async (kind) => {
    await fc.assert(
      fc.asyncProperty(anyFactOf(kind), fc.nat(1000), async (made, pick) => {
        const { replaces: _replaces, because: _because, ...plain } = made;
        const fact = { ...pointing(plain, pick), id: uuidv7() } as Fact;
        const first = await put('facts', fact);
        if (first.status !== 201) return isProblem(first);
        expect((await api.get(`/api/facts/${fact.id}`)).body).toEqual(JSON.parse(JSON.stringify(fact)));
        expect((await put('facts', fact)).status).toBe(200);
        expect((await put('facts', changed(fact, { recordedAt: '2026-07-01T00:00:00.000Z' }))).status).toBe(409);
      }),
      { numRuns: count(5, 60) },
    );
  },
  60_000,
);

test('what is no record at all is refused with a sentence', async () => {
  const rubbish = fc.oneof(
    fc.jsonValue(),
    fc.string().map((text) => ({ id: text })),
    fc.constant(undefined),
  );
  await fc.assert(
    fc.asyncProperty(
      fc.constantFrom(...collections, 'facts'),
      fc.uuid({ version: 7 }),
      rubbish,
      async (collection, id, body) => {
        isProblem(
          await api
            .put(`/api/${collection}/${id}`)
            .set('Content-Type', 'application/json')
            .send(JSON.stringify(body) ?? ''),
        );
      },
    ),
    { numRuns: count(100, 2000) },
  );
}, 60_000);

test('with all of that in it the shop is still judged: run-up, work lists, shopping, weeks, calendars', async () => {
  const feed = (await api.get('/api/changes?limit=5000')).body as {
    changes: { collection: string; body: { id: string } }[];
  };
  const idOf = (collection: string): string => feed.changes.find((c) => c.collection === collection)!.body.id;
  for (const path of [
    '/api/run-up',
    `/api/work-list.csv?event=${idOf('events')}`,
    `/api/work-list.pdf?event=${idOf('events')}`,
    '/api/weeks/2026-06-01.pdf',
    '/api/run-sheets/2026-06-01.pdf',
    '/api/shopping-list.csv',
    '/api/calendars/shop.ics',
  ]) {
    const answer = await api.get(path);
    expect(`${path} ${answer.status}`).toBe(`${path} 200`);
  }
}, 120_000);
