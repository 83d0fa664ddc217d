import { act, screen } from '@testing-library/react';
import type * as Hands from '../../../builders/hands';
import { freshHands, saved, press, type } from '../../../builders/hands';
import { step, said } from '../../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);
freshHands();

test('a click out of band is marked, and grease on the thread warns of the preload', async () => {
  step('wheels');
  type('Click, no. 1', '80');
  press('Log click');
  expect(screen.getByText(/No\. 1: 80.*under 100/)).toBeTruthy();
  expect(screen.queryByTestId('preload-warning')).toBeNull();
  press('Thread: With anti-seize', 'radio');
  expect(said('preload-warning')).toMatch(/67\s% more preload/);
  await act(async () => press(/^Save front wheel nuts/));
  expect(screen.getByText('4 of 5 not torqued.')).toBeTruthy();
  expect(saved()).toEqual([]);
});
