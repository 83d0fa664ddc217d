/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { type Fact, buildLogbook } from '@calvik/core';
import { sayTo } from '@calvik/words';
import { factText } from '@calvik/words/facts';
import { standingReading } from '../src/features/service/use-service';
import { StepScreen } from '../src/features/service/step-screen';
import { prefer } from '../src/state/preferences';
import { checkItems, checkStates, firstOpenCheck } from '../src/ui/check-list';
import { bottle, car, crew, flush, id, show, silicone } from './scene';
import type * as Hands from './hands';
import { freshHands, saved, place, press, router, type } from './hands';
import { at, face, intake, job, lead, padSet, pads, pair, records } from './service-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('./hands').expoRouter);
freshHands();

const newSet = { ...padSet, id: id(71), label: 'P-007', compound: 'Holt Sprint' };
const sealed = { ...bottle, id: id(31), label: 'B-031' };
const wrong = { ...bottle, id: id(32), label: 'B-032', fluidId: silicone.id };
const step = (key: string, facts: Fact[] = [], more: object = {}) => {
  place.params = { job: job.id, step: key };
  return show(<StepScreen />, [flush(60, 20), ...intake, ...facts], {
    ...records,
    padSets: [padSet, newSet],
    fluids: [silicone],
    bottles: [sealed, wrong],
    ...more,
  });
};
const saveIt = (name: string | RegExp = 'Save and go on'): Promise<void> => act(async () => press(name));
const said = (testId: string): string => screen.getByTestId(testId).textContent ?? '';

const rotorAt = (n: number, corner: string, mm: number): Fact =>
  ({
    ...at(n),
    kind: 'rotorMeasurement',
    corner,
    rotorPairId: null,
    thicknessesMm: [mm, mm],
    runoutMm: null,
    lipMm: null,
    massKg: null,
    crack: 'none',
    crackLengthMm: null,
    wearMarksGone: false,
    transferLayer: 'even',
    instrument: 'byHand',
  }) as Fact;
const fitted = (n: number, padSetId: string | null, changed = 'none'): Fact =>
  ({ ...at(n), kind: 'partsFitted', axle: 'front', padSetId, rotorPairId: pair.id, changed }) as Fact;
const worn: Fact[] = [
  fitted(6, padSet.id),
  pads(7, 'FL', 2.5),
  pads(8, 'FR', 3.1),
  pads(9, 'RL', 8),
  pads(10, 'RR', 8),
  ...['FL', 'FR', 'RL', 'RR'].map((c, i) => rotorAt(11 + i, c, 31)),
  ...['FL', 'FR', 'RL', 'RR'].map(
    (corner, i) =>
      ({
        ...at(15 + i),
        kind: 'wheelBearingMeasurement',
        corner,
        playMm: 0.2,
        method: 'rim',
        instrument: 'byHand',
      }) as Fact,
  ),
  {
    ...at(20),
    kind: 'checksDone',
    step: 'look',
    items: [{ check: 'hoses', corner: null, result: 'ok', remark: '' }],
  } as Fact,
];
const decided = (n: number, subject: string, axle: string, action: string, padSetId: string | null = null): Fact =>
  ({
    ...at(n),
    kind: 'partsDecision',
    subject,
    axle,
    corner: null,
    action,
    padSetId,
    rotorPairId: null,
    reason: 'By the figures.',
  }) as Fact;
const allDecided: Fact[] = [
  decided(21, 'pads', 'front', 'change', newSet.id),
  decided(22, 'rotors', 'front', 'keep'),
  decided(23, 'pads', 'rear', 'keep'),
  decided(24, 'rotors', 'rear', 'keep'),
];

describe('deciding', () => {
  test('what is in order stands ready; what is not is asked for, reserved from stock and added to the plan', async () => {
    step('decide', worn);
    await saveIt();
    await screen.findByText('Decide: pads, front axle.');
    press('Pads, front axle: Change', 'radio');
    await saveIt();
    await screen.findByText('Decide: rotors, rear axle.');
    press('Rotors, rear axle: Keep', 'radio');
    press(/^P-007 Holt Sprint, 12\.0\smm/, 'radio');
    await saveIt();
    await waitFor(() => expect(saved().filter((k) => k.kind === 'partsDecision')).toHaveLength(4));
    expect(saved()[0]!).toMatchObject({ subject: 'pads', axle: 'front', action: 'change', padSetId: newSet.id });
    expect(saved()[0]!.reason).toMatch(/Pad FL inner 2\.5/);
    await waitFor(() => expect(saved('jobs')[0]?.durationMin).toBe(140));
  });
  test('nothing changed is nothing saved; a caliper that was off is', async () => {
    step('decide', [...worn, ...allDecided]);
    press('Calipers off: Rear calipers', 'checkbox');
    await saveIt();
    await waitFor(() => expect(saved().length).toBeGreaterThan(0));
    expect(saved().filter((k) => k.kind === 'partsDecision')).toEqual([
      expect.objectContaining({ subject: 'other', axle: 'rear', corner: null, action: 'change' }),
    ]);
  });
});

describe('retracting and fitting', () => {
  test('the overflow sum warns until enough is drawn off', async () => {
    step('retract.front', [...worn, ...allDecided]);
    // Floating, one 40 mm piston: 1256.6 mm² × (9.5 + 9.5 + 1 + 8.9 + 8.9 + 1) mm = 48.8 mL; 300 less 260 leaves 40.
    expect(said('wanted')).toMatch(/49\smL will come up, 40\smL free: draw off at least 9\smL first\./);
    expect(said('overflow')).toMatch(/overflow by 9\smL/);
    press(/^Drawn off: /);
    type('Drawn off', '20');
    expect(said('overflow')).toMatch(/stands at about 289\smL/);
    // Another level than the one on record changes the sum itself.
    press(/^Level before: /);
    type('Level before', '290');
    expect(said('wanted')).toMatch(/10\smL free: draw off at least 39\smL first\./);
    type('Level before', '260');
    await saveIt();
    expect(screen.getByText('Go through the whole list: something is still open.')).toBeTruthy();
    press(/^Pistons brushed clean.*: In order$/, 'radio');
    await saveIt();
    await waitFor(() => expect(saved().map((k) => k.kind)).toEqual(['pistonsRetracted', 'checksDone']));
    expect(saved()[0]!).toMatchObject({
      levelBeforeMl: 260,
      drawnOffMl: 20,
      levelAfterMl: expect.closeTo(288.76, 1),
    });
  });
  test('a compound on rotors that met another is said before it is fitted', async () => {
    const retracted = {
      ...at(30),
      kind: 'pistonsRetracted',
      axle: 'front',
      levelBeforeMl: 260,
      drawnOffMl: 20,
      levelAfterMl: 289,
    } as Fact;
    step('fit.front', [...worn, ...allDecided, retracted]);
    expect(said('pairing')).toContain('Rotors R-001 carry a transfer layer of Kerren R2; pads P-007 are Holt Sprint.');
    press('All in order');
    await saveIt();
    await waitFor(() => expect(saved().map((k) => k.kind)).toEqual(['partsFitted', 'checksDone']));
    expect(saved()[0]!).toMatchObject({ padSetId: newSet.id, rotorPairId: pair.id, changed: 'pads' });
  });
});

test('after new pads went on, the form of the corner begins empty', () => {
  step('pads.FL', [...worn, ...allDecided, fitted(40, newSet.id, 'pads')]);
  expect((screen.getByLabelText('Inner pad', { selector: 'input' }) as HTMLInputElement).value).toBe('');
  cleanup();
  step('pads.FL', worn);
  expect((screen.getByLabelText('Inner pad', { selector: 'input' }) as HTMLInputElement).value).toBe('2.5 mm');
});

describe('the exchange', () => {
  const ready = [...worn, ...allDecided.map((f) => ({ ...f, action: 'keep' }) as Fact)];
  test('a wrong fluid is refused; the plan stands before it begins', async () => {
    step('exchange', ready);
    await saveIt('Begin');
    expect(screen.getByText('Choose the method.')).toBeTruthy();
    press('Method: Two people and the pedal', 'radio');
    expect(said('exchange-plan')).toMatch(/1 right rear\d+\smL/);
    press(/^Bottle B-032/, 'radio');
    await saveIt('Begin');
    expect(screen.getByText('This fluid must not go into this car. Choose another bottle.')).toBeTruthy();
    press(/^Bottle B-031/, 'radio');
    press('Sequence: Nearest line first', 'radio');
    expect(said('exchange-plan')).toMatch(/1 left front\d+\smL/);
    await saveIt('Begin');
    await waitFor(() =>
      expect(saved()[0]).toMatchObject({
        kind: 'exchangeBegun',
        method: 'pedalTwo',
        sequence: 'nearestFirst',
        bottleId: sealed.id,
        drawnOffMl: 215,
        refillMl: 255,
      }),
    );
    await waitFor(() => expect(router.replace).toHaveBeenCalledWith(`/service/${job.id}/bleed.0`));
  });
  test('a leak-down test read off by hand is judged as it is noted; one reading is not enough', async () => {
    const begun = {
      ...at(40),
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'pressureAir',
      bottleId: sealed.id,
      drawnOffMl: 0,
      refillMl: 0,
      pressureKpa: 100,
      wantedNewPercent: 90,
    } as Fact;
    step('leakDown', [...ready, begun]);
    expect(said('wanted')).toMatch(/100\skPa for 120 s at least/);
    type('Gauge now', '1 bar');
    press('Note this reading');
    await saveIt(/^Save/);
    expect(screen.getByText('Two readings at least: one at the start, one at the end.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });
});

describe('the end of it', () => {
  test('the level to set is said, and what is left old at each corner', () => {
    const begun = {
      ...at(40),
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'pressureFed',
      bottleId: sealed.id,
      drawnOffMl: 215,
      refillMl: 255,
      pressureKpa: 100,
      wantedNewPercent: 90,
    } as Fact;
    const drawn = ['RR', 'RL', 'FR', 'FL'].map(
      (corner, i) =>
        ({
          ...at(41 + i),
          kind: 'nippleBled',
          exchangeId: begun.id,
          index: i,
          corner,
          nipple: 'single',
          bottleId: sealed.id,
          volumeMl: 120,
          lowestLevelMl: 280,
          toppedUpMl: 0,
          ranClean: true,
          bubbles: 'none',
          isShut: true,
          torqueNm: 10,
          isCapped: true,
        }) as Fact,
    );
    step('level', [...worn, begun, ...drawn]);
    expect(said('wanted')).toMatch(/Set it to \d+\smL, below MAX: worn pads will give fluid back/);
    expect(said('corner-sheet')).toMatch(/FL\d+\s%old/);
    press('Level: MIN', 'radio');
    expect(screen.getByText(/below the figure\./)).toBeTruthy();
  });

  test('the lead waives a hold with a reason; what is not done is one tap away', async () => {
    const store = step('release', worn);
    act(() => void store.dispatch(prefer({ crewId: lead.id })));
    press('Waive');
    await act(async () => press('Waive it, signed Ines Ferrant'));
    expect(screen.getByText('Say why it is waived.')).toBeTruthy();
    type('Why it is waived', 'Looked at together.');
    await act(async () => press('Waive it, signed Ines Ferrant'));
    await waitFor(() =>
      expect(saved()[0]).toMatchObject({ kind: 'holdWaived', by: lead.id, reason: 'Looked at together.' }),
    );
    press('Do it now');
    expect(router.push).toHaveBeenCalledWith(expect.stringContaining(`/service/${job.id}/`));
  });
});

describe('lists and readings', () => {
  test('a fault at two corners is two items, and comes back as one line', () => {
    const states = {
      hoses: { result: 'fault' as const, corners: ['RL' as const, 'RR' as const], remark: 'chafed' },
      seals: { result: 'ok' as const, corners: [], remark: '' },
    };
    const items = checkItems(['hoses', 'seals', 'hubs'], states);
    expect(items.map((i) => [i.check, i.corner])).toEqual([
      ['hoses', 'RL'],
      ['hoses', 'RR'],
      ['seals', null],
    ]);
    expect(checkStates(items)).toEqual(states);
    expect(firstOpenCheck(['hoses', 'seals', 'hubs'], states)).toBe('hubs');
  });
  test('a measurement of parts that are off by now is not corrected by one of the new ones', () => {
    const reading = {
      kind: 'padMeasurement',
      corner: 'FL',
      padSetId: null,
      inner: face(9),
      outer: face(9),
      hatClearanceMm: null,
      instrument: 'byHand',
    } as const;
    const on = (facts: Fact[]) => standingReading({ facts } as never, reading as never);
    expect(on([pads(7, 'FL', 5)])?.id).toBe(id(107));
    expect(on([pads(7, 'FL', 5), fitted(8, newSet.id, 'pads')])).toBeNull();
    expect(on([pads(7, 'FR', 5)])).toBeNull();
  });
});

test('every fact of a service has a line in the history', () => {
  const logbook = buildLogbook({ crew: [crew, lead], padSets: [padSet], rotorPairs: [pair], cars: [car] }, []);
  const facts: Fact[] = [
    ...intake.filter((f) => f.kind !== 'boilingTest'),
    ...worn,
    ...allDecided,
    { ...at(50), kind: 'pistonsRetracted', axle: 'front', levelBeforeMl: 260, drawnOffMl: 20, levelAfterMl: 289 },
    {
      ...at(51),
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'gravity',
      bottleId: bottle.id,
      drawnOffMl: 0,
      refillMl: 0,
      pressureKpa: null,
      wantedNewPercent: 90,
    },
    {
      ...at(52),
      kind: 'leakDownTest',
      readings: [
        { seconds: 0, pressureKpa: 100 },
        { seconds: 60, pressureKpa: 100 },
      ],
      instrument: 'byHand',
    },
    {
      ...at(53),
      kind: 'torqueSet',
      fastenerKey: 'frontWheel',
      corner: 'FL',
      readingsNm: [110],
      condition: 'dry',
      newBolts: null,
      threadLocker: null,
      angleDone: null,
      wrench: 'W',
      calibratedOn: null,
      instrument: 'byHand',
    },
    { ...at(54), kind: 'stepSkipped', step: 'boil', reason: 'Done before' },
    { ...at(55), kind: 'stepHandedOver', step: 'boil', toCrewId: lead.id },
    {
      ...at(56),
      kind: 'holdWaived',
      finding: { code: 'padsThin', place: { corner: 'FL' }, values: {} },
      reason: 'Agreed.',
    },
    { ...at(57), kind: 'carReleased', openItems: [], limits: null },
    { ...at(58), kind: 'photoTaken', photoId: id(90), step: 'boil', aboutFactId: null, widthPx: 10, heightPx: 10 },
    { ...at(59), kind: 'wasteHandedOver', volumeMl: 5000, to: 'Depot', receipt: '' },
  ] as Fact[];
  const lines = facts.map((f) => factText(f, logbook, sayTo({ units: 'metric', timeZone: 'UTC' })));
  for (const { title } of lines) expect(title.length).toBeGreaterThan(3);
  expect(lines.map((l) => l.title)).toEqual(
    expect.arrayContaining([
      'Pads, left front: 2.5 mm and 2.5 mm',
      'Pads, front axle: change',
      'On the front axle: pads P-001, rotors R-001',
      'Hold waived',
      'Handed over: Boiling test',
    ]),
  );
  expect(lines.find((l) => l.title === 'Handed over: Boiling test')!.text).toBe('To Ines Ferrant');
});
