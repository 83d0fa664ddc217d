/** Dates as people type them. Apart from the rest of the room: only what asks for one loads it. */
import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';
import { type LocalDate, daysBetween, plusDays } from './dates';

/** Which of day and month is written first. */
export type DateOrder = 'dayFirst' | 'monthFirst';

const numbered: Record<DateOrder, string[]> = {
  dayFirst: ['d/M/yy', 'd/M/yyyy', 'd/M'],
  monthFirst: ['M/d/yy', 'M/d/yyyy', 'M/d'],
};
const named = ['d MMM yy', 'd MMM yyyy', 'd MMM', 'MMM d yy', 'MMM d yyyy', 'MMM d'];
const spelledOut = named.map((pattern) => pattern.replace('MMM', 'MMMM'));
/** A year is two figures, or four. */
const fitsYear = (pattern: string, text: string): boolean =>
  pattern.endsWith('yyyy') ? /\b\d{4}$/.test(text) : !pattern.endsWith('yy') || /\b\d{2}$/.test(text);

const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*[\s,.]*/;
const EARLIEST = 1900;
const LATEST = 2199;

/**
 * The date that somebody has typed, in the reader's order of day and month; without a year the one that lies nearest to today. Nothing is guessed: what is no
 * date, or half of one, is none.
 * @param text like "5.1.27", "5/1/2027", "5 Jan", "2027-01-05", "tomorrow"
 * @returns null for anything else @example readDate('5.1.27', 'dayFirst', '2026-11-30') // '2027-01-05'
 */
export function readDate(text: string, order: DateOrder, today: LocalDate): LocalDate | null {
  const said = text.trim().toLowerCase().replace(WEEKDAY, '');
  const near = { yesterday: -1, today: 0, tomorrow: 1 }[said];
  if (near !== undefined) return plusDays(today, near);
  if (/^\d{4}-\d{1,2}-\d{1,2}$/.test(said)) return dateBy('yyyy-M-d', said);
  // Full stops, strokes and dashes part figures alike; the last one may be left over.
  const even = /[a-z]/.test(said)
    ? said
        .replace(/(\d)(st|nd|rd|th)\b/g, '$1')
        .replace(/[\s,.]+/g, ' ')
        .trim()
    : said.replace(/\s+/g, '').replace(/[.-]/g, '/').replace(/\/$/, '');
  for (const pattern of /[a-z]/.test(even) ? [...named, ...spelledOut] : numbered[order]) {
    if (!fitsYear(pattern, even)) continue;
    const found = pattern.includes('y') ? dateBy(pattern, even) : nearest(pattern, even, today);
    if (found) return found;
  }
  return null;
}

function dateBy(pattern: string, text: string): LocalDate | null {
  const read = parse(text, pattern, new Date(2026, 0, 1));
  const year = read.getFullYear();
  return isValid(read) && year >= EARLIEST && year <= LATEST ? format(read, 'yyyy-MM-dd') : null;
}

/** Of this year, the last and the next the date that is closest: the 29th of February may be in one of them alone. */
function nearest(pattern: string, text: string, today: LocalDate): LocalDate | null {
  const year = Number(today.slice(0, 4));
  const far = (date: LocalDate): number => Math.abs(daysBetween(today, date));
  return (
    [year, year - 1, year + 1]
      .flatMap((y) => dateBy(`${pattern} yyyy`, `${text} ${y}`) ?? [])
      .sort((a, b) => far(a) - far(b))[0] ?? null
  );
}

/** A date with figures alone, as the reader writes it. @example writeDate('2027-01-05', 'dayFirst') // '05/01/2027' */
export const writeDate = (date: LocalDate, order: DateOrder): string => {
  const [y, m, d] = date.split('-');
  return order === 'dayFirst' ? `${d}/${m}/${y}` : `${m}/${d}/${y}`;
};
