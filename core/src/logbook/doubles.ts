/** What somebody may be entering a second time. */
import type { Customer } from '../model';
import { lettersAndDigits } from './letters-and-digits';

/** A name as readers tell names apart: case and blanks do not count. @example plainName(' Ines  Berg') // 'ines berg' */
export const plainName = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

/** Whether two names are the same to a reader; an empty one is none. */
export const isSameName = (a: string, b: string): boolean => plainName(a) !== '' && plainName(a) === plainName(b);

/** "Berg, Ines" is "Ines Berg". */
const words = (name: string): string =>
  plainName(name).replace(/[,.;]/g, ' ').split(' ').filter(Boolean).sort().join(' ');

/** With fewer digits a phone number is no clue. */
const LEAST_PHONE = 5;

/** A customer who may be the same as one of others: by name, in whatever order its parts stand, or by phone; null where there is none. */
export function customerLike(
  others: Iterable<Customer>,
  { id, name, phone }: { id?: string | undefined; name: string; phone: string },
): Customer | null {
  const number = lettersAndDigits(phone);
  for (const other of others) {
    if (other.id === id || other.archived) continue;
    const hasNumber = number.length >= LEAST_PHONE && lettersAndDigits(other.phone) === number;
    if (hasNumber || (words(name) !== '' && words(name) === words(other.name))) return other;
  }
  return null;
}
