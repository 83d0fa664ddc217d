/** A small shop with one car booked to one event, for tests of its run-up. */
import type { Records } from '../../src/logbook';
import {
  type Booking,
  type Customer,
  type Fact,
  type Job,
  type TrackEvent,
  SHOP_ID,
  shopDefaults,
  recordDefaults,
} from '../../src/model';
import type { WorkItem } from '../../src/run-up';
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
} from './book';
import { checkedOver } from './checked-over';

export const common = { version: 0, archived: false };
export const TODAY = '2026-06-01'; // a Monday
export const NOW = `${TODAY}T05:00:00.000Z`;
export const customer: Customer = { ...recordDefaults.customers, ...plainCustomer };
export const car = makeCar();
export const venue = makeVenue();
export const fluid = makeFluid();
export const bottle = makeBottle(fluid.id);
/** An earlier one, used up: what it filled the car with is what little is left of the old. */
const usedUp = makeBottle(fluid.id, { archived: true });
/** Sealed ones, so that fluid is not what is missing. */
export const sealed = ['B2', 'B3', 'B4'].map((label) => makeBottle(fluid.id, { label }));
export const tove = { ...common, ...recordDefaults.crew, id: newId(), name: 'Tove', role: 'technician' as const };
export const ines = { ...common, ...recordDefaults.crew, id: newId(), name: 'Ines', role: 'lead' as const };
export const lift = { ...common, id: newId(), name: 'Lift 1' };
export const shop = { ...shopDefaults, id: SHOP_ID, timeZone: 'Europe/Berlin', reTorqueAtEvent: false };

export const event = (over: Partial<TrackEvent> = {}): TrackEvent =>
  makeEvent(venue.id, '2026-06-13', '2026-06-14', { organiser: 'Ring Circle', ...over });
export const bookingOf = (e: TrackEvent, over: Partial<Booking> = {}): Booking => ({
  ...common,
  ...recordDefaults.bookings,
  id: newId(),
  eventId: e.id,
  carId: car.id,
  notes: '',
  ...over,
});

export const measured = (mm: number, on: string, carId = car.id, jobId = newId()): Fact[] => [
  ...padsMeasured(mm, on, carId, jobId),
  ...(['FL', 'FR', 'RL', 'RR'] as const).map((corner): Fact => ({
    id: newId(),
    kind: 'rotorMeasurement',
    at: `${on}T08:30:00.000Z`,
    recordedAt: `${on}T08:30:00.000Z`,
    by: tove.id,
    carId,
    jobId,
    corner,
    rotorPairId: null,
    thicknessesMm: [28, 28, 28, 28],
    runoutMm: 0.03,
    lipMm: 0.2,
    massKg: null,
    crack: 'none',
    crackLengthMm: null,
    wearMarksGone: false,
    transferLayer: 'even',
    instrument: 'byHand',
  })),
];
/** Pads only: nobody has looked at the rotors. */
export const padsMeasured = (mm: number, on: string, carId = car.id, jobId = newId()): Fact[] =>
  (['FL', 'FR', 'RL', 'RR'] as const).map((corner) => ({
    id: newId(),
    kind: 'padMeasurement',
    at: `${on}T08:00:00.000Z`,
    recordedAt: `${on}T08:00:00.000Z`,
    by: tove.id,
    carId,
    jobId,
    corner,
    padSetId: null,
    inner: { thicknessMm: mm, otherEndMm: null, conditions: [] },
    outer: { thicknessMm: mm, otherEndMm: null, conditions: [] },
    hatClearanceMm: null,
    instrument: 'byHand',
  }));
/** Looked over, apart from what is measured and what its fluid is. */
export const lookedOver = (): Fact[] => checkedOver(car, '2026-05-20T07:00:00.000Z', tove.id);
/** A flush of which less was drawn, mL at each nipple and out of the reservoir. */
const drawn = (made: ReturnType<typeof flush>, volumeMl: number, reservoirRefillMl: number): Fact => ({
  ...made,
  reservoirRefillMl,
  corners: made.corners.map((c) => ({ ...c, volumeMl })),
});
export const inOrder = (): Fact[] => [
  ...lookedOver(),
  flush(car, '2026-03-20T08:00:00Z', usedUp.id),
  drawn(flush(car, '2026-05-20T08:00:00Z', bottle.id), 100, 200),
  ...measured(9, '2026-05-30'),
];

export const at = (e: TrackEvent, b: Booking, facts: Fact[] = inOrder(), records: Partial<Records> = {}) =>
  book(
    {
      shops: [shop],
      crew: [tove, ines],
      customers: [customer],
      cars: [car],
      venues: [venue],
      events: [e],
      bookings: [b],
      fluids: [fluid],
      bottles: [bottle, ...sealed, usedUp],
      lifts: [lift],
      ...records,
    },
    facts,
  );
export const keys = (items: readonly WorkItem[]): string[] =>
  items.filter((i) => i.state !== 'dropped').map((i) => i.key);
export const find = (items: readonly WorkItem[], key: string): WorkItem => items.find((i) => i.key === key)!;
/** A visit to the car for an event, on the lift, Tuesday from nine by the clock of the shop. */
export const visitOf = (e: TrackEvent, b: Booking, over: Partial<Job> = {}): Job => ({
  ...common,
  ...recordDefaults.jobs,
  id: newId(),
  kind: 'service',
  carId: car.id,
  eventId: e.id,
  bookingId: b.id,
  covers: ['flush'],
  crewId: tove.id,
  liftId: lift.id,
  startAt: '2026-06-09T07:00:00.000Z',
  durationMin: 75,
  notes: '',
  ...over,
});
