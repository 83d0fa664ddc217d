/** The records around a car at an event. */
import { type Logbook, buildLogbook } from '../../src/logbook';
import { type BrakeSheet, type Car, type Fact, type Job, recordDefaults } from '../../src/model';
import { customer, makeBottle, makeFluid, namedCompounds, newId } from './book';
import { checkedOver } from './checked-over';
import { crew } from './service-book';

const common = { version: 1, archived: false };
export const bookVenue = {
  ...common,
  ...recordDefaults.venues,
  id: newId(),
  name: 'Test ring',
  altitudeM: 100,
  peakFluidTempC: 190,
  notes: '',
};
export const bookEvent = {
  ...common,
  ...recordDefaults.events,
  id: newId(),
  name: 'Test day',
  venueId: bookVenue.id,
  organiser: '',
  startDate: '2026-06-13',
  endDate: '2026-06-13',
  flushWithinDays: null,
  demandedMarginC: null,
  notes: '',
};
export const booking = {
  ...common,
  ...recordDefaults.bookings,
  id: newId(),
  eventId: bookEvent.id,
  carId: '',
  notes: '',
};
const fluid = makeFluid();
const bottle = makeBottle(fluid.id);

/** A flush some days before, so that the fluid speaks against nothing. */
export const flushed = (carId: string, at = '2026-06-01T10:00:00.000Z'): Fact =>
  ({
    id: newId(),
    at,
    recordedAt: at,
    by: crew[1]!.id,
    kind: 'fluidExchange',
    carId,
    scope: 'full',
    reservoirRefillMl: 240,
    reservoirBottleId: bottle.id,
    corners: (['FL', 'FR', 'RL', 'RR'] as const).map((corner) => ({
      corner,
      nipple: 'single',
      bottleId: bottle.id,
      volumeMl: 250,
      clean: true,
      bubbleFree: true,
      nippleShut: true,
    })),
    pedalBefore: 'firm',
    pedalAfter: 'firm',
  }) as Fact;

/**
 * @param more records beside those, or instead of them
 * @param before what was seen of it, and done to it, before
 */
export const makeBook = (
  car: Car,
  sheet: BrakeSheet,
  jobs: Job[],
  facts: readonly Fact[],
  more: Partial<Parameters<typeof buildLogbook>[0]> = {},
  before: readonly Fact[] = [...checkedOver(car, '2026-06-01T09:00:00.000Z', crew[1]!.id, sheet), flushed(car.id)],
): Logbook =>
  buildLogbook(
    {
      crew: crew as never,
      customers: [customer],
      cars: [car],
      venues: [bookVenue],
      events: [bookEvent],
      bookings: [{ ...booking, carId: car.id }],
      fluids: [fluid],
      bottles: [bottle],
      jobs,
      brakeSheets: [sheet],
      compounds: namedCompounds(),
      ...more,
    },
    [...before, ...facts],
  );
