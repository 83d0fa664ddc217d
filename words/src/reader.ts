import type { Dimension, Instant, LocalDate, Quantity, UnitSystem } from '@calvik/core';
import { dateIn, longDate, shortDate, timeIn } from '@calvik/core/calendar';
import { formatQuantity } from '@calvik/core/units';

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

/** @example sayTo({ units: 'imperial', timeZone: 'UTC' }).quantity(mm(25.4)) // '1.000 in' */
export function sayTo({ units, timeZone }: Reader): Say {
  const value = (canonical: number, measure: Dimension, digits?: number): string =>
    formatQuantity(canonical, measure, units, digits);
  const quantity = (q: Quantity, digits?: number): string => value(q.value, q.measure, digits);
  const other: UnitSystem = units === 'metric' ? 'imperial' : 'metric';
  return {
    units,
    value,
    quantity,
    fine: (q) => quantity(q, units === 'metric' ? 2 : 4),
    finest: (q) => quantity(q, units === 'metric' ? 3 : 4),
    both: (q) => {
      const [own, others] = [quantity(q), formatQuantity(q.value, q.measure, other)];
      return own === others ? own : `${own} (${others})`;
    },
    date: longDate,
    day: shortDate,
    span: (from, to) => `${shortDate(dateIn(from, timeZone))} ${timeIn(from, timeZone)}–${timeIn(to, timeZone)}`,
    moment: (at) => `${longDate(dateIn(at, timeZone))} ${timeIn(at, timeZone)}`,
  };
}
