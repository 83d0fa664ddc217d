/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { act, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { StepScreen } from '../../../src/features/service/step-screen';
import { bottle, flush, id, show, silicone } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press } from '../../builders/hands';
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
