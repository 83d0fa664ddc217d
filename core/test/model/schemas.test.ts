/** Whatever passes a schema: it is read back as it is, limits are said by codes, and defaults fill what earlier versions did not say. */
import fc from 'fast-check';
import type { z } from 'zod';
import { collections, recordDefaults, shopDefaults } from '../../src/model';
import { factSchema, recordSchemas } from '../../src/model/schemas';
import { anyFactOf, anyRecord, factKinds } from '../builders/anything';

const runs = { numRuns: 25 };

describe.each(collections)('%s', (collection) => {
  const schema = recordSchemas[collection] as z.ZodType<object>;
  test('what passed once passes again and is the same', () => {
    fc.assert(
      fc.property(anyRecord(collection), (record) => {
        expect(schema.parse(record)).toEqual(record);
        // As the wire and the database hold it.
        expect(schema.parse(JSON.parse(JSON.stringify(record)))).toEqual(record);
      }),
      runs,
    );
  });

  test('what is too long, out of range or of another kind is refused by a code, and never by throwing', () => {
    fc.assert(
      fc.property(
        anyRecord(collection),
        fc.nat(),
        fc.constantFrom<unknown>(
          -1e9,
          1e9,
          Number.NaN,
          'x'.repeat(100_000),
          null,
          [],
          {},
          true,
          '2026-02-30',
          '\u0007',
        ),
        (record, which, value) => {
          const keys = Object.keys(record);
          const key = keys[which % keys.length]!;
          const checked = schema.safeParse({ ...record, [key]: value });
          if (checked.success) return;
          for (const issue of checked.error.issues) {
            const code =
              issue.code === 'custom' ? (issue as { params?: { problem?: string } }).params?.problem : issue.code;
            expect(code).toEqual(expect.any(String));
          }
        },
      ),
      runs,
    );
  });
});

describe.each(factKinds)('a fact of kind %s', (kind) => {
  test('is read back as it was written', () => {
    fc.assert(
      fc.property(anyFactOf(kind), (fact) => {
        expect(factSchema.parse(JSON.parse(JSON.stringify(fact)))).toEqual(fact);
      }),
      { numRuns: 15 },
    );
  });
});

test('a record of an earlier version that says nothing of a field gets its default', () => {
  fc.assert(
    fc.property(anyRecord('bookings'), (booking) => {
      const old = Object.fromEntries(Object.entries(booking).filter(([key]) => !(key in recordDefaults.bookings)));
      expect(recordSchemas.bookings.parse(old)).toEqual({ ...booking, ...recordDefaults.bookings });
    }),
    runs,
  );
  expect(recordSchemas.shops.parse(shopDefaults)).toEqual(shopDefaults);
});
