import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { type Server, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { pino } from 'pino';
import request from 'supertest';
import { Database, createApp } from '../src';
import { loadDemo } from '../src/demo/load';
import { type TesterEvent, TesterRun } from '../src/instruments/boiling-tester';
import { chance, seedOf } from '../src/instruments/chance';
import { penReading } from '../src/instruments/moisture-pen';
import { appetite } from '../src/instruments/truth';

const folder = mkdtempSync(join(tmpdir(), 'calvik-serving-'));
const hashed = `page-${'0123456789abcdef'.repeat(2)}.js`;
let database: Database;
let server: Server;
let stop: () => void;
let url: string;

beforeAll(async () => {
  mkdirSync(join(folder, 'dist'));
  writeFileSync(join(folder, 'dist', 'index.html'), '<!doctype html><title>Calvik</title>');
  writeFileSync(join(folder, 'dist', hashed), `/* ${'x'.repeat(5000)} */`);
  const screens = `screens-${'0123456789abcdef'.repeat(2)}.js`;
  writeFileSync(join(folder, 'dist', screens), 'later');
  writeFileSync(join(folder, 'dist', `${screens}.br`), brotliCompressSync('later, as the build compressed it'));
  const pieces = [
    { file: `/${screens}`, at: '^/service/' },
    { file: '/rest.js', at: null },
  ];
  writeFileSync(join(folder, 'dist', 'pages.json'), JSON.stringify({ pieces, pages: [], workers: [] }));
  database = await Database.open(join(folder, 'data.sqlite'));
  await loadDemo(database, '2026-06-01T09:00:00.000Z');
  const built = createApp({
    database,
    logger: pino({ level: 'silent' }),
    staticDir: join(folder, 'dist'),
    instrumentSpeed: 30,
  });
  stop = built.stop;
  server = createServer(built.app).listen(0);
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}, 60_000);
afterAll(async () => {
  stop();
  server.closeAllConnections();
  server.close();
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the interface', () => {
  test('code with a hash in its name is kept for a year, compressed; the page itself is asked for again', async () => {
    const code = await request(url).get(`/${hashed}`).set('Accept-Encoding', 'gzip');
    expect(code.headers['cache-control']).toBe('public, max-age=31536000, immutable');
    expect(code.headers['content-encoding']).toBe('gzip');
    expect((await request(url).get('/')).headers['cache-control']).toBe('no-cache');
  });
  test('code that the build compressed is sent as it lies there, and a screen’s is named beside its page', async () => {
    const address = (await request(url).get('/service/a-job/wheels')).headers.link;
    const code = /^<([^>]+)>; rel=preload; as=script$/.exec(address ?? '')?.[1] ?? '';
    // A page whose address no piece names needs all of them.
    expect((await request(url).get('/cars/a-car')).headers.link).toBe(`${address}, </rest.js>; rel=preload; as=script`);
    const ask = (encodings: string) => fetch(url + code, { headers: { 'Accept-Encoding': encodings } });
    const compressed = await ask('gzip, br');
    expect(compressed.headers.get('content-encoding')).toBe('br');
    expect(compressed.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect(compressed.headers.get('content-type')).toMatch(/javascript/);
    expect(await compressed.text()).toBe('later, as the build compressed it');
    expect(await (await ask('identity')).text()).toBe('later');
    // The first page brings it when it is quiet.
    expect((await request(url).get('/')).headers.link).toBeUndefined();
  });
  test('any address inside is the page; a missing file is missing', async () => {
    expect((await request(url).get('/cars/some-id/verdict?event=x')).text).toContain('<title>Calvik</title>');
    expect((await request(url).get('/missing.js')).status).toBe(404);
    expect((await request(url).get('/api/nothing')).type).toBe('application/problem+json');
  });
  test('nothing outside its folder is served', async () => {
    for (const path of ['/../data.sqlite', '/%2e%2e/data.sqlite', '/..%2fdata.sqlite', '/.env']) {
      const answer = await request(url).get(path);
      expect(answer.text ?? '').not.toContain('SQLite');
      expect(answer.status === 404 || answer.text.includes('<title>Calvik</title>') || answer.status === 403).toBe(
        true,
      );
    }
  });
});

describe('the boiling tester', () => {
  const settings = {
    truth: { waterPercent: 1, label: { dryBoilingPointC: 312, wetBoilingPointC: 204 } },
    ambientKpa: 100,
    seed: 'same',
    speed: 400,
  };
  const finished = (run: TesterRun): Promise<TesterEvent[]> =>
    new Promise((done) => run.on('event', (e: TesterEvent) => e.type !== 'sample' && done(run.events)));

  test('one seed gives one run, another seed another', async () => {
    const [a, b, c] = await Promise.all([
      finished(new TesterRun('1', settings)),
      finished(new TesterRun('2', settings)),
      finished(new TesterRun('3', { ...settings, seed: 'other' })),
    ]);
    expect(a).toEqual(b);
    expect(a).not.toEqual(c);
    expect(a.at(-1)!.type).toBe('result');
  });

  test('a fluid that would boil beyond its range ends with a reason, not with a figure', async () => {
    const events = await finished(
      new TesterRun('4', {
        ...settings,
        truth: { waterPercent: 0, label: { dryBoilingPointC: 900, wetBoilingPointC: 800 } },
      }),
    );
    expect(events.at(-1)).toMatchObject({ type: 'stopped', reason: 'noPlateau' });
  });

  test('switched off, it says so to whoever listens, also to one who comes late', async () => {
    const feed = await request(url).get('/api/changes?limit=5000');
    const carId = feed.body.changes.find((c: { collection: string }) => c.collection === 'cars').body.id;
    const started = await request(url).post('/api/bench/boiling-tests').send({ carId, depthMm: 30 });
    expect((await request(url).delete(`/api/bench/boiling-tests/${started.body.id}`)).status).toBe(204);
    const stream = await request(url).get(`/api/bench/boiling-tests/${started.body.id}/stream`).buffer(true);
    expect(stream.text).toContain('event:stopped');
    expect(stream.text).toContain('byHand');
    expect(stream.headers['content-type']).toContain('text/event-stream');
  });

  test.each([
    [{ depthMm: 30 }, 422],
    [{ carId: 'x', depthMm: 30 }, 422],
    [{ carId: '01900000-0000-7000-8000-00000000ffff', depthMm: 30 }, 404],
    [{ carId: '01900000-0000-7000-8000-00000000ffff', depthMm: -1 }, 422],
  ])('%j is refused with %d and a sentence', async (body, status) => {
    const answer = await request(url).post('/api/bench/boiling-tests').send(body);
    expect(answer.status).toBe(status);
    expect(answer.body.detail).toMatch(/\.$/);
  });
});

describe('chance', () => {
  test('is the same for the same seed, uniform and normal where it says so', () => {
    expect(seedOf('a')).toBe(seedOf('a'));
    expect(seedOf('a')).not.toBe(seedOf('b'));
    const dice = chance('many');
    const uniform = Array.from({ length: 4000 }, () => dice.uniform());
    const normal = Array.from({ length: 4000 }, () => dice.normal(2));
    const mean = (xs: number[]): number => xs.reduce((a, b) => a + b, 0) / xs.length;
    expect(Math.min(...uniform)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...uniform)).toBeLessThan(1);
    expect(mean(uniform)).toBeCloseTo(0.5, 1);
    expect(Math.abs(mean(normal))).toBeLessThan(0.15);
    expect(Math.sqrt(mean(normal.map((x) => x * x)))).toBeCloseTo(2, 0);
  });
  test('every car has an appetite within the usual range, always the same', () => {
    for (let i = 0; i < 200; i++) {
      expect(appetite(`car ${i}`)).toBeGreaterThanOrEqual(0.8);
      expect(appetite(`car ${i}`)).toBeLessThanOrEqual(2.2);
    }
    expect(appetite('car 1')).toBe(appetite('car 1'));
  });
  test('the pen is fooled the same way by the same fluid, and stays on its scale', () => {
    const label = { dryBoilingPointC: 312, wetBoilingPointC: 204 };
    const readings = Array.from({ length: 50 }, (_, i) =>
      penReading({ waterPercent: 2, label }, 'Orsen Club 312', `dip ${i}`),
    );
    expect(Math.max(...readings) - Math.min(...readings)).toBeLessThan(1.2);
    for (const r of readings) expect(Math.round(r * 10) / 10).toBe(r);
    expect(penReading({ waterPercent: 30, label }, 'x', 'y')).toBeLessThanOrEqual(10);
  });
});
