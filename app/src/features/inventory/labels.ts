import type { Dimension, Logbook, RotorPair } from '@calvik/core';

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
