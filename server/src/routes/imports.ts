import { Router, raw } from 'express';
import Papa from 'papaparse';
import { v7 as uuidv7 } from 'uuid';
import type { Collection, RecordOf } from '@calvik/core';
import { type ImportPreview, MAX_IMPORT_ROWS, importColumns, importPreview } from '@calvik/core/imports';
import type { Database } from '../database/database';
import type { LogbookCache } from '../database/logbook-cache';
import { plainCar } from '../plain-car';
import { Problem } from '../problems';
import { refusal } from './records';

/** Customers and cars out of a table that somebody chose. */
export function importRoutes(database: Database, cache: LogbookCache): Router {
  const router = Router();
  /** Reads a table that was sent; nothing is saved. */
  const read = async (body: unknown): Promise<ImportPreview> => {
    if (!Buffer.isBuffer(body) || body.length === 0) throw new Problem(422, 'emptyFile', {});
    if (body[0] === 0x50 && body[1] === 0x4b) throw new Problem(415, 'workbook', {});
    let text: string;
    try {
      text = new TextDecoder('utf-8', { fatal: true }).decode(body);
    } catch {
      throw new Problem(422, 'lettersUnreadable', {});
    }
    const parsed = Papa.parse<Record<string, string>>(text, {
      header: true,
      skipEmptyLines: 'greedy',
      transformHeader: (h) => h.trim().toLowerCase(),
    });
    const heads = parsed.meta.fields ?? [];
    const missing = importColumns.slice(0, 2).filter((c) => !heads.includes(c));
    if (missing.length > 0) {
      const isOne = heads.length === 1;
      throw new Problem(422, 'columnsMissing', {
        wanted: importColumns.slice(0, 2),
        found: heads,
        clue: isOne && /[;\t|]/.test(heads[0]!) ? 'separator' : isOne ? 'oneColumn' : null,
      });
    }
    if (parsed.data.length === 0) throw new Problem(422, 'noRows', {});
    if (parsed.data.length > MAX_IMPORT_ROWS)
      throw new Problem(422, 'tooManyRows', { rows: parsed.data.length, max: MAX_IMPORT_ROWS });
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
  router.post('/imports/save', sent, async (request, response) => {
    const { customers, cars, refused } = await read(request.body);
    const entries = [
      ...customers.map((body) => ({ collection: 'customers' as Collection, body: body as RecordOf<Collection> })),
      ...cars.map((body) => ({ collection: 'cars' as Collection, body: body as RecordOf<Collection> })),
    ];
    if (entries.length === 0) throw new Problem(422, 'noRowToSave', {});
    const missing = await database.insertAll(entries);
    if (missing.length > 0) throw refusal({ outcome: 'dangling', missing });
    response.status(201).json({ customers: customers.length, cars: cars.length, refused: refused.length });
  });
  return router;
}
