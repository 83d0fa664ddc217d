import { TZDateMini } from '@date-fns/tz/date/mini';
import { addMonths } from 'date-fns/addMonths';
import { getISODay } from 'date-fns/getISODay';
import { isWeekend } from 'date-fns/isWeekend';
import { lightFormat } from 'date-fns/lightFormat';

/** A calendar date, `YYYY-MM-DD`, meant in the shop's time zone. */
export type LocalDate = string;
/** A moment, ISO 8601 in UTC. */
export type Instant = string;

const DAY_MS = 86_400_000;
const utc = (date: LocalDate): Date => new Date(`${date}T00:00:00Z`);
const iso = (date: Date): LocalDate => date.toISOString().slice(0, 10);
/** date-fns counts in local time; this is the same wall-clock date whatever zone the machine is in. */
const wall = (date: LocalDate): Date => TZDateMini.tz('UTC', utc(date).getTime());

const MAX_REMEMBERED = 20_000;

/** Asking for a zone's offset is slow, and judgements ask for the same few days and moments again and again. */
function remembering(work: (first: string, second: string) => string): typeof work {
  const known = new Map<string, string>();
  return (first, second) => {
    const key = `${first} ${second}`;
    let answer = known.get(key);
    if (answer === undefined) {
      answer = work(first, second);
      if (known.size >= MAX_REMEMBERED) known.clear();
      known.set(key, answer);
    }
    return answer;
  };
}

/** Whole days from `from` to `to`; negative when `to` is earlier. */
export const daysBetween = (from: LocalDate, to: LocalDate): number =>
  Math.round((utc(to).getTime() - utc(from).getTime()) / DAY_MS);

/** The date `days` later (or earlier, when negative). */
export const plusDays = (date: LocalDate, days: number): LocalDate =>
  iso(new Date(utc(date).getTime() + days * DAY_MS));

const NEVER = (): boolean => false;
/** Monday to Friday, and not a day on which it is shut. */
export const isWorkday = (date: LocalDate, isShut: (date: LocalDate) => boolean): boolean =>
  !isWeekend(wall(date)) && !isShut(date);
/** A supplier that never works would never deliver: nobody looks further than this, days. */
const FURTHEST = 400;
/** So many working days on, or back; with none the date itself. */
function workingDaysFrom(
  date: LocalDate,
  count: number,
  step: 1 | -1,
  isShut: (date: LocalDate) => boolean,
): LocalDate {
  let at = date;
  for (let left = count, gone = 0; left > 0 && gone < FURTHEST; gone++) {
    at = plusDays(at, step);
    if (isWorkday(at, isShut)) left -= 1;
  }
  return at;
}

/**
 * A date so many working days later.
 * @param isShut days on which nobody works, weekends apart @example plusWorkingDays('2026-06-12', 1) // '2026-06-15', a Monday
 */
export const plusWorkingDays = (
  date: LocalDate,
  days: number,
  isShut: (date: LocalDate) => boolean = NEVER,
): LocalDate => workingDaysFrom(date, days, 1, isShut);

/** The last day on which to order so that it is there on `needed`. Nothing comes on a day on which nobody works: then it has to be here before it. */
export function minusWorkingDays(
  needed: LocalDate,
  days: number,
  isShut: (date: LocalDate) => boolean = NEVER,
): LocalDate {
  const by = isWorkday(needed, isShut) ? needed : workingDaysFrom(needed, 1, -1, isShut);
  return workingDaysFrom(by, days, -1, isShut);
}

/** Day of the week, Monday is 0. */
export const weekdayOf = (date: LocalDate): number => getISODay(wall(date)) - 1;

const monthsLater = remembering((date, months) => iso(addMonths(wall(date), Number(months))));

/** The same day of the month, `months` later; the month's last day where there is no such day. */
export const plusMonths = (date: LocalDate, months: number): LocalDate => monthsLater(date, String(months));

/** Years of 365.25 days between two moments. */
export const yearsBetween = (from: Instant, to: Instant): number =>
  (Date.parse(to) - Date.parse(from)) / (365.25 * DAY_MS);

/** The calendar date of a moment in a time zone (IANA name). */
export const dateIn: (instant: Instant, timeZone: string) => LocalDate = remembering((instant, timeZone) =>
  lightFormat(new TZDateMini(Date.parse(instant), timeZone), 'yyyy-MM-dd'),
);

/** The wall-clock time of a moment in a time zone, `HH:mm`. */
export const timeIn = (instant: Instant, timeZone: string): string =>
  lightFormat(new TZDateMini(Date.parse(instant), timeZone), 'HH:mm');

/**
 * The moment at which a wall clock in `timeZone` shows `time` on `date`.
 * A time that the clock change skips is the moment just after the change.
 */
export function instantAt(date: LocalDate, time: string, timeZone: string): Instant {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  const [hour, minute] = time.split(':').map(Number) as [number, number];
  return new Date(new TZDateMini(year, month - 1, day, hour, minute, 0, timeZone).getTime()).toISOString();
}

/** Whether a wall clock shows a time on a date at all: in spring there is an hour that it skips. */
export const isOnTheClock = (date: LocalDate, time: string, timeZone: string): boolean =>
  timeIn(instantAt(date, time, timeZone), timeZone) === time;

/** Midday of a date: the moment used when only the date of something is known. */
export const middayOf: (date: LocalDate, timeZone: string) => Instant = remembering((date, timeZone) =>
  instantAt(date, '12:00', timeZone),
);

type NamedPart = 'weekday' | 'month';
const namers = new Map<NamedPart, Intl.DateTimeFormat>();
/** The short name of a date's day of the week or month: "Sat", "Sep". Made when first asked for: the browser takes long over it. */
const nameIn = remembering((date, part) => {
  const of = part as NamedPart;
  let namer = namers.get(of);
  if (!namer) namers.set(of, (namer = new Intl.DateTimeFormat('en', { timeZone: 'UTC', [of]: 'short' })));
  return namer.format(utc(date));
});
const dayOf = (date: LocalDate): number => Number(date.slice(8));

/** "Sat 12 Sep" */
export const shortDate = (date: LocalDate): string => `${nameIn(date, 'weekday')} ${shortDay(date)}`;

/** "12 Sep" */
export const shortDay = (date: LocalDate): string => `${dayOf(date)} ${nameIn(date, 'month')}`;

/** "Sep ’26" */
export const shortMonth = (date: LocalDate): string => `${nameIn(date, 'month')} ’${date.slice(2, 4)}`;

/** "12 Sep 2026" */
export const longDate = (date: LocalDate): string => `${shortDay(date)} ${date.slice(0, 4)}`;

/** "12–13 Sep 2026", or one date when the span is a single day. */
export function dateSpan(start: LocalDate, end: LocalDate): string {
  if (start === end) return longDate(start);
  if (start.slice(0, 7) === end.slice(0, 7)) return `${dayOf(start)}–${longDate(end)}`;
  return `${shortDay(start)} – ${longDate(end)}`;
}

/** "today", "tomorrow", "in 9 days", "3 days ago" */
export function relativeDays(from: LocalDate, to: LocalDate): string {
  const days = daysBetween(from, to);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return days > 0 ? `in ${days} days` : `${-days} days ago`;
}

/** Whether a string names a time zone that this machine knows. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** Whether a text is a calendar date, `YYYY-MM-DD`, that there is. */
export const isLocalDate = (text: string): text is LocalDate =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(utc(text).getTime()) && iso(utc(text)) === text;

const timePattern = /^([01]?\d|2[0-3])(?:[:.h]?([0-5]\d)|h)$/;
const halfDayPattern = /^(1[0-2]|0?[1-9])(?:[:.]([0-5]\d))?\s*([ap])\.?m\.?$/;
const hourPattern = /^([01]?\d|2[0-3])$/;
const clock = (hour: number, minute = '00'): string => `${String(hour).padStart(2, '0')}:${minute}`;

/** "9:30", "9.30", "0930", "9h30", "9h", "9 am" or "9:30pm" as "09:30"; null for anything else. */
export function readTime(text: string): string | null {
  const said = text.trim().toLowerCase();
  const half = halfDayPattern.exec(said);
  if (half) return clock((Number(half[1]) % 12) + (half[3] === 'p' ? 12 : 0), half[2]);
  const match = timePattern.exec(said);
  return match ? clock(Number(match[1]), match[2]) : null;
}

/**
 * From when to when, as people write it: "7.30-15h", "7:30 to 15", "8–17", "9am until 5pm". A bare hour is one here.
 * @returns null where either end cannot be read; the ends may be the wrong way round
 */
export function readTimeSpan(text: string): { from: string; to: string } | null {
  const ends = text.trim().split(/\s*(?:\bto\b|\buntil\b|[–—-])\s*/i);
  if (ends.length !== 2) return null;
  const [from, to] = ends.map((end) => {
    const hour = hourPattern.exec(end.trim());
    return hour ? clock(Number(hour[1])) : readTime(end);
  });
  return from && to ? { from, to } : null;
}

/** A span as it stands in a field. @example writeTimeSpan({ from: '07:30', to: '15:00' }) // '07:30 to 15:00' */
export const writeTimeSpan = ({ from, to }: { from: string; to: string }): string => `${from} to ${to}`;

/** Minutes since midnight of a time of day. @example minutesOfDay('07:30') // 450 */
export const minutesOfDay = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
/** @example timeOfDay(450) // '07:30' */
export const timeOfDay = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
