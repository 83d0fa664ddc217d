/** A paddock with two pairs of hands: tests put cars into its queue. */
import { type Logbook, buildLogbook } from '../../src/logbook';
import { type Fact, type QueueEntry, type QueueMove, type TrackEvent, recordDefaults } from '../../src/model';
import { customer, makeBottle, makeCar, makeFluid, newId } from './book';
import { LEAD, TECH, crew } from './service-book';
import { bookEvent, bookVenue } from './track-records';

export const DAY = '2026-06-13';
/** A moment of the day, "14:30", UTC. */
export const at = (time: string, day = DAY): string => `${day}T${time}:00.000Z`;
export const slot = (from: string, group = '', day = DAY) => ({ day, from, minutes: 20, group });
export const paddock: TrackEvent = {
  ...bookEvent,
  crewIds: [LEAD, TECH],
  timetable: [slot('14:00', 'A'), slot('15:00', 'B'), slot('16:00', 'A'), slot('17:00', 'B')],
} as TrackEvent;
export const queueCar = makeCar({ name: 'Queue car' });
export const fluid = makeFluid();

export const entryOf = (over: Partial<QueueEntry> = {}): QueueEntry => ({
  id: newId(),
  version: 1,
  archived: false,
  eventId: paddock.id,
  carId: null,
  walkIn: { driver: 'Nell Arden', car: 'Red one', phone: '' },
  wants: [{ work: 'bleed', axle: null }],
  words: '',
  arrivedAt: at('13:00'),
  group: '',
  goesOutAt: null,
  staysIn: false,
  fluidGrade: 'DOT 4',
  ownBottle: null,
  ...over,
});

export const moveOf = (
  entry: Pick<QueueEntry, 'id' | 'carId'>,
  time: string,
  move: QueueMove['move'],
  over: Partial<QueueMove> = {},
): QueueMove => ({
  id: newId(),
  at: time.length === 5 ? at(time) : time,
  recordedAt: time.length === 5 ? at(time) : time,
  by: TECH,
  kind: 'queueMove',
  queueEntryId: entry.id,
  ...(entry.carId === null ? {} : { carId: entry.carId }),
  move,
  ...over,
});
export const begun = (entry: QueueEntry, time: string, crewId = TECH): QueueMove =>
  moveOf(entry, time, { move: 'started', crewId, helperId: null, wants: entry.wants });

/** @param more records instead of those of the paddock */
export const queueBook = (
  entries: readonly QueueEntry[],
  facts: readonly Fact[] = [],
  more: Parameters<typeof buildLogbook>[0] = {},
): Logbook =>
  buildLogbook(
    {
      crew,
      customers: [customer],
      cars: [queueCar],
      venues: [bookVenue],
      events: [paddock],
      bookings: [
        {
          ...recordDefaults.bookings,
          id: '01900000-0000-7000-8000-00000000b00c',
          version: 1,
          archived: false,
          eventId: paddock.id,
          carId: queueCar.id,
          notes: '',
          group: 'B',
        },
      ],
      fluids: [fluid],
      bottles: [makeBottle(fluid.id, { id: '01900000-0000-7000-8000-00000000b077', sizeMl: 5000 })],
      queueEntries: entries,
      ...more,
    },
    facts,
  );
export { LEAD, TECH };
