import type { Router } from 'express';
import { z } from 'zod';
import { collections } from '@calvik/core';
import { factSchema, recordSchemas } from '@calvik/core/model/schemas';
import {
  caliperRequest,
  driveRequest,
  gaugeRequest,
  heatRequest,
  penRequest,
  testerRequest,
  wrenchRequest,
} from './bench';
import { importTable, importToSave, importToUndo } from './imports';
import { supplierQuestion } from './suppliers';
import { planRequest } from './plans';
import { batchToSave } from './records';

const jsonContent = (schema: object): object => ({ 'application/json': { schema } });
const ref = (name: string): object => ({ $ref: `#/components/schemas/${name}` });
const problem = (description: string): object => ({
  description,
  content: { 'application/problem+json': { schema: ref('Problem') } },
});

const traceContent = Object.fromEntries(
  ['text/csv', 'application/gpx+xml'].map((t) => [t, { schema: { type: 'string' } }]),
);

const pdf = { description: 'A document', content: { 'application/pdf': { schema: { type: 'string' } } } };
const dayParameter = { name: 'day', in: 'path', required: true, schema: { type: 'string', format: 'date' } };
const sizeParameter = { name: 'size', in: 'query', schema: { enum: ['A4', 'letter'] } };

const idParameter = {
  name: 'id',
  in: 'path',
  required: true,
  schema: { type: 'string', format: 'uuid' },
  description: 'UUID version 7, made by the client',
};
const stretchParameters = ['from', 'to'].map((name) => ({
  name,
  in: 'query',
  required: true,
  schema: { type: 'string', format: 'date' },
}));

/** Input schemas as JSON Schema 2020-12, which OpenAPI 3.1 takes as they are. */
function schemaOf(schema: z.ZodType): object {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(schema, { io: 'input' }) as Record<string, unknown>;
  return rest;
}

function collectionPaths(collection: string, what: string): Record<string, object> {
  return {
    [`/api/${collection}/{id}`]: {
      put: {
        summary: `Save ${what}; sent twice, it is stored once`,
        tags: [collection],
        parameters: [idParameter],
        requestBody: { required: true, content: jsonContent(ref(collection)) },
        responses: {
          200: { description: 'Saved before, or updated', content: jsonContent(ref(collection)) },
          201: { description: 'Saved', content: jsonContent(ref(collection)) },
          409: problem('Stale version, or another body under the same id'),
          413: problem('Too large'),
          415: problem('Not JSON'),
          422: problem('Not valid; the fields are named'),
        },
      },
      get: {
        summary: `Read ${what}`,
        tags: [collection],
        parameters: [idParameter],
        responses: { 200: { description: 'Found', content: jsonContent(ref(collection)) }, 404: problem('Not there') },
      },
    },
  };
}

const historyPath = (collection: string): Record<string, object> => ({
  [`/api/${collection}/{id}/history`]: {
    get: {
      summary: 'Every version of it, with who saved it and when',
      tags: [collection],
      parameters: [idParameter],
      responses: { 200: { description: 'Oldest first' }, 404: problem('Not there') },
    },
  },
});

/** A router, and where it is mounted. */
export interface Mounted {
  at: string;
  router: Router;
}

/** Every route of some routers, as the description names it: "get /api/cars/{id}". */
export const routesOf = (mounted: readonly Mounted[]): string[] =>
  mounted.flatMap(({ at, router }) =>
    router.stack.flatMap(({ route }) =>
      route
        ? [route.path]
            .flat()
            .flatMap((path: string) =>
              route.stack.map(({ method }) => `${method} ${at}${path.replace(/:(\w+)/g, '{$1}')}`),
            )
        : [],
    ),
  );

/**
 * The description of the API, made from the schemas that check it and the routes that there are.
 * @throws where a route has no description, or a description no route
 */
export function openApiDocument(version: string, mounted: readonly Mounted[]): object {
  const paths = describedPaths();
  const routes = new Set(routesOf(mounted));
  const described = Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method} ${path}`),
  );
  const odd = [...routes, ...described].filter((name) => !routes.has(name) || !described.includes(name));
  if (odd.length > 0) throw new Error(`Routes and their description differ: ${[...new Set(odd)].join(', ')}`);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Calvik',
      version,
      description:
        'Facts and records of brake preparation. Facts are never edited; a correction names the fact it replaces.',
    },
    paths,
    components: { schemas: describedSchemas() },
  };
}

const number = (description: string, minimum: number): object => ({ type: 'integer', minimum, description });

const file = (description: string, type: string): object => ({
  description,
  content: { [type]: { schema: { type: 'string' } } },
});

/** A simulated instrument that streams: how it is started, listened to and stopped. */
const instrumentPaths = (name: string, what: string, request: z.ZodType, started: object): Record<string, object> => ({
  [`/api/bench/${name}`]: {
    post: {
      summary: `Start the simulated ${what}`,
      requestBody: { required: true, content: jsonContent(schemaOf(request)) },
      responses: { ...started, 404: problem('No such car or bottle'), 422: problem('Not valid') },
    },
  },
  [`/api/bench/${name}/{id}/stream`]: {
    get: {
      summary: 'Readings as server-sent events: sample, then result or stopped',
      parameters: [idParameter],
      responses: { 200: file('A stream', 'text/event-stream'), 404: problem('Over') },
    },
  },
  [`/api/bench/${name}/{id}`]: {
    delete: {
      summary: 'Switch it off',
      parameters: [idParameter],
      responses: { 204: { description: 'Off' }, 404: problem('Over') },
    },
  },
});

const describedPaths = (): Record<string, object> => ({
  ...Object.assign({}, ...collections.map((c) => collectionPaths(c, `a record of ${c}`))),
  ...collectionPaths('facts', 'a fact'),
  '/api/changes': {
    get: {
      summary: 'Everything saved after a cursor, in order',
      parameters: [
        { name: 'since', in: 'query', schema: number('Cursor of the last page', 0) },
        { name: 'limit', in: 'query', schema: number('Rows at most', 1) },
      ],
      responses: {
        200: { description: 'A page of the feed', content: jsonContent(ref('Changes')) },
        422: problem('Not valid'),
      },
    },
  },
  '/api/run-up': {
    get: {
      summary: 'The coming events with each booked car judged',
      parameters: [{ name: 'on', in: 'query', schema: { type: 'string', format: 'date' } }],
      responses: {
        200: { description: 'The board', content: jsonContent({ type: 'object' }) },
        422: problem('Not valid'),
      },
    },
  },
  '/api/plans': {
    post: {
      summary: 'Search for a plan over crew and lifts, in a thread of its own',
      requestBody: { required: false, content: jsonContent(schemaOf(planRequest)) },
      responses: { 201: { description: 'Searching' }, 422: problem('Not valid') },
    },
  },
  '/api/plans/{id}': {
    get: {
      summary: 'How far the search is, or the plan with what it leaves out',
      parameters: [idParameter],
      responses: { 200: { description: 'Working, done or failed' }, 404: problem('Not there any more') },
    },
    delete: {
      summary: 'End the search with the best plan so far',
      parameters: [idParameter],
      responses: { 204: { description: 'Ending' }, 404: problem('Not there any more') },
    },
  },
  '/api/plans/{id}/take': {
    post: {
      summary: 'Save all jobs of a plan, or none',
      parameters: [idParameter],
      responses: { 200: { description: 'Saved' }, 409: problem('Not ready, or a job was changed meanwhile') },
    },
  },
  ...Object.assign(
    {},
    ...['work-list', 'shopping-list'].flatMap((list) =>
      ['csv', 'json'].map((format) => ({
        [`/api/${list}.${format}`]: {
          get: {
            summary: `The ${list.replace('-', ' ')} as ${format.toUpperCase()}`,
            responses: { 200: { description: 'A row for each piece' }, 422: problem('Not valid') },
          },
        },
      })),
    ),
  ),
  '/api/run-sheets/{day}.pdf': {
    get: {
      summary: 'The day’s work by person, or of one person, for the wall',
      parameters: [dayParameter, sizeParameter, { name: 'crew', in: 'query', schema: { type: 'string' } }],
      responses: { 200: pdf, 404: problem('No such person'), 422: problem('Not a day') },
    },
  },
  '/api/weeks/{day}.pdf': {
    get: {
      summary: 'A week from that day on, or up to five, a page each',
      parameters: [dayParameter, sizeParameter, { name: 'weeks', in: 'query', schema: { type: 'integer' } }],
      responses: { 200: pdf, 422: problem('Not a day') },
    },
  },
  '/api/work-list.pdf': {
    get: {
      summary: 'The work list, of one event or of all, with boxes to tick',
      parameters: [sizeParameter, { name: 'event', in: 'query', schema: { type: 'string' } }],
      responses: { 200: pdf, 404: problem('No such event'), 422: problem('Not valid') },
    },
  },
  '/api/batches': {
    post: {
      summary:
        'Save several records and facts in one transaction: all of it, or nothing; sent twice, it is stored once',
      requestBody: { required: true, content: jsonContent(schemaOf(batchToSave)) },
      responses: {
        200: { description: 'Each as it is stored now' },
        409: problem('One of them is stale, differs or may not be; `at` is its place'),
        413: problem('Too large'),
        415: problem('Not JSON'),
        422: problem('One of them is not valid, or points at what is not there; `at` is its place'),
      },
    },
  },
  '/api/suppliers/{id}/answers': {
    post: {
      summary: 'Ask a simulated supplier for prices and days',
      parameters: [idParameter],
      requestBody: { required: true, content: jsonContent(schemaOf(supplierQuestion)) },
      responses: {
        200: { description: 'An answer to each line' },
        404: problem('No such supplier'),
        422: problem('Not sold there'),
      },
    },
  },
  '/api/imports/template.csv': {
    get: { summary: 'An empty table with every column that is read', responses: { 200: { description: 'CSV' } } },
  },
  '/api/exports/cars.csv': {
    get: {
      summary: 'Customers and cars as a table that imports again unchanged',
      responses: { 200: { description: 'CSV' } },
    },
  },
  '/api/exports/work-done.csv': {
    get: {
      summary: 'Work that was done from one day to another, with minutes, parts and fluid, for the invoice',
      parameters: stretchParameters,
      responses: { 200: { description: 'CSV' }, 422: problem('No days') },
    },
  },
  '/api/exports/work-done.json': {
    get: {
      summary: 'The same as JSON',
      parameters: stretchParameters,
      responses: { 200: { description: 'Jobs' }, 422: problem('No days') },
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
  ...instrumentPaths('boiling-tests', 'boiling tester', testerRequest, {
    201: { description: 'Heating' },
    409: problem('Probe not submerged'),
  }),
  ...instrumentPaths('calipers', 'digital caliper', caliperRequest, { 201: { description: 'Closing' } }),
  ...instrumentPaths('wrenches', 'torque wrench', wrenchRequest, { 201: { description: 'Listening' } }),
  ...instrumentPaths('drives', 'driver who beds brakes', driveRequest, { 201: { description: 'Driving' } }),
  ...instrumentPaths('gauges', 'pressure gauge', gaugeRequest, { 201: { description: 'Holding' } }),
  '/api/bench/moisture-readings': {
    post: {
      summary: 'Dip the simulated moisture pen',
      requestBody: { required: true, content: jsonContent(schemaOf(penRequest)) },
      responses: { 200: { description: 'Read' }, 404: problem('No such car'), 422: problem('Not valid') },
    },
  },
  '/api/bench/heat-readings': {
    post: {
      summary: 'Read thermal paint, a caliper sticker or a pyrometer after a session of the simulated car',
      requestBody: { required: true, content: jsonContent(schemaOf(heatRequest)) },
      responses: {
        200: { description: 'What was read' },
        404: problem('No such car or venue'),
        409: problem('The venue has no braking zones'),
        422: problem('Not valid'),
      },
    },
  },
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
  '/api/bedding-runs/{id}/sheet.pdf': {
    get: {
      summary: 'The sheet of a bedding run',
      parameters: [idParameter, { name: 'units', in: 'query', schema: { enum: ['metric', 'imperial'] } }],
      responses: { 200: { description: 'A page', content: { 'application/pdf': {} } }, 404: problem('No such run') },
    },
  },
  '/api/bedding-runs/{id}/applications.csv': {
    get: {
      summary: 'Every application of a bedding run as CSV',
      parameters: [idParameter],
      responses: { 200: { description: 'A table', content: { 'text/csv': {} } }, 404: problem('No such run') },
    },
  },
  '/api/bedding-runs/{id}/drive.gpx': {
    get: {
      summary: 'The drive of a bedding run as GPX',
      parameters: [idParameter],
      responses: {
        200: { description: 'A track', content: { 'application/gpx+xml': {} } },
        404: problem('No such run, or no drive'),
      },
    },
  },
  '/api/bookings/{id}/after-event.pdf': {
    get: {
      summary: 'What a customer is told after an event',
      parameters: [idParameter, { name: 'units', in: 'query', schema: { enum: ['metric', 'imperial'] } }],
      responses: { 200: { description: 'Pages', content: { 'application/pdf': {} } }, 404: problem('No such booking') },
    },
  },
  '/api/referrals/{id}/letter.pdf': {
    get: {
      summary: 'A referral, for whoever takes the car on',
      parameters: [idParameter, { name: 'units', in: 'query', schema: { enum: ['metric', 'imperial'] } }],
      responses: {
        200: { description: 'A page', content: { 'application/pdf': {} } },
        404: problem('No such referral'),
      },
    },
  },
  '/api/session-decisions/{id}/card.pdf': {
    get: {
      summary: 'The card for the driver',
      parameters: [idParameter],
      responses: {
        200: { description: 'A page', content: { 'application/pdf': {} } },
        404: problem('No such decision'),
      },
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
  ...Object.assign({}, ...collections.map((c) => historyPath(c))),
  '/api/health': {
    get: {
      summary: 'Whether the server and its database answer',
      responses: { 200: { description: 'Well' }, 503: problem('Not well') },
    },
  },
  '/api/photos/{id}': {
    put: {
      summary: 'Save a picture; sent twice, it is stored once',
      parameters: [idParameter],
      requestBody: {
        required: true,
        content: Object.fromEntries(
          ['image/jpeg', 'image/png', 'image/webp'].map((t) => [t, { schema: { type: 'string', format: 'binary' } }]),
        ),
      },
      responses: {
        200: { description: 'Saved before' },
        201: { description: 'Saved' },
        409: problem('Another picture under the same id'),
        413: problem('Too large'),
        415: problem('Not a kind of picture that is taken'),
        422: problem('Not a picture'),
      },
    },
    get: {
      summary: 'A picture, as it was sent',
      parameters: [idParameter],
      responses: { 200: file('The picture', 'image/*'), 404: problem('Not there') },
    },
  },
  '/api/calendars/shop.ics': {
    get: {
      summary: 'Every event with its load-up, and every job of the shop',
      responses: { 200: file('iCalendar (RFC 5545)', 'text/calendar') },
    },
  },
  ...Object.assign(
    {},
    ...(
      [
        ['crew', 'A person’s jobs, those they help with too'],
        ['events', 'An event with the work that is planned for it'],
      ] as const
    ).map(([of, summary]) => ({
      [`/api/calendars/${of}/{id}.ics`]: {
        get: {
          summary,
          parameters: [idParameter],
          responses: { 200: file('iCalendar (RFC 5545)', 'text/calendar'), 404: problem('Not there') },
        },
      },
    })),
  ),
  ...Object.assign(
    {},
    ...(
      [
        ['pdf', 'application/pdf'],
        ['json', 'application/json'],
        ['csv', 'text/csv'],
      ] as const
    ).map(([ending, type]) => ({
      [`/api/jobs/{id}/service-sheet.${ending}`]: {
        get: {
          summary: `The service sheet as ${ending.toUpperCase()}`,
          parameters: [idParameter, { name: 'units', in: 'query', schema: { enum: ['metric', 'imperial'] } }],
          responses: {
            200: file('The sheet', type),
            404: problem('No such service'),
            422: problem('Not units that are known'),
          },
        },
      },
    })),
  ),
});

const describedSchemas = (): Record<string, object> => ({
  ...Object.fromEntries(collections.map((c) => [c, schemaOf(recordSchemas[c])])),
  facts: schemaOf(factSchema),
  Changes: {
    type: 'object',
    required: ['cursor', 'more', 'changes'],
    properties: {
      cursor: number('Ask for what comes after this', 0),
      more: { type: 'boolean' },
      changes: {
        type: 'array',
        items: {
          type: 'object',
          required: ['seq', 'collection', 'body'],
          properties: {
            seq: number('Place in the feed', 1),
            collection: { type: 'string' },
            body: { type: 'object' },
          },
        },
      },
    },
  },
  Problem: {
    type: 'object',
    required: ['title', 'status', 'detail'],
    properties: {
      type: { type: 'string' },
      title: { type: 'string' },
      status: { type: 'integer' },
      detail: { type: 'string' },
      errors: {
        type: 'array',
        items: { type: 'object', properties: { path: { type: 'string' }, message: { type: 'string' } } },
      },
    },
  },
});
