import { type Logbook, isSameName, lettersAndDigits } from '@calvik/core';

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
