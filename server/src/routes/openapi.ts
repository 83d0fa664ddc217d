import type { Router } from 'express';
import { collections } from '@calvik/core';
import { factSchema, recordSchemas } from '@calvik/core/model/schemas';
import { type Described, number, problem, schemaOf } from './described';
import { beddingPaths } from './bedding';
import { benchPaths } from './bench';
import { calendarsPaths } from './calendars';
import { feedPaths } from './feed';
import { importsPaths } from './imports';
import { photosPaths } from './photos';
import { plansPaths } from './plans';
import { recordsPaths } from './records';
import { runSheetsPaths } from './run-sheets';
import { sheetPaths } from './sheet';
import { shoppingListsPaths } from './shopping-lists';
import { suppliersPaths } from './suppliers';
import { tracesPaths } from './traces';
import { trackPaths } from './track';
import { costPaths } from './costs';
import { queuePaths } from './queue';
import { workDonePaths } from './work-done';
import { workListsPaths } from './work-lists';

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

const describedPaths = (): Described => ({
  ...recordsPaths(),
  ...feedPaths(),
  ...plansPaths(),
  ...shoppingListsPaths(),
  ...runSheetsPaths(),
  ...workListsPaths(),
  ...suppliersPaths(),
  ...importsPaths(),
  ...workDonePaths(),
  ...costPaths(),
  ...queuePaths(),
  ...benchPaths(),
  ...tracesPaths(),
  ...beddingPaths(),
  ...trackPaths(),
  ...photosPaths(),
  ...calendarsPaths(),
  ...sheetPaths(),
  '/api/health': {
    get: {
      summary: 'Whether the server and its database answer',
      responses: { 200: { description: 'Well' }, 503: problem('Not well') },
    },
  },
});

const describedSchemas = (): Described => ({
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
