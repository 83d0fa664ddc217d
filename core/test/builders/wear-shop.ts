/**
 * A shop whose pads wear by a law of their own, not the model's: with energy and temperature of each session, inner and outer apart, thin pads faster, readings
 * that are off, slips among them, sets that come off and go back on. What is true is known here and told to nobody.
 */
import type { Logbook } from '../../src/logbook';
import {
  type Booking,
  type Car,
  type Compound,
  type Corner,
  type Fact,
  type PadSet,
  type TrackEvent,
} from '../../src/model';
import { CREW, book, compoundNamed, makeCar, makeEvent, makeVenue, newId } from './book';
import { booked, cleanFace, sessionBody } from './driven';
import { dice } from './heat-case';
import { makePadSet } from './service-book';

export type Face = `${Corner}.${'inner' | 'outer'}`;
export interface TrueSet {
  car: Car;
  set: PadSet;
  /** The thickness of each face at the end of the coming event, session after session. */
  after: Record<Face, number>[];
}
export interface WearShop {
  logbook: Logbook;
  event: TrackEvent;
  today: string;
  sets: TrueSet[];
}

const DAY_MS = 86_400_000;
const START = Date.parse('2026-03-02T07:00:00.000Z');
export const SESSION_MIN = 20;
/** Sessions of the coming event. */
export const SESSIONS = 6;

/** @param share of readings that are slips */
export function wearShop(seed: number, cars: number, slipShare = 0.03): WearShop {
  const { uniform, normal } = dice(seed);
  const compounds = Array.from({ length: 5 }, (_, i): { compound: Compound; rate: number } => ({
    compound: compoundNamed(`Compound ${seed} ${i}`),
    rate: 0.035 * Math.exp(0.4 * normal()),
  }));
  const venue = makeVenue();
  const past = Array.from({ length: 5 }, (_, i) => {
    const day = new Date(START + i * 14 * DAY_MS).toISOString().slice(0, 10);
    return makeEvent(venue.id, day, day);
  });
  const day = new Date(START + 80 * DAY_MS).toISOString().slice(0, 10);
  const today = new Date(START + 75 * DAY_MS).toISOString().slice(0, 10);
  const coming = makeEvent(venue.id, day, day, {
    timetable: Array.from({ length: SESSIONS }, (_, i) => ({
      day,
      from: `${String(9 + i).padStart(2, '0')}:00`,
      minutes: SESSION_MIN,
      group: '',
    })),
  });
  const facts: Fact[] = [];
  const all: { cars: Car[]; sets: PadSet[]; bookings: Booking[] } = { cars: [], sets: [], bookings: [] };
  const truth: TrueSet[] = [];
  const add = (atMs: number, body: object): void => {
    const at = new Date(atMs).toISOString();
    facts.push({ id: newId(), at, recordedAt: at, by: CREW, ...body } as unknown as Fact);
  };
  for (let n = 0; n < cars; n++) {
    const car = makeCar({ name: `Car ${n}` });
    const { compound, rate } = compounds[Math.floor(uniform() * compounds.length)]!;
    const set = makePadSet({
      label: `P ${n}`,
      compoundId: compound.id,
      axle: 'front',
      newThicknessMm: 14,
      carId: car.id,
    });
    const ofCar = rate * Math.exp(0.3 * normal());
    const faces = (['FL', 'FR'] as const).flatMap((corner) =>
      (['inner', 'outer'] as const).map((side) => `${corner}.${side}` as Face),
    );
    const uneven = Object.fromEntries(
      faces.map((f) => [f, Math.exp(0.1 * normal() + (f.endsWith('inner') ? 0.08 : 0))]),
    ) as Record<Face, number>;
    const isUsed = uniform() < 0.3;
    const left = Object.fromEntries(faces.map((f) => [f, (isUsed ? 11 : 14) + 0.1 * normal()])) as Record<Face, number>;
    const jobId = newId();
    all.cars.push(car);
    all.sets.push(set);
    all.bookings.push(booked(coming.id, car.id));
    const read = (atMs: number): void => {
      for (const corner of ['FL', 'FR'] as const) {
        const one = (side: 'inner' | 'outer') => {
          const slip = uniform() < slipShare ? (uniform() < 0.5 ? -1 : 1) * (1 + 2 * uniform()) : 0;
          const mm = Math.max(0.2, Math.min(39, left[`${corner}.${side}`] + 0.12 * normal() + slip));
          return cleanFace(Math.round(mm * 10) / 10);
        };
        add(atMs, {
          kind: 'padMeasurement',
          carId: car.id,
          jobId,
          corner,
          padSetId: set.id,
          inner: one('inner'),
          outer: one('outer'),
          hatClearanceMm: null,
          instrument: 'byHand',
        });
      }
    };
    /** Wear of one session: driven harder or easier, hotter as the day goes on, and faster when the pad is thin and hot. */
    const drive = (nth: number, minutes: number): void => {
      const effort = Math.exp(0.2 * normal());
      const heat = 1 + 0.05 * nth;
      for (const f of faces) {
        const thin = 1 + 0.15 * Math.max(0, (7 - left[f]) / 7);
        left[f] -= ofCar * uneven[f] * minutes * effort * heat * thin * Math.exp(0.1 * normal());
      }
    };
    add(START - DAY_MS, {
      kind: 'partsFitted',
      carId: car.id,
      jobId,
      axle: 'front',
      padSetId: set.id,
      rotorPairId: null,
      changed: 'pads',
    });
    if (uniform() < 0.85) read(START - DAY_MS + 3_600_000);
    const events = past.slice(0, 1 + Math.floor(uniform() * past.length));
    for (const [i, event] of events.entries()) {
      if (Math.min(...Object.values(left)) < 5) break;
      for (let s = 0; s < 3; s++) {
        const outMs = START + i * 14 * DAY_MS + s * 2 * 3_600_000;
        const minutes = 15 + Math.round(10 * uniform());
        drive(s, minutes);
        add(outMs + minutes * 60_000, {
          ...sessionBody(event.id, outMs),
          carId: car.id,
        });
      }
      if (uniform() < 0.75) read(START + i * 14 * DAY_MS + 9 * 3_600_000);
      // Off, and the same set back on.
      if (uniform() < 0.3) {
        add(START + (i * 14 + 2) * DAY_MS, {
          kind: 'partsFitted',
          carId: car.id,
          jobId,
          axle: 'front',
          padSetId: null,
          rotorPairId: null,
          changed: 'pads',
        });
        add(START + (i * 14 + 9) * DAY_MS, {
          kind: 'partsFitted',
          carId: car.id,
          jobId,
          axle: 'front',
          padSetId: set.id,
          rotorPairId: null,
          changed: 'pads',
        });
      }
    }
    const after: TrueSet['after'] = [];
    for (let s = 0; s < SESSIONS; s++) {
      drive(s / 2, SESSION_MIN);
      after.push({ ...left });
    }
    truth.push({ car, set, after });
  }
  const logbook = book(
    { venues: [venue], cars: all.cars, padSets: all.sets, events: [...past, coming], bookings: all.bookings },
    facts.sort((a, b) => a.at.localeCompare(b.at)),
  );
  return { logbook, event: coming, today, sets: truth };
}
