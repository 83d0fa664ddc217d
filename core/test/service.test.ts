import fc from 'fast-check';
import {
  type Fact,
  bottleState,
  compoundHistory,
  exchangeProgress,
  fittingCandidates,
  fluidState,
  judgeService,
  levelTarget,
  limitsOf,
  nextStep,
  bleedSequence,
  refusalOf,
  openBefore,
  overflowOf,
  placeOf,
  reservationOf,
  wasteInContainerMl,
  withFacts,
} from '../src';
import { serviceSheet, sheetRows } from '@calvik/words/documents';
import { tell, texts } from './say';
import { factSchema, recordSchemas } from '../src/model/schemas';
import {
  LEAD,
  TECH,
  at,
  begun,
  bottle,
  car,
  checks,
  decision,
  drawn,
  fullSheet,
  job,
  judged,
  logbookOf,
  makePadSet,
  makeRotorPair,
  pads,
  pedal,
  rotor,
  signature,
  today,
  waive,
  torqueSet,
  wholeService,
} from './service-book';

const hatClearance = judged(
  wholeService().map((f) =>
    f.kind === 'padMeasurement' && f.corner === 'FL' ? { ...f, hatClearanceMm: 2.4 } : f,
  ) as Fact[],
).gate.holds[0]!.finding;
const without = (facts: Fact[], test: (f: Fact) => boolean): Fact[] => facts.filter((f) => !test(f));
const correct = (old: Fact, over: object): Fact =>
  ({
    ...old,
    ...over,
    id: at().id,
    replaces: old.id,
    because: 'Misread.',
    recordedAt: '2026-05-04T19:00:00.000Z',
  }) as Fact;

describe('a service in order', () => {
  const facts = wholeService();
  test('every fact of it fits its schema', () => {
    for (const fact of [...facts, signature(), waive(hatClearance)])
      expect(factSchema.safeParse(fact)).toMatchObject({ success: true });
    expect(recordSchemas.brakeSheets.safeParse(fullSheet()).success).toBe(true);
    expect(recordSchemas.padSets.safeParse(makePadSet()).success).toBe(true);
    expect(recordSchemas.rotorPairs.safeParse(makeRotorPair()).success).toBe(true);
  });
  test('has nothing that stops or holds it', () => {
    const { gate, steps } = judged(facts);
    expect(gate.stops).toEqual([]);
    expect(gate.holds).toEqual([]);
    expect(gate.canRelease).toBe(true);
    expect(gate.isReleased).toBe(false);
    expect(steps.filter((s) => s.state === 'todo').map((s) => s.key)).toEqual(['release']);
  });
  test('signed, it is released and its job done', () => {
    const { gate, steps } = judged([...facts, signature()]);
    expect(gate.isReleased).toBe(true);
    expect(steps.at(-1)!.state).toBe('done');
  });
  test('from nothing the first step is the pedal, and steps come in the order of the work', () => {
    const { steps } = judged([]);
    expect(nextStep(steps, TECH)!.key).toBe('pedalBaseline');
    expect(steps.map((s) => s.key).slice(0, 6)).toEqual([
      'pedalBaseline',
      'driver',
      'reservoir',
      'boil',
      'ground',
      'pads.FL',
    ]);
    expect(openBefore(steps, 'pads.FL', TECH).map((s) => s.phase)).toEqual(Array(5).fill('intake'));
    expect(openBefore(steps, 'driver', TECH)).toEqual([]);
  });
  test('what was handed to the other technician is not waited for', () => {
    const hand = ['pedalBaseline', 'driver', 'reservoir', 'boil', 'ground'].map(
      (step) => ({ ...at(), kind: 'stepHandedOver', step, toCrewId: LEAD }) as Fact,
    );
    const { steps } = judged(hand);
    expect(openBefore(steps, 'pads.FL', TECH)).toEqual([]);
    expect(openBefore(steps, 'pads.FL', LEAD)).toHaveLength(5);
    expect(nextStep(steps, TECH)!.key).toBe('pads.FL');
    expect(nextStep(steps, LEAD)!.key).toBe('pedalBaseline');
  });
});

describe('what stops a car', () => {
  const facts = wholeService();
  const gateOf = (changed: Fact[], records = {}) => judged(changed, records).gate;
  const swap = (kind: Fact['kind'], over: object, nth = 0): Fact[] => {
    const target = facts.filter((f) => f.kind === kind)[nth]!;
    return facts.map((f) => (f === target ? ({ ...f, ...over } as Fact) : f));
  };
  test.each([
    ['soft pedal', swap('pedalCheck', { feel: 'soft' }, 1), 'Pedal soft'],
    ['sinking pedal', swap('pedalCheck', { sinks: true }, 1), 'Pedal sinks'],
    [
      'no pedal gate',
      without(facts, (f) => f.kind === 'pedalCheck' && f.moment === 'gate'),
      'gate has not been passed',
    ],
    [
      'pads under the limit',
      swap('padMeasurement', { inner: { thicknessMm: 2, otherEndMm: null, conditions: [] } }),
      'limit 3.0',
    ],
    ['cracked rotor', swap('rotorMeasurement', { crack: 'toEdge' }), 'reaches an edge'],
    ['failed torque', swap('torqueSet', { readingsNm: [60, 60, 60, 60, 60] }), 'under 110'],
    ['no torque', without(facts, (f) => f.kind === 'torqueSet' && f.corner === 'RL'), 'not torqued'],
    ['open nipple', swap('nippleBled', { isShut: false }, 2), 'Bleed nipple not shut'],
    ['nipple without torque', swap('nippleBled', { torqueNm: null }, 1), 'Rear bleed nipple, left rear: not torqued'],
    ['sequence broken off', without(facts, (f) => f.kind === 'nippleBled' && f.index === 3), 'not finished: 1 of 4'],
    ['level under MIN', swap('nippleBled', { lowestLevelMl: 100 }, 2), 'not finished: 3 of 4'],
  ])('%s', (_, changed, says) => {
    const gate = gateOf(changed);
    expect(texts(gate.stops)).toContain(says);
    expect(gate.canRelease).toBe(false);
    const signedAnyway = judged([...changed, signature(), ...gate.stops.map((s) => waive(s))]).gate;
    expect(signedAnyway.isReleased).toBe(false);
  });
  test('a missing torque figure', () => {
    const sheet = fullSheet();
    const gate = gateOf(facts, {
      sheet: {
        ...sheet,
        fasteners: sheet.fasteners.map((f) => (f.key === 'rearWheel' ? { ...f, torqueNm: null } : f)),
      },
    });
    expect(texts(gate.stops)).toContain('no torque figure');
    expect(gateOf(facts, { sheet: null }).canRelease).toBe(false);
  });
  test('the pedal is asked for again when a nipple was opened after it', () => {
    const again = begun();
    const bled = [...facts, again, ...bleedSequence(car).map((_x, i) => drawn(again.id, i))];
    expect(texts(gateOf(bled).stops)).toContain('gate has not been passed');
    expect(gateOf([...bled, pedal('gate')]).canRelease).toBe(true);
  });
});

describe('what only holds a car', () => {
  const facts = wholeService();
  const held = facts.map((f) =>
    f.kind === 'padMeasurement' && f.corner === 'FL' ? { ...f, hatClearanceMm: 2.4 } : f,
  ) as Fact[];
  test('holds until the lead, not a technician, waives this very finding', () => {
    const { gate } = judged(held);
    const hold = gate.holds[0]!;
    expect(tell(hold.finding)).toContain('2.4 mm from the hat');
    expect(gate.canRelease).toBe(false);
    expect(judged([...held, waive(hold.finding, TECH)]).gate.canRelease).toBe(false);
    expect(judged([...held, waive({ ...hold.finding, code: 'hatUnknown' })]).gate.canRelease).toBe(false);
    expect(judged([...held, waive(hold.finding)]).gate.canRelease).toBe(true);
  });
  test('a worse figure wants another word', () => {
    const hold = judged(held).gate.holds[0]!;
    const old = held.find((f) => f.kind === 'padMeasurement' && f.corner === 'FL')!;
    const worse = [...held, waive(hold.finding), correct(old, { hatClearanceMm: 2.1 })];
    expect(judged(worse).gate.canRelease).toBe(false);
  });
  test('a skipped driver’s report only shows, a skipped measurement holds', () => {
    const skip = (step: string): Fact => ({ ...at(), kind: 'stepSkipped', step, reason: 'No time.' }) as Fact;
    const noReport = without(facts, (f) => f.kind === 'driverReport');
    expect(texts(judged(noReport).gate.holds)).toContain('Not done: What the driver says');
    const skipped = judged([...noReport, skip('driver')]).gate;
    expect(skipped.canRelease).toBe(true);
    expect(texts(skipped.open)).toContain('Skipped: What the driver says. No time.');
    const noPads = without(facts, (f) => f.kind === 'padMeasurement' && f.corner === 'RR');
    expect(texts(judged([...noPads, skip('pads.RR')]).gate.holds)).toContain('Skipped: Pads, right rear');
    expect(
      judged([...without(facts, (f) => f.kind === 'torqueSet'), skip('wheels')]).gate.stops.length,
    ).toBeGreaterThan(0);
  });
  test('a wrench out of calibration and a pedal worse than it came', () => {
    const old = facts.map((f) => (f.kind === 'torqueSet' ? { ...f, calibratedOn: '2024-12-01' } : f)) as Fact[];
    expect(texts(judged(old).gate.holds)).toContain('more than a year before');
    const long = facts.map((f) =>
      f.kind === 'pedalCheck' && f.moment === 'gate' ? { ...f, feel: 'long' } : f,
    ) as Fact[];
    expect(texts(judged(long).gate.holds)).toMatch(/Pedal long.*it came in fair/);
  });
});

describe('properties of the gate', () => {
  const facts = [...wholeService(), signature()];
  const spoil: ((f: Fact) => Fact | null)[] = [
    (f) => (f.kind === 'pedalCheck' && f.moment === 'gate' ? ({ ...f, feel: 'soft' } as Fact) : f),
    (f) =>
      f.kind === 'padMeasurement' && f.corner === 'RL'
        ? ({ ...f, outer: { thicknessMm: 1, otherEndMm: null, conditions: [] } } as Fact)
        : f,
    (f) => (f.kind === 'rotorMeasurement' && f.corner === 'FR' ? ({ ...f, crack: 'joinsHoles' } as Fact) : f),
    (f) => (f.kind === 'torqueSet' && f.corner === 'FL' ? null : f),
    (f) => (f.kind === 'nippleBled' && f.index === 1 ? ({ ...f, isShut: false } as Fact) : f),
    (f) => (f.kind === 'nippleBled' && f.index === 0 ? ({ ...f, lowestLevelMl: 20, index: 3 } as Fact) : f),
    (f) =>
      f.kind === 'padMeasurement' && f.corner === 'FL'
        ? ({ ...f, inner: { thicknessMm: 9, otherEndMm: null, conditions: ['lifting'] } } as Fact)
        : f,
  ];
  const summary = (list: Fact[]): unknown => {
    const j = judged(list);
    return JSON.stringify([j.gate, j.steps.map((s) => [s.key, s.state]), j.exchange.leftOldPercent, j.recommendations]);
  };
  test('never opens with a hard stop outstanding, whatever is waived and in whatever order facts come', () => {
    fc.assert(
      fc.property(fc.subarray(spoil, { minLength: 1 }), fc.infiniteStream(fc.nat()), (spoils, random) => {
        const spoiled = spoils.reduce<Fact[]>((list, one) => list.flatMap((f) => one(f) ?? []), facts);
        const first = judged(spoiled).gate;
        const passes = [...first.stops, ...first.holds.map((h) => h.finding)].map((f) => waive(f));
        const shuffled = [...spoiled, ...passes]
          .map((f) => [random.next().value, f] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, f]) => f);
        const { gate } = judged(shuffled);
        expect(gate.stops.length).toBeGreaterThan(0);
        expect(gate.canRelease || gate.isReleased).toBe(false);
        expect(gate.isReopened).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
  test('the order in which facts arrive changes nothing', () => {
    const expected = summary(facts);
    fc.assert(
      fc.property(fc.shuffledSubarray(facts, { minLength: facts.length }), (shuffled) => {
        expect(summary(shuffled)).toEqual(expected);
      }),
      { numRuns: 25 },
    );
  });
  test('replaced facts never count: spoiled and corrected is as if it had never been', () => {
    fc.assert(
      fc.property(fc.constantFrom(...spoil.slice(0, 3), ...spoil.slice(4)), (one) => {
        const list = facts.flatMap((f) => {
          const bad = one(f);
          if (bad === f || bad === null) return [f];
          return [
            bad,
            {
              ...f,
              id: at().id,
              replaces: bad.id,
              because: 'Misread.',
              recordedAt: '2026-05-04T19:00:00.000Z',
            } as Fact,
          ];
        });
        const { gate } = judged(list);
        expect(gate.stops).toEqual([]);
        expect(gate.isReleased).toBe(true);
      }),
    );
  });
  test('something found after the signature opens it again', () => {
    const late = pads('FL', 2, { at: '2026-05-04T20:00:00.000Z' } as never);
    const { gate } = judged([...facts, late]);
    expect(gate).toMatchObject({ isReleased: false, isReopened: true });
  });
});

describe('the server’s own objection', () => {
  const facts = wholeService();
  test('a release through a closed gate, and a pass by anybody but the lead', () => {
    const book = logbookOf(without(facts, (f) => f.kind === 'nippleBled' && f.index === 2));
    const signed = (of: ReturnType<typeof logbookOf>): Fact => signature(limitsOf(of, job));
    expect(refusalOf(book, signed(book), today)).toMatchObject({
      code: 'notReleased',
      finding: { code: 'exchangeUnfinished' },
    });
    const sound = logbookOf(facts);
    expect(refusalOf(sound, signed(sound), today)).toBeNull();
    expect(refusalOf(sound, signature(), today)).toEqual({ code: 'limitsChanged' });
    // The same limits with their fields in another order are the same limits.
    const backwards = <T>(value: T): T =>
      value !== null && typeof value === 'object' && !Array.isArray(value)
        ? (Object.fromEntries(
            Object.entries(value)
              .reverse()
              .map(([k, v]) => [k, backwards(v)]),
          ) as T)
        : value;
    expect(refusalOf(sound, signature(backwards(limitsOf(sound, job)!)), today)).toBeNull();
    expect(refusalOf(book, waive(hatClearance, TECH), today)).toEqual({ code: 'onlyLeadWaives' });
    expect(refusalOf(book, waive(hatClearance), today)).toBeNull();
    expect(refusalOf(sound, { ...signed(sound), carId: at().id } as Fact, today)).toEqual({ code: 'notCarOfJob' });
  });
});

describe('a release is judged by the limits of its moment', () => {
  const facts = wholeService();
  const signed = (sheet = fullSheet()): Fact[] => [...facts, signature(limitsOf(logbookOf(facts, { sheet }), job))];
  test('limits that somebody tightens later do not unsign it; they hold for the next service', () => {
    const released = signed();
    const stricter = fullSheet(car, { padLimitMm: { front: 10, rear: 10 } });
    expect(judged(released, { sheet: stricter }).gate.isReleased).toBe(true);
    expect(judged(facts, { sheet: stricter }).gate.canRelease).toBe(false);
  });
  test('nor do limits that are relaxed later make good a release that was signed over a stop', () => {
    const strict = fullSheet(car, { padLimitMm: { front: 10, rear: null } });
    expect(judged(signed(strict), { sheet: fullSheet() }).gate).toMatchObject({ isReleased: false, isReopened: true });
  });
  test('a figure that is corrected later does: it is what was there', () => {
    const old = facts.find((f) => f.kind === 'padMeasurement')!;
    const thin = correct(old, { inner: { thicknessMm: 1, otherEndMm: null, conditions: [] } });
    expect(judged([...signed(), thin]).gate).toMatchObject({ isReleased: false, isReopened: true });
  });
});

describe('changing parts', () => {
  const track = makePadSet({ label: 'P-7', carId: car.id });
  const other = makePadSet({ label: 'P-8', compound: 'Holt S' });
  const pair = makeRotorPair({ label: 'R-7', carId: car.id });
  const records = { padSets: [track, other], rotorPairs: [pair] };
  const fitted = (padSetId: string | null, rotorPairId: string | null, changed = 'pads'): Fact =>
    ({ ...at(), kind: 'partsFitted', axle: 'front', padSetId, rotorPairId, changed }) as Fact;
  const thin = [
    ...wholeService().filter((f) => f.kind !== 'padMeasurement' || !f.corner.startsWith('F')),
    pads('FL', [4, 2.5]),
    pads('FR', [4, 3.5]),
  ];

  test('for thin pads a change is recommended; deciding it brings the steps that follow and reserves the set', () => {
    const before = judged(thin, records);
    const recommendation = before.recommendations.find((p) => p.subject === 'pads' && p.axle === 'front')!;
    expect(recommendation.action).toBe('change');
    expect(before.gate.canRelease).toBe(false);
    const decided = [
      ...thin,
      decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'Outer 2.5 mm.' }),
    ];
    const after = judged(decided, records);
    expect(after.steps.map((s) => s.key)).toEqual(
      expect.arrayContaining(['retract.front', 'fit.front', 'torque.front']),
    );
    const book = logbookOf(decided, records);
    expect(reservationOf(book, track.id)).toMatchObject({ carId: car.id });
    expect(placeOf(book, track.id)).toEqual({ at: 'shelf' });
  });

  test('the overflow sum goes from what is on to what goes on, and the level target knows worn pads', () => {
    const decided = [...thin, decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'x' })];
    const s = judged(decided, records);
    const sum = overflowOf(logbookOf(decided, records), s, 'front');
    // Fixed, two 38 mm pistons a side: 2268.2 mm² × (8 + 9.5 + 8 + 8.5) mm = 77.1 mL; MAX 280 less 240 leaves 40.
    expect(sum.returned.value).toBeCloseTo(77.12, 1);
    expect(tell(sum.finding)).toBe('77 mL will come up, 40 mL free: draw off at least 38 mL first.');
    const fit = [
      ...decided,
      {
        ...at(),
        kind: 'pistonsRetracted',
        axle: 'front',
        levelBeforeMl: 240,
        drawnOffMl: 40,
        levelAfterMl: 277,
      } as Fact,
      fitted(track.id, null),
    ];
    const fresh = judged(fit, records);
    expect(fresh.corners.corners.FL.padMm).toBe(12);
    const target = levelTarget(logbookOf(fit, records), fresh);
    expect(target.target.value).toBeLessThan(car.reservoirMaxMl);
    expect(target.target.value).toBeGreaterThanOrEqual(car.reservoirMinMl);
    expect(target.dropMl).toBeGreaterThan(0);
  });

  test('the second axle begins with what the first one has sent up', () => {
    const decided = [
      ...thin,
      decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'x' }),
      decision('pads', 'rear', { action: 'change', reason: 'x' }),
    ];
    const home = {
      ...at(),
      kind: 'pistonsRetracted',
      axle: 'front',
      levelBeforeMl: 240,
      drawnOffMl: 60,
      levelAfterMl: 257,
    } as Fact;
    const rear = (facts: Fact[]) => overflowOf(logbookOf(facts, records), judged(facts, records), 'rear');
    expect(rear(decided).free.value).toBe(40);
    expect(rear([...decided, home]).free.value).toBe(23);
    // What has overflowed is on the floor, not in the reservoir.
    expect(rear([...decided, { ...home, levelAfterMl: 350 } as Fact]).free.value).toBe(0);
  });

  test('fitted, torqued and pumped again it goes out, with the old readings still on the sheet', () => {
    const sheet = fullSheet();
    const facts = [
      ...thin,
      decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'Outer 2.5 mm.' }),
      decision('other', 'front', { corner: 'FL', action: 'keep', reason: 'Piston freed, moves by hand.' }),
      {
        ...at(),
        kind: 'pistonsRetracted',
        axle: 'front',
        levelBeforeMl: 240,
        drawnOffMl: 40,
        levelAfterMl: 277,
      } as Fact,
      fitted(track.id, null),
      checks('fit.front', [['faceToRotor', null, 'ok']]),
      ...sheet.fasteners
        .filter((f) => f.axle === 'front' && ['caliper', 'padPin'].includes(f.group))
        .flatMap((f) => [torqueSet(f, 'FL'), torqueSet(f, 'FR')]),
      ...sheet.fasteners.filter((f) => f.key === 'frontWheel').flatMap((f) => [torqueSet(f, 'FL'), torqueSet(f, 'FR')]),
      pedal('gate'),
    ];
    const s = judged(facts, { ...records, sheet });
    expect(s.gate.stops).toEqual([]);
    expect(s.gate.holds).toEqual([]);
    expect(s.gate.canRelease).toBe(true);
    const book = logbookOf([...facts, signature()], { ...records, sheet });
    expect(placeOf(book, track.id)).toMatchObject({ at: 'car', carId: car.id, axle: 'front' });
    expect(fittingCandidates(book, car, 'front').padSets.map((p) => p.label)).toEqual(['P-8']);
    const released = judgeService(book, job, today)!;
    const page = serviceSheet(book, released, 'metric');
    expect(page.status).toBe('released');
    const table = page.sections.find((x) => x.title.startsWith('Pads'))!.table!;
    expect(table.rows[0]).toEqual(['left front', '4.0 mm', '2.5 mm', '12.0 mm', '3.0 mm', '–']);
  });

  test('parts without a label hold the car until they are measured where they are', () => {
    const texts2 = (facts: Fact[]): string => texts(judged(facts, { rotorPairs: [] }).gate.holds);
    const before = [pads('FL', 9), pads('FR', 9)];
    const on = fitted(null, null);
    expect(texts2([...before, on])).toContain('Pads without a label went on at the front');
    expect(texts2([on, pads('FL', 9)])).toContain('Pads without a label went on at the front');
    expect(texts2([on, pads('FL', 9), pads('FR', 9)])).not.toContain('without a label');
    expect(texts2([fitted(null, null, 'rotors')])).toContain('Rotors without a label went on at the front');
    expect(texts(judged([fitted(track.id, null)], records).gate.holds)).not.toContain('without a label');
  });

  test('a decided change is due until that very part went on; pistons pushed back again want another fitting', () => {
    const change = decision('pads', 'front', { action: 'change', padSetId: track.id, reason: 'x' });
    const held = (facts: Fact[]): string => texts(judged(facts, records).gate.holds);
    expect(held([change, fitted(null, pair.id, 'rotors')])).toContain('Pads, front axle: a change was decided');
    expect(held([change, fitted(track.id, pair.id)])).not.toContain('a change was decided');
    const back = (): Fact =>
      ({
        ...at(),
        kind: 'pistonsRetracted',
        axle: 'front',
        levelBeforeMl: 200,
        drawnOffMl: 0,
        levelAfterMl: 250,
      }) as Fact;
    const stopped = (facts: Fact[]): string => texts(judged(facts, records).gate.stops);
    const first = back();
    const on = fitted(track.id, pair.id);
    expect(stopped([change, first, on])).not.toContain('Pistons were pushed back');
    expect(stopped([change, first, on, back()])).toContain('Pistons were pushed back');
  });

  test('a compound on rotors that met another holds the car', () => {
    const facts = [fitted(other.id, pair.id, 'both'), fitted(track.id, pair.id)];
    const book = logbookOf(facts, records);
    expect(compoundHistory(book, pair.id)).toEqual(['Holt S', 'Kerren R2']);
    const { gate } = judged(facts, records);
    expect(texts(gate.holds)).toContain('Rotors R-7 carry a transfer layer of Holt S');
  });

  test('a set reserved for another car is not offered; taken off it goes back to the shelf with its readings', () => {
    const facts = [fitted(track.id, pair.id, 'both'), pads('FL', 7, { padSetId: track.id }), fitted(other.id, pair.id)];
    const book = logbookOf(facts, records);
    expect(placeOf(book, track.id)).toEqual({ at: 'shelf' });
    expect(book.factsOfPart(track.id).some((f) => f.kind === 'padMeasurement')).toBe(true);
    expect(placeOf(book, other.id)).toMatchObject({ at: 'car' });
  });

  test('a hose with a fault asks for a change, and its fitting for a torque', () => {
    const facts = [checks('look', [['hoses', 'RL', 'fault']])];
    const { recommendations } = judged(facts);
    const hose = recommendations.find((p) => p.subject === 'hoses')!;
    expect(hose).toMatchObject({ corner: 'RL', action: 'change' });
    const decided = judged([
      ...facts,
      decision('hoses', 'rear', { corner: 'RL', action: 'change', reason: 'Chafed.' }),
    ]);
    expect(decided.torque.some((l) => l.fastener.group === 'hose' && l.corner === 'RL')).toBe(true);
    expect(decided.torque.some((l) => l.fastener.group === 'hose' && l.corner === 'RR')).toBe(false);
  });
});

describe('the exchange as it is recorded', () => {
  const first = begun();
  test('counts as the exchange that it was: fluid, bottle and waste', () => {
    const facts = [pedal('baseline'), first, ...[0, 1, 2, 3].map((i) => drawn(first.id, i)), pedal('gate')];
    const book = logbookOf(facts);
    const { lastExchange } = fluidState(book, car, '2026-05-05T00:00:00.000Z');
    expect(lastExchange).toMatchObject({ id: first.id, scope: 'full', pedalAfter: 'firm' });
    expect(bottleState(book, bottle, today).leftMl).toBe(2000 - 230 - 480);
    expect(wasteInContainerMl(book)).toBe(710);
    const handed = { ...at(), kind: 'wasteHandedOver', volumeMl: 500, to: 'Town depot', receipt: '' } as Fact;
    expect(wasteInContainerMl(logbookOf([...facts, handed]))).toBe(210);
  });
  test('under MIN the sequence starts again, says why, and is no exchange until it has', () => {
    const low = [first, drawn(first.id, 0), drawn(first.id, 1, { lowestLevelMl: 90 }), drawn(first.id, 2)];
    const book = logbookOf(low);
    const p = exchangeProgress(book, car, job.id);
    expect(tell(p.restart!.finding)).toMatch(/stood at 90 mL at the left rear, MIN is 120 mL.*starts again/);
    expect(p.steps.map((s) => s.drawn !== null)).toEqual([false, false, true, false]);
    expect(fluidState(book, car, '2026-05-05T00:00:00.000Z').lastExchange).toBeNull();
    const again = [...low, ...[0, 1, 2, 3].map((i) => drawn(first.id, i))];
    expect(exchangeProgress(logbookOf(again), car, job.id).isDone).toBe(true);
    expect(fluidState(logbookOf(again), car, '2026-05-05T00:00:00.000Z').lastExchange).not.toBeNull();
  });
  test('the model says what is left, and the stop before MIN', () => {
    const p = exchangeProgress(logbookOf([first, drawn(first.id, 0, { toppedUpMl: 0 })]), car, job.id);
    expect(p.leftOldPercent!.RR).toBeLessThan(20);
    expect(p.leftOldPercent!.FL).toBe(100);
    expect(p.levelMl).toBeCloseTo(280 - 230 + 230 - 120, 6);
    expect(p.stopAfterMl).toBeCloseTo(p.levelMl - car.reservoirMinMl, 6);
  });
  test('another school of the sequence holds for this exchange alone', () => {
    const nearest = begun({ sequence: 'nearestFirst' });
    const order = (facts: Fact[]): string[] =>
      exchangeProgress(logbookOf(facts), car, job.id).steps.map((s) => s.corner);
    expect(order([nearest])).toEqual(['FL', 'FR', 'RL', 'RR']);
    expect(order([first])).toEqual(['RR', 'RL', 'FR', 'FL']);
    const drawnAll = ['FL', 'FR', 'RL', 'RR'].map((corner, i) => drawn(nearest.id, i, { corner: corner as 'FL' }));
    const book = logbookOf([nearest, ...drawnAll]);
    expect(fluidState(book, car, '2026-05-05T00:00:00.000Z').lastExchange?.id).toBe(nearest.id);
  });
  test('bubbles are told apart', () => {
    expect(
      texts(exchangeProgress(logbookOf([first, drawn(first.id, 0, { bubbles: 'fine' })]), car, job.id).findings),
    ).toContain('threads');
    expect(
      texts(exchangeProgress(logbookOf([first, drawn(first.id, 0, { bubbles: 'large' })]), car, job.id).findings),
    ).toContain('air from the system');
  });
  test('a draft counts while it is typed', () => {
    const draft = drawn(first.id, 0, { isShut: false });
    expect(judgeService(logbookOf([first]), job, today, [draft])!.exchange.steps[0]!.drawn).toEqual(draft);
    expect(withFacts(logbookOf([first]), [draft]).factsOfJob(job.id)).toContain(draft);
  });
});

describe('the service sheet', () => {
  test('says everything in the units asked for, and as flat rows', () => {
    const facts = [...wholeService(), signature()];
    const book = logbookOf(facts);
    const s = judgeService(book, job, today)!;
    const metric = serviceSheet(book, s, 'metric');
    const imperial = serviceSheet(book, s, 'imperial');
    expect(metric.statusLine).toContain('Released by Tove Loy');
    expect(metric.sections.map((x) => x.title)).toEqual([
      'Found',
      'Done',
      'Pads, friction material',
      'Rotors',
      'Wheel bearings',
      'Fluid',
      'Torque',
      'Pedal and level',
      'Open when released',
      'Next',
    ]);
    expect(JSON.stringify(imperial)).toContain('fl oz');
    const torque = metric.sections.find((x) => x.title === 'Torque')!.table!.rows;
    expect(torque.some((r) => r[2] === '110 N·m (81.1 lbf·ft)')).toBe(true);
    expect(sheetRows(metric)).toContainEqual({
      section: 'Torque',
      item: 'Front wheel nuts',
      field: 'Order',
      value: 'star: 1 3 5 2 4',
    });
  });
  test('of a car that is not released says so', () => {
    const book = logbookOf([]);
    expect(serviceSheet(book, judgeService(book, job, today)!, 'metric').statusLine).toContain('not to be driven');
  });
  test('rotors measured before and after a change', () => {
    const m = rotor('FL', 30.1);
    expect(judged([m], { rotorPairs: [] }).corners.corners.FL.rotorMm).toBeCloseTo(30.1, 6);
  });
});
