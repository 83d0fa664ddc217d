/** The brake sheet as a form: nothing drifts, a figure wants its source, and what cannot be saved names its fastener. */
import fc from 'fast-check';
import { type UnitSystem, defaultBrakeSheet, parseQuantity, preferredUnit } from '@calvik/core';
import { sayTo } from '@calvik/words';
import { anyRecord } from '../../../../core/test/builders/anything';
import { makeCar } from '../../../../core/test/builders/book';
import { sheetForm, sheetOf, sheetRefused } from '../../../src/features/cars/brake-sheet-form';

const readIn =
  (system: UnitSystem) =>
  (text: string | undefined, dimension: 'length' | 'torque'): number | null => {
    const parsed = parseQuantity(text ?? '', dimension, preferredUnit(dimension, system));
    return parsed.ok ? parsed.value : null;
  };
const read = readIn('metric') as never;
const say = sayTo({ units: 'metric', timeZone: 'UTC' });

test.each(['metric', 'imperial'] as const)(
  'opened and saved in %s units nothing has changed, whatever it was',
  (system) => {
    fc.assert(
      fc.property(anyRecord('brakeSheets'), (sheet) => {
        expect(sheetOf(sheetForm(sheet, system), sheet, readIn(system) as never)).toEqual(sheet);
      }),
      { numRuns: 60 },
    );
  },
);

describe('of a car that nobody has entered figures for', () => {
  const sheet = defaultBrakeSheet(makeCar());
  const form = sheetForm(sheet, 'metric');
  const [first] = sheet.fasteners;
  const withLine = (over: object) => ({
    ...form,
    lines: { ...form.lines, [first!.key]: { ...form.lines[first!.key]!, ...over } },
  });

  test('it may be saved without a figure, and gets an id of its own', () => {
    const made = sheetOf(form, sheet, read);
    if (typeof made === 'string') throw new Error(made);
    expect(made.id).not.toBe('');
    expect(sheetRefused(made, say)).toBeNull();
  });

  test.each([
    [{ torque: 'tight' }, 'is not a torque. Type it like 38 or 28 lbft.'],
    [{ torque: '38', source: ' ' }, 'say where the figure stands.'],
    [{ torque: '38', source: 'Manual', angle: 'a quarter' }, 'the angle of the second stage is a number of degrees.'],
  ])('%j is refused by its fastener', (over, end) => {
    const made = sheetOf(withLine(over), sheet, read);
    expect(made).toMatch(new RegExp(`^${first!.name}: `));
    expect(made).toContain(end);
  });

  test('what only the schema refuses names its fastener too', () => {
    const made = sheetOf(withLine({ torque: '38', source: 'Manual', count: '0' }), sheet, read);
    if (typeof made === 'string') throw new Error(made);
    expect(sheetRefused(made, say)).toMatch(new RegExp(`^${first!.name}: .*\\.$`));
  });

  test('a limit that cannot be read is said, not dropped', () => {
    for (const key of ['frontLimit', 'rearLimit', 'bearingPlay'] as const)
      expect(sheetOf({ ...form, [key]: 'three' }, sheet, read)).toMatch(/“three” is not a length\./);
    expect(sheetOf({ ...form, frontLimit: '0.12 in' }, sheet, read)).toMatchObject({
      padLimitMm: { front: expect.closeTo(3.048, 6), rear: null },
    });
  });
});
