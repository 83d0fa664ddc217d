/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { act, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { StepScreen } from '../../../src/features/service/step-screen';
import { prefer } from '../../../src/state/preferences';
import { bottle, flush, id, show, silicone } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, router, type } from '../../builders/hands';
import { at, intake, job, lead, padSet, pads, pair, records } from '../../builders/service-scene';

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
