import { addBusinessDays } from 'date-fns/addBusinessDays';
import { format } from 'date-fns/format';
import fc from 'fast-check';
import {
  dateIn,
  dateSpan,
  daysBetween,
  instantAt,
  isTimeZone,
  longDate,
  middayOf,
  plusDays,
  isOnTheClock,
  minusWorkingDays,
  plusMonths,
  plusWorkingDays,
  isLocalDate,
  readTime,
  readTimeSpan,
  relativeDays,
  shortDate,
  shortDay,
  shortMonth,
  timeIn,
  yearsBetween,
} from '../../src/calendar';

const zones = ['UTC', 'Europe/Berlin', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'Pacific/Apia'];

const zone = fc.constantFrom(...zones);

const moment = fc.integer({ min: Date.UTC(1995, 0, 1), max: Date.UTC(2045, 0, 1) });

const day = moment.map((ms) => new Date(ms).toISOString().slice(0, 10));

/** The platform's own calendar, as an independent reference. */
const intl = (ms: number, timeZone: string, options: Intl.DateTimeFormatOptions): string =>
  new Intl.DateTimeFormat('sv-SE', { timeZone, ...options }).format(ms);

test('dates and times in a zone are those of the platform’s calendar', () => {
  fc.assert(
    fc.property(moment, zone, (ms, timeZone) => {
      const at = new Date(ms).toISOString();
      expect(dateIn(at, timeZone)).toBe(intl(ms, timeZone, { year: 'numeric', month: '2-digit', day: '2-digit' }));
      expect(timeIn(at, timeZone)).toBe(intl(ms, timeZone, { hour: '2-digit', minute: '2-digit' }));
    }),
  );
});

test('a wall clock and its moment agree, and midday is on its day, over every clock change', () => {
  fc.assert(
    fc.property(day, zone, fc.integer({ min: 4, max: 23 }), (date, timeZone, hour) => {
      // Clocks change in the small hours; Apia once skipped a whole day.
      if (timeZone === 'Pacific/Apia' && date === '2011-12-30') return;
      const time = `${String(hour).padStart(2, '0')}:30`;
      const at = instantAt(date, time, timeZone);
      expect([dateIn(at, timeZone), timeIn(at, timeZone)]).toEqual([date, time]);
      expect(dateIn(middayOf(date, timeZone), timeZone)).toBe(date);
    }),
  );
});

test('a time that the clock change skips becomes one that exists', () => {
  // Central European Summer Time (Directive 2000/84/EC): on 29 March 2026 there is no 02:30.
  expect(timeIn(instantAt('2026-03-29', '02:30', 'Europe/Berlin'), 'Europe/Berlin')).toBe('03:30');
});

test('adding and counting days undo each other', () => {
  fc.assert(
    fc.property(day, fc.integer({ min: -4000, max: 4000 }), (date, n) => {
      expect(daysBetween(date, plusDays(date, n))).toBe(n);
    }),
  );
});

test('adding months lands in the wanted month, on the same day where there is one', () => {
  fc.assert(
    fc.property(day, fc.integer({ min: 0, max: 60 }), (date, n) => {
      const later = plusMonths(date, n);
      const months = (d: string): number => Number(d.slice(0, 4)) * 12 + Number(d.slice(5, 7));
      expect(months(later) - months(date)).toBe(n);
      expect(Number(later.slice(8))).toBeLessThanOrEqual(Number(date.slice(8)));
      if (Number(date.slice(8)) <= 28) expect(later.slice(8)).toBe(date.slice(8));
    }),
  );
});

test('what people read', () => {
  expect(shortDate('2026-09-12')).toBe('Sat 12 Sep');
  expect(shortDay('2026-09-12')).toBe('12 Sep');
  expect(shortMonth('2026-09-12')).toBe('Sep ’26');
  expect(longDate('2026-09-02')).toBe('2 Sep 2026');
  expect(dateSpan('2026-09-12', '2026-09-13')).toBe('12–13 Sep 2026');
  expect(dateSpan('2026-08-31', '2026-09-01')).toBe('31 Aug – 1 Sep 2026');
  expect(dateSpan('2026-09-12', '2026-09-12')).toBe('12 Sep 2026');
  expect(
    ['2026-06-01', '2026-06-02', '2026-05-31', '2026-06-09', '2026-05-20'].map((d) => relativeDays('2026-06-01', d)),
  ).toEqual(['today', 'tomorrow', 'yesterday', 'in 8 days', '12 days ago']);
});

test('what people type for a time', () => {
  expect(['9:30', '09.30', '0930', '9h30', '23:59', '0:00'].map(readTime)).toEqual([
    '09:30',
    '09:30',
    '09:30',
    '09:30',
    '23:59',
    '00:00',
  ]);
  expect(['24:00', '9', '9:60', 'noon', '', '12:345'].map(readTime)).toEqual([null, null, null, null, null, null]);
});

test('halves of a day, hours alone, and from when to when', () => {
  expect(['9h', '15h', '7am', '12 am', '12:15pm', '3.30 p.m.'].map(readTime)).toEqual([
    '09:00',
    '15:00',
    '07:00',
    '00:00',
    '12:15',
    '15:30',
  ]);
  expect(['13pm', '0am', 'h', '25h'].map(readTime)).toEqual([null, null, null, null]);
  for (const typed of ['7.30-15h', '7:30-15', '7:30 to 15', '0730–1500', '7h30 until 3pm'])
    expect(readTimeSpan(typed)).toEqual({ from: '07:30', to: '15:00' });
  for (const typed of ['7:30', '7:30-', '-15', '7-15-18', 'morning', '7:30 to noon', ''])
    expect(readTimeSpan(typed)).toBeNull();
});

test('a calendar date is one that there is', () => {
  expect(['2026-02-28', '2028-02-29'].every(isLocalDate)).toBe(true);
  expect(['2026-02-29', '2026-13-01', '26-01-01', '2026-1-1', '5.1.27', ''].some(isLocalDate)).toBe(false);
});

test('zones and years', () => {
  expect(zones.every(isTimeZone)).toBe(true);
  expect(isTimeZone('Europe/Atlantis')).toBe(false);
  expect(yearsBetween('2024-01-01T00:00:00Z', '2028-01-01T00:00:00Z')).toBeCloseTo(4, 9);
});

describe('working days', () => {
  const day = fc.integer({ min: 0, max: 1500 }).map((n) => plusDays('2026-01-01', n));

  test('property: without days shut as date-fns counts them; a day shut is no working day, whenever it is', () => {
    fc.assert(
      fc.property(
        day,
        fc.integer({ min: 0, max: 40 }),
        fc.array(fc.nat(60), { maxLength: 10 }),
        (from, count, shut) => {
          const theirs = format(addBusinessDays(new Date(`${from}T12:00:00`), count), 'yyyy-MM-dd');
          expect(plusWorkingDays(from, count)).toBe(theirs);
          const days = new Set(shut.map((n) => plusDays(from, n)));
          const isShut = (date: string): boolean => days.has(date);
          const found = plusWorkingDays(from, count, isShut);
          // Counted by hand, day by day.
          let worked = 0;
          for (let at = plusDays(from, 1); at <= found; at = plusDays(at, 1)) {
            const weekday = new Date(`${at}T12:00:00Z`).getUTCDay();
            if (weekday !== 0 && weekday !== 6 && !isShut(at)) worked += 1;
          }
          expect(worked).toBe(count);
          if (count > 0) expect(isShut(found)).toBe(false);
          // Ordered on that day it is there in time, and a working day later it is not.
          const by = minusWorkingDays(found, count, isShut);
          expect(plusWorkingDays(by, count, isShut) <= found).toBe(true);
        },
      ),
    );
  });

  test('an hour that the clock skips in spring is none; the one that it shows twice in autumn is', () => {
    expect(isOnTheClock('2027-03-28', '02:30', 'Europe/Berlin')).toBe(false);
    expect(isOnTheClock('2027-03-28', '03:00', 'Europe/Berlin')).toBe(true);
    expect(isOnTheClock('2027-10-31', '02:30', 'Europe/Berlin')).toBe(true);
  });
});
