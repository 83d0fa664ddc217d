import type { Logbook } from '@calvik/core';

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
