/** What the descriptions of routes are made of: each stands beside its routes, and `openapi.ts` puts them together. */
import { z } from 'zod';

/** Paths of the API with what each method takes and gives. */
export type Described = Record<string, object>;

export const jsonContent = (schema: object): object => ({ 'application/json': { schema } });
export const ref = (name: string): object => ({ $ref: `#/components/schemas/${name}` });
export const problem = (description: string): object => ({
  description,
  content: { 'application/problem+json': { schema: ref('Problem') } },
});

export const traceContent = Object.fromEntries(
  ['text/csv', 'application/gpx+xml'].map((t) => [t, { schema: { type: 'string' } }]),
);

export const pdf = { description: 'A document', content: { 'application/pdf': { schema: { type: 'string' } } } };
export const dayParameter = { name: 'day', in: 'path', required: true, schema: { type: 'string', format: 'date' } };
export const sizeParameter = { name: 'size', in: 'query', schema: { enum: ['A4', 'letter'] } };

export const idParameter = {
  name: 'id',
  in: 'path',
  required: true,
  schema: { type: 'string', format: 'uuid' },
  description: 'UUID version 7, made by the client',
};
export const stretchParameters = ['from', 'to'].map((name) => ({
  name,
  in: 'query',
  required: true,
  schema: { type: 'string', format: 'date' },
}));

/** Input schemas as JSON Schema 2020-12, which OpenAPI 3.1 takes as they are. */
export function schemaOf(schema: z.ZodType): object {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(schema, { io: 'input' }) as Record<string, unknown>;
  return rest;
}

export const number = (description: string, minimum: number): object => ({ type: 'integer', minimum, description });

export const file = (description: string, type: string): object => ({
  description,
  content: { [type]: { schema: { type: 'string' } } },
});
