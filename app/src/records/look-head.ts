import { type Logbook, carLabel, dateIn, longDate } from '@calvik/core';
import type { AnotherLook } from '@calvik/core/run-up';
import { carOf, handsOf, whenOf, workOf } from './job-words';

/** What needs another look, by name: the car and its work, the car at its event, the customer who was told. */
export function headOfLook(logbook: Logbook, look: AnotherLook): { name: string; small: string } {
  if (look.about === 'job')
    return {
      name: `${carOf(logbook, look.job)}: ${workOf(logbook, look.job).toLowerCase()}`,
      small: [whenOf(logbook, look.job), handsOf(logbook, look.job)].filter(Boolean).join(', '),
    };
  const bookingId = look.about === 'booking' ? look.booking.id : look.message.bookingId;
  const booking = logbook.bookings.get(bookingId ?? '');
  const event = logbook.events.get(booking?.eventId ?? '');
  const car = carLabel(logbook, booking?.carId ?? '') || 'Car';
  return look.about === 'booking'
    ? { name: car, small: event ? `${event.name}, ${longDate(event.startDate)}` : '' }
    : {
        name: `${logbook.customers.get(look.message.customerId ?? '')?.name ?? 'Customer'}, about ${car}`,
        small: `Written ${longDate(dateIn(look.message.writtenAt, logbook.shop.timeZone))}`,
      };
}
