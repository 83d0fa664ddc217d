/** The stores: what may be kept for a booking, who else may have it, and when it is free again. */
import fc from 'fast-check';
import { bookingReserving, bottleChoices, bottleState } from '../../src/inventory';
import { type Booking, type TrackEvent, recordDefaults } from '../../src/model';
import { reservables, workOfBooking } from '../../src/run-up';
import { partsFor } from '../../src/inventory';
import { book, flush, makeBottle, makeCar, makeEvent, makeFluid, makeVenue, newId } from '../builders/book';
import { makePadSet, makeRotorPair } from '../builders/service-book';
import { reservedText } from '@calvik/words';
import { reservableText } from '@calvik/words/work';
import { say, tell } from '../builders/say';

const TODAY = '2026-06-01';
const common = { version: 0, archived: false };

const car = makeCar();

const other = makeCar({ name: 'Other car' });

const venue = makeVenue();

const fluid = makeFluid();

const club = makeFluid({ name: 'Club fluid', dryBoilingPointC: 312 });

const bottles = [
  makeBottle(fluid.id, { label: 'B1', sizeMl: 2000 }),
  makeBottle(fluid.id, { label: 'B2' }),
  makeBottle(club.id, { label: 'B3' }),
];

const event: TrackEvent = makeEvent(venue.id, '2026-06-13', '2026-06-14', { flushWithinDays: 5 });

const bookingOf = (carId: string, reservedIds: string[] = []): Booking => ({
  ...common,
  ...recordDefaults.bookings,
  id: newId(),
  eventId: event.id,
  carId,
  reservedIds,
  notes: '',
});

const logbookOf = (bookings: Booking[], records: object = {}) =>
  book({ cars: [car, other], venues: [venue], events: [event], bookings, fluids: [fluid, club], bottles, ...records }, [
    flush(car, '2026-05-20T08:00:00Z', bottles[0]!.id),
  ]);

describe('what is reserved for a booking', () => {
  const own = bookingOf(car.id, [bottles[1]!.id]);
  const others = bookingOf(other.id);

  test('is reserved until its event is over, and says for whom', () => {
    const logbook = logbookOf([own, others]);
    expect(bookingReserving(logbook, bottles[1]!.id, TODAY)?.id).toBe(own.id);
    expect(reservedText(logbook, own)).toBe('reserved for Test car at Open pit lane');
    expect(bookingReserving(logbook, bottles[1]!.id, '2026-06-14')?.id).toBe(own.id);
    expect(bookingReserving(logbook, bottles[1]!.id, '2026-06-15')).toBeNull();
    expect(bookingReserving(logbookOf([{ ...own, archived: true }]), bottles[1]!.id, TODAY)).toBeNull();
  });

  test('a bottle reserved for a car stands first for it, and with a warning for any other', () => {
    const logbook = logbookOf([own, others]);
    const labels = (of: typeof car): string[] =>
      bottleChoices(logbook, of, fluid.id, TODAY).map((b) => b.state.bottle.label);
    expect(labels(car)).toEqual(['B2', 'B1', 'B3']);
    expect(labels(other)).toEqual(['B1', 'B3', 'B2']);
    const b2 = bottleChoices(logbook, other, fluid.id, TODAY).at(-1)!;
    expect(b2.findings.map((f) => [f.verdict, tell(f)])).toEqual([
      ['watch', 'Reserved for Test car at Open pit lane.'],
    ]);
    expect(bottleState(logbook, bottles[1]!, TODAY).reservedFor?.id).toBe(own.id);
  });

  test('an empty bottle is not offered, unless an entry that is being corrected names it', () => {
    const drained = book({ cars: [car], fluids: [fluid], bottles: [{ ...bottles[0]!, sizeMl: 100 }] }, [
      flush(car, '2026-05-20T08:00:00Z', bottles[0]!.id),
    ]);
    expect(bottleChoices(drained, car, fluid.id, TODAY)).toEqual([]);
    expect(bottleChoices(drained, car, fluid.id, TODAY, bottles[0]!.id)).toHaveLength(1);
  });

  test('offered for a flush are bottles of its fluid that are free; those reserved for it first', () => {
    const logbook = logbookOf([own, others]);
    const item = workOfBooking(logbook, own, TODAY).find((i) => i.key === 'flush')!;
    expect(
      reservables(logbook, own, item, TODAY).map((k) => [reservableText(k, say).slice(0, 9), k.isReserved]),
    ).toEqual([
      ['bottle B2', true],
      ['bottle B1', false],
      // Another fluid of its grade, last.
      ['bottle B3', false],
    ]);
    const theirs = workOfBooking(logbook, others, TODAY).find((i) => i.key === 'flush')!;
    expect(logbook.fluids.get(theirs.fluid!.fluidId!)?.grade).toBe(theirs.fluid!.grade);
    // Any bottle of the grade may do; the one reserved for somebody else may not.
    expect(reservables(logbook, others, theirs, TODAY).map((k) => reservableText(k, say).slice(0, 9))).toEqual([
      'bottle B1',
      'bottle B3',
    ]);
  });

  test('a set of stock goes to who it is kept for, and to nobody else', () => {
    fc.assert(
      fc.property(fc.boolean(), fc.boolean(), fc.boolean(), (isOurs, keptByUs, keptByThem) => {
        const set = makePadSet({ carId: isOurs ? car.id : null });
        const us = bookingOf(car.id, keptByUs ? [set.id] : []);
        const them = bookingOf(other.id, keptByThem && !keptByUs ? [set.id] : []);
        const logbook = logbookOf([us, them], { padSets: [set] });
        const found = partsFor(logbook, us, car, 'front', 'padSet', 3, TODAY).length > 0;
        const isFree = keptByUs || !(keptByThem && !keptByUs);
        expect(found).toBe(isFree && (isOurs || keptByUs));
        expect(partsFor(logbook, us, car, 'rear', 'padSet', 3, TODAY)).toEqual([]);
        expect(partsFor(logbook, us, car, 'front', 'padSet', 13, TODAY)).toEqual([]);
      }),
    );
  });

  test('offered for pads are track sets of stock for that axle, for rotors the pairs', () => {
    const sets = [
      makePadSet({ label: 'P-1' }),
      makePadSet({ label: 'P-2', use: 'road' }),
      makePadSet({ label: 'P-3', axle: 'rear' }),
      makePadSet({ label: 'P-4', carId: other.id }),
    ];
    const pairs = [makeRotorPair({ label: 'R-1' }), makeRotorPair({ label: 'R-2', axle: 'rear' })];
    const logbook = logbookOf([own], { padSets: sets, rotorPairs: pairs });
    const item = workOfBooking(logbook, own, TODAY)[0]!;
    const words = (kind: 'pads' | 'rotors', key: string): string[] =>
      reservables(logbook, own, { ...item, kind, key, fluid: null }, TODAY).map((k) => reservableText(k, say));
    expect(words('pads', 'pads.front')).toEqual(['set P-1, Kerren R2, 12.0 mm']);
    expect(words('rotors', 'rotors.rear')).toEqual(['pair R-2, 32.0 mm new']);
  });
});
