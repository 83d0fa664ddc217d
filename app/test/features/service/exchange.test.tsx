/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { act, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { StepScreen } from '../../../src/features/service/step-screen';
import { bottle, flush, id, show, silicone } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, router, type } from '../../builders/hands';
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
