/** Plans in their thread, lists, run sheet, suppliers and imports, over the wire and into the database. */
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { pino } from 'pino';
import request from 'supertest';
import { sayTo } from '@calvik/words';
import { workFindingText } from '@calvik/words/work';
import { type Job, type RecordOf, dateIn } from '@calvik/core';
import { type PlanRun, slotFindings } from '@calvik/core/run-up';
import { recordSchemas } from '@calvik/core/model/schemas';
import { Database, createApp } from '../src';
import { loadDemo } from '../src/demo/load';
import { LogbookCache } from '../src/database/logbook-cache';

const say = sayTo({ units: 'metric', timeZone: 'Europe/Berlin' });
let database: Database;
let app: ReturnType<typeof createApp>;
let api: ReturnType<typeof request>;
const folder = mkdtempSync(join(tmpdir(), 'calvik-run-up-'));
const demo = join(folder, 'demo.sqlite');
beforeAll(async () => {
  const loaded = await Database.open(demo);
  await loadDemo(loaded, new Date().toISOString());
  await loaded.close();
}, 60_000);
afterAll(() => rmSync(folder, { recursive: true, force: true }));
let opened = 0;
beforeEach(async () => {
  // Each begins with the demo as it was loaded.
  const file = join(folder, `${(opened += 1)}.sqlite`);
  copyFileSync(demo, file);
  database = await Database.open(file);
  app = createApp({ database, logger: pino({ level: 'silent' }) });
  api = request(app.app);
});
afterEach(async () => {
  app.stop();
  await database.close();
});

const saved = async <C extends 'jobs' | 'cars' | 'customers' | 'suppliers' | 'padSets' | 'events' | 'crew'>(
  collection: C,
): Promise<RecordOf<C>[]> => {
  const { rows } = await database.changes(0, 5000);
  return rows.filter((r) => r.collection === collection).map((r) => JSON.parse(r.body) as RecordOf<C>);
};
const finished = async (id: string): Promise<PlanRun> => {
  for (;;) {
    const run = (await api.get(`/api/plans/${id}`)).body as PlanRun;
    if (run.state !== 'working') return run;
    await new Promise((done) => setTimeout(done, 100));
  }
};

describe('plans', () => {
  test('are searched for in a thread, can be stopped, and are taken whole', async () => {
    const started = await api.post('/api/plans').send({ seconds: 60 });
    expect(started.status).toBe(201);
    const id = (started.body as PlanRun).id;
    // The server answers while the search goes on.
    expect((await api.get('/api/health')).status).toBe(200);
    expect((await api.post(`/api/plans/${id}/take`)).status).toBe(409);
    while ((await api.get(`/api/plans/${id}`)).body.progress === null)
      await new Promise((done) => setTimeout(done, 50));
    expect((await api.delete(`/api/plans/${id}`)).status).toBe(204);
    const { state, answer } = await finished(id);
    expect(state).toBe('done');
    expect(answer!.jobs.length).toBeGreaterThan(10);
    for (const job of answer!.jobs) expect(recordSchemas.jobs.safeParse(job).success).toBe(true);
    expect(answer!.leftOut.length).toBeGreaterThan(0);
    for (const l of answer!.leftOut) expect(workFindingText(l.why, say)).toMatch(/^[A-Z].*\.$/);
    const before = (await saved('jobs')).length;
    const taken = await api.post(`/api/plans/${id}/take`);
    expect(taken.body).toEqual({ saved: answer!.jobs.length, dropped: 0 });
    expect((await saved('jobs')).length).toBe(before + answer!.jobs.length);
    // A search that was stopped may leave something to be had, and plan what a better one needs no more: the next one, seen through, finds it, and the one after
    // that nothing more.
    const better = await finished(((await api.post('/api/plans').send({ seconds: 20 })).body as PlanRun).id);
    expect(better.answer!.drop.every((job) => job.covers.length > 0)).toBe(true);
    await api.post(`/api/plans/${better.id}/take`);
    const again = await finished(((await api.post('/api/plans').send({ seconds: 20 })).body as PlanRun).id);
    expect(again.answer!.moved).toEqual([]);
    expect(again.answer!.drop).toEqual([]);
  });

  test('hold on the board: nothing that is proposed breaks a rule that the board knows', async () => {
    const run = await finished(((await api.post('/api/plans').send({ seconds: 3 })).body as PlanRun).id);
    await api.post(`/api/plans/${run.id}/take`);
    const { logbook } = await new LogbookCache(database).current();
    const today = dateIn(new Date().toISOString(), logbook.shop.timeZone);
    const broken = run.answer!.jobs.flatMap((job) =>
      slotFindings(logbook, logbook.jobs.get(job.id)!, today).map(
        ({ code }) => `${logbook.cars.get(job.carId)!.name}, ${job.covers.join(' ')}, ${job.startAt}: ${code}`,
      ),
    );
    expect(broken).toEqual([]);
  });

  test('of which one job was changed meanwhile are refused whole', async () => {
    const first = await finished(((await api.post('/api/plans').send({ seconds: 2 })).body as PlanRun).id);
    await api.post(`/api/plans/${first.id}/take`);
    const second = await finished(((await api.post('/api/plans').send({ seconds: 2 })).body as PlanRun).id);
    const stored = (await saved('jobs')).find((j) => j.id === second.answer!.jobs.at(-1)!.id)!;
    const moved: Job = { ...stored, notes: 'Key in the box.' };
    expect((await api.put(`/api/jobs/${stored.id}`).send(moved)).status).toBe(200);
    const cursor = await database.cursor();
    const taken = await api.post(`/api/plans/${second.id}/take`);
    expect([taken.status, taken.body.detail]).toEqual([
      409,
      'Something that this plan stands on has changed since it was made. Search again.',
    ]);
    expect(await database.cursor()).toBe(cursor);
  });

  test('are out of date once something that they stand on has changed, and say so before they are taken', async () => {
    const { id } = await finished(((await api.post('/api/plans').send({ seconds: 2 })).body as PlanRun).id);
    expect((await api.get(`/api/plans/${id}`)).body.isOutOfDate).toBe(false);
    const member = (await saved('crew')).find((m) => m.name === 'Tove Loy')!;
    const today = new Date().toISOString().slice(0, 10);
    const off = { from: today, to: '2099-01-01', why: 'Ill', part: 'afternoon' };
    expect((await api.put(`/api/crew/${member.id}`).send({ ...member, daysOff: [off] })).status).toBe(200);
    expect((await api.get(`/api/plans/${id}`)).body.isOutOfDate).toBe(true);
    expect((await api.post(`/api/plans/${id}/take`)).status).toBe(409);
    const now = (await saved('crew')).find((m) => m.id === member.id)!;
    expect((await api.put(`/api/crew/${member.id}`).send({ ...now, daysOff: member.daysOff })).status).toBe(200);
    expect((await api.get(`/api/plans/${id}`)).body.isOutOfDate).toBe(false);
  });

  test('that nobody knows are a sentence', async () => {
    expect((await api.get('/api/plans/nothing')).body.detail).toBe('There is no such search for a plan any more.');
    expect((await api.post('/api/plans').send({ seconds: 4000 })).body.errors[0].message).toBe('At most 120 s.');
  });
});

describe('lists', () => {
  test('the work list as CSV and as JSON say the same', async () => {
    const json = (await api.get('/api/work-list.json')).body as { rows: Record<string, unknown>[] };
    const csv = await api.get('/api/work-list.csv');
    expect(csv.headers['content-type']).toBe('text/csv; charset=utf-8');
    const table = Papa.parse<Record<string, string>>(csv.text.replace('\ufeff', ''), {
      header: true,
      skipEmptyLines: true,
    });
    expect(table.errors).toEqual([]);
    expect(table.data.map((r) => [r.car, r.key, r.latest, r.minutes])).toEqual(
      json.rows.map((r) => [r.car, r.key, r.latest, String(r.minutes)]),
    );
    const events = await saved('events');
    const one = events.find((e) => e.name === 'Dunvarrel two-day')!;
    const only = (await api.get(`/api/work-list.json?event=${one.id}`)).body as { rows: { event: string }[] };
    expect(new Set(only.rows.map((r) => r.event))).toEqual(new Set(['Dunvarrel two-day']));
    expect((await api.get('/api/work-list.json?event=x')).status).toBe(422);
  });

  test('the shopping list names supplier, count and last day', async () => {
    const { rows } = (await api.get('/api/shopping-list.json')).body as { rows: Record<string, unknown>[] };
    expect(rows).toContainEqual(expect.objectContaining({ supplier: 'Hob & Vane', name: 'Slide-pin kit', count: 2 }));
    expect(rows.filter((r) => r.goods === 'bottle').every((r) => /\d and one over\.$/.test(String(r.why)))).toBe(true);
    expect((await api.get('/api/shopping-list.csv')).text.split('\r\n').length).toBe(rows.length + 2);
  });

  test('the run sheet is a PDF of the day, on A4 or letter', async () => {
    const jobs = await saved('jobs');
    const job = jobs.find((j) => j.kind === 'boilingTest')!;
    const day = dateIn(job.startAt, 'Europe/Berlin');
    // Its text is read back by another program in the end-to-end tests.
    const page = async (query: string): Promise<string> => {
      const answer = await api.get(`/api/run-sheets/${day}.pdf${query}`).buffer().parse(binary);
      return (answer.body as Buffer).toString('latin1');
    };
    expect(await page('')).toMatch(/^%PDF-[^]*\/MediaBox \[0 0 595\.28 841\.89\]/);
    expect(await page('?size=letter')).toMatch(/\/MediaBox \[0 0 612 792\]/);
    expect(await page(`?crew=${job.crewId}`)).toMatch(/^%PDF-/);
    expect((await api.get(`/api/run-sheets/${day}.pdf?crew=${job.carId}`)).status).toBe(404);
    expect((await api.get('/api/run-sheets/yesterday.pdf')).body.detail).toBe('Give a day as year-month-day.');
  });

  test('weeks are a page each, lying; the work list is a PDF of one event or of all', async () => {
    const pdf = async (path: string): Promise<string> =>
      ((await api.get(path).buffer().parse(binary)).body as Buffer).toString('latin1');
    const weeks = await pdf('/api/weeks/2026-06-01.pdf?weeks=3');
    expect(weeks.match(/\/MediaBox \[0 0 841\.89 595\.28\]/g)).toHaveLength(3);
    expect((await api.get('/api/weeks/2026-06-01.pdf?weeks=60')).status).toBe(422);
    const [event] = await saved('events');
    expect(await pdf(`/api/work-list.pdf?event=${event!.id}`)).toMatch(/^%PDF-/);
    expect((await pdf('/api/work-list.pdf?size=letter')).match(/\/MediaBox \[0 0 612 792\]/g)!.length).toBeGreaterThan(
      1,
    );
    expect((await api.get(`/api/work-list.pdf?event=${event!.venueId}`)).status).toBe(404);
  });

  test('a supplier answers with price and days, the same to the same question; others’ goods it does not sell', async () => {
    const supplier = (await saved('suppliers')).find((s) => s.name === 'Corran Friction')!;
    const [set] = await saved('padSets');
    const lines = [{ goods: 'padSet', likeId: set!.id, count: 4 }];
    const ask = () => api.post(`/api/suppliers/${supplier.id}/answers`).send({ lines });
    const { answers } = (await ask()).body as {
      answers: { unitPriceMinor: number; deliveries: { count: number }[] }[];
    };
    expect(answers[0]!.deliveries.reduce((n, d) => n + d.count, 0)).toBe(4);
    expect((await ask()).body.answers).toEqual(answers);
    const wrong = await api
      .post(`/api/suppliers/${supplier.id}/answers`)
      .send({ lines: [{ goods: 'bottle', likeId: set!.id, count: 1 }] });
    expect(wrong.body.detail).toBe('Corran Friction does not sell that.');
  });
});

const binary = (response: unknown, done: (error: Error | null, body: Buffer) => void): void => {
  const chunks: Buffer[] = [];
  (response as NodeJS.ReadableStream)
    .on('data', (chunk: Buffer) => chunks.push(chunk))
    .on('end', () => done(null, Buffer.concat(chunks)));
};
