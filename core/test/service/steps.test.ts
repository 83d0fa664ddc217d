import { defaultBrakeSheet } from '../../src/logbook';
import { type BrakeSheet, type Car, type Fact, type StepKey, stepsByKey } from '../../src/model';
import { checksOf, judgeService, nextStep, openBefore } from '../../src/service';
import { retractText, stepName } from '@calvik/words';
import { book, makeCar } from '../builders/book';
import {
  LEAD,
  TECH,
  at,
  begun,
  bottle,
  car,
  crew,
  decision,
  drawn,
  fluid,
  fullSheet,
  job,
  judged,
  today,
  wholeService,
} from '../builders/service-book';

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
    expect(checksOn('down', sheet)).toEqual([
      'unionsUnderPedal',
      'wheelsTurnFree',
      'parkingBrakeNormal',
      'ductsFitted',
      'wheelsOn',
    ]);
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
    const hold = (end: number, seconds = 180): Fact =>
      ({
        ...at(),
        kind: 'leakDownTest',
        readings: [
          { seconds: 0, pressureKpa: 100 },
          { seconds, pressureKpa: end },
        ],
        instrument: 'byHand',
      }) as Fact;
    const leakDown = (facts: Fact[]) => judged(facts).steps.find((s) => s.key === 'leakDown')!.state;
    expect(leakDown([first, hold(80)])).toBe('todo');
    expect(leakDown([first, hold(80), hold(99.5)])).toBe('done');
    // Read twice within a few seconds it has shown nothing.
    expect(leakDown([first, hold(100, 4)])).toBe('todo');
  });
});

describe('an axle that was opened', () => {
  const whole = wholeService();
  const change = decision('pads', 'front', { action: 'change', reason: 'Thin.' });
  const pushed = { ...at(), kind: 'pistonsRetracted', axle: 'front', levelBeforeMl: 200, drawnOffMl: 0 } as Fact;
  const keep = decision('pads', 'front', { reason: 'They will do.' });
  const front = (...facts: Fact[]) =>
    judged([...whole, ...facts]).steps.flatMap((s) => (s.axle === 'front' && s.phase === 'fit' ? [s.key] : []));

  test('is put together again, also where somebody thinks better of changing its pads', () => {
    expect(front()).toEqual([]);
    expect(front(change)).toEqual(expect.arrayContaining(['retract.front', 'fit.front']));
    expect(front(change, keep)).toEqual([]);
    // With the pistons pushed back the pads are out: what holds the car has a step that mends it.
    expect(front(change, pushed, keep)).toEqual(expect.arrayContaining(['retract.front', 'fit.front']));
    const s = judged([...whole, change, pushed, keep]);
    expect(s.gate.stops.map((f) => f.code)).toContain('retractedNothingFitted');
    const fitted = { ...at(), kind: 'partsFitted', axle: 'front', padSetId: null, rotorPairId: null } as const;
    const back = judged([...whole, change, pushed, keep, { ...fitted, changed: 'none' }]);
    expect(back.gate.stops.map((f) => f.code)).not.toContain('retractedNothingFitted');
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

test('the thinnest pad alone closes no step of a service', () => {
  const state = (facts: Fact[]) => judged(facts).steps.find((s) => s.key === 'pads.FL')!.state;
  const whole = wholeService();
  expect(state(whole)).toBe('done');
  const thinnest = whole.map((f) => (f.kind === 'padMeasurement' ? { ...f, isThinnestOnly: true } : f));
  expect(state(thinnest)).toBe('todo');
});
