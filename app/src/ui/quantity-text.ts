import { type Dimension, quantityParts } from '@calvik/core';

/** What a quantity field begins with: the figure with its unit, so that nobody has to guess. */
export const quantityText = (value: number | null, dimension: Dimension, system: 'metric' | 'imperial'): string => {
  if (value === null) return '';
  const { figure, unit } = quantityParts(value, dimension, system);
  return `${figure} ${unit}`;
};
