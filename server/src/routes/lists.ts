import { type Response, Router, json, raw } from 'express';
import Papa from 'papaparse';
import { v7 as uuidv7 } from 'uuid';
import { z } from 'zod';
import { type Collection, type RecordOf, dateIn } from '@calvik/core';
import { runSheet, shoppingLists, shoppingRows, workListRows, workLists } from '@calvik/core/run-up';
import { type ImportPreview, MAX_IMPORT_ROWS, importColumns, importPreview } from '@calvik/core/imports';
import { goods, id, localDate, whole } from '@calvik/core/schemas';
import { supplierAnswer } from '../instruments/supplier';
import { Problem, invalid } from '../problems';
import { plainCar } from '../plain-car';
import { runSheetPdf } from '../sheet/run-sheet-pdf';
import type { LogbookCache } from '../database/logbook-cache';
import type { Database } from '../database/database';
import { refusal } from './records';

/** What a supplier is asked. */
export const supplierQuestion = z.object({
  lines: z
    .array(z.object({ goods, likeId: id, count: whole(1, 200, 'pieces') }))
    .min(1)
    .max(60),
});
const runSheetQuery = z.object({ size: z.enum(['A4', 'letter']).default('A4') });
const listQuery = z.object({ event: id.optional() });

/** Work and shopping lists, the run sheet, the simulated suppliers, and the import of customers and cars. */
export function listRoutes(store: Database, cache: LogbookCache): Router {
  const router = Router();

  const current = async () => {
    const { logbook } = await cache.current();
    const today = dateIn(new Date().toISOString(), logbook.shop.timeZone);
    return { logbook, today, lists: workLists(logbook, today) };
  };
  const table = (response: Response, name: string, rows: Record<string, string | number>[]): void => {
    response
      .type('text/csv; charset=utf-8')
      .set('Content-Disposition', `attachment; filename="${name}.csv"`)
      .set('Cache-Control', 'no-store')
      // A table program must take nothing in it for a formula.
      .send(`\ufeff${Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })}\r\n`);
  };
  const workOf = async (query: unknown) => {
    const parsed = listQuery.safeParse(query);
    if (!parsed.success) throw invalid(parsed.error);
    const { logbook, today, lists } = await current();
    const { event } = parsed.data;
    if (event !== undefined && !logbook.events.has(event)) throw new Problem(404, 'There is no such event.');
    const wanted = new Map(
      [...lists].filter(([b]) => event === undefined || logbook.bookings.get(b)?.eventId === event),
    );
    return { rows: workListRows(logbook, wanted), today };
  };

  router.get('/work-list.csv', async (request, response) => {
    const { rows, today } = await workOf(request.query);
    table(response, `work-list-${today}`, rows);
  });
  router.get('/work-list.json', async (request, response) => {
    const { rows, today } = await workOf(request.query);
    response.set('Cache-Control', 'no-store').json({ today, rows });
  });
  router.get('/shopping-list.csv', async (_request, response) => {
    const { logbook, today, lists } = await current();
    table(
      response,
      `shopping-list-${today}`,
      shoppingRows(logbook, shoppingLists(logbook, [...lists.values()].flat(), today)),
    );
  });
  router.get('/shopping-list.json', async (_request, response) => {
    const { logbook, today, lists } = await current();
    const rows = shoppingRows(logbook, shoppingLists(logbook, [...lists.values()].flat(), today));
    response.set('Cache-Control', 'no-store').json({ today, rows });
  });

  router.get('/run-sheets/:day.pdf', async (request, response) => {
    const day = localDate.safeParse(request.params.day);
    const query = runSheetQuery.safeParse(request.query);
    if (!day.success) throw new Problem(422, 'Give a day as year-month-day.');
    if (!query.success) throw invalid(query.error);
    const { logbook, lists } = await current();
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="run-sheet-${day.data}.pdf"`)
      .set('Cache-Control', 'no-store')
      .send(await runSheetPdf(runSheet(logbook, lists, day.data), query.data.size));
  });

  router.post('/suppliers/:id/answers', json({ limit: '50kb' }), async (request, response) => {
    const parsed = supplierQuestion.safeParse(request.body);
    if (!parsed.success) throw invalid(parsed.error);
    const { logbook, today } = await current();
    const supplier = logbook.suppliers.get(String(request.params.id));
    if (!supplier) throw new Problem(404, 'There is no such supplier.');
    const wrong = parsed.data.lines.find((l) => !supplier.supplies.includes(l.goods));
    if (wrong) throw new Problem(422, `${supplier.name} does not sell that.`);
    response.json({ today, answers: parsed.data.lines.map((line) => supplierAnswer(supplier, line, today)) });
  });

  /** Reads a table that was sent; nothing is kept. */
  const read = async (body: unknown): Promise<ImportPreview> => {
    if (!Buffer.isBuffer(body) || body.length === 0) throw new Problem(422, 'This file is empty.');
    if (body[0] === 0x50 && body[1] === 0x4b)
      throw new Problem(415, 'This is a workbook, not a table in text. Save it as CSV and choose that.');
    let text: string;
    try {
      text = new TextDecoder('utf-8', { fatal: true }).decode(body);
    } catch {
      throw new Problem(422, 'The letters of this file cannot be read: save it as CSV in UTF-8.');
    }
    const parsed = Papa.parse<Record<string, string>>(text, {
      header: true,
      skipEmptyLines: 'greedy',
      transformHeader: (h) => h.trim().toLowerCase(),
    });
    const heads = parsed.meta.fields ?? [];
    const missing = importColumns.slice(0, 2).filter((c) => !heads.includes(c));
    if (missing.length > 0) {
      const clue =
        heads.length === 1 && /[;\t|]/.test(heads[0]!)
          ? ' The columns do not seem to be parted by commas, semicolons or tabs.'
          : heads.length === 1
            ? ' It has one column only: perhaps it is parted by something unusual.'
            : '';
      throw new Problem(
        422,
        `The first row must name the columns ${importColumns.slice(0, 2).join(' and ')}; it names ${heads.slice(0, 6).join(', ') || 'nothing'}.${clue}`,
      );
    }
    if (parsed.data.length === 0) throw new Problem(422, 'There is a heading and nothing under it.');
    if (parsed.data.length > MAX_IMPORT_ROWS)
      throw new Problem(422, `${parsed.data.length} rows are too many: at most ${MAX_IMPORT_ROWS} at a time.`);
    const { logbook } = await cache.current();
    return importPreview(logbook, parsed.data, plainCar, uuidv7);
  };
  const sent = raw({ type: () => true, limit: '6mb' });

  router.post('/imports/preview', sent, async (request, response) => {
    const { customers, cars, refused, rows } = await read(request.body);
    const { logbook } = await cache.current();
    const names = new Map([...logbook.customers.values(), ...customers].map((c) => [c.id, c.name]));
    response.json({
      rows,
      customers: customers.map((c) => c.name),
      cars: cars.map((c) => ({
        name: c.name,
        customer: names.get(c.customerId) ?? '',
        year: c.year,
        plate: c.plate,
        grade: c.fluidGrade,
      })),
      refused,
    });
  });
  router.post('/imports/keep', sent, async (request, response) => {
    const { customers, cars, refused } = await read(request.body);
    const entries = [
      ...customers.map((body) => ({ collection: 'customers' as Collection, body: body as RecordOf<Collection> })),
      ...cars.map((body) => ({ collection: 'cars' as Collection, body: body as RecordOf<Collection> })),
    ];
    if (entries.length === 0) throw new Problem(422, 'There is no row in it that can be kept.');
    const missing = await store.insertAll(entries);
    if (missing.length > 0) throw refusal({ outcome: 'dangling', missing });
    response.status(201).json({ customers: customers.length, cars: cars.length, refused: refused.length });
  });
  return router;
}
