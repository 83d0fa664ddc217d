import { Router, json, raw } from 'express';
import Papa from 'papaparse';
import { v7 as uuidv7 } from 'uuid';
import { z } from 'zod';
import type { Fact, Import, RecordOf } from '@calvik/core';
import {
  type ImportPreview,
  type ImportTable,
  MAX_IMPORT_ROWS,
  guessColumns,
  importColumns,
  importPreview,
  exportRows,
  importUndo,
  isOrderOpen,
  neededColumns,
} from '@calvik/core/imports';
import { boresText, plainCar } from '@calvik/core';
import { changedFields } from '@calvik/core/logbook/changes';
import { id } from '@calvik/core/model/schemas';
import type { Database, Entry, Write } from '../database/database';
import type { LogbookCache } from '../database/logbook-cache';
import { Problem, invalid } from '../problems';
import { sendCsvText } from './csv';
import { limitFacts, refusal } from './records';
import { type Described, jsonContent, problem, idParameter, schemaOf } from './described';

const LIMIT = '8mb';

/** What an imported car has until somebody enters its own figures: said in its notes. */
const importedCar = {
  ...plainCar,
  notes: 'Imported: calipers, reservoir and lines are assumed. Enter this car’s own figures before its first service.',
};

export const importTable = z.object({
  head: z.array(z.string()).max(100),
  rows: z.array(z.array(z.string())),
  columns: z.array(z.enum(importColumns).nullable()).max(100),
  dateOrder: z.enum(['dayFirst', 'monthFirst']),
  isDecimalComma: z.boolean().default(false),
  leftOut: z.array(z.int()).max(MAX_IMPORT_ROWS),
  sameCustomers: z
    .array(z.object({ name: z.string().max(200), isSameAs: z.string().max(200).nullable() }))
    .max(MAX_IMPORT_ROWS)
    .default([]),
  /** Who is on duty. */
  by: id,
});
export const importToSave = importTable.extend({ fileName: z.string().max(200) });
export const importToUndo = z.object({ by: id });

const parse = <T extends z.ZodType>(schema: T, body: unknown): z.infer<T> => {
  const parsed = schema.safeParse(body);
  if (!parsed.success) throw invalid(parsed.error);
  return parsed.data;
};

/** How the letters of a file are written: by its first bytes, else UTF-8, else as older table programs of the west write them. */
function textOf(body: Buffer): string {
  const marked =
    body[0] === 0xff && body[1] === 0xfe ? 'utf-16le' : body[0] === 0xfe && body[1] === 0xff ? 'utf-16be' : null;
  if (marked) return new TextDecoder(marked).decode(body);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(body);
  } catch {
    const text = new TextDecoder('windows-1252').decode(body);
    // What stands for no letter there is no text in it either.
    if (/[\u0000-\u0008\u0081\u008d\u008f\u0090\u009d]/.test(text)) throw new Problem(422, 'lettersUnreadable', {});
    return text;
  }
}

/** The first sheet of a workbook, cell by cell as it is read in a table of text. */
async function sheetOf(body: Buffer): Promise<string[][]> {
  const { readSheet } = await import('read-excel-file/node');
  try {
    const rows = await readSheet(body);
    return rows.map((row) =>
      row.map((cell) => (cell instanceof Date ? cell.toISOString().slice(0, 10) : cell === null ? '' : String(cell))),
    );
  } catch {
    throw new Problem(415, 'workbook', {});
  }
}

const isWorkbook = (body: Buffer): boolean => body[0] === 0x50 && body[1] === 0x4b;
/** Our own tables keep a table program from taking a phone number for a formula. */
const unescaped = (cell: string): string => cell.replace(/^'(?=[=+\-@])/, '');

/** The cells of a file, and which column each heading most likely is. */
async function tableOf(body: unknown): Promise<ImportTable> {
  if (!Buffer.isBuffer(body) || body.length === 0) throw new Problem(422, 'emptyFile', {});
  const parsed = isWorkbook(body) ? null : Papa.parse<string[]>(textOf(body).trimStart());
  // Empty lines stay where they are, so that a row has the number that a table program gives it.
  const [first, ...lines] = (parsed?.data ?? (await sheetOf(body))).map((row) => row.map(unescaped));
  const isDecimalComma =
    parsed !== null && parsed.meta.delimiter !== ',' && lines.flat().some((cell) => /^\s*\d+,\d+\s*$/.test(cell));
  const rows = lines.slice(0, lines.findLastIndex((r) => r.some((cell) => cell.trim() !== '')) + 1);
  const head = (first ?? []).map((h) => h.trim());
  if (head.length < 2)
    throw new Problem(422, 'columnsMissing', {
      wanted: neededColumns,
      found: head,
      clue: /[;\t|]/.test(head[0] ?? '') ? 'separator' : 'oneColumn',
    });
  if (rows.length === 0) throw new Problem(422, 'noRows', {});
  checkSize(rows);
  const columns = guessColumns(head);
  const flushed = columns.indexOf('last flush');
  const isMonthFirst = rows.some((r) => /^\s*\d{1,2}\/(1[3-9]|2\d|3[01])\//.test(r[flushed] ?? ''));
  return { head, rows, columns, dateOrder: isMonthFirst ? 'monthFirst' : 'dayFirst', isDecimalComma, leftOut: [] };
}

function checkSize(rows: readonly unknown[]): void {
  if (rows.length > MAX_IMPORT_ROWS) throw new Problem(422, 'tooManyRows', { rows: rows.length, max: MAX_IMPORT_ROWS });
}

/** Customers and cars out of a table that somebody chose. */
export function importRoutes(database: Database, cache: LogbookCache): Router {
  const router = Router();
  const parseJson = json({ limit: LIMIT });
  const read = async (table: ImportTable, by: string): Promise<ImportPreview> => {
    checkSize(table.rows);
    if (neededColumns.some((c) => !table.columns.includes(c)))
      throw new Problem(422, 'columnsMissing', { wanted: neededColumns, found: table.head, clue: null });
    const { logbook } = await cache.current();
    return importPreview(logbook, table, importedCar, { newId: uuidv7, now: new Date().toISOString(), by });
  };

  router.get('/imports/template.csv', (_request, response) => {
    sendCsvText(response, 'customers-and-cars', `\ufeff${Papa.unparse([[...importColumns]], { newline: '\r\n' })}\r\n`);
  });
  router.get('/exports/cars.csv', async (_request, response) => {
    const { logbook } = await cache.current();
    const [head, ...rows] = exportRows(logbook);
    const text = Papa.unparse({ fields: head!, data: rows }, { escapeFormulae: true, newline: '\r\n' });
    sendCsvText(response, 'customers-and-cars', `\ufeff${text}\r\n`);
  });
  /** Reads a file; nothing is saved. */
  router.post('/imports/table', raw({ type: () => true, limit: LIMIT }), (request, response, next) => {
    void tableOf(request.body).then((table) => response.json(table), next);
  });
  router.post('/imports/preview', parseJson, async (request, response) => {
    const { by, ...table } = parse(importTable, request.body);
    const { customers, cars, flushes, changed, unchanged, refused, rows } = await read(table, by);
    const { logbook } = await cache.current();
    const names = new Map([...logbook.customers.values(), ...customers].map((c) => [c.id, c.name]));
    const flushedAt = new Map(flushes.map((f) => [f.carId, f.at]));
    const flushed = table.columns.indexOf('last flush');
    response.json({
      rows,
      isDateOrderOpen: table.rows.some((r) => isOrderOpen(r[flushed] ?? '')),
      customers: customers.map((c) => c.name),
      cars: cars.map((c) => ({
        name: c.name,
        customer: names.get(c.customerId) ?? '',
        year: c.year,
        plate: c.plate,
        grade: c.fluidGrade,
        flushedAt: flushedAt.get(c.id) ?? null,
        front: boresText(c.front),
        rear: boresText(c.rear),
      })),
      changed: {
        cars: changed.cars.map((c) => ({ name: c.name, changes: changedFields(logbook.cars.get(c.id)!, c) })),
        customers: changed.customers.map((c) => ({
          name: c.name,
          changes: changedFields(logbook.customers.get(c.id)!, c),
        })),
      },
      flushes: flushes.length,
      unchanged,
      refused,
    });
  });
  router.post('/imports/save', parseJson, async (request, response) => {
    const { by, fileName, ...table } = parse(importToSave, request.body);
    const { customers, cars, flushes, changed, refused } = await read(table, by);
    const updates = changed.cars.length + changed.customers.length;
    if (cars.length + flushes.length + updates === 0) throw new Problem(422, 'noRowToSave', {});
    const at = new Date().toISOString();
    const saved: Import = {
      id: uuidv7(),
      version: 0,
      archived: false,
      at,
      by,
      fileName,
      customerIds: customers.map((c) => c.id),
      carIds: cars.map((c) => c.id),
      flushIds: flushes.map((f) => f.id),
    };
    const entries: Entry[] = [
      ...customers.map((body) => ({ collection: 'customers' as const, body })),
      ...cars.map((body) => ({ collection: 'cars' as const, body })),
      ...flushes.map((body) => ({ collection: 'facts' as const, body: body as Fact })),
      { collection: 'imports', body: saved },
    ];
    if (updates === 0) {
      const missing = await database.insertAll(entries, { by, at });
      if (missing.length > 0) throw refusal({ outcome: 'dangling', missing });
    } else {
      // What is known and changes goes in with what is new: all of it, or nothing.
      const author = { by, at };
      const writes: Write[] = [];
      for (const body of changed.customers)
        writes.push({ collection: 'customers', body, facts: await limitFacts(cache, 'customers', body, author) });
      for (const body of changed.cars)
        writes.push({ collection: 'cars', body, facts: await limitFacts(cache, 'cars', body, author) });
      const done = await database.saveBatch([...writes, ...(entries as Write[])], author);
      if ('refused' in done) throw refusal(done.refused);
    }
    response.status(201).json({
      id: saved.id,
      customers: customers.length,
      cars: cars.length,
      changed: updates,
      refused: refused.length,
    });
  });
  router.post('/imports/:id/undo', parseJson, async (request, response) => {
    const { by } = parse(importToUndo, request.body);
    const { logbook } = await cache.current();
    const made = logbook.imports.get(String(request.params.id));
    if (!made || made.archived) throw new Problem(404, 'noSuch', { what: 'import' });
    const { cars, customers, leftCars } = importUndo(logbook, made);
    const away = <C extends 'cars' | 'customers' | 'imports'>(collection: C, body: RecordOf<C>): Entry =>
      ({ collection, body: { ...body, archived: true } }) as Entry;
    const refused = await database.saveAll(
      [
        ...cars.map((c) => away('cars', c)),
        ...customers.map((c) => away('customers', c)),
        // What stays has come with it: as long as something does, it can be asked for again.
        ...(leftCars.length === 0 ? [away('imports', made)] : []),
      ] as { collection: 'cars'; body: RecordOf<'cars'> }[],
      { by, at: new Date().toISOString() },
    );
    if (refused) throw refusal(refused);
    response.json({ cars: cars.length, customers: customers.length, left: leftCars.map((c) => c.name) });
  });
  return router;
}

/** As the description of the API has them. */
export const importsPaths = (): Described => ({
  '/api/imports/template.csv': {
    get: { summary: 'An empty table with every column that is read', responses: { 200: { description: 'CSV' } } },
  },
  '/api/exports/cars.csv': {
    get: {
      summary: 'Customers and cars as a table that imports again unchanged',
      responses: { 200: { description: 'CSV' } },
    },
  },
  '/api/imports/table': {
    post: {
      summary:
        'Split a table of customers and cars (CSV, or a workbook’s first sheet) into cells, and guess its columns; nothing is saved',
      requestBody: { required: true, content: { 'text/csv': { schema: { type: 'string' } } } },
      responses: {
        200: { description: 'The cells' },
        415: problem('A workbook that cannot be read'),
        422: problem('Cannot be read'),
      },
    },
  },
  '/api/imports/preview': {
    post: {
      summary: 'What its rows would become, and which cannot; nothing is saved',
      requestBody: { required: true, content: jsonContent(schemaOf(importTable)) },
      responses: { 200: { description: 'Rows and refusals' }, 422: problem('Cannot be read') },
    },
  },
  '/api/imports/save': {
    post: {
      summary: 'Save its rows, all that can be',
      requestBody: { required: true, content: jsonContent(schemaOf(importToSave)) },
      responses: { 201: { description: 'How many' }, 422: problem('Cannot be read') },
    },
  },
  '/api/imports/{id}/undo': {
    post: {
      summary: 'Archive what came with an import and has not been touched since',
      parameters: [idParameter],
      requestBody: { required: true, content: jsonContent(schemaOf(importToUndo)) },
      responses: { 200: { description: 'How many, and what stays' }, 404: problem('No such import') },
    },
  },
});
