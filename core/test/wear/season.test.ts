/** How many sets a calendar takes: by hand, and never fewer for more that is booked. */
import fc from 'fast-check';
import type { Fact, Supplier } from '../../src/model';
import { seasonOf } from '../../src/wear';
import { makeEvent, newId } from '../builders/book';
import { booked } from '../builders/driven';
import { TODAY, car, coming, drive, fit, logbook, read, set, venue } from '../builders/worn-car';

const driven = (mm: [number, number, number]): Fact[] => [
  fit('05-01 08:00', set.id),
  ...read('05-01 09:00', mm[0]),
  ...['05-02 09:00', '05-02 11:00', '05-02 14:00'].map((on) => drive(on)),
  ...read('05-02 16:00', mm[1]),
  ...['05-03 09:00', '05-03 11:00', '05-03 14:00'].map((on) => drive(on)),
  ...read('05-03 16:00', mm[2]),
];
/** Six sessions each, every fortnight from the middle of June on. */
const later = ['2026-06-20', '2026-07-04', '2026-07-18', '2026-08-01', '2026-08-15'].map((day) =>
  makeEvent(venue.id, day, day, {
    timetable: Array.from({ length: 6 }, (_, i) => ({
      day,
      from: `${9 + i}:00`.padStart(5, '0'),
      minutes: 20,
      group: '',
    })),
  }),
);
const supplier = {
  id: newId(),
  version: 1,
  archived: false,
  name: 'Parts',
  supplies: ['padSet'],
  leadDays: 5,
  notes: '',
} as Supplier;
const season = (mm: [number, number, number], events: number) => {
  const all = later.slice(0, events);
  const book = logbook(driven(mm), {}, {}, coming, {
    events: [coming, ...all],
    bookings: [coming, ...all].map((e) => booked(e.id, car.id)),
    suppliers: [supplier],
  });
  return seasonOf(book, car, 'front', 'pads', TODAY)!;
};

it('by hand: 0.6 mm a session from 12 to 3 mm is fifteen sessions, so a new set sees two events of six', () => {
  const found = season([12, 10.2, 8.4], 5);
  // 5.4 mm are left: nine sessions, the first event and half of the second.
  expect(found.eventsLeft).toBe(1);
  expect(found.sets.map((s) => s.event.startDate)).toEqual(['2026-06-20', '2026-07-18', '2026-08-15']);
  // Load-up is on Friday the 19th: five working days before the day before.
  expect(found.sets[0]!.orderBy).toBe('2026-06-11');
});

it('what wears little sees all of them, and what is thin is changed before the first', () => {
  expect(season([12, 11.9, 11.8], 5)).toMatchObject({ eventsLeft: 6, sets: [] });
  expect(season([9, 6, 3.1], 2).sets[0]!.event.id).toBe(coming.id);
});

it('more events never take fewer sets, and faster wear never fewer', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 25 }), fc.integer({ min: 0, max: 4 }), (tenths, events) => {
      const mm = (t: number): [number, number, number] => [12, 12 - t / 10, 12 - (2 * t) / 10];
      expect(season(mm(tenths), events + 1).sets.length).toBeGreaterThanOrEqual(season(mm(tenths), events).sets.length);
      expect(season(mm(tenths + 3), events).sets.length).toBeGreaterThanOrEqual(season(mm(tenths), events).sets.length);
    }),
    { numRuns: 25 },
  );
});

it('nothing is said where nothing is booked, or nothing was read', () => {
  const none = logbook(driven([12, 10.2, 8.4]), { archived: true });
  expect(seasonOf(none, car, 'front', 'pads', TODAY)).toBeNull();
  expect(seasonOf(logbook([]), car, 'front', 'pads', TODAY)).toBeNull();
});
