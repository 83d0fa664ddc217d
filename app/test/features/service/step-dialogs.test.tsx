import { act, screen, waitFor } from '@testing-library/react';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, press } from '../../builders/hands';
import { intake } from '../../builders/service-scene';
import { step } from '../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

test('a step is skipped with a reason, or handed over', async () => {
  step('boil', intake.slice(0, 3));
  press('More');
  press('Skip, with a reason', 'option');
  await act(async () => press('Skip it'));
  expect(screen.getByText('Say why it is skipped.')).toBeTruthy();
  press('Why skip: Done before', 'radio');
  await act(async () => press('Skip it'));
  await waitFor(() => expect(saved()[0]).toMatchObject({ kind: 'stepSkipped', step: 'boil', reason: 'Done before' }));
});
