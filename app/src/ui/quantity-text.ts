import type { Dimension } from '@calvik/core';
import { exactText, formatQuantity, parseQuantity, preferredUnit, quantityParts } from '@calvik/core/units';

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

/** What was typed, said the other way: in the other system, or in one’s own where it was typed in a foreign unit; null for no figure. */
export function otherWay(text: string, dimension: Dimension, system: 'metric' | 'imperial'): string | null {
  const own = preferredUnit(dimension, system);
  const parsed = parseQuantity(text, dimension, own);
  if (!parsed.ok) return null;
  const other = system === 'metric' ? 'imperial' : 'metric';
  return formatQuantity(parsed.value, dimension, parsed.unit === own ? other : system);
}
