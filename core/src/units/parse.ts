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
  distance: 'km',
  area: 'mm2',
};

const number = String.raw`[-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+)`;
/** "1 h 30 min", "1h30": hours and what is over, as people say how long something takes. */
const hoursAndMinutes = /^(\d{1,3})\s*(?:h|hrs?|hours?)\s*(?:and\s+)?([0-5]?\d)\s*(?:m|mins?|minutes?)?$/i;
const evened = (text: string): string =>
  text
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/\u00a0/g, ' ');
/** "1,200" is twelve hundred to one reader and a little over one to the next. */
const isReadTwoWays = (text: string): boolean => /\d,\d{3}(?!\d)/.test(text) && !/(^|\D)0,\d{3}/.test(text);
const pattern = new RegExp(String.raw`^(?:(?:(\d+)\s+)?(\d+)/(\d+)|(${number}))\s*(.*)$`);

/** The unit that a bare number is taken to be in, unless the caller says another. */
export const defaultUnit = (dimension: Dimension): Unit => canonicalUnit[dimension];

/**
 * Reads what a person types for a quantity: "28 lbft", "401F", "0,5 l", "1/2 in", "13.2", "1 h 30 min".
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
  const cleaned = evened(text);
  const cannot = (problem: QuantityProblem, what = cleaned): ParsedQuantity => ({
    ok: false,
    problem,
    text: what,
    dimension,
  });
  if (cleaned === '') return cannot('empty');
  if (isReadTwoWays(cleaned)) return cannot('ambiguous');
  const parts = dimension === 'duration' ? hoursAndMinutes.exec(cleaned) : null;
  if (parts) {
    const minutes = Number(parts[1]) * 60 + Number(parts[2]);
    return { ok: true, value: minutes, typed: minutes, unit: 'min' };
  }
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

/**
 * Reads a bare figure, with a point or a comma; words that may stand behind it are named. Nothing is guessed: "1,200", "0x10" and "1e3" are none.
 * @returns null for anything else, and for nothing @example readFigure('12,5 laps', ['lap', 'laps']) // 12.5
 */
export function readFigure(text: string, words: readonly string[] = []): number | null {
  const match = new RegExp(String.raw`^(${number})\s*(.*)$`).exec(evened(text));
  if (!match || isReadTwoWays(match[1]!)) return null;
  const word = match[2]!.toLowerCase();
  const value = Number(match[1]!.replace(',', '.'));
  return Number.isFinite(value) && (word === '' || words.includes(word)) ? value : null;
}

/** A whole number from nought on, as typed; null for anything else. @example readCount('6 laps', ['laps']) // 6 */
export function readCount(text: string, words: readonly string[] = []): number | null {
  const value = readFigure(text, words);
  return value !== null && Number.isSafeInteger(value) && value >= 0 ? value : null;
}

/** The canonical unit's name per dimension, as kept in stored facts. */
export const canonicalName = (dimension: Dimension): string => dimensions[dimension];
