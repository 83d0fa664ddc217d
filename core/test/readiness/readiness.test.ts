/**
 * The state of a car for an event, whatever is on record of it: every judgement answers for people who keep to the schema and to nothing else, and
 * the run-up says no more and no less than the gates behind it.
 */
import fc from 'fast-check';
import { layerOnAxle } from '../../src/bedding';
import { judgeFluid } from '../../src/demand';
import { type Logbook, brakeSheetOf } from '../../src/logbook';
import type { Fact, FactKind, Finding } from '../../src/model';
import { comingEvents, judgeCar, runUp } from '../../src/readiness';
import { judgeCorners, judgeService } from '../../src/service';
import { judgeLook } from '../../src/paddock';
import { sessionsOfCar } from '../../src/sessions';
import { needsAnotherLook, weekDays, workOfEvents, shoppingLists } from '../../src/run-up';
import { eventDay } from '../../src/track';
import { anyFactOf, factKinds } from '../builders/anything';
import { book, makeBottle, makeCar, makeEvent, makeFluid, makeVenue, newId } from '../builders/book';
import { within } from '../builders/budget';
import { bookOf, randomShop } from '../builders/random-shop';
import { TODAY, bookingOf, ines } from '../builders/run-up-book';
import { job as guided, makePadSet, makeRotorPair } from '../builders/service-book';

const car = makeCar();
const fluid = makeFluid();
const bottle = makeBottle(fluid.id);
const venue = makeVenue();
const event = makeEvent(venue.id, '2026-06-10', '2026-06-11');
const booking = { ...bookingOf(event), carId: car.id };
const [padSet, rotorPair] = [makePadSet({ label: 'P-1' }), makeRotorPair({ label: 'R-1' })];
const job = { ...guided, carId: car.id, crewId: ines.id, eventId: event.id };
const ids: Record<string, string> = {
  carId: car.id,
  by: ines.id,
  eventId: event.id,
  bookingId: booking.id,
  jobId: job.id,
  bottleId: bottle.id,
  fluidId: fluid.id,
  venueId: venue.id,
  padSetId: padSet.id,
  rotorPairId: rotorPair.id,
};
const pointing = <T>(value: T): T => {
  if (Array.isArray(value)) return value.map(pointing) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) => [
      key,
      key in ids && v !== null && v !== undefined ? ids[key] : pointing(v),
    ]),
  ) as T;
};
const written = (kinds: readonly FactKind[], max: number): fc.Arbitrary<Fact[]> =>
  fc.array(fc.constantFrom(...kinds).chain(anyFactOf), { minLength: 1, maxLength: max }).map((facts) =>
    facts.map((fact) => {
      const { replaces: _replaces, because: _because, ...plain } = fact;
      // Limits of a signature are those of the car at its moment: the server takes no others.
      const limits = plain.kind === 'carReleased' ? { limits: null } : {};
      return { ...pointing(plain), ...limits, id: newId() } as Fact;
    }),
  );
const logbookOf = (facts: Fact[]): Logbook =>
  book(
    {
      cars: [car],
      fluids: [fluid],
      bottles: [bottle],
      venues: [venue],
      events: [event],
      bookings: [booking],
      jobs: [job],
      crew: [ines],
      padSets: [padSet],
      rotorPairs: [rotorPair],
    },
    facts,
  );

/** No figure of a finding is one that nobody can read. */
const isReadable = (findings: readonly Finding[]): void => {
  for (const value of findings.flatMap((f) => Object.values(f.values)))
    if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
    else if (value !== null && typeof value === 'object' && 'value' in value)
      expect(Number.isFinite(value.value)).toBe(true);
};

test('whatever was written down of a car, everything that is judged of it answers', () => {
  fc.assert(
    fc.property(written(factKinds, 25), (facts) => {
      const logbook = logbookOf(facts);
      const readiness = judgeCar(logbook, car, event, TODAY);
      for (const gate of readiness.gates) isReadable(gate.findings);
      isReadable([readiness.headline]);
      isReadable(judgeFluid(logbook, car, event, TODAY).findings);
      judgeCorners(logbook, car, brakeSheetOf(logbook, car));
      const service = judgeService(logbook, job, TODAY);
      isReadable([...(service?.gate.stops ?? []), ...(service?.gate.holds ?? []).map((h) => h.finding)]);
      for (const axle of ['front', 'rear'] as const) layerOnAxle(logbook, car, axle, TODAY);
      for (const session of sessionsOfCar(logbook, car.id)) isReadable(judgeLook(logbook, car, session).findings);
      eventDay(logbook, event, `${event.startDate}T10:00:00.000Z`, (of) => judgeCar(logbook, of, event, TODAY));
      const lists = workOfEvents(logbook, TODAY);
      shoppingLists(logbook, [...lists.values()].flat(), TODAY);
      weekDays(logbook, TODAY, 14, TODAY);
      needsAnotherLook(logbook, TODAY);
    }),
    within({ seconds: 4, atMost: 200, inTorture: 2000 }),
  );
});

/** How serious, by a list of its own. */
const rank = { inOrder: 0, watch: 1, needsWork: 2, stop: 3 };
const worstOf = (list: readonly { verdict: keyof typeof rank }[]): number =>
  list.reduce((most, { verdict }) => Math.max(most, rank[verdict]), 0);

test('a car is as bad as its worst gate, and a gate is no better than what it found', () => {
  fc.assert(
    fc.property(written(factKinds, 20), (facts) => {
      const { verdict, headline, gates } = judgeCar(logbookOf(facts), car, event, TODAY);
      expect(rank[verdict]).toBe(worstOf(gates));
      expect(gates.some((g) => JSON.stringify(g.headline) === JSON.stringify(headline))).toBe(true);
      for (const gate of gates) {
        expect(rank[gate.verdict]).toBeGreaterThanOrEqual(worstOf(gate.findings));
        expect(rank[gate.headline.verdict]).toBe(rank[gate.verdict]);
      }
    }),
    within({ seconds: 4, atMost: 200, inTorture: 2000 }),
  );
});

test('the run-up has every car that is booked to what is coming, once, and the worst first', () => {
  fc.assert(
    fc.property(randomShop, (shop) => {
      const logbook = bookOf(shop);
      const board = runUp(logbook, TODAY);
      expect(board.map((e) => e.event.id)).toEqual(comingEvents(logbook, TODAY).map((e) => e.id));
      for (const { event: at, cars, needing, daysToGo } of board) {
        expect(at.endDate >= TODAY).toBe(true);
        const booked = [...logbook.bookings.values()].filter(
          (b) => b.eventId === at.id && !b.archived && !logbook.cars.get(b.carId)!.archived,
        );
        expect(cars.map((c) => c.bookingId).sort()).toEqual(booked.map((b) => b.id).sort());
        const serious = cars.map((c) => rank[c.verdict]);
        expect(serious).toEqual([...serious].sort((a, b) => b - a));
        expect(needing).toBe(serious.filter((s) => s > 0).length);
        expect(daysToGo).toBe(Math.round((Date.parse(at.startDate) - Date.parse(TODAY)) / 86_400_000));
        for (const line of cars)
          expect(line.verdict).toBe(judgeCar(logbook, logbook.cars.get(line.car.id)!, at, TODAY).verdict);
      }
    }),
    within({ seconds: 4, atMost: 60, inTorture: 600 }),
  );
});
