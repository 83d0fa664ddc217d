/** What stands around pads and fluid: ducts, hoses, forms, re-torque, road pads; what a slot breaks; and ways out of a full week. */
import { plusDays } from '../../src/calendar';
import { planningCase, visitExtras } from '../../src/run-up';
import {
  NOW,
  at,
  bookingOf,
  car,
  customer,
  event,
  find,
  inOrder,
  ines,
  keys,
  shop,
  tove,
  visitOf,
} from '../builders/run-up-book';
import { makePadSet } from '../builders/service-book';
import { factOf, list } from '../builders/around-book';

describe('at the event and after it', () => {
  test('re-torque: when the host asks always, when the shop asks only after wheels were off', () => {
    const host = event({ reTorqueAtEvent: true });
    expect(keys(list(host, bookingOf(host)))).toEqual(['reTorque']);
    const own = event({ flushWithinDays: 5 });
    const asks = { shops: [{ ...shop, reTorqueAtEvent: true }] };
    expect(keys(list(own, bookingOf(own), inOrder(), asks))).toEqual(['flush', 'reTorque']);
    const calm = event();
    expect(keys(list(calm, bookingOf(calm), inOrder(), asks))).toEqual([]);
    expect(find(list(own, bookingOf(own), inOrder(), asks), 'reTorque')).toMatchObject({
      place: 'event',
      earliest: own.startDate,
      latest: own.startDate,
    });
  });

  test('at an event to which nobody of the crew goes it is for the driver', () => {
    const e = event({ reTorqueAtEvent: true });
    const b = bookingOf(e);
    expect(planningCase(at(e, b), NOW).forDriver.map((i) => i.key)).toEqual(['reTorque']);
    const goes = { ...e, crewIds: [tove.id] };
    const c = planningCase(at(goes, b), NOW);
    expect(c.forDriver).toEqual([]);
    expect(c.problem.people).toContainEqual(expect.objectContaining({ name: 'Tove', event: e.name }));
  });

  test('road pads go back on where a road set of the car lies on the shelf', () => {
    const e = event();
    const road = makePadSet({ label: 'P-9', use: 'road', carId: car.id, axle: 'rear' });
    const item = find(list(e, bookingOf(e), inOrder(), { padSets: [road] }), 'roadPads.rear');
    expect(item).toMatchObject({
      earliest: plusDays(e.endDate, 1),
      wheelsOff: true,
      kind: 'roadPads',
    });
    const on = factOf('2026-05-30', {
      kind: 'partsFitted',
      axle: 'rear',
      padSetId: road.id,
      rotorPairId: null,
      changed: 'pads',
    });
    expect(keys(list(e, bookingOf(e), [...inOrder(), on], { padSets: [road] }))).not.toContain('roadPads.rear');
  });

  test('the form of whoever inspects stands in the visit, line by line', () => {
    const e = event({ inspectionItems: ['Hoses dry', 'Pedal firm'] });
    const b = bookingOf(e);
    const job = visitOf(e, b, { kind: 'errand', covers: ['inspection'] });
    expect(visitExtras(at(e, b, inOrder(), { jobs: [job] }), job)).toMatchObject([
      { key: 'inspection', lines: [{ text: 'Hoses dry' }, { text: 'Pedal firm' }], done: null },
    ]);
  });

  test('work at the customer’s place wants no lift, and somebody who travels', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const there = { customers: [{ ...customer, atTheirPlace: true, travelMin: 25 }] };
    const item = find(list(e, b, inOrder(), there), 'flush');
    expect(item).toMatchObject({ place: 'customer', needsLift: false });
    const c = planningCase(at(e, b, inOrder(), { ...there, crew: [{ ...tove, travels: false }, ines] }), NOW);
    const task = c.problem.tasks.find((t) => t.id.endsWith('flush'))!;
    expect(task.travelMin).toBe(50);
    expect(task.people.map((p) => c.problem.people[p]!.name)).toEqual(['Ines']);
  });
});
