import type { Logbook } from '@calvik/core';
import { useLogbook } from '../../state/hooks';

/** A price in the shop's currency. */
export const useMoney = (): ((minor: number) => string) => {
  const { currency } = useLogbook().shop;
  return (minor) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(minor / 100);
};

/** Which cars wait for something, by name. */
export const waitingFor = (logbook: Logbook, bookingIds: readonly string[]): string =>
  [...new Set(bookingIds.map((id) => logbook.cars.get(logbook.bookings.get(id)?.carId ?? '')?.name ?? ''))]
    .filter(Boolean)
    .join(', ');
