/**
 * Units that people in the trade mix freely, each with its factor to the canonical unit of its
 * dimension. Factors: NIST Special Publication 811 (2008), Appendix B.8, and the exact definitions
 * behind them (1 in = 25.4 mm, 1 lb = 0.453 592 37 kg, 1 US fl oz = 29.573 529 562 5 mL).
 */
export const dimensions = {
  temperature: 'degC',
  temperatureDifference: 'K',
  pressure: 'kPa',
  length: 'mm',
  altitude: 'm',
  volume: 'mL',
  torque: 'N·m',
  force: 'kN',
  mass: 'kg',
  share: '%',
  duration: 'min',
  days: 'd',
  speed: 'kmh',
  distance: 'km',
  area: 'mm2',
} as const;

export type Dimension = keyof typeof dimensions;

interface UnitDefinition {
  dimension: Dimension;
  /** canonical = (value + offset) × factor */
  factor: number;
  offset?: number;
  label: string;
  /** After the figure 1, where that is another word. */
  one?: string;
  aliases: readonly string[];
}

const ATM_KPA = 101.325;

/** Every unit that may be typed or shown. `aliases` are matched without case and spaces. */
export const units = {
  degC: { dimension: 'temperature', factor: 1, label: '°C', aliases: ['c', '°c', 'degc', 'celsius'] },
  degF: {
    dimension: 'temperature',
    factor: 5 / 9,
    offset: -32,
    label: '°F',
    aliases: ['f', '°f', 'degf', 'fahrenheit'],
  },
  K: { dimension: 'temperatureDifference', factor: 1, label: '°C', aliases: ['k', 'c', '°c', 'degc'] },
  degFDiff: { dimension: 'temperatureDifference', factor: 5 / 9, label: '°F', aliases: ['f', '°f', 'degf'] },
  kPa: { dimension: 'pressure', factor: 1, label: 'kPa', aliases: ['kpa'] },
  bar: { dimension: 'pressure', factor: 100, label: 'bar', aliases: ['bar', 'bars'] },
  mbar: { dimension: 'pressure', factor: 0.1, label: 'mbar', aliases: ['mbar', 'hpa', 'millibar'] },
  psi: { dimension: 'pressure', factor: 6.894757, label: 'psi', aliases: ['psi', 'lbf/in2', 'lbs/in2'] },
  mmHg: { dimension: 'pressure', factor: ATM_KPA / 760, label: 'mmHg', aliases: ['mmhg', 'torr'] },
  inHg: { dimension: 'pressure', factor: 3.386389, label: 'inHg', aliases: ['inhg', '"hg'] },
  mm: { dimension: 'length', factor: 1, label: 'mm', aliases: ['mm', 'millimetre', 'millimeter'] },
  cm: { dimension: 'length', factor: 10, label: 'cm', aliases: ['cm'] },
  lengthM: { dimension: 'length', factor: 1000, label: 'm', aliases: ['m', 'metre', 'meter'] },
  in: { dimension: 'length', factor: 25.4, label: 'in', aliases: ['in', 'inch', 'inches', '"', '″'] },
  thou: { dimension: 'length', factor: 0.0254, label: 'thou', aliases: ['thou', 'mil'] },
  m: { dimension: 'altitude', factor: 1, label: 'm', aliases: ['m', 'metre', 'metres', 'meter', 'meters'] },
  ft: { dimension: 'altitude', factor: 0.3048, label: 'ft', aliases: ['ft', 'feet', 'foot', "'"] },
  mL: { dimension: 'volume', factor: 1, label: 'mL', aliases: ['ml', 'cc', 'cm3'] },
  cL: { dimension: 'volume', factor: 10, label: 'cL', aliases: ['cl'] },
  L: { dimension: 'volume', factor: 1000, label: 'L', aliases: ['l', 'litre', 'liter', 'litres', 'liters'] },
  flOz: { dimension: 'volume', factor: 29.5735295625, label: 'fl oz', aliases: ['floz', 'oz', 'usfloz'] },
  pint: { dimension: 'volume', factor: 473.176473, label: 'US pt', aliases: ['pt', 'pint', 'uspt'] },
  Nm: { dimension: 'torque', factor: 1, label: 'N·m', aliases: ['nm', 'n·m', 'n.m', 'n*m', 'newtonmetre'] },
  lbfFt: {
    dimension: 'torque',
    factor: 1.355817948,
    label: 'lbf·ft',
    aliases: ['lbft', 'lbfft', 'lbf·ft', 'lb-ft', 'lbf-ft', 'ftlb', 'ft-lb', 'ftlbs', 'ft-lbs', 'lb·ft', 'ft·lb'],
  },
  lbfIn: {
    dimension: 'torque',
    factor: 0.112984829,
    label: 'lbf·in',
    aliases: ['lbin', 'lbfin', 'lb-in', 'inlb', 'in-lb', 'inlbs'],
  },
  kmh: { dimension: 'speed', factor: 1, label: 'km/h', aliases: ['km/h', 'kmh', 'kph'] },
  mph: { dimension: 'speed', factor: 1.609344, label: 'mph', aliases: ['mph', 'mi/h'] },
  mPerS: { dimension: 'speed', factor: 3.6, label: 'm/s', aliases: ['m/s', 'mps'] },
  knot: { dimension: 'speed', factor: 1.852, label: 'kn', aliases: ['kn', 'knot', 'knots', 'kt'] },
  mm2: { dimension: 'area', factor: 1, label: 'mm²', aliases: ['mm2', 'mm²'] },
  cm2: { dimension: 'area', factor: 100, label: 'cm²', aliases: ['cm2', 'cm²'] },
  in2: { dimension: 'area', factor: 645.16, label: 'in²', aliases: ['in2', 'in²', 'sqin'] },
  kgfM: { dimension: 'torque', factor: 9.80665, label: 'kgf·m', aliases: ['kgm', 'kgfm', 'kgf·m', 'mkg'] },
  kN: { dimension: 'force', factor: 1, label: 'kN', aliases: ['kn'] },
  N: { dimension: 'force', factor: 0.001, label: 'N', aliases: ['n'] },
  lbf: { dimension: 'force', factor: 0.004448222, label: 'lbf', aliases: ['lbf'] },
  kg: { dimension: 'mass', factor: 1, label: 'kg', aliases: ['kg'] },
  g: { dimension: 'mass', factor: 0.001, label: 'g', aliases: ['g', 'gram', 'grams'] },
  lb: { dimension: 'mass', factor: 0.45359237, label: 'lb', aliases: ['lb', 'lbs', 'pound', 'pounds'] },
  percent: { dimension: 'share', factor: 1, label: '%', aliases: ['%', 'percent', 'pct'] },
  min: { dimension: 'duration', factor: 1, label: 'min', aliases: ['min', 'mins', 'minutes', 'm'] },
  h: { dimension: 'duration', factor: 60, label: 'h', aliases: ['h', 'hr', 'hrs', 'hour', 'hours'] },
  km: { dimension: 'distance', factor: 1, label: 'km', aliases: ['km', 'kms', 'kilometres'] },
  mile: { dimension: 'distance', factor: 1.609344, label: 'mi', aliases: ['mi', 'mile', 'miles'] },
  d: { dimension: 'days', factor: 1, label: 'days', one: 'day', aliases: ['d', 'day', 'days'] },
  week: { dimension: 'days', factor: 7, label: 'weeks', one: 'week', aliases: ['w', 'wk', 'week', 'weeks'] },
} as const satisfies Record<string, UnitDefinition>;

export type Unit = keyof typeof units;

/** Twelve significant digits: enough for any instrument, few enough to swallow binary noise. */
const tidy = (x: number): number => Number(x.toPrecision(12));

/** The definition of a unit, with its optional offset made visible to the type checker. */
export const unitDefinition = (unit: Unit): UnitDefinition => units[unit];

/**
 * A value in `unit` as a value in the canonical unit of its dimension.
 * @example toCanonical(28, 'lbfFt') // 37.962902544 N·m
 */
export function toCanonical(value: number, unit: Unit): number {
  const { factor, offset = 0 } = unitDefinition(unit);
  return tidy((value + offset) * factor);
}

/**
 * A canonical value (°C, kPa, mm, m, mL, N·m, kg, %, min) in another unit of the same dimension.
 * `fromCanonical(toCanonical(x, u), u) === x` for anything typed with up to nine significant digits.
 */
export function fromCanonical(value: number, unit: Unit): number {
  const { factor, offset = 0 } = unitDefinition(unit);
  const back = value / factor - offset;
  // An offset cancels digits: what is left of 1e-12 of the larger term is noise, not a reading.
  const noise = 1e-11 * Math.max(Math.abs(value / factor), Math.abs(offset));
  return tidy(Number(back.toFixed(noise > 0 ? Math.max(0, Math.min(100, -Math.ceil(Math.log10(noise)))) : 12)));
}
