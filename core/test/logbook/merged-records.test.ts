/** A car or a customer entered twice: merged it is as if everything had been entered for the one that stays; taken apart it is as it was. */
import { buildLogbook } from '../../src/logbook';
import { judgeCar } from '../../src/readiness';
import { recordDefaults, type Fact } from '../../src/model';
import { boil, customer, flush, makeBottle, makeCar, makeFluid, newId } from '../builders/book';
import { bookingOf, common, event, measured, venue } from '../builders/run-up-book';

const fluid = makeFluid();
const bottle = makeBottle(fluid.id);
const stays = makeCar({ name: 'Stays' });
const twice = makeCar({ id: newId(), name: 'Entered twice' });
const other = { ...customer, id: newId(), name: 'Other' };
const e = event();
const job = {
  ...common,
  ...recordDefaults.jobs,
  id: newId(),
  kind: 'flush' as const,
  carId: twice.id,
  eventId: e.id,
  crewId: newId(),
  startAt: '2026-06-05T08:00:00.000Z',
  durationMin: 60,
  notes: '',
};
const facts = (carId: string): Fact[] => [
  flush({ ...twice, id: carId }, '2026-05-20T08:00:00.000Z', bottle.id),
  ...measured(9, '2026-05-21', carId),
];
const own = [boil(stays.id, '2026-05-25T08:00:00.000Z', 268)];
const book = (over: object, all: Fact[], of: string) =>
  buildLogbook(
    {
      customers: [customer, other],
      cars: [stays, { ...twice, ...over }],
      fluids: [fluid],
      bottles: [bottle],
      venues: [venue],
      events: [e],
      bookings: [{ ...bookingOf(e), carId: of }],
      jobs: [{ ...job, carId: of }],
    },
    all,
  );
const seen = (logbook: ReturnType<typeof book>, carId: string) => ({
  facts: logbook.factsOfCar(carId).map((f) => [f.kind, f.at]),
  jobs: logbook.jobsOfCar(carId).map((j) => j.id),
  bookings: logbook.bookingsOfCar(carId).length,
  verdict: judgeCar(logbook, logbook.cars.get(carId)!, e, '2026-06-01').gates.map((g) => [
    g.gate,
    g.verdict,
    g.headline.code,
  ]),
});

test('merged it is judged as if all had been entered for the one that stays', () => {
  const merged = book({ archived: true, mergedIntoId: stays.id }, [...own, ...facts(twice.id)], twice.id);
  const asOne = book({ archived: true }, [...own, ...facts(stays.id)], stays.id);
  expect(seen(merged, stays.id)).toEqual(seen(asOne, stays.id));
  expect(seen(merged, stays.id).facts.length).toBeGreaterThan(own.length);
  expect(merged.factsOfCar(twice.id)).toEqual([]);
});

test('taken apart again nothing has changed', () => {
  const before = book({}, [...own, ...facts(twice.id)], twice.id);
  const after = book({ archived: false, mergedIntoId: null }, [...own, ...facts(twice.id)], twice.id);
  for (const car of [stays.id, twice.id]) expect(seen(after, car)).toEqual(seen(before, car));
});

test('one after the other they end at the last; a circle ends too', () => {
  const third = makeCar({ id: newId() });
  const chain = (intoOfStays: string | null) =>
    buildLogbook(
      {
        customers: [customer],
        cars: [
          { ...twice, archived: true, mergedIntoId: stays.id },
          { ...stays, archived: intoOfStays !== null, mergedIntoId: intoOfStays },
          third,
        ],
      },
      facts(twice.id),
    );
  expect(chain(third.id).factsOfCar(third.id)).toHaveLength(facts(twice.id).length);
  const circle = chain(twice.id);
  expect(circle.factsOfCar(twice.id).length + circle.factsOfCar(stays.id).length).toBe(facts(twice.id).length);
});

test('the cars of a customer that was entered twice are the other’s', () => {
  const merged = buildLogbook(
    {
      customers: [{ ...other, archived: true, mergedIntoId: customer.id }, customer],
      cars: [{ ...twice, customerId: other.id }],
    },
    [],
  );
  expect(merged.cars.get(twice.id)?.customerId).toBe(customer.id);
});
