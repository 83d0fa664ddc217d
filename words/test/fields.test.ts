/** The history of a record in words. */
import { collections } from '@calvik/core';
import { recordSchemas } from '@calvik/core/model/schemas';
import { changedFields } from '@calvik/core/logbook/changes';
import fc from 'fast-check';
import { z } from 'zod';
import { anyRecord } from '../../core/test/builders/anything';
import { sayTo } from '../src';
import { changeName, changeText } from '../src/fields';

const say = sayTo({ units: 'metric', timeZone: 'Europe/Berlin' });
const imperial = sayTo({ units: 'imperial', timeZone: 'UTC' });
const nameOf = (id: string): string => (id.endsWith('1') ? 'Ines Ferrant' : '');
const id = (n: number): string => `01900000-0000-7000-8000-00000000000${n}`;
const told = (path: string[], from: unknown, to: unknown, by = say): string =>
  changeText({ path, from, to }, by, nameOf).replace(/\u00a0/g, ' ');

test.each([
  [['plate'], 'QX 114', 'QX 115', 'Plate: QX 115, before QX 114'],
  [['plate'], '', 'QX 115', 'Plate: QX 115, before nothing'],
  [['archived'], false, true, 'Archived: yes, before no'],
  [['reservoirMaxMl'], 300, 310, 'Reservoir up to MAX: 310 mL, before 300 mL'],
  [['front', 'boresMm'], [38, 38], [40, 36], 'Front, bores: 40.0 mm and 36.0 mm, before 38.0 mm and 38.0 mm'],
  [['lineLengthMm', 'FL'], 900, 1700, 'Line length, left front: 1700 mm, before 900 mm'],
  [['circuitSplit'], 'frontRear', 'diagonal', 'Circuit split: diagonal, before front rear'],
  [['startDate'], '2026-06-13', '2026-06-14', 'First day: 14 Jun 2026, before 13 Jun 2026'],
  [['startAt'], null, '2026-06-13T08:00:00.000Z', 'Start: 13 Jun 2026 10:00, before nothing'],
  [['crewId'], id(1), id(2), 'Who: something else, before Ines Ferrant'],
  [['timetable'], [], [{ from: 1 }], 'Timetable: 1 entry, before nothing'],
  [['timetable'], [{ from: 1 }], [{ from: 2 }], 'Timetable: changed'],
])('%j', (path, from, to, text) => expect(told(path, from, to)).toBe(text));

test('in the reader’s units', () => {
  expect(told(['newThicknessMm'], 10, 12.7, imperial)).toBe('New thickness: 0.500 in, before 0.394 in');
  expect(told(['demandedMarginC'], 30, 35, imperial)).toBe('Demanded margin: 63 °F, before 54 °F');
});

test('every field of every record has a name that people can read: no unit, no capital inside, no id', () => {
  const fieldsOf = (schema: z.ZodType): string[] =>
    schema instanceof z.ZodObject ? Object.keys((schema as z.ZodObject).shape) : [];
  for (const collection of collections)
    for (const field of fieldsOf(recordSchemas[collection])) {
      const name = changeName([field]);
      expect(name).toMatch(/^[A-Z][a-z’ A-Z-]*$/);
      expect(name.slice(1)).not.toMatch(/[a-z][A-Z]/);
      if (field !== 'id') expect(name).not.toMatch(/ id$/);
    }
});

test.each(collections)(
  'whatever is changed in %s is told: what stood, what stands, and nothing of the code',
  (collection) => {
    fc.assert(
      fc.property(anyRecord(collection), anyRecord(collection), (before, after) => {
        for (const change of changedFields(before, after))
          for (const by of [say, imperial]) {
            const text = changeText(change, by, nameOf);
            expect(text).toMatch(/^[A-Z][^:]*: \S/);
            // What somebody typed may say anything; numbers, keys and lists may not.
            expect(text).not.toMatch(/undefined|NaN|\[object|\bnull\b/);
          }
        expect(changedFields(before, before)).toEqual([]);
      }),
      { numRuns: 20 },
    );
  },
);
