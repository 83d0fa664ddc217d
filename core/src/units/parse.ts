import { type Dimension, type Unit, dimensions, toCanonical, unitDefinition, units } from './convert';

export type ParsedQuantity =
  | { ok: true; value: number; typed: number; unit: Unit }
  | { ok: false; problem: QuantityProblem; text: string; dimension: Dimension };

/** Why a text cannot be read as a quantity. */
export type QuantityProblem = 'empty' | 'ambiguous' | 'notAFigure' | 'notUsable' | 'unknownUnit';

const squeeze = (text: string): string => text.toLowerCase().replace(/\s+/g, '').replace(/\.$/, '');

const aliasTable = new Map<string, Unit>(
  (Object.keys(units) as Unit[]).flatMap((unit) =>
    [...unitDefinition(unit).aliases, squeeze(unitDefinition(unit).label)].map(
      (alias) => [`${unitDefinition(unit).dimension}:${alias}`, unit] as const,
    ),
  ),
);

const canonicalUnit: Record<Dimension, Unit> = {
  temperature: 'degC',
  temperatureDifference: 'K',
  pressure: 'kPa',
  length: 'mm',
  altitude: 'm',
  volume: 'mL',
  torque: 'Nm',
  force: 'kN',
  mass: 'kg',
  share: 'percent',
  duration: 'min',
  days: 'd',
  speed: 'kmh',
  area: 'mm2',
};

const number = String.raw`[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)`;
const pattern = new RegExp(String.raw`^(?:(?:(\d+)\s+)?(\d+)/(\d+)|(${number}))\s*(.*)$`);

/** The unit that a bare number is taken to be in, unless the caller says another. */
export const defaultUnit = (dimension: Dimension): Unit => canonicalUnit[dimension];

/**
 * Reads what a person types for a quantity: "28 lbft", "401F", "0,5 l", "1/2 in", "13.2".
 * @param text what was typed
 * @param dimension what is wanted; a unit of another dimension is refused
 * @param assumed the unit of a bare number; default: the canonical unit
 * @returns the canonical value, with the number and unit as typed, or what is wrong with it
 */
export function parseQuantity(
  text: string,
  dimension: Dimension,
  assumed: Unit = canonicalUnit[dimension],
): ParsedQuantity {
  const cleaned = text
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/\u00a0/g, ' ');
  const cannot = (problem: QuantityProblem, what = cleaned): ParsedQuantity => ({
    ok: false,
    problem,
    text: what,
    dimension,
  });
  if (cleaned === '') return cannot('empty');
  if (/\d,\d{3}(?!\d)/.test(cleaned) && !/(^|\D)0,\d{3}/.test(cleaned)) return cannot('ambiguous');
  const match = pattern.exec(cleaned);
  if (!match) return cannot('notAFigure');
  const [, whole, numerator, denominator, decimal, suffix = ''] = match;
  const typed =
    decimal !== undefined
      ? Number(decimal.replace(',', '.'))
      : Number(whole ?? 0) + Number(numerator) / Number(denominator);
  if (!Number.isFinite(typed)) return cannot('notUsable');
  const key = squeeze(suffix);
  const unit = key === '' ? assumed : aliasTable.get(`${dimension}:${key}`);
  if (!unit) return cannot('unknownUnit', suffix.trim());
  return { ok: true, value: toCanonical(typed, unit), typed, unit };
}

/** The canonical unit's name per dimension, as kept in stored facts. */
export const canonicalName = (dimension: Dimension): string => dimensions[dimension];
