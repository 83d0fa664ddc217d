import type { Compound } from '../model';

/**
 * The next free label of a kind; labels written another way count for nothing.
 * @param letter what the kind begins with
 * @param further how many labels were given out since, and are not on record yet
 * @example nextLabel('P', [{ label: 'P-007' }, { label: 'old ones' }]) // 'P-008'
 */
export function nextLabel(letter: string, taken: readonly { label: string }[], further = 0): string {
  const numbers = taken.map(({ label }) => Number(new RegExp(`^${letter}-(\\d+)$`).exec(label)?.[1] ?? 0));
  return `${letter}-${String(Math.max(0, ...numbers) + 1 + further).padStart(3, '0')}`;
}

const plain = (name: string): string => name.trim().toLowerCase().replace(/\s+/g, ' ');

/** Whether a compound goes by this name, in capitals or not and however it is spaced. */
export const isNamed = (compound: Compound, name: string): boolean => plain(compound.name) === plain(name);

/** A compound in use by its name; null where there is none. */
export const compoundByName = (compounds: Iterable<Compound>, name: string): Compound | null =>
  [...compounds].find((c) => !c.archived && isNamed(c, name)) ?? null;
