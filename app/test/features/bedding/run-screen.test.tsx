import { act, waitFor } from '@testing-library/react';
import { type Fact, nothingKnown } from '@calvik/core';
import { BeddingRunScreen } from '../../../src/features/bedding/run-screen';
import { beginDraft, readDraft, writeLast } from '../../../src/state/bedding-draft';
import type * as Hands from '../../builders/hands';
import { freshHands, press, saved, text } from '../../builders/hands';
import { heatCar, heatRecords } from '../../builders/heat-scene';
import { RUN, begun, open, program } from '../../builders/bedding-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

test('driven by taps: each counts, the rest is cooled, and the cycle is saved by itself', async () => {
  // Of a car that nobody has weighed the count does not follow the model.
  open(<BeddingRunScreen />, [begun], { run: RUN }, { ...heatRecords, cars: [{ ...heatCar, heat: nothingKnown }] });
  press('Speed: One tap for each application', 'radio');
  press('Begin cycle 1');
  expect(text()).toContain('0 / 2');
  await act(async () => press('Braked: count it'));
  expect(text()).toContain('1 / 2');
  expect(readDraft(RUN, 1)).toHaveLength(1);
  await act(async () => press('Braked: count it'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([
      { kind: 'beddingDriven', runId: RUN, cycle: 1, wanted: 2, speedFrom: 'tap' },
    ]),
  );
  expect(readDraft(RUN, 1)).toEqual([]);
});
test('the count follows the model where the car is known: too few are more', async () => {
  // It cools for so long that a slow machine is not done cooling before the model has answered.
  const slow = { ...begun, procedure: { ...program, cooling: { minutes: 5, kmh: 40 } } } as Fact;
  open(<BeddingRunScreen />, [slow], { run: RUN });
  press('Speed: One tap for each application', 'radio');
  press('Begin cycle 1');
  await act(async () => press('Braked: count it'));
  await act(async () => press('Braked: count it'));
  await waitFor(() => expect(text()).toMatch(/(Two|Three|Four|Five|Six) more, by the model/));
  expect(text()).toMatch(/2 \/ [4-8]/);
});
test('what was driven before a reload is there again; ending early wants a reason', async () => {
  beginDraft(RUN, 1, { source: 'tap', startedAt: new Date().toISOString() });
  writeLast(RUN, 1, [{ seconds: 12, tap: true }]);
  open(<BeddingRunScreen />, [begun], { run: RUN });
  expect(text()).toContain('1 of 2 applications are counted, and kept on this phone.');
  press('Go on');
  press('End here');
  press('End the cycle');
  expect(text()).toContain('Say why it ends here.');
  press('Why: Traffic', 'checkbox');
  await act(async () => press('End the cycle'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([{ endedBecause: 'Traffic', applications: [{ isTapped: true }] }]),
  );
});
