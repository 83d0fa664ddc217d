import fc from 'fast-check';
import type { Logbook } from '../../src/logbook';
import type { Fact, LimitMoved } from '../../src/model';
import { factSchema } from '../../src/model/schemas';
import { judgeService, limitMoves, limitsOf, refuseServiceFact } from '../../src/service';
import { withRecord } from '../../src/logbook';
import { newId } from '../builders/book';
import {
  LEAD,
  TECH,
  at,
  car,
  fullSheet,
  job,
  logbookOf,
  makePadSet,
  makeRotorPair,
  pads,
  today,
  waive,
  wholeService,
} from '../builders/service-book';

const facts = wholeService();
const pairs = [makeRotorPair({ minMassKg: 5.2 }), makeRotorPair({ axle: 'rear', label: 'R-2' })];
/** A rotor pair counts where something of the car's names it. */
const named = facts.map((f) =>
  f.kind === 'rotorMeasurement' && f.corner.startsWith('F') ? { ...f, rotorPairId: pairs[0]!.id } : f,
);
const sheet = (over: Parameters<typeof fullSheet>[1] = {}) => fullSheet(car, over);
const bookOf = (more: Fact[] = [], over: object = {}): Logbook =>
  logbookOf([...named, ...more], { sheet: sheet(), rotorPairs: pairs, ...over });
const torqueAt = (torqueNm: number) =>
  sheet({ fasteners: sheet().fasteners.map((f) => (f.key === 'frontWheel' ? { ...f, torqueNm } : f)) });
const sheetWith = (over: object) =>
  sheet({ fasteners: sheet().fasteners.map((f) => (f.key === 'frontWheel' ? { ...f, ...over } : f)) });
const without = (key: string) => sheet({ fasteners: sheet().fasteners.filter((f) => f.key !== key) });
const movesOf = (before: Logbook, after: Logbook) => limitMoves(before, after, today);
const moved = (move: object, by = TECH): Fact => ({ ...at({ by }), ...move }) as Fact;
/** As wrong the other way. */
const isEitherWay = new Set(['torque', 'threadCondition', 'brakeKind', 'fluidGrade']);
const gateOf = (logbook: Logbook) => judgeService(logbook, job, today)!.gate;
const held = (logbook: Logbook) => gateOf(logbook).holds.filter((h) => h.finding.code === 'limitMoved');

const milder: [string, (l: Logbook) => Logbook, Partial<LimitMoved>][] = [
  [
    'the discard figure of a rotor',
    () => bookOf([], { rotorPairs: [{ ...pairs[0]!, discardThicknessMm: 25 }, pairs[1]!] }),
    { limit: 'discard', from: 30.4, to: 25 },
  ],
  ['the torque of wheel nuts', () => bookOf([], { sheet: torqueAt(60) }), { limit: 'torque', to: 60 }],
  [
    'the shop’s pad limit',
    (l) => ({ ...l, shop: { ...l.shop, padLimitMm: 1 } }),
    { limit: 'padLimit', subject: 'front', to: 1 },
  ],
  [
    'MIN of the reservoir',
    (l) => ({ ...l, cars: new Map(l.cars).set(car.id, { ...car, reservoirMinMl: 20 }) }),
    { limit: 'reservoirMin', to: 20 },
  ],
  [
    'wheel nuts that are struck off the sheet',
    () => bookOf([], { sheet: without('frontWheel') }),
    { limit: 'torque', to: null },
  ],
  [
    'fewer wheel nuts than there were',
    () => bookOf([], { sheet: sheetWith({ perCorner: 1 }) }),
    { limit: 'torque', to: null },
  ],
  [
    'a wider tolerance',
    () => bookOf([], { sheet: sheetWith({ tolerancePercent: 30 }) }),
    { limit: 'tolerance', to: 30 },
  ],
  [
    'play, where the usual limit held',
    () => bookOf([], { sheet: sheet({ maxWheelBearingPlayMm: 4 }) }),
    { limit: 'bearingPlay', to: 4 },
  ],
  [
    'a caliper that is said to be a drum',
    (l) => ({ ...l, cars: new Map(l.cars).set(car.id, { ...car, front: { ...car.front, brake: 'drum' as const } }) }),
    { limit: 'brakeKind', subject: 'front', to: 2 },
  ],
  [
    'pistons that are said to be small',
    (l) => ({ ...l, cars: new Map(l.cars).set(car.id, { ...car, rear: { ...car.rear, boresMm: [20] } }) }),
    { limit: 'pistonVolume', subject: 'rear' },
  ],
  [
    'the grade of the car’s fluid',
    (l) => ({ ...l, cars: new Map(l.cars).set(car.id, { ...car, fluidGrade: 'mineral' as const }) }),
    { limit: 'fluidGrade', subject: 'car', to: 4 },
  ],
  [
    'a label that promises more',
    (l) => ({
      ...l,
      fluids: new Map([...l.fluids].map(([id, f]) => [id, { ...f, dryBoilingPointC: 340 }])),
    }),
    { limit: 'dryPoint', label: 'B1', to: 340 },
  ],
  [
    'the least mass of a ceramic rotor',
    () => bookOf([], { rotorPairs: [{ ...pairs[0]!, minMassKg: 4 }, pairs[1]!] }),
    { limit: 'minMass', from: 5.2, to: 4 },
  ],
  [
    'the days that a bottle may be open',
    (l) => ({ ...l, shop: { ...l.shop, openBottleDays: 90 } }),
    { limit: 'openBottle', from: 30, to: 90 },
  ],
  [
    'the months between flushes',
    (l) => ({
      ...l,
      shop: { ...l.shop, fluidPolicies: [{ school: 'roadInterval' as const, everyMonths: 24 }] },
    }),
    { limit: 'flushEvery', subject: 'shop', to: 720 },
  ],
  [
    'the margin that the shop wants',
    (l) => ({ ...l, shop: { ...l.shop, demandedMarginC: 0 } }),
    { limit: 'margin', to: 0 },
  ],
];

describe('a limit that is moved while a service is under way', () => {
  test.each(milder)('%s: it is written down', (_, change, expected) => {
    const before = bookOf();
    const moves = movesOf(before, change(before));
    expect(moves).toContainEqual(expect.objectContaining({ jobId: job.id, carId: car.id, ...expected }));
    for (const move of moves) expect(factSchema.safeParse(moved(move)).success).toBe(true);
    // Stricter again, and nothing is: but a torque is as wrong the other way.
    expect(movesOf(change(before), before).filter((m) => !isEitherWay.has(m.limit))).toEqual([]);
  });
  test.each([
    [{ isOneUse: true }, { limit: 'oneUse', from: 1, to: 0 }],
    [{ needsThreadLocker: true }, { limit: 'threadLocker', from: 1, to: 0 }],
    [{ angleDeg: 90 }, { limit: 'secondStage', from: 90, to: null }],
    [{ condition: 'lubricated' as const }, { limit: 'threadCondition', from: 1, to: 0 }],
  ])('%j is a rule of the fasteners like their figure', (rule, expected) => {
    const [strict, plain] = [bookOf([], { sheet: sheetWith(rule) }), bookOf()];
    expect(movesOf(strict, plain)).toEqual([
      expect.objectContaining({ subject: 'frontWheel', label: 'Front wheel nuts', ...expected }),
    ]);
    expect(movesOf(plain, strict)).toHaveLength(expected.limit === 'threadCondition' ? 1 : 0);
  });
  test('nothing is where nothing changed, nor in a service of another week that has not begun, or one that is released', () => {
    const [, change] = milder[1]!;
    expect(movesOf(bookOf(), bookOf())).toEqual([]);
    const none = logbookOf([], { sheet: sheet() });
    // Planned for today it goes by the limits of the morning.
    expect(movesOf(none, change(none))).toHaveLength(1);
    expect(limitMoves(none, change(none), '2026-05-09')).toEqual([]);
    const done = bookOf([{ ...at(), kind: 'carReleased', openItems: [], limits: null } as Fact]);
    expect(movesOf(done, change(done))).toEqual([]);
  });

  test('a service whose signature was ended by what was read afterwards is under way again', () => {
    const signed = { ...at(), kind: 'carReleased', openItems: [], limits: limitsOf(bookOf(), job) } as Fact;
    const moves = (...more: Fact[]) => movesOf(bookOf(more), bookOf(more, { sheet: torqueAt(60) }));
    expect(moves(signed)).toEqual([]);
    expect(moves(signed, pads('FL', 8.9))).toEqual([]);
    const thin = pads('FL', 2);
    expect(moves(signed, thin)).toContainEqual(expect.objectContaining({ jobId: job.id, limit: 'torque' }));
    // Put right since, the signature is over all the same.
    const again = { ...pads('FL', 9), by: LEAD, replaces: thin.id, because: 'Misread.' } as Fact;
    expect(moves(signed, thin, again)).toHaveLength(1);
  });

  const now = { sheet: torqueAt(60) };
  const [move] = movesOf(bookOf(), bookOf([], now));
  const by = moved(move!);
  test('it holds the car until a lead who did not move it says so; a withdrawal takes nothing back, the old figure does', () => {
    const hold = held(bookOf([by], now));
    expect(hold).toHaveLength(1);
    const { finding } = hold[0]!;
    expect(gateOf(bookOf([by], now)).canRelease).toBe(false);
    expect(held(bookOf([by, waive(finding, TECH)], now))[0]!.waived).toBeNull();
    expect(held(bookOf([by, waive(finding, LEAD)], now))[0]!.waived).not.toBeNull();
    const gone = { kind: 'withdrawal', ...at(), replaces: by.id, because: 'Nothing to see.' } as Fact;
    expect(held(bookOf([by, gone], now))).toHaveLength(1);
    expect(held(bookOf([by]))).toEqual([]);
  });
  test('taken away and put back as something else it is a figure that was moved all the same', () => {
    const [away] = movesOf(bookOf(), bookOf([], { sheet: without('frontWheel') }));
    expect(away).toMatchObject({ to: null, label: 'Front wheel nuts' });
    expect(held(bookOf([moved(away!)], { sheet: without('frontWheel') }))).toHaveLength(1);
    expect(held(bookOf([moved(away!)], now))).toHaveLength(1);
    expect(held(bookOf([moved(away!)]))).toEqual([]);
  });
  test('a lead does not wave through what that lead moved, unless there is no other', () => {
    const own = moved(move!, LEAD);
    const { finding } = held(bookOf([own], now))[0]!;
    const waiver = waive(finding, LEAD);
    expect(held(bookOf([own, waiver], now))[0]!.waived).not.toBeNull();
    const two = (l: Logbook): Logbook => {
      const other = { ...l.crew.get(LEAD)!, id: newId(), name: 'Other' };
      return { ...l, crew: new Map(l.crew).set(other.id, other) };
    };
    expect(held(two(bookOf([own, waiver], now)))[0]!.waived).toBeNull();
    expect(refuseServiceFact(two(bookOf([own], now)), waiver, today)).toEqual({ code: 'ownLimit' });
    expect(refuseServiceFact(bookOf([own], now), waiver, today)).toBeNull();
  });
  test('property: moved there and back, however often, it is where it was', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 41, max: 240 }), { minLength: 1, maxLength: 5 }), (figures) => {
        const was = sheet().fasteners.find((f) => f.key === 'frontWheel')!.torqueNm!;
        const steps = [was, ...figures];
        const moves = figures.flatMap((to, i) => (to === steps[i] ? [] : [moved({ ...move!, from: steps[i]!, to })]));
        const last = figures.at(-1)!;
        expect(held(bookOf(moves, { sheet: torqueAt(last) }))).toHaveLength(last === was ? 0 : 1);
      }),
      { numRuns: 30 },
    );
  });

  describe('people', () => {
    const before = bookOf();
    const put = (l: Logbook, id: string, over: object) => withRecord(l, 'crew', { ...l.crew.get(id)!, ...over });
    test('a lead who was made meanwhile: another lead looks, not whoever made one and not who was made', () => {
      const after = put(before, TECH, { role: 'lead' });
      const [move] = movesOf(before, after);
      expect(move).toMatchObject({ limit: 'lead', subject: TECH, label: 'Tove Loy', jobId: job.id });
      const book = (who: string, ...more: Fact[]) => put(bookOf([moved(move!, who), ...more]), TECH, { role: 'lead' });
      const hold = gateOf(book(TECH)).holds.find((h) => h.finding.code === 'madeLead')!;
      expect(hold.waived).toBeNull();
      const waivedBy = (who: string, signer: string) =>
        gateOf(book(who, waive(hold.finding, signer))).holds.find((h) => h.finding.code === 'madeLead')!.waived;
      expect(waivedBy(TECH, TECH)).toBeNull();
      expect(waivedBy(LEAD, TECH)).toBeNull();
      expect(waivedBy(TECH, LEAD)).not.toBeNull();
      // A technician again, and there is nothing to look at.
      expect(gateOf(bookOf([moved(move!)])).holds.filter((h) => h.finding.code === 'madeLead')).toEqual([]);
    });
    test('a name that was changed meanwhile is told', () => {
      const after = put(before, TECH, { name: 'Ines Ferrant' });
      const [move] = movesOf(before, after);
      const told = (l: Logbook) => gateOf(l).open.filter((f) => f.code === 'renamed');
      expect(told(put(bookOf([moved(move!)]), TECH, { name: 'Ines Ferrant' }))[0]!.values).toEqual({
        was: 'Tove Loy',
        name: 'Ines Ferrant',
      });
      expect(told(bookOf([moved(move!)]))).toEqual([]);
    });
  });
});

test('a rotor that is cracked to its edge stops the car, also where the axle is said to have drums since', () => {
  const crack = {
    ...facts.find((f) => f.kind === 'rotorMeasurement' && f.corner === 'FL')!,
    id: newId(),
    crack: 'toEdge',
  };
  const logbook = bookOf([{ ...crack, at: '2026-05-04T12:00:00.000Z' } as Fact]);
  const drum = { ...car, front: { ...car.front, brake: 'drum' as const } };
  for (const l of [logbook, { ...logbook, cars: new Map(logbook.cars).set(car.id, drum) }])
    expect(gateOf(l).stops.map((f) => f.code)).toContain('crackToEdge');
  // Nor does the limit of a lining count for its pads.
  const thin = bookOf([pads('FL', 2.1)]);
  expect(gateOf({ ...thin, cars: new Map(thin.cars).set(car.id, drum) }).stops.map((f) => f.code)).toContain(
    'padUnderLimit',
  );
});

describe('another label for what is on', () => {
  const sets = [
    makePadSet({ limitMm: 4 }),
    makePadSet({ label: 'P-2', limitMm: 2 }),
    makePadSet({ label: 'P-3', limitMm: 5 }),
  ];
  const [four, two, five] = sets.map((set) => set.id);
  const fitting = (padSetId: string | undefined, changed: 'none' | 'pads', over: object = {}): Fact =>
    ({
      ...at({ by: TECH }),
      kind: 'partsFitted',
      axle: 'front',
      padSetId,
      rotorPairId: null,
      changed,
      ...over,
    }) as Fact;
  /** On since another visit. */
  const before = fitting(four, 'pads', { at: '2026-03-01T08:00:00.000Z', jobId: newId() });
  const said = (...more: Fact[]) =>
    gateOf(logbookOf([...facts, before, ...more], { padSets: sets })).holds.filter(
      (h) => h.finding.code === 'relabelled',
    );
  test('with a milder limit and no change of parts holds the car, and whoever said so does not let it go', () => {
    const swap = fitting(two, 'none');
    const hold = said(swap)[0]!;
    expect(hold.finding).toMatchObject({
      place: { axle: 'front' },
      values: { was: 'P-1', label: 'P-2', from: { value: 4 }, to: { value: 3 }, by: TECH },
    });
    expect(said(swap, waive(hold.finding, LEAD))[0]!.waived).not.toBeNull();
    const own = { ...hold.finding, values: { ...hold.finding.values, by: LEAD } };
    expect(said({ ...swap, by: LEAD } as Fact, waive(own, LEAD))).toMatchObject([{ finding: own }]);
  });
  test('so does a correction of what an earlier visit fitted', () => {
    const corrected = { ...fitting(two, 'pads'), at: before.at, replaces: before.id, because: 'Wrong label.' } as Fact;
    expect(said(corrected)).toHaveLength(1);
  });
  test('a stricter one, the same one, and pads that were changed do not', () => {
    expect(said(fitting(five, 'none'))).toEqual([]);
    expect(said(fitting(four, 'none'))).toEqual([]);
    expect(said(fitting(two, 'pads'))).toEqual([]);
    // What was on before is nobody's any more.
    expect(said(fitting(two, 'pads'), fitting(two, 'none'))).toEqual([]);
  });
});
