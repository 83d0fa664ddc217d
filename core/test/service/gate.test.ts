import fc from 'fast-check';
import { bleedSequence } from '../../src/hydraulics';
import type { Fact } from '../../src/model';
import { nextStep, openBefore } from '../../src/service';
import { tell, texts } from '../builders/say';
import { factSchema, recordSchemas } from '../../src/model/schemas';
import {
  LEAD,
  TECH,
  at,
  begun,
  car,
  drawn,
  fullSheet,
  judged,
  makePadSet,
  makeRotorPair,
  pads,
  pedal,
  rotor,
  signature,
  waive,
  wholeService,
  levelSet,
} from '../builders/service-book';
import { hatClearance, without, correct } from '../builders/services';

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
      swap('padMeasurement', { inner: { thicknessMm: 2, otherEndMm: null, conditions: [], isSeen: true } }),
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
    expect(texts(gateOf([...bled, pedal('gate')]).holds.map((h) => h.finding))).toContain('Set the level');
    expect(gateOf([...bled, levelSet(), pedal('gate')]).canRelease).toBe(true);
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
  test('a rotor that nobody knows the discard figure of, until somebody reads it off the hat', () => {
    const unknown = facts.map((f) =>
      f.kind === 'rotorMeasurement' && f.corner === 'RL' ? { ...f, discardThicknessMm: null } : f,
    );
    const { gate } = judged(unknown);
    expect(gate.holds.map((h) => [h.finding.code, h.finding.place.corner])).toEqual([['rotorWithoutDiscard', 'RL']]);
    expect(gate.isReleased).toBe(false);
    expect(judged([...unknown, rotor('RL', 31.4)]).gate.canRelease).toBe(true);
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
    expect(texts(judged(long).gate.holds)).toMatch(/Pedal long, came in fair/);
  });
});

describe('properties of the gate', () => {
  const facts = [...wholeService(), signature()];
  const spoil: ((f: Fact) => Fact | null)[] = [
    (f) => (f.kind === 'pedalCheck' && f.moment === 'gate' ? ({ ...f, feel: 'soft' } as Fact) : f),
    (f) =>
      f.kind === 'padMeasurement' && f.corner === 'RL'
        ? ({ ...f, outer: { thicknessMm: 1, otherEndMm: null, conditions: [], isSeen: true } } as Fact)
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
