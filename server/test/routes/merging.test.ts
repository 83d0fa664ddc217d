/** Two records of one car become one by a lead alone, and are taken apart again; the server judges by it at once. */
import { pino } from 'pino';
import request from 'supertest';
import type { Fact, RecordOf } from '@calvik/core';
import { Database, createApp } from '../../src';
import { loadDemo } from '../../src/demo/load';

let database: Database;
let app: ReturnType<typeof createApp>;
let api: ReturnType<typeof request>;
beforeAll(async () => {
  database = await Database.open(':memory:');
  await loadDemo(database, new Date().toISOString());
  app = createApp({ database, logger: pino({ level: 'silent' }) });
  api = request(app.app);
}, 60_000);
afterAll(async () => {
  app.stop();
  await database.close();
});
const all = async <T>(collection: string): Promise<T[]> => {
  const { rows } = await database.changes(0, 50_000);
  return rows.filter((r) => r.collection === collection).map((r) => JSON.parse(r.body) as T);
};

test('a technician cannot, a lead can, alone or in a batch; a record is not merged into itself or into nothing', async () => {
  const crew = await all<RecordOf<'crew'>>('crew');
  const [lead, technician] = [crew.find((c) => c.role === 'lead')!, crew.find((c) => c.role === 'technician')!];
  const [one, two] = (await all<RecordOf<'cars'>>('cars')).filter((c) => !c.archived);
  const put = (body: object, by: string) => api.put(`/api/cars/${one!.id}`).set('Calvik-Saved-By', by).send(body);
  const merged = { ...one!, archived: true, mergedIntoId: two!.id };
  expect((await put(merged, technician.id)).body.code).toBe('leadMerges');
  const batch = await api
    .post('/api/batches')
    .set('Calvik-Saved-By', technician.id)
    .send({ entries: [{ collection: 'cars', body: merged }] });
  expect(batch.body).toMatchObject({ code: 'leadMerges', at: 0 });
  expect((await put({ ...merged, mergedIntoId: one!.id }, lead.id)).body.code).toBe('mergedIntoItself');
  expect((await put({ ...merged, mergedIntoId: '01900000-0000-7000-8000-00000000dead' }, lead.id)).body.code).toBe(
    'dangling',
  );
  expect((await put(merged, lead.id)).status).toBe(200);
  // Its cars in the run-up are the other's now.
  const runUp = (await api.get('/api/run-up')).body as { events: { cars: { car: { id: string } }[] }[] };
  expect(runUp.events.flatMap((e) => e.cars.map((c) => c.car.id))).not.toContain(one!.id);
  // Nothing is accepted for the one that is gone: nothing would speak against it there.
  const look = (await all<Fact>('facts')).find((f) => f.kind === 'beddingLook' && f.decision === 'accept')!;
  const ofGone = { ...look, id: '01900000-0000-7000-8000-0000000000aa', carId: one!.id, by: technician.id };
  expect((await api.put(`/api/facts/${ofGone.id}`).send(ofGone)).body.code).toBe('carIsPutAway');
  // Who edits it otherwise leaves the merge alone; apart again by a lead.
  expect((await put({ ...merged, version: merged.version + 1, notes: 'Seen.' }, technician.id)).status).toBe(200);
  // Back in use with the merge still named would take the two apart too, and leave the other without this one's faults.
  const inUse = { ...merged, version: merged.version + 2, archived: false };
  expect((await put(inUse, technician.id)).body.code).toBe('leadMerges');
  const apart = { ...one!, version: merged.version + 2, mergedIntoId: null };
  expect((await put(apart, technician.id)).body.code).toBe('leadMerges');
  expect((await put(apart, lead.id)).status).toBe(200);
});
