import { type Dimension, type Unit, dimensions, toCanonical, unitDefinition, units } from './convert';

export type ParsedQuantity = { ok: true; value: number; typed: number; unit: Unit } | { ok: false; message: string };

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
};

const examples: Record<Dimension, string> = {
  temperature: '205 or 401F',
  temperatureDifference: '30 or 54F',
  pressure: '101 kPa, 1.0 bar or 15 psi',
  length: '13.2 or 0.52 in',
  altitude: '350 or 1150 ft',
  volume: '250 ml or 0.5 l',
  torque: '38 or 28 lbft',
  force: '12 kN',
  mass: '4.2 or 9.3 lb',
  share: '1.5',
  duration: '60 or 1 h',
  days: '90 or 12 weeks',
};

const number = String.raw`[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)`;
const pattern = new RegExp(String.raw`^(?:(?:(\d+)\s+)?(\d+)/(\d+)|(${number}))\s*(.*)$`);

/** The unit that a bare number is taken to be in, unless the caller says another. */
export const defaultUnit = (dimension: Dimension): Unit => canonicalUnit[dimension];

/** What could be typed for this dimension, for hints and for error sentences. */
export const typingExample = (dimension: Dimension): string => examples[dimension];

/**
 * Reads what a person types for a quantity: "28 lbft", "401F", "0,5 l", "1/2 in", "13.2".
 * @param text what was typed
 * @param dimension what is wanted; a unit of another dimension is refused
 * @param assumed the unit of a bare number; default: the canonical unit
 * @returns the canonical value, with the number and unit as typed, or a sentence saying what is wrong
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
  if (cleaned === '') return { ok: false, message: `Type a figure, for example ${examples[dimension]}.` };
  if (/\d,\d{3}(?!\d)/.test(cleaned) && !/(^|\D)0,\d{3}/.test(cleaned)) {
    return {
      ok: false,
      message: `“${cleaned}” can be read two ways: use a point for decimals and nothing for thousands.`,
    };
  }
  const match = pattern.exec(cleaned);
  if (!match) return { ok: false, message: `“${cleaned}” is not a figure. Type it like ${examples[dimension]}.` };
  const [, whole, numerator, denominator, decimal, suffix = ''] = match;
  const typed =
    decimal !== undefined
      ? Number(decimal.replace(',', '.'))
      : Number(whole ?? 0) + Number(numerator) / Number(denominator);
  if (!Number.isFinite(typed)) return { ok: false, message: `“${cleaned}” is not a figure that can be used.` };
  const key = squeeze(suffix);
  const unit = key === '' ? assumed : aliasTable.get(`${dimension}:${key}`);
  if (!unit) {
    return {
      ok: false,
      message: `“${suffix.trim()}” is not a unit of ${spoken[dimension]}. Type it like ${examples[dimension]}.`,
    };
  }
  return { ok: true, value: toCanonical(typed, unit), typed, unit };
}

const spoken: Record<Dimension, string> = {
  temperature: 'temperature',
  temperatureDifference: 'temperature difference',
  pressure: 'pressure',
  length: 'length',
  altitude: 'altitude',
  volume: 'volume',
  torque: 'torque',
  force: 'force',
  mass: 'mass',
  share: 'share',
  duration: 'duration',
  days: 'time',
};

/** The canonical unit's name per dimension, as kept in stored facts. */
export const canonicalName = (dimension: Dimension): string => dimensions[dimension];
