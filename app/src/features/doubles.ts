import { type Logbook, lettersAndDigits } from '@calvik/core';

const plain = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

/** Whether two names are the same to a reader: case and blanks do not count. */
export const isSameName = (a: string, b: string): boolean => plain(a) !== '' && plain(a) === plain(b);

/** What is there already under a name or a label, in one sentence; null where nothing is. For fields that refuse doubles. */
export const takenBy =
  <T extends { id: string; archived: boolean }>(
    all: Iterable<T>,
    ownId: string | undefined,
    nameOf: (record: T) => string,
    what: (record: T) => string,
  ) =>
  (text: string): string | null => {
    const other = [...all].find((r) => r.id !== ownId && !r.archived && isSameName(nameOf(r), text));
    return other ? `There is one already: ${what(other)}.` : null;
  };

/** A car that somebody may be entering a second time: by its plate, or by its name under the same customer. @returns what it is; null where there is none */
export function carLike(
  logbook: Logbook,
  { id, customerId, name, plate }: { id?: string | undefined; customerId: string; name: string; plate: string },
): string | null {
  const other = [...logbook.cars.values()].find(
    (c) =>
      c.id !== id &&
      !c.archived &&
      ((lettersAndDigits(plate) !== '' && lettersAndDigits(c.plate) === lettersAndDigits(plate)) ||
        (c.customerId === customerId && isSameName(c.name, name))),
  );
  if (!other) return null;
  const owner = logbook.customers.get(other.customerId)?.name ?? '';
  return [other.name, other.plate, owner].filter(Boolean).join(', ');
}

/** A customer who may be there already: by name, or by phone. */
export function customerLike(
  logbook: Logbook,
  { id, name, phone }: { id?: string | undefined; name: string; phone: string },
): string | null {
  const other = [...logbook.customers.values()].find(
    (c) =>
      c.id !== id &&
      !c.archived &&
      (isSameName(c.name, name) ||
        (lettersAndDigits(phone).length > 4 && lettersAndDigits(c.phone) === lettersAndDigits(phone))),
  );
  return other ? [other.name, other.phone].filter(Boolean).join(', ') : null;
}
