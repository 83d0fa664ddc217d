import { type Logbook, carLabel } from '@calvik/core';

/** Which cars wait for something, by name. */
export const waitingFor = (logbook: Logbook, bookingIds: readonly string[]): string =>
  [...new Set(bookingIds.map((id) => carLabel(logbook, logbook.bookings.get(id)?.carId ?? '')))]
    .filter(Boolean)
    .join(', ');
