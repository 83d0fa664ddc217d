/** What is wrong with something typed, said so that it can be put right. */
import fc from 'fast-check';
import { type SchemaIssue, collections, parseQuantity, preferredUnit } from '@calvik/core';
import { recordSchemas } from '@calvik/core/model/schemas';
import { anyRecord } from '../../core/test/builders/anything';
import { sayTo } from '../src';
import { issueText, quantityProblemText, typingExample } from '../src/input';

const say = sayTo({ units: 'metric', timeZone: 'UTC' });
const imperial = sayTo({ units: 'imperial', timeZone: 'UTC' });

test.each(collections)('every complaint about %s is one sentence', (collection) => {
  fc.assert(
    fc.property(
      anyRecord(collection),
      fc.nat(),
      fc.constantFrom<unknown>(-1e9, 1e9, Number.NaN, 'x'.repeat(100_000), '', null, undefined, [], {}, true, '\u0007'),
      (record, which, value) => {
        const keys = Object.keys(record);
        const checked = recordSchemas[collection].safeParse({ ...record, [keys[which % keys.length]!]: value });
        for (const issue of checked.error?.issues ?? [])
          for (const by of [say, imperial]) {
            const text = issueText(issue as SchemaIssue, by);
            expect(text).toMatch(/^[A-Z“].*\.$/);
            expect(text).not.toMatch(/undefined|NaN|\[object/);
            expect(text.length).toBeLessThan(160);
          }
      },
    ),
    { numRuns: 40 },
  );
});

test('a limit is said in the reader’s units', () => {
  const refused = recordSchemas.shops.safeParse({ padLimitMm: 25.4 });
  const issue = refused.error!.issues.find((i) => i.path[0] === 'padLimitMm') as SchemaIssue;
  expect(issueText(issue, say)).toMatch(/20(\.0)?\smm/);
  expect(issueText(issue, imperial)).toMatch(/0\.787\sin/);
});

test('what cannot be read comes with an example of how it is typed', () => {
  for (const dimension of ['length', 'temperature', 'torque', 'volume', 'pressure'] as const)
    expect(typingExample(dimension)).toMatch(/\d/);
  for (const [text, dimension] of [
    ['thin', 'length'],
    ['', 'torque'],
    ['38 mm', 'torque'],
    ['1,234.5.6', 'volume'],
  ] as const) {
    const parsed = parseQuantity(text, dimension, preferredUnit(dimension, 'metric'));
    if (parsed.ok) throw new Error(`${text} was read`);
    expect(quantityProblemText(parsed)).toMatch(/^[A-Z“].*\.$/);
  }
});
