/** Anything that a schema lets through: what people who keep to the limits, and to nothing else, could have typed. */
import fc from 'fast-check';
import { z } from 'zod';
import {
  type Collection,
  type Fact,
  type FactKind,
  type RecordOf,
  type WorkKind,
  axles,
  corners,
  stepsByKey,
  workKey,
  workScopes,
} from '../../src/model';
import { factSchema, recordSchemas } from '../../src/model/schemas';

interface JsonSchema {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: JsonSchema[];
  oneOf?: JsonSchema[];
  properties?: Record<string, JsonSchema>;
  required?: string[];
  additionalProperties?: JsonSchema | boolean;
  propertyNames?: JsonSchema;
  items?: JsonSchema;
  prefixItems?: JsonSchema[];
  minItems?: number;
  maxItems?: number;
  minLength?: number;
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  format?: string;
}

const START_MS = Date.parse('2026-01-01T00:00:00.000Z');
const instant = fc
  .integer({ min: 0, max: 400 * 24 * 60 })
  .map((min) => new Date(START_MS + min * 60_000).toISOString());
/** Few ids, so that things speak of each other. */
const someId = fc.integer({ min: 1, max: 400 }).map((n) => `01900000-0000-7000-8000-${String(n).padStart(12, '0')}`);
const clock = fc
  .integer({ min: 0, max: 95 })
  .map((q) => `${String(Math.floor(q / 4)).padStart(2, '0')}:${String((q % 4) * 15).padStart(2, '0')}`);
const words = fc.constantFrom('Rooth', 'a fine stream', 'Ünal & Söhne', '“so-so”', '12:00', 'see above, p. 4', '0');

function text({ format, minLength = 0, maxLength = 200 }: JsonSchema): fc.Arbitrary<string> {
  if (format === 'uuid') return someId;
  if (format === 'date-time') return instant;
  if (format === 'date') return instant.map((at) => at.slice(0, 10));
  const typed = words.map((w) => w.slice(0, maxLength));
  return minLength > 0 ? typed : fc.oneof(typed, fc.constant(''));
}

function number({ type, minimum = -1e6, maximum = 1e6 }: JsonSchema): fc.Arbitrary<number> {
  const [min, max] = [Math.max(minimum, -1e6), Math.min(maximum, 1e6)];
  // People type a figure or two behind the point, and the limits themselves.
  return type === 'integer'
    ? fc.oneof(
        fc.integer({ min: Math.ceil(min), max: Math.floor(max) }),
        fc.constantFrom(Math.ceil(min), Math.floor(max)),
      )
    : fc
        .oneof(
          fc.integer({ min: 0, max: 1000 }).map((share) => Number((min + ((max - min) * share) / 1000).toFixed(2))),
          fc.constantFrom(min, max),
        )
        .filter((n) => n >= min && n <= max);
}

function list(schema: JsonSchema): fc.Arbitrary<unknown[]> {
  const { items, prefixItems, minItems = 0, maxItems = 10 } = schema;
  if (prefixItems) return fc.tuple(...prefixItems.map(of));
  const most = Math.max(minItems, Math.min(maxItems, 4));
  return fc.oneof(
    fc.array(of(items ?? {}), { minLength: minItems, maxLength: most }),
    // Lists of a length of their own: four nipples, seven days, eight points.
    ...[4, 7, 8]
      .filter((n) => n >= minItems && n <= maxItems)
      .map((n) => fc.array(of(items ?? {}), { minLength: n, maxLength: n })),
  );
}

const workKeys = fc.constantFrom(
  ...Object.entries(workScopes).flatMap(([kind, scope]) => {
    const places = scope === 'axle' ? axles : scope === 'corner' ? corners : [undefined];
    return scope === 'own' ? [] : places.map((place) => workKey(kind as WorkKind, place));
  }),
);
/** Texts that are more than their schema can say, by the name of their field. */
const bySpelling: Partial<Record<string, fc.Arbitrary<unknown>>> = {
  step: fc.constantFrom(...stepsByKey.keys()),
  item: workKeys,
  items: fc.uniqueArray(workKeys, { minLength: 1, maxLength: 4 }),
  covers: fc.uniqueArray(workKeys, { maxLength: 4 }),
  key: fc.constantFrom('wheelNut', 'caliperBolt', 'slidePin', 'bleedNipple', 'hoseFitting'),
  timeZone: fc.constantFrom('UTC', 'Europe/Berlin', 'America/Los_Angeles', 'Pacific/Auckland'),
  currency: fc.constantFrom('EUR', 'USD', 'CHF'),
};
const pairs = [
  ['from', 'to'],
  ['startDate', 'endDate'],
  ['toKmh', 'fromKmh'],
  ['reservoirMinMl', 'reservoirMaxMl'],
  ['discardThicknessMm', 'newThicknessMm'],
  ['sweptInnerDiameterMm', 'sweptOuterDiameterMm'],
  ['minMassKg', 'newMassKg'],
  ['wetBoilingPointC', 'dryBoilingPointC'],
  ['reachedC', 'notReachedC'],
] as const;
/** Nobody saves a sheet that leaves them out. */
const wheelNuts = axles.map((axle) => ({
  ...{ key: `${axle}Wheel`, name: `${axle} wheel nuts`, group: 'wheel', axle, perCorner: 5, torqueNm: null },
  ...{ condition: 'dry', threadDiameterMm: 14 },
}));

/** What goes from somewhere to somewhere: the first before the second. */
function inOrder<T extends object>(made: T): T {
  const entries = new Map(Object.entries(made));
  for (const [less, more] of pairs) {
    const [a, b] = [entries.get(less), entries.get(more)];
    if ((typeof a === 'string' || typeof a === 'number') && typeof a === typeof b && a > (b as typeof a))
      entries.set(less, b).set(more, a);
  }
  const fasteners = entries.get('fasteners');
  if (Array.isArray(fasteners)) entries.set('fasteners', [...fasteners, ...wheelNuts]);
  // Out for twenty minutes before it came back.
  if (entries.has('outAt'))
    entries.set('outAt', new Date(Date.parse(String(entries.get('at'))) - 1_200_000).toISOString());
  return Object.fromEntries(entries) as T;
}

function object({
  properties = {},
  required = [],
  additionalProperties,
  propertyNames,
}: JsonSchema): fc.Arbitrary<object> {
  const fieldOf = (key: string, s: JsonSchema): fc.Arbitrary<unknown> =>
    (key === 'from' || key === 'to') && s.type === 'string' && s.format === undefined
      ? clock
      : ((s.type === 'string' || s.items?.type === 'string' ? bySpelling[key] : undefined) ?? of(s));
  const own = fc
    .record(Object.fromEntries(Object.entries(properties).map(([key, s]) => [key, fieldOf(key, s)])), {
      requiredKeys: required,
    })
    .map(inOrder);
  if (typeof additionalProperties !== 'object') return own;
  const keys = propertyNames ? (of(propertyNames) as fc.Arbitrary<string>) : words;
  return fc.tuple(own, fc.dictionary(keys, of(additionalProperties), { maxKeys: 3 })).map(([a, b]) => ({ ...a, ...b }));
}

/** Something of a JSON schema; what it cannot say (one field against another) is left to chance. */
export function of(schema: JsonSchema): fc.Arbitrary<unknown> {
  if ('const' in schema) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  const either = schema.anyOf ?? schema.oneOf;
  if (either) return fc.oneof(...either.map(of));
  switch (schema.type) {
    case 'string':
      return text(schema);
    case 'number':
    case 'integer':
      return number(schema);
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case 'array':
      return list(schema);
    case 'object':
      return object(schema);
    default:
      return fc.constant(null);
  }
}

const json = (schema: z.ZodType): JsonSchema => z.toJSONSchema(schema, { io: 'input' }) as JsonSchema;
/** What passes a schema: tried until it does, as somebody tries who is told what is wrong. */
const passing = <T>(schema: z.ZodType<T>, typed: fc.Arbitrary<unknown>): fc.Arbitrary<T> =>
  typed
    .map((body) => schema.safeParse(body))
    .filter((r) => r.success)
    .map((r) => r.data as T);

/** Any record of a collection. */
export function anyRecord<C extends Collection>(collection: C): fc.Arbitrary<RecordOf<C>> {
  const schema = recordSchemas[collection] as unknown as z.ZodType<RecordOf<C>>;
  return passing(schema, of(json(schema)));
}

const kinds = (json(factSchema).oneOf ?? json(factSchema).anyOf ?? []) as JsonSchema[];
const kindOf = (s: JsonSchema): string => String(s.properties?.['kind']?.const);
export const factKinds = kinds.map(kindOf) as FactKind[];

/** Any fact of a kind. */
export const anyFactOf = (kind: FactKind): fc.Arbitrary<Fact> =>
  passing(factSchema as unknown as z.ZodType<Fact>, of(kinds.find((s) => kindOf(s) === kind)!));
