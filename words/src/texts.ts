import type { Place } from '@calvik/core';
import type { Say } from './reader';

/** A sentence for every code of a subject; a code without one does not compile. */
export type TextsFor<Values> = { [C in keyof Values]: (values: Values[C], place: Place, say: Say) => string };

/** The dialect of everything that is said here: British. */
const DIALECT = 'en-GB';
const lists = new Intl.ListFormat(DIALECT, { type: 'conjunction' });
const plurals = new Intl.PluralRules(DIALECT);

/** "a, b and c" */
export const list = (items: readonly string[]): string => lists.format(items);
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** The form of a word that goes with a count. @example plural(2, 'does', 'do') // 'do' */
export const plural = (count: number, one: string, many = `${one}s`): string =>
  plurals.select(count) === 'one' ? one : many;
/** "1 day", "5 days" */
export const counted = (count: number, one: string, many?: string): string => `${count} ${plural(count, one, many)}`;

/** The hour of load-up, to be put behind its day: ", 14:00"; empty where nobody has said one. */
export const loadUpHour = ({ loadUpTime }: { loadUpTime: string | null }): string =>
  loadUpTime ? `, ${loadUpTime}` : '';
