import { type Dimension, type Unit, fromCanonical, unitDefinition } from './convert';
import { parseQuantity } from './parse';

export type UnitSystem = 'metric' | 'imperial';

interface Shown {
  unit: Unit;
  digits: number;
}

const shownIn: Record<Dimension, Record<UnitSystem, Shown>> = {
  temperature: { metric: { unit: 'degC', digits: 0 }, imperial: { unit: 'degF', digits: 0 } },
  temperatureDifference: { metric: { unit: 'K', digits: 0 }, imperial: { unit: 'degFDiff', digits: 0 } },
  pressure: { metric: { unit: 'bar', digits: 2 }, imperial: { unit: 'psi', digits: 1 } },
  length: { metric: { unit: 'mm', digits: 1 }, imperial: { unit: 'in', digits: 3 } },
  altitude: { metric: { unit: 'm', digits: 0 }, imperial: { unit: 'ft', digits: 0 } },
  volume: { metric: { unit: 'mL', digits: 0 }, imperial: { unit: 'flOz', digits: 1 } },
  torque: { metric: { unit: 'Nm', digits: 1 }, imperial: { unit: 'lbfFt', digits: 1 } },
  force: { metric: { unit: 'kN', digits: 1 }, imperial: { unit: 'lbf', digits: 0 } },
  mass: { metric: { unit: 'kg', digits: 2 }, imperial: { unit: 'lb', digits: 2 } },
  share: { metric: { unit: 'percent', digits: 2 }, imperial: { unit: 'percent', digits: 2 } },
  duration: { metric: { unit: 'min', digits: 0 }, imperial: { unit: 'min', digits: 0 } },
  days: { metric: { unit: 'd', digits: 0 }, imperial: { unit: 'd', digits: 0 } },
  speed: { metric: { unit: 'kmh', digits: 0 }, imperial: { unit: 'mph', digits: 0 } },
  distance: { metric: { unit: 'km', digits: 0 }, imperial: { unit: 'mile', digits: 0 } },
  area: { metric: { unit: 'mm2', digits: 0 }, imperial: { unit: 'in2', digits: 2 } },
};

/** Where a nought behind the point says nothing of how well it was read. */
const trimmed: ReadonlySet<Dimension> = new Set<Dimension>(['torque', 'share', 'pressure']);

/** Large quantities in the unit and with the digits that people use for them: litres, whole millimetres. */
function shownAs(value: number, dimension: Dimension, system: UnitSystem): Shown {
  const usual = shownIn[dimension][system];
  if (dimension === 'volume' && system === 'metric' && Math.abs(value) >= 5000) return { unit: 'L', digits: 1 };
  if (dimension === 'length' && Math.abs(value) >= 300) return { ...usual, digits: system === 'metric' ? 0 : 1 };
  if (dimension === 'mass' && Math.abs(value) >= 100) return { ...usual, digits: 0 };
  // Play, run-out and wear: hundredths of a millimetre matter.
  if (dimension === 'length' && Math.abs(value) < 1 && value !== 0)
    return { ...usual, digits: system === 'metric' ? 3 : 4 };
  return usual;
}

/** A unit as it stands after a figure: one day, two days. */
const labelOf = (unit: Unit, figure: string): string => {
  const { label, one } = unitDefinition(unit);
  return figure === '1' && one !== undefined ? one : label;
};

/** Digits behind the point that a value is shown with, unless somebody wants others. */
export const shownDigits = (value: number, dimension: Dimension, system: UnitSystem): number =>
  shownAs(value, dimension, system).digits;

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
  const fixed = fromCanonical(value, unit).toFixed(digits ?? shown.digits);
  // Sheets say 38 and 9.5: no nought that nobody wrote, and no half that is rounded away.
  const figure = dimension === 'torque' && digits === undefined ? fixed.replace(/\.0$/, '') : fixed;
  return { figure: Number(figure) === 0 ? figure.replace('-', '') : figure, unit: labelOf(unit, figure) };
}

/** A canonical value with its unit, in one string: `formatQuantity(205, 'temperature')` is "205 °C". */
export function formatQuantity(
  value: number,
  dimension: Dimension,
  system: UnitSystem = 'metric',
  digits?: number,
): string {
  const { figure, unit } = quantityParts(value, dimension, system, digits);
  return `${figure} ${unit}`;
}

/**
 * A canonical value as a text that is read back as that very value, for a form in which somebody may change something else: in the unit of
 * `system` if that takes a few digits, else in that of the other, as it was once typed. Exact for up to nine significant digits in either.
 */
export function exactText(value: number, dimension: Dimension, system: UnitSystem = 'metric'): string {
  const other = system === 'metric' ? 'imperial' : 'metric';
  for (const { unit, digits } of [shownAs(value, dimension, system), shownAs(value, dimension, other)])
    for (let more = 0; more <= 3; more++) {
      const fixed = fromCanonical(value, unit).toFixed(digits + more);
      const isTrimmed = more > 0 || trimmed.has(dimension);
      const figure = isTrimmed ? fixed.replace(/(\.\d*?)0+$/, '$1').replace(/\.$/, '') : fixed;
      const text = `${figure} ${labelOf(unit, figure)}`;
      const read = parseQuantity(text, dimension);
      if (read.ok && read.value === value) return text;
    }
  const { unit } = shownIn[dimension][system];
  return `${fromCanonical(value, unit)} ${unitDefinition(unit).label}`;
}
