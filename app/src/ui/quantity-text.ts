import { type Dimension, exactText, quantityParts } from '@calvik/core';

/** A computed figure as people read it, to begin a quantity field with: rounded, with its unit, so that nobody has to guess. */
export const quantityText = (value: number, dimension: Dimension, system: 'metric' | 'imperial'): string => {
  const { figure, unit } = quantityParts(value, dimension, system);
  return `${figure} ${unit}`;
};

/** What stands on record, or was read off an instrument, in a quantity field: it is kept as it stands when nobody touches it. */
export const recordText = (
  value: number | null | undefined,
  dimension: Dimension,
  system: 'metric' | 'imperial',
): string => (value === null || value === undefined ? '' : exactText(value, dimension, system));
