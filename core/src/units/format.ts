import { type Dimension, type Unit, fromCanonical, unitDefinition } from './convert';

export type UnitSystem = 'metric' | 'imperial';

interface Shown {
  unit: Unit;
  digits: number;
}

const shownIn: Record<Dimension, Record<UnitSystem, Shown>> = {
  temperature: { metric: { unit: 'degC', digits: 0 }, imperial: { unit: 'degF', digits: 0 } },
  temperatureDifference: { metric: { unit: 'K', digits: 0 }, imperial: { unit: 'degFDiff', digits: 0 } },
  pressure: { metric: { unit: 'kPa', digits: 1 }, imperial: { unit: 'psi', digits: 1 } },
  length: { metric: { unit: 'mm', digits: 1 }, imperial: { unit: 'in', digits: 3 } },
  altitude: { metric: { unit: 'm', digits: 0 }, imperial: { unit: 'ft', digits: 0 } },
  volume: { metric: { unit: 'mL', digits: 0 }, imperial: { unit: 'flOz', digits: 1 } },
  torque: { metric: { unit: 'Nm', digits: 0 }, imperial: { unit: 'lbfFt', digits: 0 } },
  force: { metric: { unit: 'kN', digits: 1 }, imperial: { unit: 'lbf', digits: 0 } },
  mass: { metric: { unit: 'kg', digits: 2 }, imperial: { unit: 'lb', digits: 2 } },
  share: { metric: { unit: 'percent', digits: 2 }, imperial: { unit: 'percent', digits: 2 } },
  duration: { metric: { unit: 'min', digits: 0 }, imperial: { unit: 'min', digits: 0 } },
  days: { metric: { unit: 'd', digits: 0 }, imperial: { unit: 'd', digits: 0 } },
};

/** Large quantities in the unit and with the digits that people use for them: litres, whole millimetres. */
function shownAs(value: number, dimension: Dimension, system: UnitSystem): Shown {
  const usual = shownIn[dimension][system];
  if (dimension === 'volume' && system === 'metric' && Math.abs(value) >= 5000) return { unit: 'L', digits: 1 };
  if (dimension === 'length' && Math.abs(value) >= 300) return { ...usual, digits: system === 'metric' ? 0 : 1 };
  // Play, run-out and wear: hundredths of a millimetre matter.
  if (dimension === 'length' && Math.abs(value) < 1 && value !== 0)
    return { ...usual, digits: system === 'metric' ? 3 : 4 };
  return usual;
}

/** The unit in which a dimension is shown to somebody who prefers `system`. */
export const preferredUnit = (dimension: Dimension, system: UnitSystem): Unit => shownIn[dimension][system].unit;

/**
 * A canonical value as people read it: figure and unit apart, so that a screen can set the figure big.
 * @param value in the dimension's canonical unit
 * @example quantityParts(38, 'torque', 'imperial') // { figure: '28', unit: 'lbf·ft' }
 */
export function quantityParts(
  value: number,
  dimension: Dimension,
  system: UnitSystem = 'metric',
  digits?: number,
): { figure: string; unit: string } {
  const shown = shownAs(value, dimension, system);
  const { unit } = shown;
  const figure = fromCanonical(value, unit).toFixed(digits ?? shown.digits);
  return { figure: Number(figure) === 0 ? figure.replace('-', '') : figure, unit: unitDefinition(unit).label };
}

/** A canonical value with its unit, in one string: `formatQuantity(205, 'temperature')` is "205 °C". */
export function formatQuantity(
  value: number,
  dimension: Dimension,
  system: UnitSystem = 'metric',
  digits?: number,
): string {
  const { figure, unit } = quantityParts(value, dimension, system, digits);
  return unit === '%' ? `${figure} %` : `${figure} ${unit}`;
}
