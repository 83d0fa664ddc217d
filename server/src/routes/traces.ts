import { gunzipSync, gzipSync } from 'node:zlib';
import { Router, raw } from 'express';
import { z } from 'zod';
import type { Venue } from '@calvik/core';
import { id, traceColumns } from '@calvik/core/model/schemas';
import { type TraceColumns, type TracePoint, traceCsv, traceGpx, zonesCsv } from '@calvik/core/traces';
import type { Database } from '../database/database';
import type { LogbookCache } from '../database/logbook-cache';
import type { DriveReader } from '../drives/reader';
import { Problem, invalid } from '../problems';
import { sendCsvText } from './csv';
import { type Described, problem, traceContent, idParameter } from './described';

/** Types of files that a drive comes in. */
const TYPES = ['text/csv', 'application/gpx+xml'];
/** 25 minutes at 100 Hz with forty columns; more is another file. */
const LIMIT = '60mb';

const wholeNumber = z
  .string()
  .regex(/^\d{1,3}$/)
  .transform(Number);
/** How a table that is sent is to be read; without it as it is guessed. */
export const traceQuery = z.object({
  time: wholeNumber.optional(),
  timeUnit: traceColumns.shape.timeUnit.optional(),
  speed: wholeNumber.optional(),
  speedUnit: traceColumns.shape.speedUnit.optional(),
});

async function stored(database: Database, fileId: string): Promise<{ type: string; text: string }> {
  const file = await database.photo(fileId);
  if (!file || !TYPES.includes(file.type)) throw new Problem(404, 'noSuch', { what: 'trace' });
  return { type: file.type, text: gunzipSync(Buffer.from(file.bytes)).toString('utf8') };
}

/** The points of a saved drive. */
export const pointsOfFile = async (
  database: Database,
  drives: DriveReader,
  fileId: string,
  columns: TraceColumns | null,
): Promise<readonly TracePoint[]> => drives.points((await stored(database, fileId)).text, columns);

/** Drives that venues' zones were found in: saved as they came, read, and handed out again. */
export function traceRoutes(database: Database, cache: LogbookCache, drives: DriveReader): Router {
  const router = Router();
  const text = (bytes: Buffer): string => {
    try {
      return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    } catch {
      throw new Problem(422, 'lettersUnreadable', {});
    }
  };
  const bodyOf = (body: unknown): string => {
    if (!Buffer.isBuffer(body) || body.length === 0) throw new Problem(422, 'emptyFile', {});
    return text(body);
  };
  const sent = raw({ type: TYPES, limit: LIMIT });

  router.post('/traces/preview', sent, async (request, response) => {
    const query = traceQuery.safeParse(request.query);
    if (!query.success) throw invalid(query.error);
    const { time, timeUnit, speed, speedUnit } = query.data;
    const columns =
      time === undefined || speed === undefined
        ? null
        : { time, timeUnit: timeUnit ?? 's', speed, speedUnit: speedUnit ?? 'km/h' };
    response.json(await drives.preview(bodyOf(request.body), columns));
  });

  router.put('/traces/:id', sent, async (request, response) => {
    const fileId = id.safeParse(request.params.id);
    if (!fileId.success) throw new Problem(422, 'idNotValid', {});
    const type = request.is(TYPES);
    if (!type) throw new Problem(415, 'traceNotReadable', { why: 'notText', row: null });
    await drives.opens(bodyOf(request.body));
    const saved = await database.savePhoto(fileId.data, type, gzipSync(request.body as Buffer));
    if (saved === 'differs') throw new Problem(409, 'differs', {});
    response.status(saved === 'created' ? 201 : 200).json({ id: fileId.data });
  });

  router.get('/traces/:id', async (request, response) => {
    const { type, text: body } = await stored(database, request.params.id);
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type(type).send(body);
  });

  const venueOf = async (venueId: string): Promise<Venue> => {
    const venue = (await cache.current()).logbook.venues.get(venueId);
    if (!venue) throw new Problem(404, 'noSuch', { what: 'venue' });
    return venue;
  };
  const pointsOf = async (venue: Venue): Promise<readonly TracePoint[]> => {
    if (!venue.trace) throw new Problem(404, 'noSuch', { what: 'trace' });
    return pointsOfFile(database, drives, venue.trace.fileId, venue.trace.columns);
  };
  const fileName = (venue: Venue, rest: string): string =>
    `${venue.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-${rest}`;
  router.get('/venues/:id/zones.csv', async (request, response) => {
    const venue = await venueOf(request.params.id);
    sendCsvText(response, fileName(venue, 'zones'), zonesCsv(venue.zones));
  });
  router.get('/venues/:id/trace.csv', async (request, response) => {
    const venue = await venueOf(request.params.id);
    sendCsvText(response, fileName(venue, 'trace'), traceCsv(await pointsOf(venue)));
  });
  router.get('/venues/:id/trace.gpx', async (request, response) => {
    const venue = await venueOf(request.params.id);
    response
      .attachment(fileName(venue, 'trace.gpx'))
      .type('application/gpx+xml')
      .send(traceGpx(await pointsOf(venue), venue.name, '2000-01-01T00:00:00Z'));
  });
  return router;
}

/** As the description of the API has them. */
export const tracesPaths = (): Described => ({
  '/api/traces/preview': {
    post: {
      summary: 'Read a drive, and find its laps and braking zones; nothing is saved',
      description:
        'A table of any separator and any heads, or GPX. `time` and `speed` number the columns from 0; without them they are guessed.',
      parameters: [
        ...['time', 'speed'].map((name) => ({ name, in: 'query', schema: { type: 'integer', minimum: 0 } })),
        { name: 'timeUnit', in: 'query', schema: { enum: ['s', 'ms', 'min', 'clock'] } },
        { name: 'speedUnit', in: 'query', schema: { enum: ['km/h', 'm/s', 'mph', 'kn'] } },
      ],
      requestBody: { required: true, content: traceContent },
      responses: { 200: { description: 'Columns, lap and zones' }, 422: problem('Not readable, and why') },
    },
  },
  '/api/traces/{id}': {
    put: {
      summary: 'Save a drive as it came; sent twice, it is stored once',
      parameters: [idParameter],
      requestBody: { required: true, content: traceContent },
      responses: {
        200: { description: 'Saved before' },
        201: { description: 'Saved' },
        409: problem('Another file under this id'),
        422: problem('Not readable'),
      },
    },
    get: {
      summary: 'A drive as it came',
      parameters: [idParameter],
      responses: { 200: { description: 'The file' }, 404: problem('Not there') },
    },
  },
  '/api/venues/{id}/zones.csv': {
    get: {
      summary: 'Braking zones of a venue as CSV',
      parameters: [idParameter],
      responses: { 200: { description: 'A table', content: { 'text/csv': {} } }, 404: problem('No such venue') },
    },
  },
  '/api/venues/{id}/trace.csv': {
    get: {
      summary: 'The drive of a venue as CSV: seconds and km/h',
      parameters: [idParameter],
      responses: {
        200: { description: 'A table', content: { 'text/csv': {} } },
        404: problem('No such venue, or no drive'),
      },
    },
  },
  '/api/venues/{id}/trace.gpx': {
    get: {
      summary: 'The drive of a venue as GPX 1.1 with the speed of each point',
      parameters: [idParameter],
      responses: {
        200: { description: 'A track', content: { 'application/gpx+xml': {} } },
        404: problem('No such venue, or no drive'),
      },
    },
  },
});
