import { act, screen } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { StepScreen } from '../../src/features/service/step-screen';
import { bottle, flush, id, show, silicone } from './scene';
import { place, press } from './hands';
import { at, compounds, intake, job, padSet, pads, pair, records } from './service-scene';

export const newSet = { ...padSet, id: id(71), label: 'P-007', compoundId: compounds[1]!.id };

export const sealed = { ...bottle, id: id(31), label: 'B-031' };

export const wrong = { ...bottle, id: id(32), label: 'B-032', fluidId: silicone.id };

export const step = (key: string, facts: Fact[] = [], more: object = {}) => {
  place.params = { job: job.id, step: key };
  return show(<StepScreen />, [flush(60, 20), ...intake, ...facts], {
    ...records,
    compounds,
    padSets: [padSet, newSet],
    fluids: [silicone],
    bottles: [sealed, wrong],
    ...more,
  });
};

export const saveIt = (name: string | RegExp = 'Save and go on'): Promise<void> => act(async () => press(name));

export const rotorAt = (n: number, corner: string, mm: number): Fact =>
  ({
    ...at(n),
    kind: 'rotorMeasurement',
    corner,
    rotorPairId: null,
    thicknessesMm: Array.from({ length: 8 }, () => mm),
    runoutMm: null,
    lipMm: null,
    massKg: null,
    crack: 'none',
    crackLengthMm: null,
    wearMarksGone: false,
    transferLayer: 'even',
    instrument: 'byHand',
  }) as Fact;

export const fitted = (n: number, padSetId: string | null, changed = 'none'): Fact =>
  ({ ...at(n), kind: 'partsFitted', axle: 'front', padSetId, rotorPairId: pair.id, changed }) as Fact;

export const worn: Fact[] = [
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

export const decided = (
  n: number,
  subject: string,
  axle: string,
  action: string,
  padSetId: string | null = null,
): Fact =>
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

export const allDecided: Fact[] = [
  decided(21, 'pads', 'front', 'change', newSet.id),
  decided(22, 'rotors', 'front', 'keep'),
  decided(23, 'pads', 'rear', 'keep'),
  decided(24, 'rotors', 'rear', 'keep'),
];

export const said = (testId: string): string => screen.getByTestId(testId).textContent ?? '';
