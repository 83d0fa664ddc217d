/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { StepScreen } from '../../../src/features/service/step-screen';
import { bottle, flush, id, show, silicone } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, type } from '../../builders/hands';
import { at, intake, job, padSet, pads, pair, records } from '../../builders/service-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

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
