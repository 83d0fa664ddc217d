/** What is typed for a date is that date, or none: in the reader's order, never a guess, never the one that stood there before. */
import fc from 'fast-check';
import { isLocalDate, longDate, plusDays, shortDate } from '../../src/calendar';
import { type DateOrder, readDate, writeDate } from '../../src/calendar/read-date';

const TODAY = '2026-11-30';
const orders: DateOrder[] = ['dayFirst', 'monthFirst'];
const day = fc.integer({ min: 0, max: 60_000 }).map((n) => plusDays('1950-01-01', n));

test.each([
  ['5.1.27', '2027-01-05'],
  ['05/01/2027', '2027-01-05'],
  ['5-1-27', '2027-01-05'],
  ['5.1.', '2027-01-05'],
  ['5/1', '2027-01-05'],
  ['30.11', '2026-11-30'],
  ['1 Jun', '2026-06-01'],
  ['31.5.', '2027-05-31'],
  ['5 Jan 2027', '2027-01-05'],
  ['Tue 5 January', '2027-01-05'],
  ['Jan 5, 2027', '2027-01-05'],
  ['5th of nothing', null],
  ['2027-01-05', '2027-01-05'],
  ['2027-1-5', '2027-01-05'],
  ['tomorrow', '2026-12-01'],
  ['29.2.28', '2028-02-29'],
  ['29.2.', null],
  ['31.4.27', null],
  ['13.13.27', null],
  ['5', null],
  ['5.', null],
  ['5.1.2', null],
  ['5.1.202', null],
  ['5.1.20270', null],
  ['next week', null],
  ['', null],
])('%j is %j where the day comes first', (typed, date) => {
  expect(readDate(typed, 'dayFirst', TODAY)).toBe(date);
});

test('the same figures are another day where the month comes first', () => {
  expect(readDate('5/1/27', 'monthFirst', TODAY)).toBe('2027-05-01');
  expect(readDate('13/1/27', 'monthFirst', TODAY)).toBeNull();
  expect(readDate('Jan 5', 'monthFirst', TODAY)).toBe('2027-01-05');
});

test('property: however a date is written, it is read as that date', () => {
  fc.assert(
    fc.property(day, fc.constantFrom(...orders), (date, order) => {
      const [y, m, d] = date.split('-').map(Number) as [number, number, number];
      const figures = order === 'dayFirst' ? [d, m] : [m, d];
      for (const part of ['.', '/', '-']) expect(readDate([...figures, y].join(part), order, TODAY)).toBe(date);
      expect(readDate(writeDate(date, order), order, TODAY)).toBe(date);
      expect(readDate(longDate(date), order, TODAY)).toBe(date);
      expect(readDate(date, order, TODAY)).toBe(date);
    }),
  );
});

test('property: without a year it is the one within half a year; whatever is typed is a date or none', () => {
  fc.assert(
    fc.property(fc.integer({ min: -180, max: 180 }), day, (away, today) => {
      const date = plusDays(today, away);
      expect(readDate(shortDate(date), 'dayFirst', today)).toBe(date);
    }),
  );
  const typed = fc.oneof(
    fc.string(),
    fc.stringMatching(/^[0-9./ -]{1,10}$/),
    fc.stringMatching(/^[0-9]{1,2} [a-z]{3} ?[0-9]{0,4}$/),
  );
  fc.assert(
    fc.property(typed, fc.constantFrom(...orders), (text, order) => {
      const date = readDate(text, order, TODAY);
      expect(date === null || isLocalDate(date)).toBe(true);
    }),
  );
});
