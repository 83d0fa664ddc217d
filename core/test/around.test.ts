/** What stands around pads and fluid: ducts, hoses, forms, re-torque, road pads; what a slot breaks; and ways out of a full week. */
import { type Booking, type Fact, type Job, type TrackEvent, plusDays } from '../src';
import { type WorkItem, planningCase, proposedPlan, slotFindings, visitExtras, workOfBooking } from '../src/run-up';
import { type MipSolver, type Problem, type Task, highsSolver, solveSchedule, waysOut } from '../src/schedule/solver';
import { newId } from './book';
import {
  NOW,
  TODAY,
  at,
  bookingOf,
  car,
  common,
  customer,
  event,
  find,
  inOrder,
  ines,
  keys,
  shop,
  tove,
  visitOf,
} from './run-up-book';
import { makePadSet } from './service-book';
import { partText, wayOutText } from '@calvik/words/work';
import { say, tell } from './say';

const factOf = (on: string, over: object): Fact =>
  ({
    id: newId(),
    at: `${on}T09:00:00.000Z`,
    recordedAt: `${on}T09:00:00.000Z`,
    by: tove.id,
    carId: car.id,
    jobId: newId(),
    ...over,
  }) as Fact;
const list = (e: TrackEvent, b: Booking, facts: Fact[] = inOrder(), records: object = {}): WorkItem[] =>
  workOfBooking(at(e, b, facts, records), b, TODAY);

describe('ducts', () => {
  const fitted = factOf('2026-05-25', { kind: 'workDone', items: ['ducts'], minutes: 10 });
  const off = factOf('2026-05-28', { kind: 'workDone', items: ['ductsOff'], minutes: 10 });

  test('asked for and not on: on before the event, off after it within the days of the shop', () => {
    const e = event({ ductsAtEvent: 'fitted' });
    const items = list(e, bookingOf(e));
    expect(keys(items)).toEqual(['ducts', 'ductsOff']);
    expect(find(items, 'ductsOff')).toMatchObject({
      earliest: plusDays(e.endDate, 1),
      latest: plusDays(e.endDate, shop.afterEventDays),
      needsLift: true,
      wheelsOff: false,
    });
  });

  test('asked for and on already: nothing before; what was taken off since is put on again', () => {
    const e = event({ ductsAtEvent: 'fitted' });
    expect(keys(list(e, bookingOf(e), [...inOrder(), fitted]))).not.toContain('ducts');
    expect(keys(list(e, bookingOf(e), [...inOrder(), fitted, off]))).toContain('ducts');
  });

  test('forbidden and on: off before the event', () => {
    const e = event({ ductsAtEvent: 'removed' });
    const item = find(list(e, bookingOf(e), [...inOrder(), fitted]), 'ductsOffBefore');
    expect(item.reasons).toMatchObject([
      { finding: { code: 'noDuctsAllowed' }, from: { owner: 'organiser', name: 'Ring Circle' } },
    ]);
    expect(item.latest < e.startDate).toBe(true);
    expect(keys(list(e, bookingOf(e)))).toEqual([]);
  });
});

describe('hoses', () => {
  const e = event();
  const fault = factOf('2026-05-29', {
    kind: 'checksDone',
    step: 'look',
    items: [
      { check: 'hoses', corner: 'RL', result: 'fault', remark: 'chafed' },
      { check: 'boots', corner: null, result: 'ok', remark: '' },
    ],
  });
  const hose = {
    ...common,
    id: newId(),
    name: 'Rear hose',
    kind: 'hose' as const,
    carId: null,
    axle: 'rear' as const,
    reorderAt: 1,
  };
  const counted = (count: number): Fact => factOf('2026-05-30', { kind: 'stockCounted', wearPartId: hose.id, count });

  test('a fault that was found is changed, by a hose of that axle from the shelf', () => {
    const item = find(list(e, bookingOf(e), [...inOrder(), fault, counted(2)], { wearParts: [hose] }), 'hoses.RL');
    expect(tell(item.reasons[0]!.finding)).toBe('Fault found on 29 May 2026: chafed.');
    expect(item.parts).toMatchObject([{ source: 'shelf', likeId: hose.id }]);
    expect(partText(item.parts[0]!, say)).toBe('Rear hose: 2 on the shelf');
    expect(item.wheelsOff).toBe(true);
  });

  test('with none on the shelf it is bought; with nobody who sells it, that is said', () => {
    const supplier = { ...common, id: newId(), name: 'Hob', supplies: ['wearPart' as const], leadDays: 4, notes: '' };
    const bought = find(
      list(e, bookingOf(e), [...inOrder(), fault], { wearParts: [hose], suppliers: [supplier] }),
      'hoses.RL',
    );
    expect(bought.parts).toMatchObject([{ source: 'buy', on: '2026-06-05' }]);
    expect(bought.earliest).toBe('2026-06-05');
    const nobody = find(list(e, bookingOf(e), [...inOrder(), fault], { wearParts: [hose] }), 'hoses.RL');
    expect(partText(nobody.parts[0]!, say)).toBe('Rear hose: nothing on record to order by, or no supplier sells it');
  });

  test('changed, or looked at again and found dry: nothing more to do', () => {
    const changed = factOf('2026-05-31', { kind: 'wearPartUsed', wearPartId: hose.id, count: 1, corner: 'RL' });
    const dry = factOf('2026-05-31', {
      kind: 'checksDone',
      step: 'look',
      items: [{ check: 'hoses', corner: null, result: 'ok', remark: '' }],
    });
    expect(keys(list(e, bookingOf(e), [...inOrder(), fault, changed], { wearParts: [hose] }))).toEqual([]);
    expect(keys(list(e, bookingOf(e), [...inOrder(), fault, dry]))).toEqual([]);
  });
});

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
      { key: 'inspection', lines: ['Hoses dry', 'Pedal firm'], done: null },
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

describe('a slot', () => {
  const e = event({ flushWithinDays: 5, beddedPartsOnly: true });
  const b = bookingOf(e);
  const visit = (over: Partial<Job>): Job => visitOf(e, b, over);
  const said = (job: Job, jobs: Job[] = [], records: object = {}, facts = inOrder()): string[] =>
    slotFindings(at(e, b, facts, { jobs: [job, ...jobs], ...records }), job, TODAY).map(tell);

  test('that fits breaks nothing', () => expect(said(visit({}))).toEqual([]));

  test.each([
    [{ startAt: '2026-05-29T07:00:00.000Z' }, 'That day is over.'],
    [{ liftId: null }, 'Wants a lift.'],
    [{ startAt: '2026-06-09T14:30:00.000Z' }, 'Tove works from 08:00 to 17:00 on that day.'],
    [{ startAt: '2026-06-14T07:00:00.000Z' }, 'Tove does not work on that day.'],
  ])('of %j says why not', (over, sentence) => expect(said(visit(over))).toContain(sentence));

  test('days off and another event are said by name', () => {
    const off = { crew: [{ ...tove, daysOff: [{ from: '2026-06-09', to: '2026-06-09', why: 'dentist' }] }, ines] };
    expect(said(visit({}), [], off)).toContain('Tove is off (dentist).');
    const other = {
      ...event(),
      id: newId(),
      name: 'Lanes',
      startDate: '2026-06-09',
      endDate: '2026-06-09',
      crewIds: [tove.id],
    };
    expect(said(visit({}), [], { events: [e, other] })).toContain('Tove is at Lanes.');
  });

  test('the order of the work holds over two visits, whichever is moved', () => {
    const unknown = inOrder().slice(1);
    const test = visit({
      covers: ['boilingTest'],
      kind: 'boilingTest',
      startAt: '2026-06-10T07:00:00.000Z',
      liftId: null,
    });
    const exchange = visit({});
    expect(said(exchange, [test], {}, unknown)).toContain('Flush comes after boiling test.');
    expect(said(test, [exchange], {}, unknown)).toContain('Boiling test comes before flush.');
  });

  test('two jobs on one car, of one person, or on one lift, at one time', () => {
    const other = { ...car, id: newId(), name: 'Other car' };
    const beside = (over: Partial<Job>): string =>
      said(
        visit({}),
        [
          visit({
            carId: other.id,
            startAt: '2026-06-09T07:30:00.000Z',
            bookingId: null,
            covers: [],
            kind: 'errand',
            ...over,
          }),
        ],
        { cars: [car, other] },
      ).join(' ');
    expect(beside({ crewId: ines.id, liftId: null })).toBe('');
    expect(beside({ crewId: ines.id })).toMatch(/^Lift 1 /);
    expect(beside({ liftId: null })).toMatch(/^Tove /);
    expect(beside({ crewId: ines.id, liftId: null, carId: car.id })).toMatch(/at this car then/);
    expect(beside({ startAt: '2026-06-09T08:15:00.000Z' })).toBe('');
  });
});

describe('ways out of a full week', () => {
  let solver: MipSolver;
  beforeAll(async () => {
    solver = await highsSolver();
  });
  const task = (id: string, minutes: number, over: Partial<Task> = {}): Task => ({
    id,
    visit: id,
    carId: id,
    key: id,
    ownTitle: id,
    car: '',
    minutes,
    days: [0],
    target: 0,
    crewNeeded: 1,
    people: [0],
    needsLift: false,
    wheelsOff: false,
    travelMin: 0,
    after: [],
    ...over,
  });
  const week = (over: Partial<Problem>): Problem => ({
    days: ['2026-06-01', '2026-06-02'],
    people: [{ id: 'a', name: 'Tove', event: null, hours: [{ from: 480, to: 600 }, null] }],
    lifts: [],
    tasks: [],
    fixed: [],
    setupMin: 0,
    previous: new Map(),
    fixedAfter: new Map(),
    ...over,
  });
  /** What is left out, and the ways to do it after all. */
  const stuck = (problem: Problem): { left: string; ways: string[] } => {
    const { plan } = solveSchedule(problem, { solver, clock: () => performance.now() / 1000, seconds: 5, gap: 0 });
    expect(plan.unscheduled).toHaveLength(1);
    const left = plan.unscheduled[0]!;
    return {
      left: left.id,
      ways: waysOut(problem, plan, left).map((w) => wayOutText(w, say, (id) => ({ kind: 'service', car: id }))),
    };
  };

  test('an hour more, the other job dropped; a free day costs coming in', () => {
    const { left, ways } = stuck(week({ tasks: [task('Flush', 120), task('Ducts', 60)] }));
    expect(ways).toContain('Tove stays 1 h longer on Mon 1 Jun.');
    expect(ways).toContain(left === 'Ducts' ? 'Drop Flush, a car.' : 'Drop Ducts, a car.');
    const away = week({
      people: [{ id: 'a', name: 'Tove', event: null, hours: [null, null] }],
      tasks: [task('Ducts', 45)],
    });
    expect(stuck(away).ways).toEqual(['Tove comes in on Mon 1 Jun for 1 h.']);
  });

  test('a pinned job moved', () => {
    const fixed = [{ id: 'F1', carId: 'x', day: 0, span: { from: 480, to: 600 }, people: [0], lift: null, does: [] }];
    expect(stuck(week({ fixed, tasks: [task('Flush', 90)] })).ways).toContain(
      'Move service of F1, which is pinned on Mon 1 Jun.',
    );
  });

  test('on stands beside a lift that is taken', () => {
    const hours = [{ from: 480, to: 600 }, null];
    const { ways } = stuck(
      week({
        people: [
          { id: 'a', name: 'Tove', event: null, hours },
          { id: 'b', name: 'Bram', event: null, hours },
        ],
        lifts: [{ id: 'l', name: 'Lift 1' }],
        tasks: ['Flush', 'Pads'].map((id) => task(id, 120, { needsLift: true, people: [0, 1] })),
      }),
    );
    expect(ways[0]).toBe('On stands beside the lifts.');
  });

  test('what is taken out of a plan frees the job that it was, and calendars keep the entry that is most like it', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const plan = (records: object) => {
      const logbook = at(e, b, [], records);
      const c = planningCase(logbook, NOW);
      const { plan } = solveSchedule(c.problem, { solver, clock: () => performance.now() / 1000, seconds: 5, gap: 0 });
      return proposedPlan(logbook, c, plan, newId);
    };
    const first = plan({}).jobs.map((j) => ({ ...j, version: 1 }));
    const dropped = plan({
      jobs: first,
      bookings: [
        {
          ...b,
          workChanges: first.flatMap((j) => j.covers).map((item) => ({ change: 'drop', item, reason: 'Not now.' })),
        },
      ],
    });
    expect(dropped.jobs).toEqual([]);
    expect(dropped.drop.map((j) => j.id).sort()).toEqual(first.map((j) => j.id).sort());
  });
});
