import type { Dimension, Instant, LocalDate, Quantity, UnitSystem } from '@calvik/core';
import { dateIn, longDate, shortDate, timeIn } from '@calvik/core/calendar';
import { formatQuantity, shownDigits } from '@calvik/core/units';

/** Whoever reads: in which units, and by which clock. */
export interface Reader {
  units: UnitSystem;
  /** IANA name of the shop's time zone. */
  timeZone: string;
}

/** How quantities and dates are said to a reader. */
export interface Say {
  units: UnitSystem;
  quantity: (q: Quantity, digits?: number) => string;
  /** A length of which hundredths of a millimetre matter: rotors, run-out. */
  fine: (q: Quantity) => string;
  /** A length of which thousandths matter: thickness variation. */
  finest: (q: Quantity) => string;
  /** In the reader's units, and in the other system's in brackets where that differs: for figures that a conversion can get wrong. */
  both: (q: Quantity) => string;
  value: (value: number, measure: Dimension, digits?: number) => string;
  /** "12 Sep 2026" */
  date: (date: LocalDate) => string;
  /** "Sat 12 Sep" */
  day: (date: LocalDate) => string;
  /** "Sat 12 Sep 09:00–10:00" */
  span: (from: Instant, to: Instant) => string;
  /** "12 Sep 2026 09:00" */
  moment: (at: Instant) => string;
}

/** Ways of saying a quantity, out of one. */
const quantities = (
  units: UnitSystem,
  quantity: Say['quantity'],
): Pick<Say, 'quantity' | 'fine' | 'finest' | 'both'> => ({
  quantity,
  fine: (q) => quantity(q, units === 'metric' ? 2 : 4),
  finest: (q) => quantity(q, units === 'metric' ? 3 : 4),
  both: (q) => {
    const own = quantity(q);
    const others = formatQuantity(q.value, q.measure, units === 'metric' ? 'imperial' : 'metric');
    return own === others ? own : `${own} (${others})`;
  },
});

/** More digits than this tell of nothing that anybody reads. */
const MOST_MORE_DIGITS = 3;

/**
 * The same reader, told of figures that stand against each other: two of one measure that differ never read alike. Digits are added to both until they
 * can be told apart.
 * @param told all figures of one sentence
 * @example tellApart(say, [mm(2.997), mm(3)]).quantity(mm(2.997)) // '2.997 mm', and its limit '3.000 mm'
 */
export function tellApart(say: Say, told: readonly Quantity[]): Say {
  if (told.length < 2) return say;
  const quantity = (q: Quantity, digits?: number): string => {
    const plain = say.quantity(q, digits);
    const alike = told.filter(
      (o) => o.measure === q.measure && o.value !== q.value && say.quantity(o, digits) === plain,
    );
    const least = digits ?? shownDigits(q.value, q.measure, say.units);
    for (let more = 1; alike.length > 0 && more <= MOST_MORE_DIGITS; more++) {
      const text = say.quantity(q, least + more);
      if (alike.every((o) => say.quantity(o, least + more) !== text)) return text;
    }
    return plain;
  };
  return { ...say, ...quantities(say.units, quantity) };
}

/** @example sayTo({ units: 'imperial', timeZone: 'UTC' }).quantity(mm(25.4)) // '1.000 in' */
export function sayTo({ units, timeZone }: Reader): Say {
  const value = (canonical: number, measure: Dimension, digits?: number): string =>
    formatQuantity(canonical, measure, units, digits);
  const quantity = (q: Quantity, digits?: number): string => value(q.value, q.measure, digits);
  return {
    units,
    value,
    ...quantities(units, quantity),
    date: longDate,
    day: shortDate,
    span: (from, to) => `${shortDate(dateIn(from, timeZone))} ${timeIn(from, timeZone)}–${timeIn(to, timeZone)}`,
    moment: (at) => `${longDate(dateIn(at, timeZone))} ${timeIn(at, timeZone)}`,
  };
}
