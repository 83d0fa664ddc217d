import fc from 'fast-check';
import {
  type BrakeSheet,
  type Car,
  type Fact,
  type StepKey,
  addedMinutes,
  checksOf,
  decidedWork,
  defaultBrakeSheet,
  judgePedal,
  judgeService,
  levelTarget,
  nextStep,
  openBefore,
  brakeSheetOf,
  stepsByKey,
  usualDurationMin,
} from '../src';
import { retractText, stepName } from '@calvik/words';
import { tell } from './say';
import { book, makeCar, newId } from './book';
import {
  LEAD,
  TECH,
  at,
  begun,
  bottle,
  car,
  checks,
  crew,
  decision,
  drawn,
  fluid,
  fullSheet,
  job,
  judged,
  logbookOf,
  pads,
  pedal,
  today,
  wholeService,
} from './service-book';

const drum = {
  brake: 'drum' as const,
  boresMm: [19],
  bleedNipplesPerCorner: 1 as const,
  bleedNippleOrder: 'innerFirst' as const,
};
/** The list of a step on this car by this sheet. */
const checksOn = (key: StepKey, sheet: BrakeSheet, facts: Fact[] = []) =>
  checksOf({ car, sheet, facts }, stepsByKey.get(key)!, { padSet: null, rotorPair: null });
const judgedOn = (of: Car, facts: Fact[]) =>
  judgeService(
    book(
      { crew, cars: [of], fluids: [fluid], bottles: [bottle], jobs: [{ ...job, carId: of.id }] },
      facts.map((f) => ('carId' in f ? ({ ...f, carId: of.id } as Fact) : f)),
    ),
    { ...job, carId: of.id },
    today,
  )!;

describe('steps follow the car', () => {
  test('a drum axle has shoes and no rotors, and no caliper bolts', () => {
    const of = makeCar({ rear: drum });
    const { steps } = judgedOn(of, []);
    const keys = steps.map((s) => s.key);
    expect(keys).toContain('pads.RL');
    expect(keys).not.toContain('rotor.RL');
    expect(keys).toContain('rotor.FL');
    expect(
      stepName(
        steps.find((s) => s.key === 'pads.RR')!,
        judgedOn(of, []),
      ),
    ).toBe('Shoes, right rear');
    expect(
      defaultBrakeSheet(of)
        .fasteners.filter((f) => f.axle === 'rear')
        .map((f) => f.group),
    ).toEqual(['hose', 'bleedNipple', 'wheel']);
  });
  test('linings have a limit of their own, pads the shop’s, and the strictest of the makers’ over both', () => {
    const of = makeCar({ rear: drum });
    const { corners } = judgedOn(of, []).corners;
    expect(corners.RL.spec).toMatchObject({ limitMm: 2, limitFrom: 'usualForLinings' });
    expect(corners.FL.spec).toMatchObject({ limitMm: 3, limitFrom: 'shop' });
  });
  test('an electric parking brake goes to service mode before and out of it after', () => {
    const sheet = fullSheet(car, { parkingBrake: 'electric', hasDucts: true, hasWearSensors: true });
    expect(checksOn('ground', sheet)).toContain('parkingBrakeService');
    expect(checksOn('down', sheet)).toEqual(['parkingBrakeNormal', 'ductsFitted', 'wheelsOn']);
    expect(checksOn('ground', fullSheet())).not.toContain('parkingBrakeService');
    expect(checksOn('look', sheet)).toContain('ductsSound');
    expect(checksOn('fit.front', sheet)).toEqual(expect.arrayContaining(['sensorRefitted']));
  });
  test('new rotors bring their own checks, a fixed caliper holds its other side, a screw-in piston its notches', () => {
    const rotorsChanged = (['front', 'rear'] as const).map((axle) => decision('rotors', axle, { action: 'change' }));
    expect(checksOn('fit.front', fullSheet(), rotorsChanged)).toEqual(
      expect.arrayContaining(['vanes', 'slots', 'bobbins', 'hubFaceClean']),
    );
    expect(checksOn('fit.front', fullSheet())).not.toContain('vanes');
    expect(checksOn('retract.front', fullSheet())).toContain('oppositeHeld');
    expect(checksOn('retract.rear', fullSheet(car, { rearPistons: 'screwIn' }))).toContain('notchesLinedUp');
  });
  test('how pistons go back is said for this caliper', () => {
    expect(retractText(car, fullSheet(), 'front')).toContain('one side back');
    expect(retractText(car, fullSheet(car, { rearPistons: 'screwIn' }), 'rear')).toContain('Turn the piston in');
    expect(retractText(car, fullSheet(car, { rearPistons: 'push' }), 'rear')).toContain('straight back');
    expect(retractText(makeCar({ rear: drum }), fullSheet(), 'rear')).toContain('adjuster');
  });
  test('the leak-down test is a step of the pressure methods alone', () => {
    const keysWith = (method: 'pressureAir' | 'pressureFed' | 'pedalTwo' | 'gravity'): string[] =>
      judged([begun({ method })]).steps.map((s) => s.key);
    expect(keysWith('pressureAir')).toContain('leakDown');
    expect(keysWith('pressureFed')).toContain('leakDown');
    expect(keysWith('pedalTwo')).not.toContain('leakDown');
    expect(keysWith('gravity').filter((k) => k.startsWith('bleed.'))).toHaveLength(4);
  });
  test('a bleeder that leaks leaves its step open until it holds', () => {
    const first = begun({ method: 'pressureAir' });
    const hold = (end: number): Fact =>
      ({
        ...at(),
        kind: 'leakDownTest',
        readings: [
          { seconds: 0, pressureKpa: 100 },
          { seconds: 180, pressureKpa: end },
        ],
        instrument: 'byHand',
      }) as Fact;
    const leakDown = (facts: Fact[]) => judged(facts).steps.find((s) => s.key === 'leakDown')!.state;
    expect(leakDown([first, hold(80)])).toBe('todo');
    expect(leakDown([first, hold(80), hold(99.5)])).toBe('done');
  });
});

describe('what to go on with', () => {
  const started = begun();
  const readyToDraw = [...wholeService().filter((f) => f.kind !== 'exchangeBegun' && f.kind !== 'nippleBled'), started];
  test('nipples keep their sequence: after one under MIN it is the first one again', () => {
    const { steps } = judged([...readyToDraw, drawn(started.id, 0), drawn(started.id, 1, { lowestLevelMl: 50 })]);
    expect(nextStep(steps, TECH, 'bleed.1')!.key).toBe('bleed.0');
    const going = judged([...readyToDraw, drawn(started.id, 0), drawn(started.id, 1)]);
    expect(nextStep(going.steps, TECH, 'bleed.1')!.key).toBe('bleed.2');
    expect(openBefore(going.steps, 'bleed.3', TECH).map((s) => s.key)).toEqual(['bleed.2']);
  });
  test('what was handed to me comes first, then what follows the step just done', () => {
    const hand = { ...at(), kind: 'stepHandedOver', step: 'rotor.RR', toCrewId: LEAD } as Fact;
    const { steps } = judged([hand]);
    expect(nextStep(steps, LEAD)!.key).toBe('rotor.RR');
    expect(nextStep(steps, TECH, 'rotor.FR')!.key).toBe('rotor.RL');
    expect(nextStep(judged(wholeService()).steps, TECH)!.key).toBe('release');
  });
  test('a step that was handed back is theirs to whom it went last', () => {
    const hand = (toCrewId: string): Fact => ({ ...at(), kind: 'stepHandedOver', step: 'look', toCrewId }) as Fact;
    expect(judged([hand(LEAD), hand(TECH)]).steps.find((s) => s.key === 'look')!.handedTo).toBe(TECH);
  });
});

describe('decisions', () => {
  test('the last word on each question counts, and time is added for what is changed', () => {
    const facts = [
      decision('pads', 'front', { action: 'change' }),
      decision('pads', 'front', { action: 'keep' }),
      decision('rotors', 'rear', { action: 'change' }),
      decision('pads', 'rear', { action: 'change' }),
    ];
    expect(decidedWork(facts)).toEqual({
      pads: { front: false, rear: true },
      rotors: { front: false, rear: true },
      hoses: [],
      others: [],
    });
    // Pads 20 min and rotors 15 min more, on a service of two hours.
    expect(addedMinutes(judged(facts).recommendations)).toBe(35);
    expect(usualDurationMin.service).toBe(120);
  });
  test('a decision that was changed back takes its steps away again', () => {
    const change = decision('pads', 'front', { action: 'change' });
    expect(judged([change]).steps.map((s) => s.key)).toContain('fit.front');
    expect(judged([change, decision('pads', 'front')]).steps.map((s) => s.key)).not.toContain('fit.front');
  });
  test('a referred finding holds the car with its reason, and stands on the sheet', () => {
    const facts = [
      ...wholeService(),
      decision('rotors', 'front', { action: 'refer', reason: 'To be turned by a workshop.' }),
    ];
    expect(judged(facts).gate.holds.map((h) => tell(h.finding))).toContain(
      'Rotors, front axle: referred. To be turned by a workshop.',
    );
  });
  test('a carried spare is open and known, and holds nothing up', () => {
    const facts = [
      ...wholeService(),
      decision('pads', 'rear', { action: 'carrySpare', reason: 'Look after session two.' }),
    ];
    const { gate } = judged(facts);
    expect(gate.canRelease).toBe(true);
    expect(gate.open.map(tell)).toContain('Pads, rear axle: carry a spare. Look after session two.');
  });
});

describe('the pedal', () => {
  const base = pedal('baseline', { feel: 'acceptable' });
  const judge = (over: object) => judgePedal(pedal('gate', over) as never, base as never);
  test('passes when it is as good as it came, held, and gives with the engine', () => {
    expect(judge({}).findings).toEqual([]);
    expect(judge({ feel: 'acceptable' }).isPassed).toBe(true);
  });
  test.each([
    [{ feel: 'soft' }, 'stop', 'Pedal soft'],
    [{ sinks: true }, 'stop', 'Pedal sinks'],
    [{ feel: 'long' }, 'needsWork', 'Pedal long'],
    [{ heldSeconds: 4 }, 'needsWork', 'Held 4 s'],
    [{ heldSeconds: null }, 'needsWork', 'unknown time'],
    [{ sinks: null }, 'needsWork', 'Not said'],
    [{ dropsWithEngine: false }, 'needsWork', 'booster'],
    [{ strokes: 20 }, 'watch', '20 pumps'],
  ])('%j is %s', (over, verdict, says) => {
    expect(judge(over).findings.map((f) => [f.verdict, tell(f)])).toContainEqual([
      verdict,
      expect.stringContaining(says),
    ]);
    expect(judge(over).isPassed).toBe(verdict !== 'stop');
  });
  test('a soft pedal names its suspects once each', () => {
    const { suspects } = judge({ feel: 'soft', sinks: true });
    expect(suspects[0]).toBe('airInCaliper');
    expect(new Set(suspects).size).toBe(suspects.length);
  });
});

describe('the level to set', () => {
  test('never above MAX nor below MIN, and lower the more the pads have worn', () => {
    const sheet = fullSheet();
    const targetAt = (mm: number): number => {
      const facts = (['FL', 'FR', 'RL', 'RR'] as const).map((c) => pads(c, mm));
      const book = logbookOf(facts, { sheet });
      return levelTarget(book, judgeService(book, job, today)!).target.value;
    };
    fc.assert(
      fc.property(fc.double({ min: 1, max: 12, noNaN: true }), fc.double({ min: 1, max: 12, noNaN: true }), (a, b) => {
        const [thin, thick] = a < b ? [a, b] : [b, a];
        expect(targetAt(thin)).toBeLessThanOrEqual(targetAt(thick) + 1e-9);
        expect(targetAt(thin)).toBeGreaterThanOrEqual(car.reservoirMinMl);
        expect(targetAt(thick)).toBeLessThanOrEqual(car.reservoirMaxMl);
      }),
      { numRuns: 30 },
    );
    expect(targetAt(12)).toBe(car.reservoirMaxMl);
  });
});

test('a car without a sheet has its fasteners without figures; with one, its own', () => {
  const sheet = fullSheet();
  expect(brakeSheetOf(logbookOf([], { sheet: null }), car).fasteners.every((f) => f.torqueNm === null)).toBe(true);
  expect(brakeSheetOf(logbookOf([], { sheet }), car).id).toBe(sheet.id);
});

describe('what nobody waives besides', () => {
  const facts = wholeService();
  test.each(['wheelsOn', 'parkingBrakeNormal'] as const)('%s at fault stops the car', (check) => {
    expect(judged([...facts, checks('down', [[check, null, 'fault']])]).gate.stops).toHaveLength(1);
  });
  test('a leak stops it wherever it is, until the list is gone through again', () => {
    const leak = checks('look', [['leaks', 'RL', 'fault']]);
    expect(judged([...facts, leak]).gate.stops.map(tell)).toEqual([
      'No leak at unions and nipples, left rear: not in order.',
    ]);
    expect(judged([...facts, leak, checks('look', [['leaks', null, 'ok']])]).gate.stops).toEqual([]);
  });
  test('a hose that was changed wants the whole sequence', () => {
    const change = decision('hoses', 'rear', { corner: 'RL', action: 'change', reason: 'Chafed.' });
    const opened = facts.filter((f) => f.kind !== 'exchangeBegun' && f.kind !== 'nippleBled');
    expect(judged([...opened, change]).gate.stops.map(tell)).toContain(
      'A hose was changed at the left rear: the system was opened, the whole sequence is drawn again.',
    );
    expect(
      judged([...facts, change])
        .gate.stops.map(tell)
        .join(),
    ).not.toContain('A hose was changed');
  });
  test('a caliper that was off wants its torques, though nothing new went on', () => {
    const off = decision('other', 'front', { action: 'change', reason: 'Caliper taken off.' });
    const groups = judged([off])
      .torque.filter((l) => l.fastener.axle === 'front')
      .map((l) => `${l.fastener.group} ${l.corner}`);
    expect(groups).toEqual(expect.arrayContaining(['caliper FL', 'caliper FR', 'padPin FL']));
    expect(judged([off]).steps.map((s) => s.key)).toContain('torque.front');
  });
});

test('a list with a fault of the whole car holds it; one with a corner leads to a decision', () => {
  const facts = wholeService();
  expect(
    judged([...facts, checks('look', [['seals', null, 'fault']])]).gate.holds.map((h) => tell(h.finding)),
  ).toContain('Piston seals and boots dry and whole: not in order.');
  const { recommendations } = judged([...facts, checks('look', [['seals', 'FR', 'fault']])]);
  expect(recommendations).toContainEqual(expect.objectContaining({ subject: 'other', corner: 'FR', action: 'refer' }));
});

test('a job whose car is not there is judged as nothing', () => {
  expect(judgeService(logbookOf([]), { ...job, carId: newId() }, today)).toBeNull();
});
