/** Rules, work lists, shopping, paper and imports: what a booked car needs, and what follows when a fact changes. */
import fc from 'fast-check';
import { plusDays } from '../../src/calendar';
import { type Fact, type TrackEvent, shopDefaults, recordDefaults } from '../../src/model';
import { shoppingLists, visitExtras, visitSaving, workOfBooking, workOfEvents } from '../../src/run-up';
import { tell } from '../builders/say';
import { judgeFluid } from '../../src/demand';
import { recordSchemas } from '../../src/model/schemas';
import { boil, flush, makeEvent, newId, pen } from '../builders/book';
import { makePadSet } from '../builders/service-book';
import {
  NOW,
  TODAY,
  at,
  bookingOf,
  bottle,
  car,
  common,
  event,
  find,
  fluid,
  inOrder,
  keys,
  lookedOver,
  measured,
  shop,
  tove,
  venue,
  visitOf,
} from '../builders/run-up-book';

describe('work lists', () => {
  test('a car in order has nothing to do', () => {
    const e = event();
    const b = bookingOf(e);
    expect(keys(workOfBooking(at(e, b), b, TODAY))).toEqual([]);
  });

  test('change a fact and the list follows', () => {
    const e = event({ minPadMm: 8, beddedPartsOnly: true });
    const b = bookingOf(e);
    const worn = [...lookedOver(), flush(car, '2026-05-20T08:00:00Z', bottle.id), ...measured(7, '2026-05-30')];
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
      ...lookedOver(),
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

  test('whatever was tested when: where the boiling point does not do, the list asks for a flush or another test', () => {
    const e = event();
    const b = bookingOf(e);
    let short = 0;
    for (let day = 20; day <= 31; day++)
      for (let c = 236; c <= 256; c += 2) {
        const facts = [...inOrder(), boil(car.id, `2026-05-${day}T09:00:00Z`, c)];
        const fluid = judgeFluid(at(e, b, facts), car, e, TODAY);
        if (fluid.rules.find((r) => r.owner === 'boilingPoint')!.met) continue;
        short += 1;
        const asked = keys(workOfBooking(at(e, b, facts), b, TODAY));
        expect([c, day, asked.some((k) => k === 'flush' || k === 'boilingTest')]).toEqual([c, day, true]);
      }
    expect(short).toBeGreaterThan(20);
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
    expect(pads.parts[0]).toMatchObject({ source: 'buy', likeId: now.id, on: '2026-06-30' });
    expect(tell(pads.impossible!)).toBe(
      'Pads front, Kerren R2: to buy, Corran, 20 working days: after load-up on Fri 12 Jun.',
    );
    expect(tell(find(items, 'bedding.front').impossible!)).toBe('Waits for pads, front.');
    const [list] = shoppingLists(at(e, b, [...worn, fitted], { padSets: [now], suppliers: [supplier] }), items, TODAY);
    expect(list!.lines[0]).toMatchObject({ count: 1, neededOn: '2026-06-12', orderBy: '2026-05-14', isLate: true });
  });

  test('a free set like the one that is on comes before buying, for one car only; packed as a spare it is not for pads that are gone by then', () => {
    const first = event({ minPadMm: 8 });
    const second = makeEvent(venue.id, '2026-06-20', '2026-06-21', {});
    const [b, later] = [bookingOf(first), bookingOf(second)];
    const worn = [flush(car, '2026-05-20T08:00:00Z', bottle.id), ...measured(4, '2026-05-30')];
    const now = makePadSet({ carId: car.id, use: 'track', newThicknessMm: 11, padAreaMm2: 6200 });
    const like = { ...makePadSet({ carId: null, use: 'track', newThicknessMm: 11, padAreaMm2: 6200 }), id: newId() };
    const other = { ...like, id: newId(), label: 'P-9', padAreaMm2: 5000 };
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
    const supplier = { ...common, id: newId(), name: 'Corran', supplies: ['padSet' as const], leadDays: 2, notes: '' };
    const lists = (padSets: (typeof now)[]) =>
      workOfEvents(
        at(first, b, [...worn, fitted], {
          events: [first, second],
          bookings: [b, later],
          padSets,
          suppliers: [supplier],
        }),
        TODAY,
      );
    expect(find(lists([now, like, other]).get(b.id)!, 'pads.front').parts).toMatchObject([
      { source: 'shelf', partId: like.id },
    ]);
    expect(find(lists([now, other]).get(b.id)!, 'pads.front').parts).toMatchObject([{ source: 'buy' }]);
    // New pads go on for the first event: nobody packs a spare for the old ones at the second.
    expect(keys(lists([now, like]).get(later.id)!)).not.toContain('spare.front');
    expect(keys(lists([now, like]).get(later.id)!)).not.toContain('pads.front');
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
      { key: 'inspection', lines: [{ text: 'Hoses dry', from: [{ name: 'Ring Circle' }] }], done: { minutes: 10 } },
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
