import fc from 'fast-check';
import { conflictFinding, conflictingJobs } from '../../src/jobs';
import { effectiveFacts } from '../../src/logbook';
import { type Fact, type Job, shopDefaults, recordDefaults } from '../../src/model';
import { runUp } from '../../src/readiness';
import type { SchemaIssue } from '@calvik/core';
import { issueText } from '@calvik/words/input';
import { say, tell } from '../builders/say';
import { factSchema, recordSchemas } from '../../src/model/schemas';
import {
  CREW,
  boil,
  book,
  customer,
  flush,
  makeBottle,
  makeCar,
  makeEvent,
  makeFluid,
  makeVenue,
  newId,
} from '../builders/book';

const car = makeCar();

const correct = (wrong: Fact, readingC: number, recordedAt: string): Fact => ({
  ...boil(car.id, wrong.at, readingC),
  recordedAt,
  replaces: wrong.id,
  because: 'misread',
});

describe('corrections', () => {
  const wrong = boil(car.id, '2026-05-01T10:00:00Z', 120);
  const first = correct(wrong, 210, '2026-05-01T11:00:00Z');
  const second = correct(first, 211, '2026-05-01T12:00:00Z');
  const rival = correct(wrong, 260, '2026-05-01T11:30:00Z');
  const withdrawn: Fact = {
    id: newId(),
    at: wrong.at,
    recordedAt: '2026-05-02T10:00:00Z',
    by: CREW,
    kind: 'withdrawal',
    carId: car.id,
    replaces: second.id,
    because: 'other car',
  };

  test('the last of a chain counts', () => expect(effectiveFacts([wrong, first, second])).toEqual([second]));
  test('of two rival corrections the later one counts, also through a chain', () => {
    expect(effectiveFacts([wrong, first, rival])).toEqual([rival]);
    expect(effectiveFacts([wrong, first, rival, second])).toEqual([second]);
  });
  test('a withdrawal leaves nothing', () => expect(effectiveFacts([wrong, first, second, withdrawn])).toEqual([]));
  test('a correction counts even before the entry that it corrects has arrived', () =>
    expect(effectiveFacts([first])).toEqual([first]));
  test('replaced facts never count, whatever the order', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([wrong, first, second, rival], { minLength: 4 }), (facts) => {
        expect(effectiveFacts(facts)).toEqual([second]);
      }),
    );
  });
});

describe('schemas refuse with a sentence', () => {
  const message = (result: { error?: { issues: SchemaIssue[] } }): string =>
    result.error ? issueText(result.error.issues[0]!, say) : '';
  test('facts', () => {
    expect(message(factSchema.safeParse({ ...boil(car.id, '2026-05-01T10:00:00Z', 900) }))).toBe('At most 400 °C.');
    expect(message(factSchema.safeParse({ ...boil(car.id, 'yesterday', 200) }))).toMatch(/not a moment/);
    expect(message(factSchema.safeParse({ ...boil(car.id, '2026-05-01T10:00:00Z', 200), bottleId: newId() }))).toMatch(
      /of a car or of a bottle/,
    );
    expect(message(factSchema.safeParse({ ...boil(car.id, '2026-05-01T10:00:00Z', 200), replaces: newId() }))).toMatch(
      /Say why/,
    );
  });
  test('records', () => {
    expect(message(recordSchemas.cars.safeParse({ ...car, reservoirMinMl: 300 }))).toMatch(/MIN must be less/);
    expect(
      message(recordSchemas.cars.safeParse({ ...car, sequenceSchool: 'makerSheet', makerSequence: ['FL'] })),
    ).toMatch(/four corners/);
    expect(message(recordSchemas.events.safeParse(makeEvent(newId(), '2026-06-02', '2026-06-01')))).toMatch(
      /ends before it begins/,
    );
    expect(message(recordSchemas.shops.safeParse({ ...shopDefaults, timeZone: 'Mars/Base' }))).toMatch(/time zone/);
    expect(message(recordSchemas.customers.safeParse({ ...customer, name: 'a\u0007b' }))).toMatch(/control characters/);
    expect(recordSchemas.cars.safeParse(car).success).toBe(true);
  });
});

describe('planning', () => {
  const job = (startAt: string, over: Partial<Job> = {}): Job => ({
    ...recordDefaults.jobs,
    id: newId(),
    version: 0,
    archived: false,
    kind: 'flush',
    carId: car.id,
    eventId: null,
    crewId: CREW,
    startAt,
    durationMin: 60,
    notes: '',
    ...over,
  });
  const other = makeCar({ name: 'Other car' });
  const nine = job('2026-06-04T09:00:00Z');
  const logbook = book(
    {
      cars: [car, other],
      jobs: [nine],
      crew: [{ id: CREW, version: 0, archived: false, name: 'Tove', role: 'technician' }],
    },
    [],
  );
  test('the same person twice at once is said in words; touching ends are fine', () => {
    const clash = job('2026-06-04T09:30:00Z', { carId: other.id });
    const found = conflictingJobs(logbook, clash);
    expect(found).toEqual([nine]);
    expect(tell(conflictFinding(logbook, clash, nine))).toBe(
      'Tove is busy then: flush on Test car, Thu 4 Jun 09:00–10:00.',
    );
    expect(conflictingJobs(logbook, job('2026-06-04T10:00:00Z', { carId: other.id }))).toEqual([]);
    expect(conflictingJobs(logbook, job('2026-06-04T08:00:00Z', { carId: other.id }))).toEqual([]);
  });
  test('a job is no conflict with itself, nor once it is done', () => {
    expect(conflictingJobs(logbook, nine)).toEqual([]);
    const bottle = makeBottle(makeFluid().id);
    const done = book({ cars: [car], jobs: [nine] }, [
      flush(car, '2026-06-04T10:00:00Z', bottle.id, { jobId: nine.id }),
    ]);
    expect(conflictingJobs(done, job('2026-06-04T09:30:00Z'))).toEqual([]);
  });
});

test('the run-up lists events in order and puts the cars that need somebody first', () => {
  const venue = makeVenue();
  const fluid = makeFluid();
  const bottle = makeBottle(fluid.id);
  const fresh = makeCar({ name: 'A fresh car' });
  const stale = makeCar({ name: 'Z stale car' });
  const [late, soon, past] = [
    makeEvent(venue.id, '2026-07-10'),
    makeEvent(venue.id, '2026-06-10'),
    makeEvent(venue.id, '2026-05-10'),
  ];
  const booking = (eventId: string, carId: string) => ({
    id: newId(),
    version: 0,
    archived: false,
    eventId,
    carId,
    notes: '',
  });
  const board = runUp(
    book(
      {
        cars: [fresh, stale],
        events: [late, soon, past],
        venues: [venue],
        fluids: [fluid],
        bottles: [bottle],
        bookings: [booking(soon.id, fresh.id), booking(soon.id, stale.id), booking(past.id, fresh.id)],
      },
      [
        flush(fresh, '2026-05-28T10:00:00Z', bottle.id),
        flush(stale, '2026-05-28T10:00:00Z', bottle.id),
        boil(stale.id, '2026-05-29T10:00:00Z', 190),
      ],
    ),
    '2026-06-01',
  );
  expect(board.map((e) => [e.event.id, e.daysToGo])).toEqual([
    [soon.id, 9],
    [late.id, 39],
  ]);
  expect(board[0]!.cars.map((c) => [c.car.name, c.verdict])).toEqual([
    ['Z stale car', 'stop'],
    // Its fluid is fresh; its pads and rotors nobody has measured.
    ['A fresh car', 'needsWork'],
  ]);
  expect(board[0]!.needing).toBe(2);
});
