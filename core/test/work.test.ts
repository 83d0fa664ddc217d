/** Rules, work lists, shopping, paper and imports: what a booked car needs, and what follows when a fact changes. */
import fc from 'fast-check';
import { type Fact, type Job, type TrackEvent, dateIn, plusDays, shopDefaults, recordDefaults } from '../src';
import {
  durationOf,
  planningCase,
  proposedPlan,
  rulesInForce,
  shoppingLists,
  slotFindings,
  visitExtras,
  visitSaving,
  workOfBooking,
  workOfEvents,
} from '../src/run-up';
import { messageText, runSheet, workListRows } from '@calvik/words/documents';
import { importProblemText } from '@calvik/words/imports';
import { ruleLines, shoppingBasisText, wayOutText } from '@calvik/words/work';
import { say, tell } from './say';
import { judgeFluid, minusWorkingDays, onShelf, plusWorkingDays, usableMl } from '../src';
import { importPreview } from '../src/imports';
import { type MipSolver, highsSolver, planBreaks, solveSchedule, waysOut } from '../src/schedule/solver';
import { recordSchemas } from '../src/model/schemas';
import { flush, makeCar, makeEvent, newId, pen } from './book';
import { makePadSet } from './service-book';
import {
  common,
  TODAY,
  NOW,
  customer,
  car,
  venue,
  fluid,
  bottle,
  tove,
  ines,
  lift,
  shop,
  event,
  bookingOf,
  measured,
  inOrder,
  at,
  keys,
  find,
  visitOf,
} from './run-up-book';

describe('rules', () => {
  test('the strictest of organiser, customer and shop holds, and says whose it is', () => {
    const e = event({ minPadMm: 6, ductsAtEvent: 'removed' });
    const picky = { ...customer, minPadMm: 8, ductsAtEvent: 'fitted' as const };
    const logbook = at(e, bookingOf(e), [], { customers: [picky], shops: [{ ...shop, minPadMm: 7 }] });
    const rules = rulesInForce(logbook, car, e);
    expect(rules.minPadMm).toMatchObject({ value: 8, from: { owner: 'customer', name: 'Ona Birk' } });
    expect(rules.minPadMm!.others.map((o) => o.value)).toEqual([6, 7]);
    // The host turns a car away: on ducts the organiser overrules.
    expect(rules.ductsAtEvent).toMatchObject({ value: 'removed', from: { owner: 'organiser', name: 'Ring Circle' } });
    expect(ruleLines(rules, say)).toContain('Ducts removed (Ring Circle; Ona Birk overruled).');
  });

  test('forms of several askers are one list, each line once', () => {
    const e = event({ inspectionItems: ['Hoses dry', 'Pedal firm'] });
    const logbook = at(e, bookingOf(e), [], { shops: [{ ...shop, inspectionItems: ['Pedal firm', 'Wheel nuts'] }] });
    expect(rulesInForce(logbook, car, e).inspection!.items).toEqual(['Hoses dry', 'Pedal firm', 'Wheel nuts']);
  });

  test('the strictest is never laxer than any single one, whoever asks for what', () => {
    const mm = fc.option(fc.integer({ min: 2, max: 12 }));
    fc.assert(
      fc.property(mm, mm, mm, (organiser, own, ofShop) => {
        const e = event({ minPadMm: organiser });
        const logbook = at(e, bookingOf(e), [], {
          customers: [{ ...customer, minPadMm: own }],
          shops: [{ ...shop, minPadMm: ofShop }],
        });
        const asked = [organiser, own, ofShop].filter((x): x is number => x !== null);
        const { minPadMm } = rulesInForce(logbook, car, e);
        expect(minPadMm?.value ?? null).toBe(asked.length > 0 ? Math.max(...asked) : null);
      }),
    );
  });
});

describe('work lists', () => {
  test('a car in order has nothing to do', () => {
    const e = event();
    const b = bookingOf(e);
    expect(keys(workOfBooking(at(e, b), b, TODAY))).toEqual([]);
  });

  test('change a fact and the list follows', () => {
    const e = event({ minPadMm: 8, beddedPartsOnly: true });
    const b = bookingOf(e);
    const worn = [flush(car, '2026-05-20T08:00:00Z', bottle.id), ...measured(7, '2026-05-30')];
    const set = makePadSet({ carId: car.id });
    const items = workOfBooking(at(e, b, worn, { padSets: [set] }), b, TODAY);
    expect(keys(items)).toEqual(['pads.front', 'pads.rear', 'bedding.front', 'bedding.rear']);
    const front = find(items, 'pads.front');
    expect(front.reasons.map(({ finding, from }) => ({ said: tell(finding), from }))).toEqual([
      { said: '7.0 mm left, 8.0 mm asked for.', from: { owner: 'organiser', name: 'Ring Circle' } },
    ]);
    expect(front.parts[0]).toMatchObject({ source: 'shelf', partId: set.id });
    expect(find(items, 'bedding.front')).toMatchObject({ crewNeeded: 2, place: 'road' });
    expect(find(items, 'bedding.front').after.map((a) => a.key)).toContain('pads.front');
    expect(keys(workOfBooking(at(e, b), b, TODAY))).toEqual([]);
  });

  test('fluid: the window opens when work counts for every rule, and says for whom', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const item = find(workOfBooking(at(e, b), b, TODAY), 'flush');
    // 13 June less five days, and load-up on the 12th.
    expect([item.earliest, item.latest, item.target]).toEqual(['2026-06-08', '2026-06-12', '2026-06-11']);
    expect(item.reasons[0]!.from).toEqual({ owner: 'organiser', name: 'Ring Circle' });
    expect(item.fluid!.fluidId).toBe(fluid.id);
  });

  test('fluid that only a boiling test can settle asks for one, and says why', () => {
    const e = event();
    const b = bookingOf(e);
    const flushed = (wet: number): Fact[] => [
      flush(car, '2026-05-20T08:00:00Z', bottle.id),
      pen(car.id, '2026-05-28T08:00:00Z', wet),
      ...measured(9, '2026-05-30'),
    ];
    const listFor = (wet: number) => workOfBooking(at(e, b, flushed(wet)), b, TODAY);
    expect(keys(listFor(0.5))).toEqual([]);
    // Over amber on the pen, though by label and age the fluid would do.
    const [test] = listFor(2);
    expect(test).toMatchObject({ key: 'boilingTest', state: 'todo' });
    // The work list and the car's page ask for it with one and the same finding.
    expect(test!.reasons[0]!.finding).toEqual(judgeFluid(at(e, b, flushed(2)), car, e, TODAY).boilingTestFor);
  });

  test('fluid made for one event counts for the next where its rules allow', () => {
    const first = event({ flushWithinDays: 10 });
    const second = makeEvent(venue.id, '2026-06-20', '2026-06-20', { flushWithinDays: 30 });
    const strict = { ...second, id: newId(), flushWithinDays: 3 };
    const lists = (e: TrackEvent) => {
      const logbook = at(first, bookingOf(first), inOrder(), {
        events: [first, e],
        bookings: [bookingOf(first), bookingOf(e)],
      });
      return [...workOfEvents(logbook, TODAY)].map(([id, items]) => [
        logbook.bookings.get(id)!.eventId === first.id ? 'first' : 'second',
        keys(items).includes('flush'),
      ]);
    };
    expect(lists(second)).toEqual([
      ['first', true],
      ['second', false],
    ]);
    expect(lists(strict)).toContainEqual(['second', true]);
  });

  test('a part that arrives after load-up is said, and what waits for it too', () => {
    const e = event({ minPadMm: 8 });
    const b = bookingOf(e);
    const worn = [flush(car, '2026-05-20T08:00:00Z', bottle.id), ...measured(7, '2026-05-30')];
    const now = makePadSet({ carId: car.id, use: 'track', newThicknessMm: 11 });
    const fitted = {
      ...worn[1]!,
      id: newId(),
      at: '2026-05-29T08:00:00.000Z',
      kind: 'partsFitted',
      axle: 'front',
      padSetId: now.id,
      rotorPairId: null,
      changed: 'none',
    } as unknown as Fact;
    const supplier = { ...common, id: newId(), name: 'Corran', supplies: ['padSet' as const], leadDays: 20, notes: '' };
    const items = workOfBooking(at(e, b, [...worn, fitted], { padSets: [now], suppliers: [supplier] }), b, TODAY);
    const pads = find(items, 'pads.front');
    expect(pads.parts[0]).toMatchObject({ source: 'buy', likeId: now.id, on: '2026-06-29' });
    expect(tell(pads.impossible!)).toBe(
      'Pads front, Kerren R2: to buy, Corran, 20 working days: after load-up on Fri 12 Jun.',
    );
    expect(tell(find(items, 'bedding.front').impossible!)).toBe('Waits for pads, front.');
    const [list] = shoppingLists(at(e, b, [...worn, fitted], { padSets: [now], suppliers: [supplier] }), items, TODAY);
    expect(list!.lines[0]).toMatchObject({ count: 1, neededOn: '2026-06-12', orderBy: '2026-05-15', isLate: true });
  });

  test('an event tomorrow leaves today; one that has begun leaves nothing, in words', () => {
    const tomorrow = makeEvent(venue.id, '2026-06-02', '2026-06-02', { flushWithinDays: 5 });
    const b = bookingOf(tomorrow);
    expect(find(workOfBooking(at(tomorrow, b), b, TODAY), 'flush')).toMatchObject({
      earliest: TODAY,
      latest: TODAY,
      impossible: null,
    });
    const begun = { ...tomorrow, startDate: TODAY, endDate: '2026-06-03' };
    expect(tell(find(workOfBooking(at(begun, b), b, TODAY), 'flush').impossible!)).toBe('The event has begun.');
    const over = { ...tomorrow, startDate: '2026-05-01', endDate: '2026-05-02' };
    expect(workOfBooking(at(over, b), b, TODAY)).toEqual([]);
  });

  test('a person adds, drops with a reason, and splits', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e, {
      workChanges: [
        { change: 'drop', item: 'flush', reason: 'Customer does it.' },
        { change: 'split', item: 'extra.1' },
        {
          change: 'add',
          item: 'extra.1',
          title: 'Fit tow eye',
          durationMin: 20,
          wheelsOff: false,
          reason: 'Scrutineer asked.',
          earliest: null,
          latest: '2026-06-05',
        },
      ],
    });
    const items = workOfBooking(at(e, b), b, TODAY);
    expect(find(items, 'flush')).toMatchObject({ state: 'dropped', dropReason: 'Customer does it.' });
    expect(find(items, 'extra.1')).toMatchObject({ ownTitle: 'Fit tow eye', latest: '2026-06-05', isSplit: true });
  });

  test('a visit that is over leaves undone what nobody ticked off', () => {
    const e = event({ flushWithinDays: 5, inspectionItems: ['Hoses dry'] });
    const b = bookingOf(e);
    const job = visitOf(e, b, { covers: ['flush', 'inspection'], liftId: null, startAt: NOW, durationMin: 90 });
    const fact = (over: object): Fact =>
      ({ id: newId(), at: NOW, recordedAt: NOW, by: tove.id, carId: car.id, jobId: job.id, ...over }) as Fact;
    const released = fact({ kind: 'carReleased', openItems: [] });
    const state = (...facts: Fact[]): string[] =>
      workOfBooking(at(e, b, [...inOrder(), ...facts], { jobs: [job] }), b, TODAY).map((i) => `${i.key} ${i.state}`);
    expect(state()).toEqual(['flush planned', 'inspection planned']);
    expect(state(released)).toEqual(['flush done', 'inspection todo']);
    const ticked = fact({ kind: 'workDone', items: ['inspection'], minutes: 10 });
    expect(state(ticked)).toEqual(['flush planned', 'inspection done']);
    expect(visitExtras(at(e, b, [ticked], { jobs: [job] }), job)).toMatchObject([
      { key: 'inspection', lines: ['Hoses dry'], done: { minutes: 10 } },
    ]);
  });

  test('a window that ends before it begins is refused with a sentence', () => {
    const e = event();
    const bad = bookingOf(e, {
      workChanges: [
        {
          change: 'add',
          item: 'extra.1',
          title: 'x',
          durationMin: 20,
          wheelsOff: false,
          reason: 'y',
          earliest: '2026-06-05',
          latest: '2026-06-04',
        },
      ],
    });
    const parsed = recordSchemas.bookings.safeParse(bad);
    expect(parsed.error?.issues[0]).toMatchObject({ params: { problem: 'windowEndsBeforeItBegins' } });
  });

  test('whatever is on record: windows hold, targets lie in them, keys are told apart, and the order of facts is irrelevant', () => {
    const before = ['boilingTest', 'measure', 'pads', 'rotors', 'flush', 'bleed', 'inspection', 'ducts', 'spare'];
    fc.assert(
      fc.property(
        fc.record({
          inDays: fc.integer({ min: -4, max: 40 }),
          long: fc.nat(2),
          mm: fc.option(fc.integer({ min: 2, max: 12 })),
          measuredAgo: fc.nat(60),
          flushedAgo: fc.option(fc.nat(500)),
          within: fc.option(fc.integer({ min: 1, max: 120 })),
          least: fc.option(fc.integer({ min: 3, max: 11 })),
          bedded: fc.boolean(),
          place: fc.constantFrom('road' as const, 'machine' as const, 'event' as const),
          ducts: fc.constantFrom('any' as const, 'fitted' as const, 'removed' as const),
          dropped: fc.boolean(),
        }),
        (r) => {
          const start = plusDays(TODAY, r.inDays);
          const e = makeEvent(venue.id, start, plusDays(start, r.long), {
            flushWithinDays: r.within,
            minPadMm: r.least,
            beddedPartsOnly: r.bedded,
            ductsAtEvent: r.ducts,
            inspectionItems: ['Hoses dry'],
          });
          const b = bookingOf(e, {
            beddingPlace: r.place,
            workChanges: r.dropped ? [{ change: 'drop', item: 'inspection', reason: 'Not asked for.' }] : [],
          });
          const facts = [
            ...(r.flushedAgo === null ? [] : [flush(car, `${plusDays(TODAY, -r.flushedAgo)}T08:00:00Z`, bottle.id)]),
            ...(r.mm === null ? [] : measured(r.mm, plusDays(TODAY, -r.measuredAgo))),
          ];
          const set = makePadSet({ carId: car.id });
          const items = workOfBooking(at(e, b, facts, { padSets: [set] }), b, TODAY);
          const again = workOfBooking(at(e, b, [...facts].reverse(), { padSets: [set] }), b, TODAY);
          expect(again).toEqual(items);
          expect(new Set(keys(items)).size).toBe(keys(items).length);
          for (const i of items) {
            if (i.impossible === null) {
              expect(TODAY <= i.earliest && i.earliest <= i.latest).toBe(true);
              expect(i.earliest <= i.target && i.target <= i.latest).toBe(true);
            } else expect(tell(i.impossible)).toMatch(/\.$/);
            if (before.includes(i.kind)) expect(i.latest < e.startDate).toBe(true);
            for (const a of i.after) expect(keys(items)).toContain(a.key);
            expect(i.reasons.length).toBeGreaterThan(0);
          }
        },
      ),
    );
  });

  test('wheels come off once: what is saved is a set-up for every further piece of work', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const items = workOfBooking(at(e, b, [flush(car, '2026-05-20T08:00:00Z', bottle.id)]), b, TODAY);
    expect(keys(items)).toEqual(['measure', 'flush']);
    expect(visitSaving(items)).toBe(25);
  });

  test('defaults of records are those that the schemas fill in', () => {
    for (const [collection, record] of [
      ['crew', { ...common, id: newId(), name: 'A', role: 'lead' }],
      ['bookings', { ...common, id: newId(), eventId: newId(), carId: newId() }],
      [
        'jobs',
        { ...common, id: newId(), kind: 'service', carId: newId(), crewId: newId(), startAt: NOW, durationMin: 60 },
      ],
    ] as const)
      expect(recordSchemas[collection].parse(record)).toMatchObject(recordDefaults[collection]);
    expect(recordSchemas.shops.parse({ ...shop, hours: undefined }).hours).toEqual(shopDefaults.hours);
  });
});

describe('durations', () => {
  const done = (minutes: number, carId = car.id): Fact => ({
    id: newId(),
    kind: 'workDone',
    at: NOW,
    recordedAt: NOW,
    by: tove.id,
    carId,
    jobId: jobs[0]!.id,
    items: ['ducts'],
    minutes,
  });
  const jobs: Job[] = [
    {
      ...common,
      ...recordDefaults.jobs,
      id: newId(),
      kind: 'errand',
      carId: car.id,
      eventId: null,
      crewId: tove.id,
      startAt: NOW,
      durationMin: 15,
      notes: '',
    },
  ];
  const e = event();

  test('the usual figure until three records, then their median; one bad day moves it little', () => {
    const of = (minutes: number[]) =>
      durationOf(
        at(
          e,
          bookingOf(e),
          minutes.map((m) => done(m)),
          { jobs },
        ),
        'ducts',
        car.id,
      );
    expect(of([20, 22])).toMatchObject({ minutes: 10, from: 'usual' });
    expect(of([20, 22, 21])).toMatchObject({ minutes: 20, from: 'car', records: 3 });
    expect(of([20, 22, 21, 240]).minutes).toBe(20);
    const other = durationOf(
      at(
        e,
        bookingOf(e),
        [20, 22, 21].map((m) => done(m, makeCar().id)),
        { jobs },
      ),
      'ducts',
      car.id,
    );
    expect(other).toMatchObject({ minutes: 20, from: 'shop', band: { low: 20, high: 22 } });
  });

  test('a guided service teaches by the times of its entries, and long gaps do not count', () => {
    const job: Job = { ...jobs[0]!, id: newId(), kind: 'service' };
    const services = Array.from({ length: 3 }, () => ({ ...job, id: newId() }));
    const facts = services.flatMap((s) => {
      const pads = measured(9, '2026-05-30', car.id, s.id);
      const after = (minutes: number): string =>
        new Date(Date.parse('2026-05-30T08:00:00Z') + minutes * 60_000).toISOString();
      return [
        {
          ...pads[0]!,
          kind: 'driverReport',
          complaints: [],
          words: '',
          id: newId(),
          at: after(0),
          recordedAt: after(0),
        },
        ...pads.map((p, i) => ({ ...p, at: after((i + 1) * 6), recordedAt: after((i + 1) * 6) })),
        { ...pads[0]!, kind: 'carReleased', openItems: [], id: newId(), at: after(300), recordedAt: after(300) },
      ] as Fact[];
    });
    const logbook = at(e, bookingOf(e), facts, { jobs: services });
    expect(durationOf(logbook, 'measure', car.id)).toMatchObject({ minutes: 25, from: 'car', records: 3 });
  });
});

describe('a plan from the logbook', () => {
  let solver: MipSolver;
  beforeAll(async () => {
    solver = await highsSolver();
  });
  const plan = (logbook: ReturnType<typeof at>, now = NOW) => {
    const c = planningCase(logbook, now);
    const solved = solveSchedule(c.problem, { solver, clock: () => performance.now() / 1000, seconds: 10, gap: 0 });
    expect(planBreaks(c.problem, solved.plan)).toEqual([]);
    return { c, solved, proposal: proposedPlan(logbook, c, solved.plan, newId) };
  };
  const twoCars = (e: TrackEvent) => {
    const other = makeCar({ name: 'Other car' });
    return { cars: [car, other], bookings: [bookingOf(e), bookingOf(e, { carId: other.id })] };
  };

  test('two cars, one lift: never both at once; a crew of one does them in turn', () => {
    const e = makeEvent(venue.id, '2026-06-02', '2026-06-02', { flushWithinDays: 5 });
    const { proposal } = plan(at(e, bookingOf(e), [], { ...twoCars(e), crew: [tove] }));
    expect(proposal.jobs.map((j) => j.covers)).toEqual([
      ['boilingTest', 'measure', 'flush'],
      ['boilingTest', 'measure', 'flush'],
    ]);
    const [first, second] = proposal.jobs.sort((a, b) => a.startAt.localeCompare(b.startAt));
    expect(Date.parse(second!.startAt)).toBeGreaterThanOrEqual(
      Date.parse(first!.startAt) + first!.durationMin * 60_000,
    );
    expect(proposal.savedMin).toBe(50);
  });

  test('with a full day what does not fit is named, with the cheapest way out', () => {
    const e = makeEvent(venue.id, '2026-06-02', '2026-06-02', { flushWithinDays: 5 });
    const short = { ...tove, hours: [{ from: '08:00', to: '10:30' }, null, null, null, null, null, null] };
    const { c, solved } = plan(at(e, bookingOf(e), [], { ...twoCars(e), crew: [short] }));
    expect(solved.plan.unscheduled.length).toBeGreaterThan(0);
    const ways = waysOut(
      c.problem,
      solved.plan,
      solved.plan.unscheduled.find((t) => t.id.endsWith('measure'))!,
    );
    expect(ways.map((w) => wayOutText(w, say, () => null))).toContain('Tove stays 1 h longer on Mon 1 Jun.');
  });

  test('pinned jobs stay; planning again moves nothing without a reason', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const first = plan(at(e, b, [])).proposal.jobs.map((j) => ({ ...j, version: 1 }));
    const again = plan(at(e, b, [], { jobs: first })).proposal;
    expect(again.moved).toEqual([]);
    expect(again.jobs.map((j) => [j.id, j.startAt])).toEqual(first.map((j) => [j.id, j.startAt]));
    const pinned = first.map((j) => ({ ...j, isPinned: true, startAt: '2026-06-10T09:15:00.000Z' }));
    const { c, proposal } = plan(at(e, b, [], { jobs: pinned }));
    expect(c.problem.fixed).toHaveLength(pinned.length);
    expect(proposal.jobs).toEqual([]);
  });

  test('work of somebody who has left is given to others', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const jobs = plan(at(e, b, [], { crew: [tove] })).proposal.jobs.map((j) => ({ ...j, version: 1 }));
    const { proposal } = plan(at(e, b, [], { crew: [{ ...tove, archived: true }, ines], jobs }));
    expect(proposal.jobs.map((j) => j.crewId)).toEqual(jobs.map(() => ines.id));
  });

  test('on the day that the clock changes, starts are by the wall clock', () => {
    // In this zone summer time ends on Sunday 25 October 2026.
    const e = makeEvent(venue.id, '2026-10-26', '2026-10-26', { flushWithinDays: 1 });
    const everyDay = { ...shop, hours: Array.from({ length: 7 }, () => ({ from: '08:00', to: '17:00' })) };
    const { proposal } = plan(
      at(e, bookingOf(e), measured(9, '2026-10-20'), { shops: [everyDay] }),
      '2026-10-23T05:00:00.000Z',
    );
    const exchange = proposal.jobs.find((j) => j.covers.includes('flush'))!;
    expect(exchange.startAt).toBe('2026-10-25T07:00:00.000Z');
  });

  test('a slot says in words which rule it would break', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const logbook = at(e, b, [], { crew: [{ ...tove, skills: ['measuring'] }, ines] });
    const job: Job = {
      ...plan(logbook).proposal.jobs.find((j) => j.covers.includes('flush'))!,
      version: 1,
      crewId: tove.id,
      liftId: null,
      startAt: '2026-06-02T15:00:00.000Z',
      durationMin: 120,
    };
    expect(
      slotFindings(at(e, b, [], { crew: [{ ...tove, skills: ['measuring'] }, ines] }), job, TODAY).map(tell),
    ).toEqual([
      'Flush: not before Mon 8 Jun, or it does not count for Ring Circle.',
      'Tove works from 08:00 to 17:00 on that day.',
      'Not work for Tove: Boiling test and Flush.',
      'Wants a lift.',
    ]);
    const sunday = {
      ...job,
      crewId: ines.id,
      liftId: lift.id,
      covers: ['flush'],
      startAt: '2026-06-14T08:00:00.000Z',
    };
    expect(slotFindings(logbook, sunday, TODAY).map(tell)).toEqual([
      'Flush: must be done by Fri 12 Jun, load-up.',
      'Ines does not work on that day.',
    ]);
  });
});

describe('stock and documents', () => {
  test('working days pass over the weekend, there and back', () => {
    expect(plusWorkingDays('2026-06-05', 1)).toBe('2026-06-08');
    expect(minusWorkingDays('2026-06-14', 3)).toBe('2026-06-09');
    fc.assert(
      fc.property(fc.nat(400), fc.nat(30), (day, lead) => {
        const needed = plusDays('2026-01-01', day);
        // Ordered on the last day it is there in time; a day later it is not.
        const last = minusWorkingDays(needed, lead);
        expect(plusWorkingDays(last, lead) <= needed).toBe(true);
        expect(plusWorkingDays(plusWorkingDays(last, 1), lead) > needed).toBe(true);
      }),
    );
  });

  test('fluid is bought in whole bottles, plus one, less what is here', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const logbook = at(e, b);
    const items = workOfBooking(logbook, b, TODAY);
    const need = find(items, 'flush').fluid!.ml;
    const here = usableMl(logbook, fluid.id, TODAY);
    expect(here).toBeLessThan(need);
    const line = shoppingLists(logbook, items, TODAY)[0]!.lines[0]!;
    expect(line).toMatchObject({ goods: 'bottle', count: Math.ceil((need - here) / 1000) + 1 });
  });

  test('a wear part is its last count less what was used, more what came', () => {
    const part = { ...common, id: newId(), name: 'Hose', kind: 'hose' as const, carId: null, axle: null, reorderAt: 1 };
    const fact = (over: object): Fact =>
      ({ id: newId(), at: NOW, recordedAt: NOW, by: tove.id, wearPartId: part.id, ...over }) as Fact;
    const e = event();
    const facts = [
      fact({ kind: 'stockCounted', count: 4 }),
      fact({ kind: 'wearPartUsed', carId: car.id, count: 3 }),
      fact({ kind: 'goodsReceived', orderId: newId(), line: 0, count: 2 }),
    ];
    expect(onShelf(at(e, bookingOf(e), facts, { wearParts: [part] }), part.id)).toBe(3);
    const low = at(e, bookingOf(e), facts.slice(0, 2), { wearParts: [part] });
    const line = shoppingLists(low, [], TODAY)[0]!.lines[0]!;
    expect(line).toMatchObject({ name: 'Hose', count: 1 });
    expect(shoppingBasisText(line.basis, line, say)).toBe('1 on the shelf, order again at 1.');
  });

  test('the run sheet has each person’s day with what it takes; the list is a row for each piece of work', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const job = visitOf(e, b, { kind: 'flush' });
    const logbook = at(e, b, inOrder(), { jobs: [job] });
    const lists = workOfEvents(logbook, TODAY);
    const sheet = runSheet(logbook, lists, '2026-06-09');
    expect(sheet.people).toMatchObject([
      {
        name: 'Tove',
        jobs: [{ time: '09:00–10:15', car: 'Test car', lift: 'Lift 1', work: [{ title: 'Flush' }] }],
      },
    ]);
    expect(sheet.people[0]!.jobs[0]!.work[0]!.note).toMatch(/^Racing fluid, \d+ mL$/);
    expect(runSheet(logbook, lists, '2026-06-12').remarks).toEqual([`Load-up for ${e.name}.`]);
    expect(workListRows(logbook, lists)).toMatchObject([
      { car: 'Test car', work: 'Flush', state: 'planned', crew: 'Tove', planned: '2026-06-09 09:00' },
    ]);
  });

  test('texts to the customer say what is booked, when to bring it, and what was found', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const logbook = at(e, b);
    const items = workOfBooking(logbook, b, TODAY);
    expect(messageText(logbook, b, items, 'booked')).toMatch(
      /^Hello Ona, Test car is booked for .*Before it we do: flush\./,
    );
    expect(messageText(logbook, b, items, 'bringIn')).toContain('no day is set');
    expect(messageText(logbook, b, items, 'found')).toContain('rule says 5');
    expect(dateIn(NOW, 'Europe/Berlin')).toBe(TODAY);
  });
});

describe('imports', () => {
  const e = event();
  const logbook = at(e, bookingOf(e));
  const { id: _id, customerId: _c, name: _n, make: _m, model: _o, ...plain } = makeCar();

  test('rows that cannot be kept are named with their reason; the others make customers and cars that the schemas take', () => {
    const preview = importPreview(
      logbook,
      [
        { customer: 'Ona Birk', car: 'Second car', year: '2015', grade: 'dot5.1' },
        { customer: 'New One', car: 'A', email: 'not an address' },
        { customer: 'New One', car: 'A', phone: '0555' },
        { customer: 'new one', car: 'a' },
        { customer: 'Ona Birk', car: 'Test car' },
        { customer: '', car: 'B' },
        { customer: 'X', car: 'Y', year: '20x5' },
        { customer: 'X', car: 'Y', grade: 'DOT 9' },
        { customer: 'X', car: 'Y', year: '1492' },
        { customer: 'X', car: 'Y', 'front bores': '38, 34' },
        { customer: 'X', car: 'Y', 'front bores': '38, 34, 28 a side', 'rear bores': '40' },
      ],
      plain,
      newId,
    );
    expect(preview.cars.map((c) => [c.name, c.fluidGrade])).toEqual([
      ['Second car', 'DOT 5.1'],
      ['A', 'DOT 4'],
      ['Y', 'DOT 4'],
    ]);
    expect(preview.cars[2]).toMatchObject({ front: { boresMm: [38, 34, 28] }, rear: { boresMm: [40] } });
    expect(preview.customers.map((c) => c.name)).toEqual(['New One', 'X']);
    expect(preview.refused.map((r) => [r.row, importProblemText(r.why, say)])).toEqual([
      [3, 'Email: This does not look like an e-mail address.'],
      [5, 'New One has a car of that name already.'],
      [6, 'Ona Birk has a car of that name already.'],
      [7, 'No customer is named.'],
      [8, '“20x5” is not a year.'],
      [9, '“DOT 9” is not a fluid grade: DOT 3, DOT 4, DOT 5, DOT 5.1, mineral.'],
      [10, 'Year: At least 1900.'],
      [11, 'Front bores: Say whether that is a side: “38, 34, 28 a side”, or count them all: “4 × 40”.'],
    ]);
    for (const c of preview.cars) expect(recordSchemas.cars.safeParse(c).success).toBe(true);
    for (const c of preview.customers) expect(recordSchemas.customers.safeParse(c).success).toBe(true);
  });

  test('whatever is in the cells: every row is kept or refused, and what is kept passes the schemas', () => {
    const cell = fc.oneof(fc.string({ maxLength: 100 }), fc.constantFrom('Ona', 'Car', '2001', 'DOT 4', ''));
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            customer: cell,
            car: cell,
            phone: cell,
            email: cell,
            make: cell,
            model: cell,
            year: cell,
            plate: cell,
            grade: cell,
            'front bores': fc.oneof(cell, fc.constantFrom('4 × 40', '0 x 40', '38, 34 a side')),
          }),
          { maxLength: 20 },
        ),
        (rows) => {
          const preview = importPreview(logbook, rows, plain, newId);
          expect(preview.cars.length + preview.refused.length).toBe(rows.length);
          for (const c of preview.cars) expect(recordSchemas.cars.safeParse(c).success).toBe(true);
          for (const c of preview.customers) expect(recordSchemas.customers.safeParse(c).success).toBe(true);
        },
      ),
    );
  });
});
