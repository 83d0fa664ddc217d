/** Tables of customers and cars, over the wire and into the database. */
import { zipSync } from 'fflate';
import { pino } from 'pino';
import request from 'supertest';
import { v7 as uuid } from 'uuid';
import type { Fact, RecordOf } from '@calvik/core';
import { count } from '../../core/test/builders/budget';
import { Database, createApp } from '../src';
import { loadDemo } from '../src/demo/load';

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

interface SavedOf {
  cars: RecordOf<'cars'>;
  crew: RecordOf<'crew'>;
  facts: Fact;
}
const saved = async <C extends keyof SavedOf>(collection: C): Promise<SavedOf[C][]> => {
  const { rows } = await database.changes(0, 50_000);
  return rows.filter((r) => r.collection === collection).map((r) => JSON.parse(r.body) as SavedOf[C]);
};

const ROWS = count(2000, 10_000);

describe('imports', () => {
  const send = (body: string | Buffer) =>
    api
      .post('/api/imports/table')
      .set('Content-Type', 'text/csv')
      .send(body as string);
  const by = async (): Promise<string> => (await saved('crew'))[0]!.id;
  /** What a page sends when a file has been chosen. */
  const opened = async (text: string, over: object = {}): Promise<Record<string, unknown>> => ({
    ...(await send(text)).body,
    by: await by(),
    ...over,
  });
  const post = (path: string, body: object) => api.post(`/api/imports/${path}`).send(body);

  test('are looked at first; nothing is saved by looking; saved, a whole import is taken back but for what has been touched', async () => {
    const cursor = await database.cursor();
    const table = await opened(
      'Owner;Vehicle;Built;Colour;Last flushed;Drive\nNew One;Fast one;2012;red;3/4/2026;RHD\nNew One;;2012;;;\n\n;;;;;\nNew One;Slow one;;;;\n',
    );
    expect(table.columns).toEqual(['customer', 'car', 'year', null, 'last flush', 'driver side']);
    const answer = await post('preview', table);
    expect(answer.body).toMatchObject({
      rows: 3,
      isDateOrderOpen: true,
      customers: ['New One'],
      cars: [
        { name: 'Fast one', customer: 'New One', year: 2012 },
        { name: 'Slow one', flushedAt: null },
      ],
      refused: [{ row: 3, why: { code: 'carNotNamed' } }],
    });
    expect(answer.body.cars[0].flushedAt).toMatch(/^2026-04-0[23]T/);
    expect(await database.cursor()).toBe(cursor);
    const done = await post('save', { ...table, fileName: 'cars.csv' });
    expect(done.body).toMatchObject({ customers: 1, cars: 2, refused: 1 });
    const fast = (await saved('cars')).find((c) => c.name === 'Fast one')!;
    expect(fast.notes).toContain('are assumed');
    expect(fast).toMatchObject({ driverSide: 'right', masterCylinderSide: 'right' });
    const flush = (await saved('facts')).find((f) => 'carId' in f && f.carId === fast.id);
    expect(flush).toMatchObject({ kind: 'fluidExchange', elsewhere: { doneBy: '', fluidId: null } });
    expect((await api.get(`/api/cars/${fast.id}/history`)).body).toMatchObject([{ version: 1, savedBy: await by() }]);

    // A test on one of them: it is not put away behind the back of whoever made it.
    const at = new Date().toISOString();
    const test = {
      id: uuid(),
      at,
      recordedAt: at,
      by: await by(),
      kind: 'moistureReading',
      carId: fast.id,
      waterPercent: 1,
      instrument: 'byHand',
    };
    expect((await api.put(`/api/facts/${test.id}`).send(test)).status).toBe(201);
    const undone = await post(`${done.body.id}/undo`, { by: await by() });
    expect(undone.body).toEqual({ cars: 1, customers: 0, left: ['Fast one'] });
    expect(
      (await saved('cars')).filter((c) => ['Fast one', 'Slow one'].includes(c.name)).map((c) => c.archived),
    ).toEqual([false, true]);
    const withdrawn = { ...test, id: uuid(), kind: 'withdrawal', replaces: test.id, because: 'wrong car' };
    expect((await api.put(`/api/facts/${withdrawn.id}`).send(withdrawn)).status).toBe(201);
    expect((await post(`${done.body.id}/undo`, { by: await by() })).body).toEqual({ cars: 1, customers: 1, left: [] });
    expect((await post(`${done.body.id}/undo`, { by: await by() })).status).toBe(404);
  });

  test.each([
    [
      'a delimiter that nobody uses',
      'customer^car\nA^B\n',
      /must name the columns customer and car; it names customer\^car\. It has one column only/,
    ],
    ['nothing under the heading', 'customer,car\n', /There is a heading and nothing under it/],
    ['no letters at all', Buffer.from([0x63, 0x2c, 0x64, 0x0a, 0xff, 0x81, 0x00, 0x2c]), /save it as CSV in UTF-8/],
    ['a workbook', Buffer.from('PK\x03\x04workbook'), /This workbook cannot be read/],
    ['too many rows', `customer,car\n${'A,B\n'.repeat(10_001)}`, /10001 rows are too many: at most 10000/],
  ])('%s is a sentence, and nothing is saved', async (_what, body, sentence) => {
    const cursor = await database.cursor();
    const answer = await send(body);
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    expect(answer.body.detail).toMatch(sentence);
    expect(await database.cursor()).toBe(cursor);
  });

  test('headings that mean nothing are opened all the same; columns that nobody has chosen are asked for', async () => {
    const table = await opened('Ann,Kestrel\nBob,Owl\n');
    expect(table.columns).toEqual([null, null]);
    const answer = await post('preview', table);
    expect([answer.status, answer.body.code]).toEqual([422, 'columnsMissing']);
    const chosen = await post('preview', { ...table, columns: ['customer', 'car'] });
    expect(chosen.body).toMatchObject({ rows: 1, customers: ['Bob'], cars: [{ name: 'Owl' }] });
  });

  test.each([
    ['older letters of the west', Buffer.from('customer,car\nJ\xf6rg,Auto\n', 'latin1')],
    [
      'two bytes a letter',
      Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from('customer,car\nJörg,Auto\n', 'utf16le')]),
    ],
    ['UTF-8', Buffer.from('\ufeffcustomer,car\nJörg,Auto\n')],
  ])('%s are read', async (_what, body) => {
    const answer = await send(body);
    expect(answer.body).toMatchObject({ head: ['customer', 'car'], rows: [['Jörg', 'Auto']] });
  });

  test('a workbook’s first sheet is read: text, figures and days', async () => {
    const cell = (at: string, text: string): string => `<c r="${at}" t="inlineStr"><is><t>${text}</t></is></c>`;
    const part = (text: string): Uint8Array => Buffer.from(`<?xml version="1.0" encoding="UTF-8"?>${text}`);
    const office = 'http://schemas.openxmlformats.org';
    const book = zipSync({
      '[Content_Types].xml': part(`<Types xmlns="${office}/package/2006/content-types"/>`),
      'xl/workbook.xml': part(
        `<workbook xmlns="${office}/spreadsheetml/2006/main" xmlns:r="${office}/officeDocument/2006/relationships"><sheets><sheet name="Cars" sheetId="1" r:id="rId1"/></sheets></workbook>`,
      ),
      'xl/_rels/workbook.xml.rels': part(
        `<Relationships xmlns="${office}/package/2006/relationships"><Relationship Id="rId1" Type="${office}/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
      ),
      'xl/styles.xml': part(
        `<styleSheet xmlns="${office}/spreadsheetml/2006/main"><cellXfs count="2"><xf numFmtId="0"/><xf numFmtId="14"/></cellXfs></styleSheet>`,
      ),
      'xl/worksheets/sheet1.xml': part(
        `<worksheet xmlns="${office}/spreadsheetml/2006/main"><sheetData><row r="1">${cell('A1', 'Owner')}${cell('B1', 'Vehicle')}${cell('C1', 'Year')}${cell('D1', 'Last flush')}</row><row r="2">${cell('A2', 'Jörg')}${cell('B2', 'Auto')}<c r="C2"><v>2012</v></c><c r="D2" s="1"><v>46115</v></c></row></sheetData></worksheet>`,
      ),
    });
    const answer = await send(Buffer.from(book));
    expect(answer.body).toMatchObject({
      columns: ['customer', 'car', 'year', 'last flush'],
      rows: [['Jörg', 'Auto', '2012', '2026-04-03']],
    });
  });

  test('what the demo shop exports imports again unchanged; one cell that says something else is one change, saved with who and when', async () => {
    const csv = (await api.get('/api/exports/cars.csv')).text;
    const table = (await opened(csv)) as { rows: string[][]; head: string[] };
    const before = await post('preview', table);
    expect(before.body).toMatchObject({
      cars: [],
      customers: [],
      refused: [],
      flushes: 0,
      unchanged: table.rows.length,
    });
    expect((await post('save', { ...table, fileName: 'again.csv' })).body.code).toBe('noRowToSave');
    const at = table.head.indexOf('plate');
    const rows = table.rows.map((row, i) => (i === 0 ? row.map((cell, k) => (k === at ? 'ZZ 99' : cell)) : row));
    const changed = await post('preview', { ...table, rows });
    expect(changed.body.changed.cars).toMatchObject([{ changes: [{ path: ['plate'], to: 'ZZ 99' }] }]);
    expect((await post('save', { ...table, rows, fileName: 'again.csv' })).body).toMatchObject({ cars: 0, changed: 1 });
    expect((await saved('cars')).filter((c) => c.plate === 'ZZ 99')).toHaveLength(1);
  });

  test('the template is a table that is read without a question', async () => {
    const template = await api.get('/api/imports/template.csv');
    const table = await opened(`${template.text.replace('\ufeff', '').trim()}\r\nA,B\r\n`);
    expect(table.columns).toEqual(table.head);
  });

  test('thousands of rows are saved, all of them', async () => {
    const rows = Array.from({ length: ROWS }, (_, i) => `Owner ${i % 500},Car ${i},${1990 + (i % 30)}`);
    const table = await opened(`customer,car,year\n${rows.join('\n')}\n`, { fileName: 'many.csv' });
    expect((await post('save', table)).body).toMatchObject({ customers: 500, cars: ROWS, refused: 0 });
  });
});
