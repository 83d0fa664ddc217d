/** One car with one set in front: fitted, driven, read. Tests put together what happened. */
import type { Logbook, Records } from '../../src/logbook';
import { type Booking, type Fact, type PadMeasurement, type Shop, type TrackEvent } from '../../src/model';
import { CREW, book, makeCar, makeEvent, makeVenue, newId } from './book';
import { booked, cleanFace, sessionBody } from './driven';
import { makePadSet, makeRotorPair } from './service-book';

export const car = makeCar({ name: 'Worn car' });
export const venue = makeVenue();
export const set = makePadSet({ label: 'P-1', axle: 'front', newThicknessMm: 12, carId: car.id });
export const other = makePadSet({ label: 'P-2', axle: 'front', newThicknessMm: 12, carId: car.id });
export const pair = makeRotorPair({ label: 'R-1', axle: 'front', newThicknessMm: 26, discardThicknessMm: 24 });
export const past = makeEvent(venue.id, '2026-05-02', '2026-05-03');
export const coming = makeEvent(venue.id, '2026-06-06', '2026-06-07', {
  timetable: ['2026-06-06', '2026-06-07'].flatMap((day) =>
    ['09:00', '11:00', '14:00'].map((from) => ({ day, from, minutes: 20, group: '' })),
  ),
});
const booking = booked(coming.id, car.id);
export const TODAY = '2026-06-01';
const jobId = newId();

/** @param on "05-02 10:00" */
const at = (on: string): string => `2026-${on.replace(' ', 'T')}:00.000Z`;
const fact = (on: string, body: object): Fact =>
  ({ id: newId(), at: at(on), recordedAt: at(on), by: CREW, carId: car.id, ...body }) as unknown as Fact;

export const fit = (on: string, padSetId: string | null, rotorPairId: string | null = null): Fact =>
  fact(on, {
    kind: 'partsFitted',
    jobId,
    axle: 'front',
    padSetId,
    rotorPairId,
    changed: rotorPairId ? 'both' : 'pads',
  });
/** A session that came in at that moment. */
export const drive = (on: string, minutes = 20, over: object = {}): Fact =>
  fact(on, {
    ...sessionBody(past.id, Date.parse(at(on)) - minutes * 60_000),
    laps: 10,
    ...over,
  });
/** Both front rotors on the scales: before, between and after the two days of May, kg. */
export const weighed = ([before, between, after]: [number, number, number], rotorPairId = pair.id): Fact[] =>
  (
    [
      ['05-01 09:30', before],
      ['05-02 16:30', between],
      ['05-03 16:30', after],
    ] as const
  ).flatMap(([on, massKg]) =>
    (['FL', 'FR'] as const).map((corner) =>
      fact(on, {
        kind: 'rotorMeasurement',
        jobId,
        corner,
        rotorPairId,
        thicknessesMm: [26],
        runoutMm: null,
        lipMm: null,
        massKg,
        crack: 'none',
        crackLengthMm: null,
        wearMarksGone: false,
        transferLayer: 'even',
        instrument: 'byHand',
      }),
    ),
  );
/** Kilometres on the road, and a bedding run of so many applications. */
export const onRoad = (on: string, km: number): Fact => fact(on, { kind: 'roadUse', km });
export const bedding = (on: string, applications: number): Fact =>
  fact(on, {
    kind: 'beddingDriven',
    runId: newId(),
    cycle: 1,
    speedFrom: 'tapped',
    wanted: applications,
    applications: Array.from({ length: applications }, () => ({})),
    cooledS: 300,
    coolingWantedS: 300,
    hotStops: 0,
    fileId: null,
    endedBecause: '',
  });
/** Both front corners, inner and outer. */
export const read = (on: string, inner: number, outer = inner + 0.3, over: Partial<PadMeasurement> = {}): Fact[] =>
  (['FL', 'FR'] as const).map((corner) =>
    fact(on, {
      kind: 'padMeasurement',
      jobId,
      corner,
      padSetId: set.id,
      inner: cleanFace(inner),
      outer: cleanFace(outer),
      hatClearanceMm: null,
      instrument: 'byHand',
      ...over,
    }),
  );

export const logbook = (
  facts: Fact[],
  over: Partial<Booking> = {},
  shop: Partial<Shop> = {},
  event: TrackEvent = coming,
  records: Partial<Records> = {},
): Logbook =>
  book(
    {
      venues: [venue],
      cars: [car],
      padSets: [set, other],
      rotorPairs: [pair],
      events: [past, event],
      bookings: [{ ...booking, ...over }],
      ...records,
    },
    [...facts].sort((a, b) => a.at.localeCompare(b.at)),
    shop,
  );
