/** What the server adds to the guided service: photos, sheets, its own word on a release, and instruments that stream. */
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { type Fact, judgeService, limitsOf } from '@calvik/core';
import { Database, createApp } from '../src';
import { demoData, loadDemo } from '../src/demo/load';
import { closing, trueThicknessMm } from '../src/instruments/caliper';
import { holding, leakPerSecond } from '../src/instruments/pressure-gauge';
import { clicks } from '../src/instruments/torque-wrench';
import { LogbookCache } from '../src/database/logbook-cache';

const NOW = '2026-06-01T09:00:00.000Z';
const folder = mkdtempSync(join(tmpdir(), 'calvik-service-'));
const data = demoData(NOW);
let database: Database;
let api: ReturnType<typeof request>;
let app: ReturnType<typeof createApp>['app'];
let stop: () => void;
const records = <T>(collection: string): T[] =>
  data.records.filter((r) => r.collection === collection).map((r) => r.body as T);
const car = records<{ id: string; name: string }>('cars').find((c) => c.name === 'Rooth Velund')!;
const jobs = records<{ id: string; carId: string; kind: string; startAt: string }>('jobs')
  .filter((j) => j.carId === car.id && j.kind === 'service')
  .sort((a, b) => a.startAt.localeCompare(b.startAt));
const [past, coming] = [jobs[0]!, jobs.at(-1)!];
const crew = (role: string): string => records<{ id: string; role: string }>('crew').find((c) => c.role === role)!.id;

beforeAll(async () => {
  database = await Database.open(join(folder, 'test.sqlite'));
  await loadDemo(database, NOW);
  ({ app, stop } = createApp({ database, logger: pino({ level: 'silent' }), instrumentSpeed: 4000 }));
  api = request(app);
}, 60_000);
afterAll(async () => {
  stop();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

const service = (over: object): Fact =>
  ({
    id: uuidv7(),
    at: NOW,
    recordedAt: NOW,
    by: crew('technician'),
    carId: car.id,
    jobId: coming.id,
    ...over,
  }) as Fact;
const put = (fact: Fact): request.Test => api.put(`/api/facts/${fact.id}`).send(fact);

describe('a release', () => {
  const limitsNow = async () => {
    const { logbook } = await new LogbookCache(database).current();
    return limitsOf(logbook, logbook.jobs.get(coming.id)!);
  };
  test('by limits that are not those of the moment is refused: somebody changed one while it was signed', async () => {
    const limits = await limitsNow();
    const other = { ...limits!, shop: { ...limits!.shop, padLimitMm: 1 } };
    for (const claimed of [other, null]) {
      const answer = await put(service({ kind: 'carReleased', openItems: [], limits: claimed }));
      expect([answer.status, answer.body.code]).toEqual([409, 'limitsChanged']);
    }
  });
  test('is refused while anything stops the car, with the reason; nothing is saved', async () => {
    const fact = service({ kind: 'carReleased', openItems: [], limits: await limitsNow() });
    const answer = await put(fact);
    expect(answer.status).toBe(409);
    expect(answer.body.detail).toMatch(/^Not released: /);
    expect((await api.get(`/api/facts/${fact.id}`)).status).toBe(404);
  });
  test('a hold is waived by the lead alone', async () => {
    const finding = { code: 'fluidUnknown', place: {}, values: {} };
    const waiver = { kind: 'holdWaived', finding, reason: 'y' };
    expect((await put(service(waiver))).body.detail).toBe('Only the lead waives a hold.');
    expect((await put(service({ ...waiver, by: crew('lead') }))).status).toBe(201);
  });
  test('a limit that is changed to the milder side while it is under way is written into it, and holds it', async () => {
    await put(service({ kind: 'driverReport', complaints: [], words: '' }));
    const { id } = records<{ id: string; carId: string }>('brakeSheets').find((s) => s.carId === car.id)!;
    const change = async (key: string, torqueNm: number) => {
      const { body } = await api.get(`/api/brakeSheets/${id}`);
      const fasteners = body.fasteners.map((f: { key: string }) => (f.key === key ? { ...f, torqueNm } : f));
      const sent = api.put(`/api/brakeSheets/${id}`).set('Calvik-Saved-By', crew('technician'));
      expect((await sent.send({ ...body, fasteners })).status).toBe(200);
      const { logbook } = await new LogbookCache(database).current();
      return judgeService(logbook, logbook.jobs.get(coming.id)!, '2026-06-01')!.gate.holds.flatMap(({ finding }) =>
        finding.code === 'limitMoved' ? [finding.values] : [],
      );
    };
    const { body } = await api.get(`/api/brakeSheets/${id}`);
    const was = body.fasteners.find((f: { key: string }) => f.key === 'frontWheel').torqueNm as number;
    expect(await change('frontWheel', 14)).toMatchObject([
      { limit: 'torque', from: { value: was }, to: { value: 14 }, by: crew('technician') },
    ]);
    // Changed back there is nothing to ask about.
    expect(await change('frontWheel', was)).toEqual([]);
  });
  test('such a change without a name, or with that of nobody, is refused, and nothing of it is saved', async () => {
    const { id } = records<{ id: string; carId: string }>('brakeSheets').find((s) => s.carId === car.id)!;
    const { body } = await api.get(`/api/brakeSheets/${id}`);
    const milder = { ...body, maxWheelBearingPlayMm: 5 };
    for (const head of [{}, { 'Calvik-Saved-By': uuidv7() }]) {
      const answer = await api.put(`/api/brakeSheets/${id}`).set(head).send(milder);
      expect([answer.status, answer.body.code]).toEqual([422, 'whoMovesLimit']);
    }
    expect((await api.get(`/api/brakeSheets/${id}`)).body).toEqual(body);
    // Stricter, or nothing to do with a limit: anybody.
    expect(
      (await api.put(`/api/brakeSheets/${id}`).send({ ...body, hasWearSensors: !body.hasWearSensors })).status,
    ).toBe(200);
  });
  test('whoever is made a lead meanwhile does not let the car go alone', async () => {
    const { body } = await api.get(`/api/crew/${crew('technician')}`);
    const sent = api.put(`/api/crew/${body.id}`).set('Calvik-Saved-By', body.id);
    const { body: lead } = await sent.send({ ...body, role: 'lead' });
    const { logbook } = await new LogbookCache(database).current();
    const { holds } = judgeService(logbook, logbook.jobs.get(coming.id)!, '2026-06-01')!.gate;
    const hold = holds.find((h) => h.finding.code === 'madeLead')!;
    const waiver = service({ kind: 'holdWaived', finding: hold.finding, reason: 'y' });
    expect((await put({ ...waiver, by: body.id })).body.code).toBe('ownLimit');
    expect((await put({ ...waiver, id: uuidv7(), by: crew('lead') })).status).toBe(201);
    await api
      .put(`/api/crew/${body.id}`)
      .set('Calvik-Saved-By', body.id)
      .send({ ...lead, role: 'technician' });
  });
  test('what is saved already is taken again when it is sent again, whatever has come to light since', async () => {
    const released = data.facts.find((f) => f.kind === 'carReleased' && f.jobId === past.id)!;
    expect((await put(released)).status).toBe(200);
  });
  test('a fact that points at another that is not there is refused by name', async () => {
    const answer = await put(
      service({ kind: 'partsFitted', axle: 'front', padSetId: uuidv7(), rotorPairId: null, changed: 'pads' }),
    );
    expect(answer.status).toBe(422);
    expect(answer.body.errors).toEqual([{ path: 'padSetId', message: 'There is no such pad set.' }]);
  });
  test('every past service of the demo stands as released', async () => {
    const { logbook } = await new LogbookCache(database).current();
    const released = [...logbook.jobs.values()].filter((j) =>
      logbook.factsOfJob(j.id).some((f) => f.kind === 'carReleased'),
    );
    expect(released.length).toBe(7);
    for (const job of released)
      expect(judgeService(logbook, job, '2026-06-01')!.gate).toMatchObject({ isReleased: true, holds: [] });
  });
});

describe('photos', () => {
  const jpeg = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(200, 7)]);
  const send = (id: string, body: Buffer, type = 'image/jpeg') =>
    api.put(`/api/photos/${id}`).set('Content-Type', type).send(body);
  test('saved once, handed out as they came, never replaced', async () => {
    const id = uuidv7();
    expect((await send(id, jpeg)).status).toBe(201);
    expect((await send(id, jpeg)).status).toBe(200);
    expect((await send(id, Buffer.concat([jpeg, jpeg]))).status).toBe(409);
    const back = await api.get(`/api/photos/${id}`).buffer(true);
    expect(back.headers['content-type']).toBe('image/jpeg');
    expect(Buffer.compare(back.body as Buffer, jpeg)).toBe(0);
  });
  test('what is no picture, too large, or has no id is said in a sentence', async () => {
    expect((await send(uuidv7(), Buffer.from('<script>'))).status).toBe(422);
    expect((await send(uuidv7(), jpeg, 'text/html')).status).toBe(415);
    expect((await send(uuidv7(), Buffer.concat([jpeg, Buffer.alloc(3_200_000)]))).status).toBe(413);
    expect((await send('not-an-id', jpeg)).status).toBe(422);
    expect((await api.get(`/api/photos/${uuidv7()}`)).body.detail).toBe('There is no such picture.');
  });
});

describe('the service sheet', () => {
  const get = (path: string) => api.get(`/api/jobs/${past.id}/service-sheet${path}`);
  test('as a PDF', async () => {
    const answer = await get('.pdf').buffer(true);
    expect(answer.headers['content-type']).toBe('application/pdf');
    expect((answer.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
  });
  test('as JSON with every fact, and as CSV that a table program reads and takes nothing for a formula', async () => {
    const { body } = await get('.json');
    expect(body.gate.isReleased).toBe(true);
    expect(body.facts.length).toBe(data.facts.filter((f) => f.jobId === past.id).length);
    expect(body.sheet.sections.length).toBeGreaterThan(5);
    const csv = (await get('.csv')).text;
    expect(csv.startsWith('\ufeffsection,item,field,value\r\n')).toBe(true);
    expect(csv).not.toMatch(/(^|,)[=+@]/m);
  });
  test('in the units asked for; of no service at all, or in no known units, it is refused', async () => {
    expect(JSON.stringify((await get('.json?units=imperial')).body.sheet)).toContain(' in');
    expect((await get('.json?units=cubits')).status).toBe(422);
    expect((await api.get(`/api/jobs/${uuidv7()}/service-sheet.pdf`)).status).toBe(404);
    const flush = records<{ id: string; kind: string }>('jobs').find((j) => j.kind === 'flush')!;
    expect((await api.get(`/api/jobs/${flush.id}/service-sheet.pdf`)).body.detail).toBe('There is no such service.');
  });
});

describe('instruments', () => {
  const logbookOf = async () => (await new LogbookCache(database).current()).logbook;
  test('the caliper closes on the pad that is there: thinner than last time, the same for the same pad', async () => {
    const logbook = await logbookOf();
    const of = logbook.cars.get(car.id)!;
    const truth = trueThicknessMm(logbook, of, 'FL', 'inner');
    const last = logbook.factsOfCar(car.id).findLast((f) => f.kind === 'padMeasurement' && f.corner === 'FL');
    expect(last?.kind === 'padMeasurement' && last.inner.thicknessMm).toBeGreaterThan(truth);
    expect(trueThicknessMm(logbook, of, 'FL', 'inner')).toBe(truth);
    const readings = [...closing(truth, 'seed')];
    expect(readings[0]!.mm).toBeGreaterThan(truth + 4);
    const steady = readings.filter((r) => r.isSteady);
    for (const r of steady) expect(Math.abs(r.mm - truth)).toBeLessThan(0.1);
  });
  test('the wrench clicks near its setting, right or wrong', () => {
    for (const setting of [28, 110, 400]) {
      const heard = [...clicks(setting, 200, 'seed')].map((c) => c.torqueNm);
      expect(heard).toHaveLength(200);
      for (const nm of heard) expect(Math.abs(nm / setting - 1)).toBeLessThanOrEqual(0.031);
    }
  });
  test('a cap that leaks leaks less once it has been seated anew', () => {
    const cars = Array.from({ length: 40 }, () => uuidv7());
    const leaky = cars.filter((id) => leakPerSecond(id, 0) > 0.0005);
    expect(leaky.length).toBeGreaterThan(4);
    for (const id of leaky) expect(leakPerSecond(id, 1)).toBeLessThan(0.0001);
    const fall = [...holding(100, 0.001, 'seed')];
    expect(fall.at(-1)!.pressureKpa).toBeCloseTo(100 * Math.exp(-0.6), 0);
  });
  test.each([
    ['calipers', { carId: car.id, corner: 'FL', target: 'outer' }],
    ['wrenches', { settingNm: 110, count: 3 }],
    ['gauges', { carId: car.id, startKpa: 100, attempt: 1 }],
  ])('%s stream over the wire until they stop', async (path, body) => {
    const server = createServer(app).listen(0);
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/bench/${path}`;
    const started = await fetch(url, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    const { id } = (await started.json()) as { id: string };
    const text = await (await fetch(`${url}/${id}/stream`)).text();
    expect(text).toContain('event:sample');
    expect(text.trim().endsWith('data:{"type":"stopped","reason":"switchedOff"}')).toBe(true);
    server.close();
  });
  test('what cannot be measured is said', async () => {
    expect(
      (await api.post('/api/bench/calipers').send({ carId: uuidv7(), corner: 'FL', target: 'inner' })).status,
    ).toBe(404);
    expect((await api.post('/api/bench/wrenches').send({ settingNm: -1, count: 1 })).status).toBe(422);
    expect((await api.get(`/api/bench/gauges/${uuidv7()}/stream`)).status).toBe(404);
  });
});

test('an older database gains the new fields, and loses nothing', async () => {
  const file = join(folder, 'older.sqlite');
  await (await Database.open(file)).close();
  const db = new Sqlite(file);
  db.exec(`drop table photo; delete from mikro_orm_migrations where name not like '0001%';`);
  for (const table of ['item', 'superseded'])
    for (const column of ['saved_at', 'saved_by']) db.exec(`alter table ${table} drop column ${column};`);
  const insert = db.prepare(
    'insert into item (id, collection, version, seq, car_id, body) values (?, ?, 1, ?, null, ?)',
  );
  const customer = { id: uuidv7(), version: 1, archived: false, name: 'Ona Birk', phone: '0555' };
  insert.run(customer.id, 'customers', 1, JSON.stringify(customer));
  const shop = { id: uuidv7(), version: 1, archived: false, name: 'Old shop' };
  insert.run(shop.id, 'shops', 2, JSON.stringify(shop));
  db.close();
  const reopened = await Database.open(file);
  expect(JSON.parse((await reopened.find('customers', customer.id))!)).toEqual({ ...customer, units: 'metric' });
  expect(JSON.parse((await reopened.find('shops', shop.id))!)).toMatchObject({
    name: 'Old shop',
    padLimitMm: 3,
    wasteContainerMl: 20000,
  });
  // Who saved what was saved before that was written down is not known.
  expect(await reopened.history('customers', customer.id)).toMatchObject([
    { version: 1, savedAt: null, savedBy: null },
  ]);
  expect(await reopened.savePhoto(uuidv7(), 'image/png', Buffer.from('x'))).toBe('created');
  await reopened.close();
});
