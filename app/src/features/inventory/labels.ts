import type { Dimension, Logbook, RotorPair } from '@calvik/core';

/** The next free label of a kind: P-001, R-014; or one further on. */
export function nextLabel(letter: string, taken: readonly { label: string }[], further = 0): string {
  const numbers = taken.map(({ label }) => Number(new RegExp(`^${letter}-(\\d+)$`).exec(label)?.[1] ?? 0));
  return `${letter}-${String(Math.max(0, ...numbers) + 1 + further).padStart(3, '0')}`;
}

/** Whose a part may be: stock, or one of the cars. */
export const ownerOptions = (logbook: Logbook): { value: string; label: string }[] => [
  { value: 'none', label: 'Stock' },
  ...[...logbook.cars.values()]
    .filter((c) => !c.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map((c) => ({ value: c.id, label: c.name })),
];

/** When a rotor is out: by its thickness, or by its weight. */
export const rotorLimitText = (
  pair: RotorPair,
  show: (value: number, dimension: Dimension, digits?: number) => string,
  digits: number,
): string =>
  pair.material === 'carbonCeramic' && pair.minMassKg !== null
    ? `out under ${show(pair.minMassKg, 'mass')}, by weight`
    : pair.discardThicknessMm === null
      ? 'no discard thickness on record'
      : `discard at ${show(pair.discardThicknessMm, 'length', digits)}`;

/** A compound of this name, whatever its spelling; null where there is none. */
export const compoundByName = (logbook: Logbook, name: string) => {
  const key = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');
  return [...logbook.compounds.values()].find((c) => !c.archived && key(c.name) === key(name)) ?? null;
};
