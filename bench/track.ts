/**
 * A day of twelve cars and six sessions each, with ten years behind them, judged as the event day shows it, against a bare pass over the same
 * facts; and the suspects of a diagnosis, ranked for each chip that somebody presses.
 */
import {
  type Car,
  type Fact,
  type Sign,
  buildLogbook,
  complaints,
  corners,
  judgeCar,
  lookChecks,
  recordDefaults,
} from '../core/src';
import { eventDay } from '../core/src/track';
import { advise, evidenceOf, priorOf } from '../core/src/diagnosis';
import { customer, makeBottle, makeCar, makeFluid, newId } from '../core/test/builders/book';
import { crew, fullSheet } from '../core/test/builders/service-book';
import { sessionPlan } from '../core/test/builders/track-book';
import { bookEvent, bookVenue, flushed } from '../core/test/builders/track-records';
import { timed, timedOnce } from './timed';

const CARS = 12;
const SESSIONS = 6;
const YEARS = 10;

const fluid = makeFluid();
const bottles: ReturnType<typeof makeBottle>[] = [];
const facts: Fact[] = [];
const by = crew[1]!.id;
const add = (at: string, body: object): Fact => {
  const fact = { id: newId(), at, recordedAt: at, by, ...body } as Fact;
  facts.push(fact);
  return fact;
};
/** A flush out of a bottle of its own. */
function flush(car: Car, at: string): void {
  const bottle = makeBottle(fluid.id);
  bottles.push(bottle);
  const fact = flushed(car.id, at) as Extract<Fact, { kind: 'fluidExchange' }>;
  facts.push({
    ...fact,
    reservoirBottleId: bottle.id,
    corners: fact.corners.map((c) => ({ ...c, bottleId: bottle.id })),
  });
}
/** One session with a whole look. */
function session(car: Car, eventId: string, day: string, hour: number): void {
  const at = (minute: number): string =>
    `${day}T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00.000Z`;
  const driven = add(at(20), {
    kind: 'sessionDriven',
    carId: car.id,
    eventId,
    outAt: at(0),
    laps: 8,
    coolDownLap: false,
    isWet: false,
    airTempC: 20,
    ducts: null,
    complaints: hour % 3 === 0 ? ['squeal'] : [],
    words: '',
    isNothingToSay: hour % 3 !== 0,
  });
  for (const corner of corners)
    add(at(22), {
      kind: 'heatReading',
      carId: car.id,
      venueId: bookVenue.id,
      session: sessionPlan,
      read: { instrument: 'pyrometer', corner, part: 'rotor', tempC: 250, secondsAfterStop: 110 },
      takenWith: 'byHand',
    });
  for (const check of lookChecks)
    add(at(24), { kind: 'trackCheck', carId: car.id, sessionId: driven.id, check, faults: [], done: '' });
  for (const corner of corners)
    add(at(25), {
      kind: 'padMeasurement',
      carId: car.id,
      jobId: driven.id,
      corner,
      padSetId: null,
      inner: { thicknessMm: 9, otherEndMm: null, conditions: [] },
      outer: { thicknessMm: 9, otherEndMm: null, conditions: [] },
      hatClearanceMm: null,
      instrument: 'byHand',
    });
  add(at(26), { kind: 'levelRead', carId: car.id, sessionId: driven.id, levelMl: 250, toppedUpMl: 0 });
  add(at(27), {
    kind: 'sessionDecision',
    carId: car.id,
    sessionId: driven.id,
    decision: 'go',
    limits: { maxLaps: null, maxMinutes: null, coolDownLap: false, notInTheWet: false, lookAfterSessions: 1 },
    findings: [],
    reason: '',
  });
}

const cars = Array.from({ length: CARS }, (_, i) => makeCar({ name: `Car ${i}` }));
for (const car of cars) {
  for (let year = 0; year < YEARS; year++)
    for (let event = 0; event < 6; event++) {
      const day = `${2016 + year}-0${3 + event}-12`;
      flush(car, `${day}T07:00:00.000Z`);
      for (let n = 0; n < 5; n++) session(car, `${newId()}`, day, 8 + n);
    }
  flush(car, '2026-06-10T07:00:00.000Z');
  for (let n = 0; n < SESSIONS; n++) session(car, bookEvent.id, '2026-06-13', 8 + n);
}
const common = { version: 1, archived: false };
const brakeSheets = cars.map((car) => fullSheet(car));
const build = (more: readonly Fact[] = []) =>
  buildLogbook(
    {
      crew: crew as never,
      customers: [customer],
      cars,
      venues: [bookVenue],
      events: [bookEvent],
      bookings: cars.map((car) => ({
        ...common,
        ...recordDefaults.bookings,
        id: newId(),
        eventId: bookEvent.id,
        carId: car.id,
        notes: '',
      })),
      fluids: [fluid],
      bottles,
      brakeSheets,
    },
    [...facts, ...more],
  );
const now = '2026-06-13T14:30:00.000Z';
const bare = timed(() => facts.reduce((n, f) => n + (f.kind === 'sessionDriven' && f.at <= now ? 1 : 0), 0), 9);
const day = (book: ReturnType<typeof build>) => () =>
  eventDay(book, bookEvent as never, now, (car) => judgeCar(book, car, bookEvent as never, '2026-06-13'));
const first = timed(day(build()), 0);
const judged = timedOnce(
  // What a page does after an entry arrived: a logbook that is made anew, in which one car has changed.
  Array.from({ length: 7 }, (_, i) => {
    const { id: _id, ...fact } = facts.findLast((f) => f.kind === 'levelRead')!;
    return day(build([{ ...fact, id: newId(), at: `2026-06-13T14:2${i}:00.000Z` } as Fact]));
  }),
);
console.log(`the same for the first time: ${first.firstMs.toFixed(0)} ms`);
console.log(
  `a day of ${CARS} cars × ${SESSIONS} sessions, ${facts.length} entries of ${YEARS} years: ${judged.ms.toFixed(0)} ms for ${judged.result.cars.length} cars, ${(judged.ms / bare.ms).toFixed(0)} × a bare pass of ${bare.ms.toFixed(2)} ms; ${(judged.ms / CARS).toFixed(1)} ms a car`,
);

const prior = priorOf({ slidePinSticks: 4, unevenLayer: 7 });
const said: Sign[] = [];
const each = complaints.map((c) => {
  said.push(c);
  const list = [...said];
  return timed(() => advise(prior, evidenceOf(list, [], [])), 15).ms;
});
console.log(
  `suspects for each chip pressed: ${Math.min(...each).toFixed(2)} to ${Math.max(...each).toFixed(2)} ms; aim under 20`,
);
