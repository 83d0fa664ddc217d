/** Papers and tables of the paddock queue, and what is refused of it over the wire. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { type QueueEntry, type QueueMove } from '@calvik/core';
import { Database, createApp } from '../../src';
import { loadDemo, demoData } from '../../src/demo/load';

const NOW = new Date().toISOString();
const folder = mkdtempSync(join(tmpdir(), 'calvik-queue-'));
let database: Database;
let api: ReturnType<typeof request>;
let stop: () => void;
const data = demoData(NOW);
const entries = data.records.filter((r) => r.collection === 'queueEntries').map((r) => r.body as unknown as QueueEntry);
const walkIn = (car: string): QueueEntry => entries.find((e) => e.walkIn?.car === car)!;
const crew = data.records.find((r) => r.collection === 'crew')!.body.id;

beforeAll(async () => {
  database = await Database.open(join(folder, 'test.sqlite'));
  await loadDemo(database, NOW);
  const built = createApp({ database, logger: pino({ level: 'silent' }) });
  stop = built.stop;
  api = request(built.app);
}, 60_000);
afterAll(async () => {
  stop();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

const move = (entry: QueueEntry, body: QueueMove['move'], over: Partial<QueueMove> = {}): QueueMove => ({
  id: uuidv7(),
  at: new Date().toISOString(),
  recordedAt: new Date().toISOString(),
  by: crew,
  kind: 'queueMove',
  queueEntryId: entry.id,
  move: body,
  ...over,
});
const put = (fact: QueueMove) => api.put(`/api/facts/${fact.id}`).send(fact);

it('hands out the referral as a page, and nothing for what is none', async () => {
  const referred = data.facts.find((f) => f.kind === 'queueMove' && f.move.move === 'referred')!;
  const letter = await api.get(`/api/queue-referrals/${referred.id}/letter.pdf`);
  expect([letter.status, letter.type]).toEqual([200, 'application/pdf']);
  const other = data.facts.find((f) => f.kind === 'queueMove' && f.move.move !== 'referred')!;
  expect((await api.get(`/api/queue-referrals/${other.id}/letter.pdf`)).status).toBe(404);
});

it('hands out the queue as a table: a row a car, with what became of what was promised', async () => {
  const table = await api.get(`/api/exports/events/${entries[0]!.eventId}/queue.csv`);
  expect(table.status).toBe(200);
  const rows = table.text.trim().split(/\r?\n/);
  expect(rows).toHaveLength(entries.length + 1);
  expect(rows.find((r) => r.includes('Silver Corrin 4'))).toMatch(/front pads.*Done.*broken/i);
  expect((await api.get('/api/exports/events/none/queue.csv')).status).toBe(404);
});

it('refuses what is not shown, what was never begun, and what points at nobody', async () => {
  const velund = walkIn('Green Velund');
  const half = await put(move(velund, { move: 'done', shown: ['pedalFirm'] }));
  expect([half.status, half.body.code]).toEqual([409, 'notShown']);
  expect(half.body.detail).toMatch(/^Before it leaves, show: /);
  const early = await put(move(walkIn('White Marlin Two'), { move: 'done', shown: [] }));
  expect(early.body.code).toBe('neverBegun');
  const nobody = await put(move(velund, { move: 'handedOver', crewId: uuidv7(), why: '' }));
  expect([nobody.status, nobody.body.code]).toEqual([422, 'dangling']);
  const past = await put(move(velund, { move: 'promised', backBy: '2020-01-01T00:00:00.000Z' }));
  expect([past.status, past.body.code]).toEqual([422, 'invalid']);
  const good = move(velund, { move: 'done', shown: ['pedalFirm', 'jointsDry', 'levelRight', 'nutsTorqued'] });
  expect((await put(good)).status).toBeLessThan(300);
  // Sent twice it is saved once.
  expect((await put(good)).status).toBeLessThan(300);
});

it('keeps the car of an entry once it is said', async () => {
  const entry = walkIn('Kit car, yellow');
  const cars = data.records.filter((r) => r.collection === 'cars').map((r) => r.body.id);
  const send = (body: object) => api.put(`/api/queueEntries/${entry.id}`).send(body);
  expect((await send({ ...entry, carId: null, walkIn: null, version: 1 })).status).toBe(422);
  expect((await send({ ...entry, carId: cars[0], version: 1 })).status).toBeLessThan(300);
  const other = await send({ ...entry, carId: cars[1], version: 2 });
  expect([other.status, other.body.code]).toEqual([409, 'carOfEntry']);
  const none = await send({ ...entry, carId: null, version: 2 });
  expect(none.body.code).toBe('carOfEntry');
});

it('saves a car with what its driver says of it in one go, and ends nothing that was not there before', async () => {
  const entry = { ...walkIn('Green Velund'), id: uuidv7(), version: 0 };
  const batch = (facts: QueueMove[]) =>
    api.post('/api/batches').send({
      entries: [{ collection: 'queueEntries', body: entry }, ...facts.map((body) => ({ collection: 'facts', body }))],
    });
  const ended = await batch([
    move(entry, { move: 'done', shown: ['pedalFirm', 'jointsDry', 'levelRight', 'nutsTorqued'] }),
  ]);
  expect([ended.status, ended.body.code]).toEqual([409, 'neverBegun']);
  expect((await api.get(`/api/queueEntries/${entry.id}`)).status).toBe(404);
  expect((await batch([move(entry, { move: 'said', complaints: ['pulls'] })])).status).toBeLessThan(300);
});
