import fc from 'fast-check';
import { conditionOf, standsAgainst } from '../../src/condition';
import {
  type Fact,
  type QueueEntry,
  type QueueMove,
  complaints,
  queueProofs,
  queueWorks,
  recordDefaults,
} from '../../src/model';
import { queueEntry, queueMove } from '../../src/model/schemas';
import { judgeTrack } from '../../src/paddock';
import {
  brokenBy,
  carLikeWalkIn,
  judgeNeeds,
  madeOfWalkIn,
  mayBecome,
  prepareQueue,
  planQueue,
  placesOf,
  queueAt,
  queueState,
  sessionsAhead,
  thingsFor,
} from '../../src/queue';
import { customer, makeCar, makeFluid, newId } from '../builders/book';
import { LEAD, TECH, at, begun, entryOf, moveOf, paddock, queueBook, queueCar, slot } from '../builders/queue-book';
import { crew } from '../builders/service-book';

const NOW = at('14:30');
const codes = (logbook: ReturnType<typeof queueBook>, entry: QueueEntry, now = NOW) =>
  judgeNeeds(logbook, paddock, queueState(logbook, entry, now), now).map((f) => f.code);

describe('what a car takes', () => {
  it('is listed in the order in which it is fetched', () => {
    const entry = entryOf({
      wants: [
        { work: 'pads', axle: 'front' },
        { work: 'bleed', axle: null },
      ],
    });
    const logbook = queueBook([entry]);
    expect(thingsFor(logbook, paddock, queueState(logbook, entry, NOW))).toEqual([
      'stands',
      'pads',
      'bleeder',
      'adapter',
      'fluid',
      'wrench',
    ]);
  });

  it('a driver’s bottle of another base is a stop; one that is old, undated or small does not go in', () => {
    const withBottle = (ownBottle: QueueEntry['ownBottle'], fluidGrade: QueueEntry['fluidGrade'] = 'DOT 4') => {
      const entry = entryOf({ ownBottle, fluidGrade });
      const logbook = queueBook([entry]);
      return judgeNeeds(logbook, paddock, queueState(logbook, entry, NOW), NOW);
    };
    const bottle = { grade: 'DOT 4' as const, isSealed: false, openedOn: '2026-06-10', leftMl: 500 };
    const found = (own: QueueEntry['ownBottle'], grade?: QueueEntry['fluidGrade']) =>
      withBottle(own, grade).map((f) => f.code);
    expect(withBottle({ ...bottle, grade: 'DOT 5' })[0]).toMatchObject({ code: 'ownBottleWrong', verdict: 'stop' });
    expect(withBottle({ ...bottle, grade: 'mineral' })[0]).toMatchObject({ code: 'ownBottleWrong', verdict: 'stop' });
    expect(found({ ...bottle, openedOn: '2026-04-01' })).toContain('ownBottleOld');
    expect(found({ ...bottle, openedOn: null })).toContain('ownBottleUndated');
    expect(found({ ...bottle, leftMl: 100 })).toContain('ownBottleSmall');
    expect(found({ ...bottle, grade: 'DOT 3' })).toContain('gradeTooLow');
    expect(found(bottle).filter((c) => c.startsWith('ownBottle'))).toEqual([]);
    expect(found(null, null)).toContain('fluidUnknown');
  });

  it('nobody can, no fluid, no adapter: each is said', () => {
    const entry = entryOf({ carId: queueCar.id, walkIn: null });
    expect(
      codes(queueBook([entry], [], { crew: crew.map((m) => ({ ...m, skills: ['parts' as const] })) }), entry),
    ).toContain('nobodyCan');
    expect(codes(queueBook([entry], [], { bottles: [] }), entry)).toContain('noFluidHere');
    const other = makeFluid({ grade: 'DOT 5' });
    expect(
      codes(
        queueBook([entry], [], {
          fluids: [other],
          bottles: [
            {
              id: newId(),
              version: 1,
              archived: false,
              label: 'S',
              fluidId: other.id,
              sizeMl: 5000,
              batch: '',
              receivedOn: '2026-06-01',
            },
          ],
        }),
        entry,
      ),
    ).toContain('noFluidHere');
    const rare = { ...queueCar, tools: { ...queueCar.tools, capAdapter: '45 mm' } };
    expect(codes(queueBook([entry], [], { cars: [rare] }), entry)).toEqual(
      expect.arrayContaining(['adapterMissing', 'twoHandsNeeded']),
    );
  });
});

describe('when a car goes out', () => {
  it('is by the sessions of its group, those of everybody, and its own word', () => {
    const entry = entryOf({ group: 'A' });
    const ahead = (own: QueueEntry, event = paddock) =>
      sessionsAhead(queueBook([own]), event, { entry: own, car: own.carId ? queueCar : null }, NOW).map((s) => s.from);
    expect(ahead(entry)).toEqual([at('16:00')]);
    expect(ahead(entryOf({ carId: queueCar.id, walkIn: null }))).toEqual([at('15:00'), at('17:00')]);
    expect(ahead(entryOf())).toEqual([]);
    expect(ahead(entryOf({ goesOutAt: at('15:30') }))).toEqual([at('15:30')]);
    expect(ahead(entryOf({ goesOutAt: at('14:00') }))).toEqual([]);
    expect(ahead(entryOf(), { ...paddock, timetable: [slot('14:20'), slot('18:00')] })).toEqual([
      at('14:20'),
      at('18:00'),
    ]);
  });

  it('what does not fit before the next session is said at once, with the one that it fits', () => {
    const entry = entryOf({ group: 'B', wants: [{ work: 'pads', axle: 'front' }], arrivedAt: at('14:25') });
    const { lines } = queueAt(queueBook([entry]), paddock, NOW);
    expect(lines[0]!.findings.find((f) => f.code === 'notBefore')?.values).toEqual({ time: '15:00', fits: '17:00' });
  });
});

describe('what it may turn into', () => {
  it('follows what the driver says: boiled after heat, air from cold; nothing that is wanted already', () => {
    const entry = entryOf({ wants: [{ work: 'findFault', axle: null }] });
    const of = (said: (typeof complaints)[number][]) => {
      const facts = said.length > 0 ? [moveOf(entry, '14:00', { move: 'said', complaints: said })] : [];
      const logbook = queueBook([entry], facts);
      return mayBecome(logbook, queueState(logbook, entry, NOW), NOW);
    };
    expect(of(['softAfterHeat']).works[0]).toMatchObject({ work: 'bleed', from: 'signs' });
    expect(of(['softFromCold']).referralShare).toBeGreaterThan(of(['squeal']).referralShare);
    expect(of([]).works.every((w) => w.from === 'usual')).toBe(true);
    const bleed = entryOf({ wants: [{ work: 'bleed', axle: null }] });
    const logbook = queueBook([bleed]);
    expect(mayBecome(logbook, queueState(logbook, bleed, NOW), NOW).works.map((w) => w.work)).not.toContain('bleed');
  });

  it('learns from the shop’s own queues', () => {
    const past = Array.from({ length: 12 }, () => entryOf({ wants: [{ work: 'bleed', axle: null }] }));
    const facts = past.flatMap((e) => [
      begun(e, '09:00'),
      moveOf(e, '09:10', { move: 'foundMore', wants: [{ work: 'hoses', axle: null }], words: '' }),
      moveOf(e, '09:40', { move: 'done', shown: [...queueProofs] }),
    ]);
    const next = entryOf();
    const shareOf = (logbook: ReturnType<typeof queueBook>) =>
      mayBecome(logbook, queueState(logbook, next, NOW), NOW).works.find((w) => w.work === 'hoses')?.share ?? 0;
    expect(shareOf(queueBook([...past, next], facts))).toBeGreaterThan(0.5);
    expect(shareOf(queueBook([next]))).toBeLessThan(0.1);
  });
});

describe('the gate is not milder than the queue', () => {
  const own = entryOf({ carId: queueCar.id, walkIn: null });
  const shownBefore: Fact[] = [
    {
      id: newId(),
      at: at('09:00'),
      recordedAt: at('09:00'),
      by: TECH,
      kind: 'recheckDone',
      carId: queueCar.id,
      proof: 'pedalFirm',
      isRight: true,
      axle: null,
      corner: null,
      words: '',
    } as Fact,
  ];
  const isOpen = (facts: Fact[], proof: string, entry = own) =>
    standsAgainst(queueBook([entry], facts), queueCar, 'road', paddock.id).some(
      (f) => f.code === 'notShownSince' && f.values['proof'] === proof,
    );

  it('what was begun in the paddock leaves the pedal, the joints and the nuts to be shown again', () => {
    expect(isOpen(shownBefore, 'pedalFirm')).toBe(false);
    expect(isOpen([...shownBefore, begun(own, '14:00')], 'pedalFirm')).toBe(true);
    expect(isOpen([...shownBefore, begun(own, '14:00')], 'torqued')).toBe(true);
    expect(isOpen([...shownBefore, begun(own, '14:00')], 'dry')).toBe(true);
    // Done in the queue is no proof.
    expect(
      isOpen(
        [...shownBefore, begun(own, '14:00'), moveOf(own, '14:40', { move: 'done', shown: [...queueProofs] })],
        'pedalFirm',
      ),
    ).toBe(true);
  });

  it('also where it was begun before anybody knew which car it was', () => {
    const stranger = entryOf({ carId: null });
    const known = { ...stranger, carId: queueCar.id };
    expect(isOpen([...shownBefore, begun(stranger, '14:00')], 'pedalFirm', known)).toBe(true);
  });

  it('what a driver says in the queue is a fault of the car; a car that is referred and not to be driven stands', () => {
    const said = moveOf(own, '14:00', { move: 'said', complaints: ['softFromCold'] });
    expect(conditionOf(queueBook([own], [said]), queueCar).faults.map((f) => f.kind)).toContain('softFromCold');
    const referred = moveOf(own, '14:10', { move: 'referred', to: 'A workshop', words: '', mayBeDriven: false });
    expect(judgeTrack(queueBook([own], [referred]), queueCar, paddock.id).verdict).toBe('stop');
  });
});

describe('a walk-in becomes a customer and a car', () => {
  const ids = { customerId: newId(), carId: newId(), bookingId: newId() };
  it('with what was written down, booked to the event; twice it is the same', () => {
    const entry = entryOf({ fluidGrade: 'DOT 5.1', group: 'A' });
    const logbook = queueBook([entry]);
    const made = madeOfWalkIn(logbook, entry, { customerId: null, carId: null }, ids, 'Assumed.');
    expect(made).toMatchObject({
      customer: { name: 'Nell Arden' },
      car: { name: 'Red one', fluidGrade: 'DOT 5.1', customerId: ids.customerId, notes: 'Assumed.' },
      booking: { carId: ids.carId, eventId: paddock.id, group: 'A' },
      entry: { id: entry.id, carId: ids.carId, walkIn: entry.walkIn },
    });
    expect(made.car!.assumed).not.toContain('fluidGrade');
    expect(made.car!.assumed).toContain('front');
  });
  it('who is on record already is asked about, by name and phone; a car that is booked is not booked twice', () => {
    const phoned = { ...customer, phone: '+358 40 123 4567' };
    const logbook = queueBook([], [], { customers: [phoned] });
    expect(carLikeWalkIn(logbook, entryOf({ walkIn: { driver: 'Birk, Ona', car: 'X', phone: '' } })).customer?.id).toBe(
      customer.id,
    );
    expect(
      carLikeWalkIn(logbook, entryOf({ walkIn: { driver: 'N', car: 'X', phone: '35840 1234567' } })).cars.map(
        (c) => c.id,
      ),
    ).toEqual([queueCar.id]);
    expect(
      carLikeWalkIn(logbook, entryOf({ walkIn: { driver: 'N', car: 'queue CAR', phone: '' } })).cars.map((c) => c.id),
    ).toEqual([queueCar.id]);
    expect(carLikeWalkIn(logbook, entryOf())).toEqual({ customer: null, cars: [] });
    const made = madeOfWalkIn(logbook, entryOf(), { customerId: null, carId: queueCar.id }, ids, '');
    expect(made).toMatchObject({ customer: null, car: null, booking: null, entry: { carId: queueCar.id } });
  });
});

describe('the queue as a whole', () => {
  it('in hand twice by two phones is in hand once: what was begun last', () => {
    const [a, b] = [entryOf(), entryOf({ walkIn: { driver: 'O', car: 'P', phone: '' } })];
    const { case: c } = prepareQueue(queueBook([a, b], [begun(a, '14:00'), begun(b, '14:10')]), paddock, NOW);
    expect(c.jobs.map((j) => j.inHand !== null)).toEqual([false, true]);
  });

  it('an order that breaks a promise says whose', () => {
    const wants = [{ work: 'pads' as const, axle: 'front' as const }];
    const told = entryOf({ wants, staysIn: true });
    const others = Array.from({ length: 4 }, () => entryOf({ wants, staysIn: true }));
    const facts = [moveOf(told, '14:29', { move: 'promised', backBy: at('15:45') })];
    const queue = prepareQueue(queueBook([told, ...others], facts), paddock, NOW);
    const plan = planQueue(queue.case, queue.after);
    expect(plan.planned.find((p) => p.entryId === told.id)!.keeps).toBeGreaterThan(0.7);
    const last = planQueue(queue.case, queue.after, placesOf(queue.case, [...others.map((e) => e.id), told.id]));
    expect(brokenBy(plan, last).map((x) => x.entryId)).toEqual([told.id]);
    expect(brokenBy(plan, plan)).toEqual([]);
  });

  it('says what it can of anything that can be typed: no figure that is none, no person at two cars, every open car once', () => {
    const instant = fc
      .integer({ min: -3 * 24 * 60, max: 2 * 24 * 60 })
      .map((m) => new Date(Date.parse(NOW) + m * 60_000).toISOString());
    const want = fc.record({
      work: fc.constantFrom(...queueWorks),
      axle: fc.constantFrom('front' as const, 'rear' as const, null),
    });
    const wants = fc.uniqueArray(want, { minLength: 1, maxLength: 4, selector: (w) => `${w.work} ${w.axle}` });
    const cars = [queueCar, makeCar({ name: 'Put away', archived: true }), makeCar({ name: 'Another' })];
    const gone = { ...crew[1]!, id: newId(), name: 'Gone', archived: true };
    const people = [LEAD, TECH, gone.id];
    const move = fc.oneof(
      fc.record({
        move: fc.constant('started' as const),
        crewId: fc.constantFrom(...people),
        helperId: fc.constantFrom(null, LEAD),
        wants,
      }),
      fc.constant({ move: 'paused' as const, why: 'x' }),
      fc.record({ move: fc.constant('handedOver' as const), crewId: fc.constantFrom(...people), why: fc.constant('') }),
      fc.record({ move: fc.constant('foundMore' as const), wants, words: fc.constant('') }),
      fc.record({
        move: fc.constant('said' as const),
        complaints: fc.uniqueArray(fc.constantFrom(...complaints), { minLength: 1, maxLength: 3 }),
      }),
      fc.constant({ move: 'done' as const, shown: [] }),
      fc.constant({ move: 'left' as const, why: 'z' }),
      fc.record({ move: fc.constant('promised' as const), backBy: instant }),
    );
    const car = fc.record({
      carId: fc.constantFrom(null, ...cars.map((c) => c.id)),
      wants,
      arrivedAt: instant,
      group: fc.constantFrom('', 'A', 'B', 'C'),
      goesOutAt: fc.option(instant),
      staysIn: fc.boolean(),
      fluidGrade: fc.constantFrom(null, 'DOT 4' as const, 'DOT 5' as const, 'mineral' as const),
      archived: fc.boolean(),
      moves: fc.array(fc.tuple(instant, move), { maxLength: 5 }),
    });
    fc.assert(
      fc.property(
        fc.array(car, { maxLength: 6 }),
        fc.array(fc.tuple(instant, fc.integer({ min: 1, max: 600 })), { maxLength: 3 }),
        (drawn, breaks) => {
          const entries = drawn.map(({ moves: _, ...over }) => entryOf(over));
          const facts: Fact[] = entries.flatMap((e, i) =>
            drawn[i]!.moves.flatMap(([moment, body]): QueueMove[] => {
              const fact = moveOf(e, moment, body as QueueMove['move']);
              return queueMove.safeParse(fact).success ? [fact] : [];
            }),
          );
          for (const [from, long] of breaks)
            facts.push({
              id: newId(),
              at: from,
              recordedAt: from,
              by: LEAD,
              kind: 'crewAway',
              eventId: paddock.id,
              crewId: TECH,
              from,
              until: new Date(Date.parse(from) + long * 60_000).toISOString(),
              why: '',
            });
          for (const e of entries) expect(queueEntry.safeParse(e).success).toBe(true);
          const logbook = queueBook(entries, facts, {
            cars,
            crew: [...crew, gone],
            bookings: [
              {
                ...recordDefaults.bookings,
                id: newId(),
                version: 1,
                archived: false,
                eventId: paddock.id,
                carId: queueCar.id,
                notes: '',
                group: 'A',
              },
            ],
          });
          const queue = queueAt(logbook, paddock, NOW);
          expect(JSON.stringify(queue)).not.toMatch(/NaN/);
          const open = entries.filter(
            (e) => !e.archived && !['done', 'referred', 'left'].includes(queueState(logbook, e, NOW).status),
          );
          expect(queue.lines.map((l) => l.state.entry.id).sort()).toEqual(open.map((e) => e.id).sort());
          const { case: c } = prepareQueue(logbook, paddock, NOW);
          const atCars = c.jobs
            .flatMap((j) => (j.inHand ? [j.inHand.hand, j.inHand.helper] : []))
            .filter((h) => h !== null);
          expect(new Set(atCars).size).toBe(atCars.length);
          for (const { plan } of queue.lines) {
            if (!plan) continue;
            if (plan.backBy !== null) expect(plan.backBy > NOW || plan.backBy === NOW).toBe(true);
            if (plan.keeps !== null) expect(plan.keeps).toBeGreaterThanOrEqual(0);
            for (const s of plan.sessions) expect(s.fits).toBe(s.share >= 0.8);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
