import type { LocalDate } from '../calendar';
import type { Logbook } from './logbook';

/** Whether the shop is shut for the whole of a day: holidays too, on which nobody delivers either. */
export const shopIsShut =
  (logbook: Logbook) =>
  (date: LocalDate): boolean =>
    logbook.shop.closedDays.some(
      (d) => d.from <= date && date <= d.to && d.part !== 'morning' && d.part !== 'afternoon',
    );
