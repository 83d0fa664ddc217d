/** What leaves the shop on paper, as a text or into a calendar: the right words to the right people, and nothing left out. */
import {
  type Booking,
  type Customer,
  type Fact,
  type Job,
  type TrackEvent,
  SHOP_ID,
  shopDefaults,
  recordDefaults,
} from '@calvik/core';
import {
  book,
  customer as plainCustomer,
  flush,
  makeBottle,
  makeCar,
  makeEvent,
  makeFluid,
  makeVenue,
  newId,
} from '../../../core/test/builders/book';

export const common = { version: 0, archived: false };
export const TODAY = '2026-06-01';
// a Monday
export const NOW = `${TODAY}T05:00:00.000Z`;
export const customer: Customer = { ...recordDefaults.customers, ...plainCustomer, phone: '0555 0101' };
export const car = makeCar({ plate: '27' });
export const venue = makeVenue();
export const fluid = makeFluid();
export const bottle = makeBottle(fluid.id);
export const sealed = makeBottle(fluid.id, { label: 'B-7' });
export const person = (name: string, over: object = {}) => ({
  ...common,
  ...recordDefaults.crew,
  id: newId(),
  name,
  role: 'technician' as const,
  ...over,
});
export const tove = person('Tove Loy');
export const bram = person('Bram Okell', { daysOff: [{ from: '2026-06-09', to: '2026-06-10', why: 'course' }] });
export const gone = person('Sanna Reij', {
  archived: true,
  daysOff: [{ from: '2026-06-09', to: '2026-06-10', why: '' }],
});
export const lift = { ...common, id: newId(), name: 'Lift 1' };
export const shop = {
  ...shopDefaults,
  id: SHOP_ID,
  name: 'Ferrant & Loy',
  timeZone: 'Europe/Berlin',
  reTorqueAtEvent: false,
};
export const event: TrackEvent = makeEvent(venue.id, '2026-06-13', '2026-06-14', {
  name: 'Two-day',
  organiser: 'Ring Circle',
  flushWithinDays: 5,
  notes: 'Gate at seven.',
});
export const booking: Booking = {
  ...common,
  ...recordDefaults.bookings,
  id: newId(),
  eventId: event.id,
  carId: car.id,
  notes: '',
};
export const visit = (over: Partial<Job> = {}): Job => ({
  ...common,
  ...recordDefaults.jobs,
  id: newId(),
  kind: 'service',
  carId: car.id,
  eventId: event.id,
  bookingId: booking.id,
  covers: ['measure', 'flush'],
  crewId: tove.id,
  liftId: lift.id,
  startAt: '2026-06-09T07:00:00.000Z',
  durationMin: 90,
  notes: '',
  ...over,
});
export const at = (jobs: Job[] = [], facts: Fact[] = [], records: object = {}) =>
  book(
    {
      shops: [shop],
      crew: [tove, bram, gone],
      customers: [customer],
      cars: [car],
      venues: [venue],
      events: [event],
      bookings: [booking],
      fluids: [fluid],
      bottles: [bottle],
      lifts: [lift],
      jobs,
      ...records,
    },
    [flush(car, '2026-05-01T08:00:00Z', bottle.id), ...facts],
  );
