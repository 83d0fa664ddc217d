/** What of a car lasts: three sets by hand, and a part's own life through everything that happens to it. */
import fc from 'fast-check';
import type { Fact } from '../../src/model';
import { judgeCar } from '../../src/readiness';
import {
  axleWear,
  judgeWear,
  leftAs,
  leftOf,
  offReadings,
  minutesLeftOfSet,
  rotationsOf,
  usualMinLeft,
  wearHistoryOn,
  wearFigures,
  wearLine,
  wearOf,
} from '../../src/wear';
import { workOfEvents } from '../../src/work';
import { makeEvent } from '../builders/book';
import { within } from '../builders/budget';
import { booked } from '../builders/driven';
import {
  TODAY,
  bedding,
  car,
  coming,
  drive,
  fit,
  logbook,
  onRoad,
  other,
  pair,
  past,
  read,
  set,
  venue,
  weighed,
} from '../builders/worn-car';

const front = (facts: Fact[], over = {}, shop = {}) =>
  axleWear(logbook(facts, over, shop), car, 'front', 'pads', coming, TODAY)!;
/** Three sessions of twenty minutes each on two days of May, with readings before, between and after. */
const driven = (mm: [number, number, number]): Fact[] => [
  fit('05-01 08:00', set.id),
  ...read('05-01 09:00', mm[0]),
  ...['05-02 09:00', '05-02 11:00', '05-02 14:00'].map((on) => drive(on)),
  ...read('05-02 16:00', mm[1]),
  ...['05-03 09:00', '05-03 11:00', '05-03 14:00'].map((on) => drive(on)),
  ...read('05-03 16:00', mm[2]),
];

describe('three sets by hand; six sessions of twenty minutes are ahead', () => {
  test('a tenth of a millimetre a session from 11 mm: it lasts', () => {
    // 0.3 mm in an hour: 0.6 in two, 10.4 − 0.6 = 9.8 left.
    const w = front(driven([11, 10.7, 10.4]));
    expect(leftOf(w).at(-1)!.meanMm).toBeCloseTo(9.8, 0);
    expect(w.underBeforeEnd).toBeLessThan(0.01);
    expect(w.lookAfter).toBeNull();
  });
  test('0.8 mm a session from 12: 7.2 are left, 4.8 go, and 3 is the limit: it may not last', () => {
    const w = front(driven([12, 9.6, 7.2]));
    expect(leftOf(w).at(-1)!.meanMm).toBeCloseTo(2.5, 0);
    expect(w.underBeforeEnd).toBeGreaterThan(0.5);
    expect(w.after.findIndex((a) => a.under >= 0.5)).toBeGreaterThanOrEqual(3);
  });
  test('half a millimetre a session from 9: 6 left, 3 go: as likely as not', () => {
    const w = front(driven([9, 7.5, 6]));
    expect(leftOf(w).at(-1)!.meanMm).toBeCloseTo(3, 0);
    expect(w.underBeforeEnd).toBeGreaterThan(0.25);
    expect(w.underBeforeEnd).toBeLessThan(0.8);
  });
});

describe('carbon-ceramic rotors, by weight', () => {
  const ceramic = {
    ...pair,
    material: 'carbonCeramic' as const,
    discardThicknessMm: null,
    newMassKg: 5.6,
    minMassKg: 5.4,
  };
  const rotors = (kg: [number, number, number], facts: Fact[] = driven([12, 11.8, 11.6])) =>
    axleWear(
      logbook([fit('05-01 07:00', set.id, pair.id), ...facts.slice(1), ...weighed(kg)], {}, {}, coming, {
        rotorPairs: [ceramic],
      }),
      car,
      'front',
      'rotors',
      coming,
      TODAY,
    )!;
  test('twenty grams an hour: forty more in the two hours ahead, told in kilograms', () => {
    const w = rotors([5.6, 5.58, 5.56]);
    expect(w.isTold).toBe(true);
    const end = leftAs(w.weighed, leftOf(w).at(-1)!.meanMm);
    expect(end.measure).toBe('mass');
    expect(end.value).toBeGreaterThan(5.505);
    expect(end.value).toBeLessThan(5.54);
    expect(w.underBeforeEnd).toBeLessThan(0.02);
    const figures = wearFigures(w);
    expect(figures.now.measure).toBe('mass');
    expect(figures.anHour.value).toBeGreaterThan(0.012);
    expect(figures.anHour.value).toBeLessThan(0.028);
    expect(leftAs(w.weighed, w.limitMm)).toEqual({ value: 5.4, measure: 'mass' });
  });
  test('close to the least that it may weigh it would not last; under it, nothing milder is said', () => {
    expect(rotors([5.5, 5.46, 5.42]).underBeforeEnd).toBeGreaterThan(0.6);
    const under = rotors([5.46, 5.42, 5.39]);
    expect(under.isUnderNow).toBe(true);
    const own = logbook(
      [fit('05-01 07:00', set.id, pair.id), ...driven([12, 11.8, 11.6]).slice(1), ...weighed([5.46, 5.42, 5.39])],
      {},
      {},
      coming,
      { rotorPairs: [ceramic] },
    );
    expect(judgeWear(own, car, coming, TODAY).findings.find((f) => f.code === 'wearUnderNow')?.values).toMatchObject({
      part: 'rotors',
      limit: { value: 5.4, measure: 'mass' },
    });
  });
  test('never weighed, nothing is said of it: its thickness tells nothing', () => {
    const w = axleWear(
      logbook([fit('05-01 07:00', set.id, pair.id)], {}, {}, coming, { rotorPairs: [{ ...ceramic, newMassKg: null }] }),
      car,
      'front',
      'rotors',
      coming,
      TODAY,
    );
    expect(w).toBeNull();
  });
});

test('a reading that does not fit is named wherever it stands, with what was expected', () => {
  const facts = driven([12, 10.8, 9.6]);
  const slipped = facts.map((f) =>
    f.kind === 'padMeasurement' && f.corner === 'FR' && f.at.startsWith('2026-05-02')
      ? ({ ...f, outer: { ...f.outer, thicknessMm: 13.6 } } as Fact)
      : f,
  );
  expect(offReadings(front(facts))).toEqual([]);
  const [off, ...others] = offReadings(front(slipped));
  expect(off).toMatchObject({ corner: 'FR', side: 'outer', mm: 13.6 });
  expect(off!.expectedMm).toBeLessThan(12.3);
  // Of two that contradict each other the later one may be off as well: somebody reads again.
  expect(others.every((o) => o.corner === 'FR' && o.side === 'outer')).toBe(true);
});

describe('wear marks and slots', () => {
  const iron = (more: object) =>
    axleWear(
      logbook([
        fit('05-01 07:00', set.id, pair.id),
        ...driven([12, 11.8, 11.6]).slice(1),
        ...weighed([9, 9, 9]).map((f) => ({ ...f, thicknessesMm: [25.8], massKg: null, ...more }) as Fact),
      ]),
      car,
      'front',
      'rotors',
      coming,
      TODAY,
    )!;
  test('the rotor is out when its mark is gone, or at its discard thickness: whatever comes first', () => {
    expect(iron({}).limitMm).toBe(24);
    expect(iron({ markLeftMm: 2 }).limitMm).toBe(24);
    // Half a millimetre a face: a millimetre in all.
    expect(iron({ markLeftMm: 0.5 }).limitMm).toBeCloseTo(24.8, 9);
    expect(iron({ markLeftMm: 0.1 }).underBeforeEnd).toBeGreaterThan(iron({ markLeftMm: 0.5 }).underBeforeEnd);
  });
  test('a rotor without a label has a limit as soon as its mark is read', () => {
    const bare = [fit('05-01 07:00', set.id, null), ...driven([12, 11.8, 11.6]).slice(1)];
    const read25 = (more: object) =>
      weighed([9, 9, 9]).map(
        (f) => ({ ...f, rotorPairId: null, thicknessesMm: [25.8], massKg: null, ...more }) as Fact,
      );
    const of = (facts: Fact[]) => axleWear(logbook([...bare, ...facts]), car, 'front', 'rotors', coming, TODAY);
    expect(of(read25({}))).toBeNull();
    expect(of(read25({ markLeftMm: 1 }))?.limitMm).toBeCloseTo(23.8, 9);
  });
});

describe('a part’s own life', () => {
  const base = driven([12, 10.8, 9.6]);
  const perHour = (facts: Fact[]): number => 60 * Math.exp(front(facts).first.rate.logMean);
  test('off and back on: what was driven meanwhile wore another set', () => {
    const swapped = [
      ...base.slice(0, 7),
      fit('05-02 17:00', other.id),
      ...['05-02 18:00', '05-02 18:30'].map((on) => drive(on)),
      fit('05-02 20:00', set.id),
      ...base.slice(7),
    ];
    expect(perHour(swapped)).toBeCloseTo(perHour(base), 2);
    expect(wearLine(front(swapped)).read.at(-1)!.hours).toBeCloseTo(2, 1);
  });
  test('road and bedding between two readings count as so much track, and as no hour of it', () => {
    const off = [onRoad('05-02 17:00', 5000), bedding('05-02 18:00', 40)];
    const w = front([...base.slice(0, 7), ...off, ...base.slice(7)]);
    // 20 and 10 usual minutes beside the sixty of the three sessions after them.
    expect(w.first.points.map((p) => Math.round(p.usualMin))).toEqual([0, 60, 90]);
    expect(perHour([...base.slice(0, 7), ...off, ...base.slice(7)])).toBeLessThan(perHour(base));
    expect(wearLine(w).read.at(-1)!.hours).toBeCloseTo(2, 1);
    // What was driven on the road since it was read last has worn it, too.
    expect(front([...base, onRoad('05-10 08:00', 5000)]).first.sinceMin).toBeCloseTo(20, 6);
  });
  test('a set that was read away from the car, and goes on again, keeps what was read', () => {
    const w = front([...base, fit('05-10 08:00', other.id), fit('05-20 08:00', set.id)]);
    expect(w.first.points).toHaveLength(3);
    expect(w.part?.id).toBe(set.id);
  });
  test('wet minutes wear less', () => {
    const wet = base.map((f) => (f.kind === 'sessionDriven' ? { ...f, isWet: true } : f)) as Fact[];
    expect(perHour(wet)).toBeGreaterThan(1.3 * perHour(base));
  });
  test('a corrected reading counts for nothing', () => {
    const wrong = read('05-03 15:00', 4);
    const right = wrong.map((f, i) => ({ ...read('05-03 15:00', 9.7)[i]!, replaces: f.id, because: 'Misread.' }));
    const w = front([...base, ...wrong, ...right] as Fact[]);
    expect(w.first.points.map((p) => p.mm)).not.toContain(4);
  });
  test('never read before it was driven: its label stands, and says little', () => {
    const w = front(base.filter((f) => !(f.kind === 'padMeasurement' && f.at < '2026-05-02')));
    expect(w.first.points[0]).toMatchObject({ factId: null, mm: 12 });
  });
  test('only the thinnest was read: it speaks for the pad that was thinner', () => {
    const thin = read('05-03 18:00', 9.2, 9.2, { isThinnestOnly: true });
    const w = front([...base, ...thin]);
    const of = (side: string) => w.faces.find((f) => f.corner === 'FL' && f.side === side)!;
    expect(of('inner').points.at(-1)!.mm).toBe(9.2);
    expect(of('outer').points).toHaveLength(3);
  });
  test('what is driven today is not still ahead', () => {
    const facts = [...base, drive('06-06 09:20', 20, { eventId: coming.id })];
    const w = axleWear(logbook(facts), car, 'front', 'pads', coming, '2026-06-06')!;
    expect(w.after.map((a) => a.session.nth)).toEqual([2, 3, 4, 5, 6]);
    expect(past.id).not.toBe(coming.id);
  });
});

describe('what nobody has entered is no good news', () => {
  const facts = driven([12, 10.8, 9.6]);
  const ahead = (over: object, event: object = {}): number => {
    const changed = { ...coming, ...event };
    return axleWear(logbook(facts, over, {}, changed), car, 'front', 'pads', changed, TODAY)!.after.length;
  };
  test('a group that the timetable does not know drives as days usually do, not never', () => {
    const grouped = coming.timetable.map((s) => ({ ...s, group: 'A' }));
    expect(ahead({ group: 'A' }, { timetable: grouped })).toBe(6);
    expect(ahead({ group: 'a typo' }, { timetable: grouped })).toBe(8);
  });
  test('of a day without a timetable as many sessions are taken as days usually have', () => {
    expect(ahead({}, { timetable: coming.timetable.filter((s) => s.day === '2026-06-06') })).toBe(3 + 4);
    expect(ahead({}, { timetable: [] })).toBe(8);
  });
  test('one corner that was read once wears as the other does', () => {
    const one = driven([12, 9.6, 7.2]).filter(
      (f) => !(f.kind === 'padMeasurement' && f.corner === 'FR' && f.at > '2026-05-02'),
    );
    const w = front(one);
    expect(w.isTold).toBe(true);
    expect(w.underBeforeEnd).toBeGreaterThan(0.5);
  });
});

test('shoes of a drum without a label wear as linings do', () => {
  const drum = { ...car, rear: { ...car.rear, brake: 'drum' as const } } as typeof car;
  const book = logbook([], {}, {}, undefined, { cars: [drum] });
  expect(wearHistoryOn(book, drum, 'rear', 'pads').isLining).toBe(true);
  expect(wearHistoryOn(book, drum, 'front', 'pads').isLining).toBe(false);
});

describe('what could change places', () => {
  const apart = driven([12, 10, 8]).map((f) =>
    f.kind === 'padMeasurement' && f.corner === 'FL' && f.at > '2026-05-03'
      ? { ...f, outer: { ...f.outer, thicknessMm: 9.6 } }
      : f,
  ) as Fact[];
  test('inner and outer of a fixed caliper, not of a floating one; nothing of directional pads', () => {
    const w = front(apart);
    expect(rotationsOf(car, w)).toEqual([{ kind: 'innerAndOuter', corner: 'FL', thickMm: 9.6, thinMm: 8 }]);
    const floating = { ...car, front: { ...car.front, brake: 'floatingCaliper' as const } };
    expect(rotationsOf(floating as typeof car, w)).toEqual([]);
    expect(rotationsOf(car, { ...w, part: { ...set, isDirectional: true } })).toEqual([]);
  });
});

describe('what is said of it', () => {
  const judged = (facts: Fact[], over = {}) => judgeWear(logbook(facts, over), car, coming, TODAY);
  test('one reading says that too little is known, and nothing is asked for', () => {
    expect(judged([fit('05-01 08:00', set.id), ...read('05-01 09:00', 6)])).toMatchObject({
      verdict: 'inOrder',
      headline: { code: 'wearNotTold' },
    });
  });
  test('what will not last is changed, what might not has a spare along; a reserved one settles it', () => {
    expect(judged(driven([12, 9.4, 6.8])).headline).toMatchObject({
      code: 'wearWillNotLast',
      verdict: 'needsWork',
      place: { axle: 'front' },
    });
    const may = driven([12, 9.9, 7.8]);
    expect(judged(may).headline).toMatchObject({ code: 'wearMayNotLast', verdict: 'watch' });
    expect(judged(may, { reservedIds: [other.id] }).headline).toMatchObject({
      code: 'spareGoesAlong',
      verdict: 'inOrder',
      values: { spare: 'P-2' },
    });
    // One that is as thin itself stands in for nothing.
    const worn = read('05-20 10:00', 3.5, 3.5, { padSetId: other.id });
    expect(
      judged([...may, fit('05-19 10:00', other.id), ...worn, fit('05-21 10:00', set.id)], { reservedIds: [other.id] })
        .headline,
    ).toMatchObject({ code: 'wearMayNotLast' });
  });
  test('of what nobody has read it is said that it is not known, beside what lasts', () => {
    expect(judged(driven([11, 10.7, 10.4])).headline).toMatchObject({
      code: 'wearInOrder',
      values: { lasts: ['front.pads'], notTold: ['front.rotors', 'rear.pads', 'rear.rotors'] },
    });
  });
  test('a model says nothing milder than a reading under the limit, be it called a slip or followed by a thicker one', () => {
    const lasting = driven([12, 11.7, 11.4]);
    const under = read('05-10 10:00', 2.6, 2.6);
    for (const facts of [
      [...lasting, ...under],
      [...lasting, ...under, ...read('05-11 10:00', 11.3)],
    ]) {
      const w = front(facts);
      expect(w.underBeforeEnd).toBe(1);
      expect(usualMinLeft(w, 'FL', 0.1)).toBe(0);
      expect(minutesLeftOfSet(logbook(facts), set, TODAY)).toBe(0);
      expect(judged(facts).headline.code).toBe('wearUnderNow');
    }
    // Once only, and never driven again: no less.
    expect(judged([fit('05-01 08:00', set.id), ...read('05-01 09:00', 2.6)]).verdict).toBe('needsWork');
  });
  test('a reading that does not fit is named', () => {
    const facts = [...driven([12, 11.4, 10.8]), drive('05-10 10:00'), ...read('05-10 12:00', 13.4)];
    expect(judged(facts).findings.map((f) => f.code)).toContain('wearReadingOff');
  });
  test('gate and work list ask the same function', () => {
    for (const [mm, code, key] of [
      [[12, 9.4, 6.8], 'wearWillNotLast', 'pads.front'],
      [[12, 9.9, 7.8], 'wearMayNotLast', 'spare.front'],
    ] as const) {
      const book = logbook(driven([...mm]));
      const gate = judgeCar(book, car, coming, TODAY).gates.find((g) => g.gate === 'wear')!;
      expect(gate.findings.map((f) => f.code)).toContain(code);
      const items = [...workOfEvents(book, TODAY).values()].flat();
      const item = items.find((i) => i.key === key);
      expect(item?.reasons.map((r) => r.finding.code)).toContain(code);
    }
  });
  test('what would begin an event under the shop’s share of new, by what is driven before it, has a spare along', () => {
    // 7.3 mm by now, 0.3 an hour: two hours before it leave 6.7; at 58 % of 12 mm that is under 7.
    const before = makeEvent(venue.id, '2026-06-03', '2026-06-04', {
      timetable: ['2026-06-03', '2026-06-04'].flatMap((day) =>
        ['09:00', '11:00', '14:00'].map((from) => ({ day, from, minutes: 20, group: '' })),
      ),
    });
    const book = (share: number, isBefore = true) =>
      logbook(driven([7.9, 7.6, 7.3]), {}, { padTrackStartPercent: share }, coming, {
        events: [past, coming, before],
        bookings: [booked(coming.id, car.id), ...(isBefore ? [booked(before.id, car.id)] : [])],
      });
    const codes = (share: number, isBefore = true) =>
      judgeWear(book(share, isBefore), car, coming, TODAY).findings.map((f) => f.code);
    expect(codes(58)).toContain('wearThinAtStart');
    expect(codes(40)).not.toContain('wearThinAtStart');
    // What it is now is its own gate's to say.
    expect(codes(58, false)).not.toContain('wearThinAtStart');
    const items = [...workOfEvents(book(58), TODAY).values()].flat();
    const said = items.filter((i) => i.key === 'spare.front').flatMap((i) => i.reasons.map((r) => r.finding.code));
    expect(said).toContain('wearThinAtStart');
  });
  test('rotors that would not last are on the work list too', () => {
    const thin = [24.9, 24.5, 24.12];
    const rotors = weighed([9, 9, 9]).map(
      (f, i) => ({ ...f, massKg: null, thicknessesMm: [thin[Math.floor(i / 2)]] }) as Fact,
    );
    const book = logbook([fit('05-01 07:00', set.id, pair.id), ...driven([12, 11.9, 11.8]).slice(1), ...rotors]);
    const items = [...workOfEvents(book, TODAY).values()].flat();
    expect(items.find((i) => i.key === 'rotors.front')?.reasons.map((r) => r.finding.code)).toEqual([
      'wearWillNotLast',
    ]);
  });
  test('minutes left: the thinner it is, the fewer', () => {
    const left = (mm: [number, number, number]): number => usualMinLeft(front(driven(mm)), 'FL', 0.1);
    expect(left([12, 10.8, 9.6])).toBeGreaterThan(left([10, 8.8, 7.6]));
    expect(left([6, 4, 2.5])).toBe(0);
  });
});

test('whatever is written down within the schema, figures are finite and chances are chances', () => {
  const hours = fc.integer({ min: 0, max: 600 });
  const on = (h: number): string =>
    new Date(Date.UTC(2026, 4, 1) + h * 3_600_000).toISOString().slice(5, 16).replace('T', ' ');
  const entry = fc.oneof(
    fc.tuple(hours, fc.constantFrom(set.id, other.id, null)).map(([h, id]) => [fit(on(h), id)]),
    fc
      .tuple(hours, fc.integer({ min: 1, max: 300 }), fc.boolean())
      .map(([h, m, isWet]) => [drive(on(h), m, { isWet })]),
    fc
      .tuple(
        hours,
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.constantFrom(set.id, other.id, null),
      )
      .map(([h, a, b, padSetId]) => read(on(h), a, b, { padSetId })),
  );
  fc.assert(
    fc.property(fc.array(entry, { maxLength: 14 }), (entries) => {
      const book = logbook(entries.flat());
      for (const w of wearOf(book, car, coming, TODAY)) {
        expect(w.underBeforeEnd).toBeGreaterThanOrEqual(0);
        expect(w.underBeforeEnd).toBeLessThanOrEqual(1 + 1e-9);
        const lefts = leftOf(w);
        for (const [i, l] of lefts.entries()) {
          expect([l.meanMm, l.lowMm, l.highMm].every(Number.isFinite)).toBe(true);
          if (i > 0) expect(l.meanMm).toBeLessThanOrEqual(lefts[i - 1]!.meanMm + 1e-9);
        }
        const chances = w.after.map((a) => a.under);
        expect([...chances].sort((a, b) => a - b)).toEqual(chances);
      }
      expect(judgeWear(book, car, coming, TODAY).headline.code).toMatch(/\w/);
    }),
    within({ seconds: 6, atMost: 120, inTorture: 5000 }),
  );
});
