import { createContext, useContext, useMemo } from 'react';
import type { Dimension, UnitSystem } from '@calvik/core';
import { formatQuantity } from '@calvik/core/units';

/** The system of units that whoever uses this device prefers: the app provides it, whatever is drawn takes it. */
export const UnitsContext = createContext<UnitSystem>('metric');

export interface Units {
  system: UnitSystem;
  show: (value: number, dimension: Dimension, digits?: number) => string;
  /** The same in the other system, for where a conversion can hurt. */
  other: (value: number, dimension: Dimension) => string;
}

/** Quantities in the units that this person prefers. */
export function useUnits(): Units {
  const system = useContext(UnitsContext);
  return useMemo(
    () => ({
      system,
      show: (value, dimension, digits) => formatQuantity(value, dimension, system, digits),
      other: (value, dimension) => formatQuantity(value, dimension, system === 'metric' ? 'imperial' : 'metric'),
    }),
    [system],
  );
}
