import type { Place } from '@calvik/core';
import type { Say } from './reader';

/** A sentence for every code of a subject; a code without one does not compile. */
export type TextsFor<Values> = { [C in keyof Values]: (values: Values[C], place: Place, say: Say) => string };

/** "a, b and c" */
export const list = (items: readonly string[]): string =>
  items.length > 1 ? `${items.slice(0, -1).join(', ')} and ${items.at(-1)}` : (items[0] ?? '');
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** "1 day", "5 days" */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

/** The hour of load-up, to be put behind its day: ", 14:00"; empty where nobody has said one. */
export const loadUpHour = ({ loadUpTime }: { loadUpTime: string | null }): string =>
  loadUpTime ? `, ${loadUpTime}` : '';
