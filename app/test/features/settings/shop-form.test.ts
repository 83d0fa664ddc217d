/** The shop's settings: what stands on record and is not touched is saved as it stands, in either system of units. */
import fc from 'fast-check';
import { type Dimension, type UnitSystem, parseQuantity, preferredUnit, shopDefaults } from '@calvik/core';
import { anyRecord } from '../../../../core/test/builders/anything';
import { policiesOf, readBreaks, shopForm, shopOf } from '../../../src/features/settings/shop-form';

const quantityIn =
  (system: UnitSystem) =>
  (text: string, dimension: Dimension): number => {
    const parsed = parseQuantity(text, dimension, preferredUnit(dimension, system));
    return parsed.ok ? parsed.value : Number.NaN;
  };

test.each(['metric', 'imperial'] as const)(
  'opened and saved in %s units nothing has changed, whatever it was',
  (system) => {
    fc.assert(
      fc.property(anyRecord('shops'), (shop) => {
        expect(shopOf(shopForm(shop, system), shop, quantityIn(system))).toEqual({
          ...shop,
          // Breaks stand by time, whatever order they came in.
          breaks: [...shop.breaks].sort((a, b) => a.from.localeCompare(b.from)),
        });
      }),
      { numRuns: 150 },
    );
  },
);

describe('what is wrong is said, and nothing is made of it', () => {
  const form = shopForm(shopDefaults, 'metric');
  const made = (over: Partial<typeof form>) => shopOf({ ...form, ...over }, shopDefaults, quantityIn('metric'));
  test.each([
    [{ breaks: '12 till 1' }, /^Breaks: “12 till 1” is none\. Type it like 12:00 to 12:30\.$/],
    [{ breaks: '12:30 to 12:00' }, /^Breaks: /],
    [{ week: ['8 to', '', '', '', '', '', ''] }, /./],
    [{ off: { ...form.off, from: '2026-06-05', to: '2026-06-01' } }, /./],
  ] as [Partial<typeof form>, RegExp][])('%j', (over, sentence) => {
    const answer = made(over);
    expect(typeof answer).toBe('string');
    expect(answer).toMatch(sentence);
  });

  test('a rule that was chosen and not added is meant too, and takes the place of the one like it', () => {
    const policies = [{ school: 'window' as const, withinDays: 90 }, { school: 'everyEvent' as const }];
    expect(policiesOf({ policies, add: { school: 'none', count: '' } })).toEqual(policies);
    expect(policiesOf({ policies, add: { school: 'window', count: '180' } })).toEqual([
      { school: 'everyEvent' },
      { school: 'window', withinDays: 180 },
    ]);
  });

  test('breaks are read a line each, in order, however they are written', () => {
    expect(readBreaks('15:00-15:15\n\n12:00 to 12:30\n9:00 until 9:15')).toEqual({
      breaks: [
        { from: '09:00', to: '09:15' },
        { from: '12:00', to: '12:30' },
        { from: '15:00', to: '15:15' },
      ],
    });
  });
});
