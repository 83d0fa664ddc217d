/** Several at once: all of it is stored, or nothing; sent twice, it is stored once. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { Database, createApp } from '../../src';
import { loadDemo } from '../../src/demo/load';

const folder = mkdtempSync(join(tmpdir(), 'calvik-batches-'));
let database: Database;
let api: ReturnType<typeof request>;
let stop: () => void;
interface Change {
  seq: number;
  collection: string;
  body: Record<string, unknown> & { id: string; version: number };
}
const feed = async (since = 0): Promise<{ cursor: number; changes: Change[] }> =>
  (await api.get(`/api/changes?since=${since}&limit=5000`)).body as never;
let bookings: Change['body'][] = [];
let customer: Change['body'];

beforeAll(async () => {
  database = await Database.open(join(folder, 'test.sqlite'));
  await loadDemo(database, new Date().toISOString());
  let app;
  ({ app, stop } = createApp({ database, logger: pino({ level: 'silent' }) }));
  api = request(app);
  const { changes } = await feed();
  const of = (collection: string) => changes.filter((c) => c.collection === collection).map((c) => c.body);
  bookings = of('bookings');
  customer = of('customers')[0]!;
}, 60_000);
afterAll(async () => {
  stop();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

const made = (name: string) => ({
  collection: 'customers',
  body: { ...customer, id: uuidv7(), version: 0, name, archived: false },
});
const send = (entries: object[]) => api.post('/api/batches').send({ entries });

test('records and facts, one pointing at another before it, in one go', async () => {
  const before = await feed();
  const car = before.changes.find((c) => c.collection === 'cars')!.body;
  const owner = made('Ilse Quarrel');
  const own = {
    collection: 'cars',
    body: { ...car, id: uuidv7(), version: 0, name: 'New one', customerId: owner.body.id },
  };
  const answer = await send([owner, own]);
  expect(answer.status).toBe(200);
  expect(answer.body).toMatchObject({
    entries: [
      { name: 'Ilse Quarrel', version: 1 },
      { name: 'New one', version: 1 },
    ],
  });
  const { changes } = await feed(before.cursor);
  expect(changes.map((c) => c.body.id)).toEqual([owner.body.id, own.body.id]);
});

test('sent twice it is stored once', async () => {
  const entries = [made('Once Amber'), made('Once Bell'), made('Once Cole')];
  expect((await send(entries)).status).toBe(200);
  const { cursor } = await feed();
  const again = await send(entries);
  expect(again.status).toBe(200);
  expect((again.body as { entries: { version: number }[] }).entries.map((e) => e.version)).toEqual([1, 1, 1]);
  expect((await feed(cursor)).changes).toEqual([]);
});

test('one that is refused takes all with it, and is named by its place', async () => {
  const { cursor } = await feed();
  const stale = { collection: 'bookings', body: { ...bookings[0], version: 0, notes: 'Older' } };
  const dangling = { collection: 'bookings', body: { ...bookings[0], id: uuidv7(), version: 0, carId: uuidv7() } };
  const invalid = { collection: 'customers', body: { ...customer, id: uuidv7(), version: 0, name: '' } };
  for (const [wrong, status] of [
    [stale, 409],
    [dangling, 422],
    [invalid, 422],
  ] as const) {
    const answer = await send([made('Left out'), wrong, made('Left out too')]);
    expect(answer.status).toBe(status);
    expect(answer.body).toMatchObject({ at: 1 });
  }
  const named = await send([made('Left out'), invalid]);
  expect((named.body as { errors: { path: string }[] }).errors[0]!.path).toBe('entries.1.body.name');
  expect((await feed(cursor)).changes).toEqual([]);
});

test('a signature behind others is refused: it would be judged without them', async () => {
  const { changes, cursor } = await feed();
  const released = changes.find((c) => c.body.kind === 'carReleased')!.body;
  const open = changes.find(
    (c) =>
      c.collection === 'jobs' &&
      c.body.kind === 'service' &&
      !changes.some((x) => x.body.kind === 'carReleased' && x.body.jobId === c.body.id),
  )!.body;
  const signature = { ...released, id: uuidv7(), jobId: open.id, carId: open.carId };
  const answer = await send([made('Not signed'), { collection: 'facts', body: signature }]);
  expect(answer.status).toBe(409);
  expect(answer.body).toMatchObject({ code: 'signatureNotFirst', at: 1 });
  // First in it, it goes through the gate like any other.
  expect((await send([{ collection: 'facts', body: signature }, made('Not signed')])).status).toBe(409);
  expect((await feed(cursor)).changes).toEqual([]);
});

test('nothing, too many and no list are refused with a sentence', async () => {
  for (const body of [
    {},
    { entries: [] },
    { entries: Array.from({ length: 501 }, () => made('x')) },
    { entries: [{ collection: 'nothing', body: {} }] },
  ]) {
    const answer = await api.post('/api/batches').send(body);
    expect(answer.status).toBe(422);
    expect((answer.body as { detail: string }).detail.length).toBeGreaterThan(5);
  }
  expect((await api.post('/api/batches').type('text').send('entries')).status).toBe(415);
});

test('property: whatever is wrong at whatever place, either all of it is there or none', async () => {
  const kind = fc.constantFrom('good', 'good', 'good', 'stale', 'dangling', 'invalid');
  await fc.assert(
    fc.asyncProperty(fc.array(kind, { minLength: 1, maxLength: 6 }), async (kinds) => {
      const { cursor } = await feed();
      const entries = kinds.map((k, i) => {
        if (k === 'good') return made(`Batch ${i}`);
        if (k === 'invalid')
          return { collection: 'customers', body: { ...customer, id: uuidv7(), version: 0, name: '' } };
        const body = { ...bookings[0]!, version: 0, notes: `Older ${i}` };
        return { collection: 'bookings', body: k === 'stale' ? body : { ...body, id: uuidv7(), carId: uuidv7() } };
      });
      const isGood = kinds.every((k) => k === 'good');
      expect((await send(entries)).status === 200).toBe(isGood);
      expect((await feed(cursor)).changes).toHaveLength(isGood ? kinds.length : 0);
    }),
    { numRuns: 25 },
  );
});
