import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { v7 as uuidv7 } from 'uuid';
import { type Fact, type Venue, buildLogbook, collections, runUp } from '@calvik/core';
import { Database } from '../src';
import { demoData, loadDemo } from '../src/demo/load';
import { LogbookCache } from '../src/database/logbook-cache';

const NOW = '2026-06-01T09:00:00.000Z';
const folder = mkdtempSync(join(tmpdir(), 'calvik-database-'));
const file = join(folder, 'database.sqlite');
let database: Database;
beforeAll(async () => {
  database = await Database.open(file);
});
afterAll(async () => {
  await database.close();
  rmSync(folder, { recursive: true, force: true });
});

const venue = (over: Partial<Venue> = {}): Venue => ({
  id: uuidv7(),
  version: 0,
  archived: false,
  name: 'Low field',
  altitudeM: 12,
  peakFluidTempC: 185,
  zones: [],
  trace: null,
  notes: '',
  ...over,
});

test('the file is kept for a power cut: WAL, full sync, foreign keys, migrated', () => {
  const db = new Sqlite(file, { readonly: true });
  expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
  const tables = db.prepare(`select name from sqlite_master where type = 'table' order by name`).all() as {
    name: string;
  }[];
  expect(tables.map((t) => t.name)).toEqual(
    expect.arrayContaining(['feed', 'item', 'mikro_orm_migrations', 'superseded']),
  );
  db.close();
});

test('of many writers at once on one version exactly one wins, and none is lost', async () => {
  const v = venue();
  await database.saveRecord('venues', v);
  const answers = await Promise.all(
    Array.from({ length: 10 }, (_, i) => database.saveRecord('venues', { ...v, version: 1, name: `Writer ${i}` })),
  );
  expect(answers.filter((a) => a.outcome === 'updated')).toHaveLength(1);
  expect(answers.filter((a) => a.outcome === 'stale')).toHaveLength(9);
  const winner = answers.find((a) => a.outcome === 'updated')!;
  expect(JSON.parse((await database.find('venues', v.id))!)).toEqual('body' in winner ? winner.body : null);
  expect(await database.history('venues', v.id)).toHaveLength(2);
});

test('a write whose answer was lost is not saved again over what others have saved since', async () => {
  const v = venue();
  await database.saveRecord('venues', v);
  const lost = { ...v, version: 1, name: 'Sent once' };
  await database.saveRecord('venues', lost);
  await database.saveRecord('venues', { ...lost, version: 2, name: 'Changed since' });
  expect(await database.saveRecord('venues', lost)).toMatchObject({
    outcome: 'unchanged',
    body: { version: 3, name: 'Changed since' },
  });
  expect((await database.saveRecord('venues', { ...lost, name: 'Another' })).outcome).toBe('stale');
  expect(await database.history('venues', v.id)).toHaveLength(3);
});

test('the same new record sent by ten hands is created once', async () => {
  const v = venue();
  const before = await database.cursor();
  const answers = await Promise.all(Array.from({ length: 10 }, () => database.saveRecord('venues', v)));
  expect(answers.map((a) => a.outcome).sort()).toEqual(['created', ...Array.from({ length: 9 }, () => 'unchanged')]);
  expect(await database.cursor()).toBe(before + 1);
});

test('numbers in the feed have no gap and no double, whatever fails in between', async () => {
  const before = await database.cursor();
  const good = Array.from({ length: 12 }, () => venue());
  await Promise.all([
    ...good.map((v) => database.saveRecord('venues', v)),
    ...good.map((v) =>
      database.saveRecord('bookings', { ...v, id: uuidv7(), eventId: uuidv7(), carId: uuidv7() } as never),
    ),
  ]);
  const { rows } = await database.changes(before, 100);
  expect(rows.map((r) => r.seq)).toEqual(good.map((_, i) => before + 1 + i));
});

test('a record that claims a version it cannot have is refused', async () => {
  expect(await database.saveRecord('venues', venue({ version: 3 }))).toEqual({ outcome: 'notNew' });
});

test('what a record overwrites stays, version by version', async () => {
  const v = venue({ name: 'One' });
  const at = (hour: number): string => `2026-05-01T0${hour}:00:00.000Z`;
  await database.saveRecord('venues', v, { by: 'ines', at: at(1) });
  for (const [i, name] of ['Two', 'Three'].entries())
    await database.saveRecord('venues', { ...v, version: i + 1, name }, { by: 'oto', at: at(i + 2) });
  await database.saveRecord('venues', { ...v, version: 3, name: 'Four' }, { by: null, at: at(5) });
  expect((await database.history('venues', v.id)).map((h) => [h.version, h.body.name, h.savedBy, h.savedAt])).toEqual([
    [1, 'One', 'ines', at(1)],
    [2, 'Two', 'oto', at(2)],
    [3, 'Three', 'oto', at(3)],
    [4, 'Four', null, at(5)],
  ]);
});

test('the logbook that is kept up to date is the one built from nothing', async () => {
  const other = await Database.open(join(folder, 'cache.sqlite'));
  await loadDemo(other, NOW);
  const cache = new LogbookCache(other);
  const first = await cache.current();
  expect((await cache.current()).logbook).toBe(first.logbook);
  const car = [...first.logbook.cars.values()].find((c) => c.name === 'Praag Mirova')!;
  const fact = {
    id: uuidv7(),
    kind: 'boilingTest',
    at: NOW,
    recordedAt: NOW,
    by: [...first.logbook.crew.keys()][0]!,
    carId: car.id,
    readingC: 231,
    ambientKpa: 97,
    ambientFrom: 'altitude',
    instrument: 'byHand',
  } as Fact;
  await other.saveFact(fact);
  const second = await cache.current();
  expect(second.cursor).toBe(first.cursor + 1);
  expect(second.logbook.factsOfCar(car.id)).toEqual([fact]);
  const fresh = await new LogbookCache(other).current();
  expect(JSON.stringify(runUp(second.logbook, '2026-06-01'))).toBe(JSON.stringify(runUp(fresh.logbook, '2026-06-01')));
  await other.close();
});

describe('the demo shop', () => {
  const { records, facts } = demoData(NOW);
  const of = <C extends (typeof records)[number]['collection']>(collection: C) =>
    records.flatMap((r) =>
      r.collection === collection ? [r.body as Extract<(typeof records)[number], { collection: C }>['body']] : [],
    );
  const logbook = buildLogbook(
    Object.fromEntries(
      ['shops', 'crew', 'customers', 'cars', 'venues', 'events', 'bookings', 'fluids', 'bottles', 'jobs'].map((c) => [
        c,
        of(c as 'cars'),
      ]),
    ),
    facts,
  );
  const board = runUp(logbook, '2026-06-01');

  test('is as large and as varied as a small shop', () => {
    const cars = of('cars');
    expect([of('crew').length, of('customers').length, cars.length, of('venues').length, board.length]).toEqual([
      4, 10, 14, 3, 4,
    ]);
    expect(cars.some((c) => c.driverSide === 'right')).toBe(true);
    expect(cars.some((c) => c.rear.brake === 'drum')).toBe(true);
    expect(cars.some((c) => c.front.bleedNipplesPerCorner === 2)).toBe(true);
    expect(cars.some((c) => c.circuitSplit === 'diagonal')).toBe(true);
    expect(new Set(cars.map((c) => c.front.brake))).toEqual(new Set(['fixedCaliper', 'floatingCaliper']));
  });

  test('has something to decide: a stop, work, a watch; with what was measured, cars in order', () => {
    const verdicts = (list: typeof board) => new Set(list.flatMap((e) => e.cars.map((c) => c.verdict)));
    // Without what was measured nobody has measured it.
    expect(verdicts(board)).toEqual(new Set(['stop', 'needsWork']));
    const whole = buildLogbook(Object.fromEntries(collections.map((c) => [c, of(c as 'cars')])), facts);
    expect(verdicts(runUp(whole, '2026-06-01'))).toEqual(new Set(['stop', 'needsWork', 'watch', 'inOrder']));
  });

  test('goes back two years, with one reading corrected', () => {
    const oldest = facts.map((f) => f.at).sort()[0]!;
    expect(oldest < '2024-07-01').toBe(true);
    expect(facts.filter((f) => f.replaces)).toHaveLength(1);
    expect(facts.every((f) => f.at <= NOW || f.at.startsWith('2026-06-01'))).toBe(true);
  });

  test('counts from the day it is loaded', () => {
    const next = demoData('2027-01-15T09:00:00.000Z');
    const starts = next.records.flatMap((r) => (r.collection === 'events' ? [r.body.startDate] : []));
    expect(starts).toContain('2027-01-20');
  });
});
