import { monitorEventLoopDelay, performance } from 'node:perf_hooks';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import { type Fact, type RecordOf, runUp } from '@calvik/core';
import { factSchema, recordSchemas } from '@calvik/core/model/schemas';
import { Database, createApp } from '../src';
import { demoData, loadDemo } from '../src/demo/load';
import { heating } from '../src/instruments/boiling-tester';
import { chance } from '../src/instruments/chance';
import { PAINT_STEPS_C, STICKER_STEPS_C } from '../src/instruments/heat';
import { openApiDocument, routesOf } from '../src/routes/openapi';
import { LogbookCache } from '../src/database/logbook-cache';

const NOW = '2026-06-01T09:00:00.000Z';
const folder = mkdtempSync(join(tmpdir(), 'calvik-'));
let database: Database;
let api: ReturnType<typeof request>;
let stop: () => void;
const data = demoData(NOW);
const one = <C extends string>(collection: C): { id: string } & Record<string, unknown> =>
  data.records.find((r) => r.collection === (collection as string))!.body as never;
const crewId = one('crew').id;
const carId = one('cars').id;

beforeAll(async () => {
  database = await Database.open(join(folder, 'test.sqlite'));
  await loadDemo(database, NOW);
  const built = createApp({ database, logger: pino({ level: 'silent' }), instrumentSpeed: 400 });
  stop = built.stop;
  api = request(built.app);
}, 60_000);
afterAll(async () => {
  stop();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

const boilingFact = (over: object = {}): Fact & { id: string } =>
  ({
    id: uuidv7(),
    kind: 'boilingTest',
    at: NOW,
    recordedAt: NOW,
    by: crewId,
    carId,
    readingC: 251,
    ambientKpa: 97.3,
    ambientFrom: 'altitude',
    instrument: 'byHand',
    ...over,
  }) as Fact;
const put = (collection: string, body: { id: string }): request.Test =>
  api.put(`/api/${collection}/${body.id}`).send(body);

describe('facts', () => {
  test('kept once, however often they are sent', async () => {
    const fact = boilingFact();
    const before = await database.cursor();
    expect((await put('facts', fact)).status).toBe(201);
    expect((await put('facts', fact)).status).toBe(200);
    // The same fact with its keys in another order is the same fact.
    expect((await put('facts', Object.fromEntries(Object.entries(fact).reverse()) as typeof fact)).status).toBe(200);
    expect(await database.cursor()).toBe(before + 1);
    const read = await api.get(`/api/facts/${fact.id}`);
    expect(read.body).toEqual(fact);
  });

  test('another body under the same id is 409 with what is kept', async () => {
    const fact = boilingFact();
    await put('facts', fact);
    const answer = await put('facts', { ...fact, readingC: 199 } as Fact & { id: string });
    expect(answer.status).toBe(409);
    // RFC 9457.
    expect(answer.type).toBe('application/problem+json');
    expect(answer.body).toMatchObject({ status: 409, stored: fact });
    expect((await api.get(`/api/facts/${fact.id}`)).body.readingC).toBe(251);
  });

  test.each([
    ['an unknown car', { carId: uuidv7() }, 'carId', 'There is no such car.'],
    ['an unknown crew member', { by: uuidv7() }, 'by', 'There is no such crew member.'],
    ['a correction of nothing', { replaces: uuidv7(), because: 'x' }, 'replaces', /no such entry/],
    ['a word for a figure', { readingC: 'hot' }, 'readingC', 'A figure is wanted.'],
    ['an impossible figure', { readingC: 1e9 }, 'readingC', 'At most 400 °C.'],
    ['an unknown kind', { kind: 'horoscope' }, 'kind', /./],
    ['a car that is a bottle', { carId: one('bottles').id }, 'carId', 'There is no such car.'],
  ])('%s is 422 with the field named', async (_, over, path, message) => {
    const answer = await put('facts', boilingFact(over));
    expect(answer.status).toBe(422);
    expect(answer.body.errors).toContainEqual(
      expect.objectContaining({
        path,
        message: typeof message === 'string' ? message : expect.stringMatching(message),
      }),
    );
  });
});

describe('records', () => {
  const venue = () => ({
    id: uuidv7(),
    version: 0,
    archived: false,
    name: 'Low field',
    altitudeM: 12,
    peakFluidTempC: 185,
    notes: '',
  });

  test('versions go up, stale writes change nothing and get both versions', async () => {
    const v = venue();
    expect((await put('venues', v)).body.version).toBe(1);
    expect((await put('venues', v)).status).toBe(200);
    const mine = { ...v, version: 1, name: 'Mine' };
    expect((await put('venues', mine)).body).toMatchObject({ version: 2, name: 'Mine' });
    expect((await put('venues', mine)).body).toMatchObject({ version: 2 });
    const theirs = await put('venues', { ...v, version: 1, name: 'Theirs' } as typeof v);
    expect(theirs.status).toBe(409);
    expect(theirs.body).toMatchObject({ stored: { name: 'Mine', version: 2 }, sent: { name: 'Theirs', version: 1 } });
    expect((await api.get(`/api/venues/${v.id}`)).body.name).toBe('Mine');
    const history = (await api.get(`/api/venues/${v.id}/history`)).body as object[];
    expect(history).toMatchObject([
      { version: 1, savedBy: null, body: { ...v, zones: [], trace: null, version: 1 } },
      { version: 2, savedBy: null, body: { name: 'Mine' } },
    ]);
  });

  test('a record of another collection cannot be overwritten', async () => {
    const answer = await put('venues', { ...venue(), id: carId });
    expect(answer.status).toBe(409);
  });

  test('text that looks like SQL or script is text', async () => {
    const name = `'); drop table item;-- <script>alert(1)</script>`;
    const v = { ...venue(), name };
    expect((await put('venues', v)).status).toBe(201);
    expect((await api.get(`/api/venues/${v.id}`)).body.name).toBe(name);
    expect((await api.get('/api/health')).body.status).toBe('ok');
  });
});

describe('bad requests get a sentence and never a 5xx', () => {
  const id = uuidv7();
  const cases: [string, () => request.Test, number][] = [
    ['broken JSON', () => api.put(`/api/facts/${id}`).set('Content-Type', 'application/json').send('{"id":'), 400],
    ['no JSON', () => api.put(`/api/facts/${id}`).set('Content-Type', 'text/plain').send('hello'), 415],
    ['an array', () => api.put(`/api/facts/${id}`).send([] as never), 422],
    ['a bare number', () => api.put(`/api/facts/${id}`).set('Content-Type', 'application/json').send('7'), 422],
    ['a huge body', () => api.put(`/api/facts/${id}`).send({ id, remark: 'x'.repeat(400_000) }), 413],
    [
      'deep nesting',
      () =>
        api
          .put(`/api/facts/${id}`)
          .set('Content-Type', 'application/json')
          .send(`{"id":"${id}","a":${'['.repeat(50_000)}${']'.repeat(50_000)}}`),
      422,
    ],
    ['an id that is none', () => api.put('/api/facts/42').send({ id: '42' }), 422],
    ['another id in the body', () => api.put(`/api/facts/${id}`).send({ id: uuidv7() }), 422],
    [
      'a prototype in the body',
      () =>
        api
          .put(`/api/venues/${id}`)
          .set('Content-Type', 'application/json')
          .send(`{"id":"${id}","__proto__":{"name":"x"}}`),
      422,
    ],
    ['an unknown id', () => api.get(`/api/cars/${id}`), 404],
    ['an unknown collection', () => api.put(`/api/wheels/${id}`).send({ id }), 404],
    ['a cursor in words', () => api.get('/api/changes?since=yesterday'), 422],
    ['a negative cursor', () => api.get('/api/changes?since=-1'), 422],
    ['too many rows', () => api.get('/api/changes?limit=1000000'), 422],
    ['a date that is none', () => api.get('/api/run-up?on=2026-02-31'), 422],
    ['a stream of no test', () => api.get(`/api/bench/boiling-tests/${id}/stream`), 404],
    ['a broken escape', () => api.get('/api/cars/%E0%A4%A'), 400],
  ];
  test.each(cases)('%s', async (_, send, status) => {
    const answer = await send();
    expect(answer.status).toBe(status);
    expect(answer.type).toBe('application/problem+json');
    expect(JSON.parse(answer.text).detail).toMatch(/\w.*\.$/);
  });
});

describe('the feed', () => {
  test('hands out everything once, in order, page by page, and then only what is new', async () => {
    let since = 0;
    const seen: string[] = [];
    for (;;) {
      const { body } = await api.get(`/api/changes?since=${since}&limit=37`);
      seen.push(...body.changes.map((c: { body: { id: string } }) => c.body.id));
      since = body.cursor;
      if (!body.more) break;
    }
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.length).toBeGreaterThanOrEqual(data.records.length + data.facts.length);
    const fact = boilingFact();
    await put('facts', fact);
    const { body } = await api.get(`/api/changes?since=${since}`);
    expect(body.changes).toEqual([{ seq: since + 1, collection: 'facts', body: fact }]);
  });

  test('the board on the server is the one that core judges', async () => {
    const { body } = await api.get('/api/run-up?on=2026-06-01');
    const { logbook } = await new LogbookCache(database).current();
    expect(body.events).toEqual(JSON.parse(JSON.stringify(runUp(logbook, '2026-06-01'))));
    expect(body.events).toHaveLength(4);
  });
});

describe('instruments', () => {
  test('the tester refuses when the probe is not submerged', async () => {
    const answer = await api.post('/api/bench/boiling-tests').send({ carId, depthMm: 11 });
    expect(answer.status).toBe(409);
    expect(answer.body.detail).toMatch(/not submerged.*11 mm.*14 mm/);
  });

  test('it streams temperatures that rise, and reports the plateau', async () => {
    const { body } = await api.post('/api/bench/boiling-tests').send({ carId, depthMm: 30 });
    const stream = await api.get(`/api/bench/boiling-tests/${body.id}/stream`).buffer(true);
    const events = stream.text
      .split('\n\n')
      .flatMap((block) => /^data:(.*)$/m.exec(block)?.slice(1) ?? [])
      .map((data) => JSON.parse(data));
    const samples = events.filter((e) => e.type === 'sample').map((e) => e.sample.tempC);
    const result = events.at(-1);
    expect(result.type).toBe('result');
    expect(samples[0]).toBeLessThan(30);
    expect(result.plateau.boilingPointC).toBeGreaterThan(150);
    expect(Math.max(...samples) - result.plateau.boilingPointC).toBeLessThan(6);
  }, 20_000);

  test('the heated sample boils where its water says, within the tester’s tolerance', () => {
    const truth = { waterPercent: 1.2, label: { dryBoilingPointC: 312, wetBoilingPointC: 204 } };
    const wanted = 100 + 212 * Math.exp(-(Math.log(212 / 104) / 3.7) * 1.2);
    const samples = [...heating({ truth, ambientKpa: 101.325 }, chance('a run'))];
    const late = samples.filter((s) => s.seconds > 100).map((s) => s.tempC);
    expect(Math.abs(late.reduce((a, b) => a + b) / late.length - wanted)).toBeLessThan(4);
  });

  test('the pen reads something', async () => {
    const answer = await api.post('/api/bench/moisture-readings').send({ carId });
    expect(answer.status).toBe(200);
    expect(answer.body.waterPercent).toBeGreaterThanOrEqual(0);
  });
});

describe('drives and heat', () => {
  const venueOf = (name: string) =>
    data.records.find((r) => r.collection === 'venues' && r.body.name === name)!.body as RecordOf<'venues'>;
  const table = (rows: number): string =>
    `t;v mph\n${Array.from({ length: rows }, (_, s) => `${s};${s % 60 < 45 ? 50 + (s % 60) * 2 : 140 - ((s % 60) - 45) * 6}`).join('\n')}\n`;

  test('a drive is read and its zones found; nothing is saved', async () => {
    const answer = await api.post('/api/traces/preview').set('Content-Type', 'text/csv').send(table(360));
    expect(answer.status).toBe(200);
    expect(answer.body).toMatchObject({
      format: 'csv',
      columns: { time: 0, speed: 1, speedUnit: 'mph' },
      points: 360,
      lapS: 60,
    });
    expect(answer.body.zones).toHaveLength(1);
    const knots = await api
      .post('/api/traces/preview?time=0&speed=1&speedUnit=kn')
      .set('Content-Type', 'text/csv')
      .send(table(360));
    expect(knots.body.zones[0].fromKmh).toBeGreaterThan(answer.body.zones[0].fromKmh * 1.1);
  });
  test.each([
    ['nothing at all', ' ', 'This file is empty.'],
    ['no table', 'hello', 'No table can be found'],
    ['damaged XML', '<gpx><trk></gpx>', 'damaged'],
    ['GPX without a track', '<gpx></gpx>', 'no track'],
    ['a walk', `t,v\n${Array.from({ length: 40 }, (_, i) => `${i},5`).join('\n')}`, 'Never faster than 40 km/h'],
  ])('%s: a sentence, and nothing is kept', async (_, body, sentence) => {
    const id = uuidv7();
    const preview = await api.post('/api/traces/preview').set('Content-Type', 'text/csv').send(body);
    expect([preview.status, preview.body.detail]).toEqual([422, expect.stringContaining(sentence)]);
    if (sentence.startsWith('Never')) return;
    expect((await api.put(`/api/traces/${id}`).set('Content-Type', 'text/csv').send(body)).status).toBe(422);
    expect((await api.get(`/api/traces/${id}`)).status).toBe(404);
  });
  test('while a drive of half a million points is read, the server goes on answering', async () => {
    const rows = Array.from({ length: 500_000 }, (_, i) => {
      const s = i / 25;
      return `${s.toFixed(2)};${(s % 60 < 45 ? 50 + (s % 60) * 2 : 140 - ((s % 60) - 45) * 6).toFixed(1)}`;
    });
    const body = `t;v mph\n${rows.join('\n')}\n`;
    const stalls = monitorEventLoopDelay({ resolution: 5 });
    const began = performance.now();
    stalls.enable();
    const answer = await api.post('/api/traces/preview').set('Content-Type', 'text/csv').send(body);
    stalls.disable();
    expect(answer.body.points).toBe(500_000);
    // Read where the server answers, nearly all of that time would be one stall.
    expect(stalls.max / 1e6 / (performance.now() - began)).toBeLessThan(0.6);
  });
  test('a file is stored once as it came; a picture is no drive', async () => {
    const id = uuidv7();
    const send = (body: string) => api.put(`/api/traces/${id}`).set('Content-Type', 'text/csv').send(body);
    expect((await send(table(100))).status).toBe(201);
    expect((await send(table(100))).status).toBe(200);
    expect((await send(table(101))).status).toBe(409);
    expect((await api.get(`/api/traces/${id}`)).text).toBe(table(100));
    expect((await api.put(`/api/traces/${uuidv7()}`).set('Content-Type', 'image/png').send('x')).status).toBe(415);
  });
  test('zones and drive of a venue go out as CSV and GPX, and come in again', async () => {
    const venue = venueOf('Skarrow Hill');
    const zones = await api.get(`/api/venues/${venue.id}/zones.csv`);
    expect(zones.text.trim().split('\n')).toHaveLength(venue.zones.length + 1);
    for (const format of ['csv', 'gpx'] as const) {
      const file = await api
        .get(`/api/venues/${venue.id}/trace.${format}`)
        .buffer(true)
        .parse((response, done) => {
          let text = '';
          response.on('data', (chunk: Buffer) => (text += chunk.toString()));
          response.on('end', () => done(null, text));
        });
      const back = await api
        .post('/api/traces/preview')
        .set('Content-Type', format === 'csv' ? 'text/csv' : 'application/gpx+xml')
        .send(file.body as string);
      expect(back.body.zones).toHaveLength(venue.zones.length);
    }
    expect((await api.get(`/api/venues/${uuidv7()}/zones.csv`)).status).toBe(404);
  });

  const session = {
    outLap: true,
    drivenMin: 20,
    laps: null,
    coolDownLap: false,
    parkedMin: 15,
    airTempC: 20,
    isWet: false,
    ducts: 'off',
  };
  test('the instruments read the same hidden car, in their own steps; later a pyrometer reads less', async () => {
    const heatedCar = data.records.find((r) => r.collection === 'cars' && r.body.name === 'Tarrick Karsk')!.body.id;
    const read = async (over: object) =>
      (
        await api
          .post('/api/bench/heat-readings')
          .send({ carId: heatedCar, venueId: venueOf('Dunvarrel Ring').id, session, corner: 'FL', ...over })
      ).body;
    const paint = await read({ instrument: 'thermalPaint' });
    expect([...PAINT_STEPS_C, null]).toContain(paint.reachedC);
    const sticker = await read({ instrument: 'sticker' });
    expect([...STICKER_STEPS_C, null]).toContain(sticker.reachedC);
    const [soon, late] = [
      await read({ instrument: 'pyrometer', part: 'rotor', secondsAfterStop: 20 }),
      await read({ instrument: 'pyrometer', part: 'rotor', secondsAfterStop: 600 }),
    ];
    expect(late.tempC).toBeLessThan(soon.tempC);
    const none = await api
      .post('/api/bench/heat-readings')
      .send({ carId: heatedCar, venueId: uuidv7(), session, corner: 'FL', instrument: 'sticker' });
    expect(none.status).toBe(404);
    const wrong = await api.post('/api/bench/heat-readings').send({
      carId: heatedCar,
      venueId: venueOf('Dunvarrel Ring').id,
      session: { ...session, laps: 5 },
      corner: 'FL',
      instrument: 'sticker',
    });
    expect([wrong.status, JSON.stringify(wrong.body)]).toEqual([
      422,
      expect.stringContaining('minutes, or how many laps'),
    ]);
  });
});

test('the description is OpenAPI 3.1, with a schema for every collection', async () => {
  const { body } = await api.get('/api/openapi.json');
  expect(body.openapi).toBe('3.1.0');
  for (const collection of [...Object.keys(recordSchemas), 'facts']) {
    expect(body.paths[`/api/${collection}/{id}`].put).toBeDefined();
    expect(body.components.schemas[collection]).toBeDefined();
  }
  const referenced = JSON.stringify(body).match(/#\/components\/schemas\/\w+/g)!;
  for (const name of new Set(referenced)) expect(body.components.schemas[name.split('/').at(-1)!]).toBeDefined();
});

test('every route is described: one that is not, or a description of none, does not start', async () => {
  const { body } = await api.get('/api/openapi.json');
  for (const path of ['photos/{id}', 'cars/{id}/history', 'calendars/crew/{id}.ics', 'bench/gauges/{id}/stream'])
    expect(body.paths[`/api/${path}`]).toBeDefined();
  const secret = express.Router();
  secret.get('/secret/:id', (_request, response) => void response.end());
  expect(routesOf([{ at: '/api', router: secret }])).toEqual(['get /api/secret/{id}']);
  expect(() => openApiDocument('1', [{ at: '/api', router: secret }])).toThrow(/get \/api\/secret\/\{id\}/);
});

test('answers carry the security headers', async () => {
  const { headers } = await api.get('/api/health');
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['x-powered-by']).toBeUndefined();
});

test('what was kept is there after closing and opening again', async () => {
  const file = join(folder, 'again.sqlite');
  const first = await Database.open(file);
  const records = data.records.filter((r) => r.collection === 'crew');
  for (const r of records) await first.saveRecord('crew', r.body as never);
  await first.close();
  const second = await Database.open(file);
  expect(await second.cursor()).toBe(4);
  expect((await second.changes(0, 10)).rows.map((r) => JSON.parse(r.body).version)).toEqual([1, 1, 1, 1]);
  await second.close();
});

test('every demo fact and record fits its schema, and the same day gives the same shop', () => {
  for (const fact of data.facts) expect(factSchema.safeParse(fact).success).toBe(true);
  expect(JSON.stringify(demoData(NOW))).toBe(JSON.stringify(data));
});
