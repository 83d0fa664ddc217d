import { act, screen, waitFor } from '@testing-library/react';
import { type Wrench, shopDefaults } from '@calvik/core';
import type * as Hands from '../../builders/hands';
import { freshHands, press, saved, type } from '../../builders/hands';
import { id } from '../../builders/scene';
import { step, said } from '../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

const wrench: Wrench = {
  id: id(90),
  version: 1,
  archived: false,
  label: 'W-1',
  kind: 'click',
  calibratedOn: null,
  minNm: null,
  maxNm: null,
  notes: '',
};

test('a click out of band is marked, and grease on the thread warns of the preload', async () => {
  step('wheels');
  press('Type a reading');
  type('Click, no. 1', '80');
  press('Log click');
  expect(screen.getByText(/No\. 1: 80.*under 100/)).toBeTruthy();
  expect(screen.queryByTestId('preload-warning')).toBeNull();
  press('Thread: With anti-seize', 'radio');
  expect(said('preload-warning')).toMatch(/67\s% more preload/);
  // Nothing is saved before all have clicked.
  expect(screen.queryByRole('button', { name: /^Save front wheel nuts/ })).toBeNull();
});

test('five of five is seen, and a click too many is nobody’s until somebody says whose', async () => {
  step('wheels');
  for (let n = 0; n < 5; n += 1) await act(async () => press('Click at 100 N·m'));
  expect(screen.getByTestId('clicks').getAttribute('aria-label')).toBe('Clicks: 5 of 5');
  expect(screen.getByText('5 of 5')).toBeTruthy();
  expect(screen.queryByRole('button', { name: /^Click at/ })).toBeNull();
  expect(screen.getByRole('button', { name: /^Save front wheel nuts/ })).toBeTruthy();
});

test('where the shop says so the nuts of a wheel are logged with one tap, and saved with it', async () => {
  step('wheels', [], {
    shops: [{ ...shopDefaults, version: 2, isWheelLoggedAtOnce: true }],
    wrenches: [wrench],
  });
  await act(async () => press('Choose the wrench'));
  press(/^W-1, /, 'radio');
  await act(async () => press('All 5 clicked at 100 N·m: save'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([
      { kind: 'torqueSet', readingsNm: [100, 100, 100, 100, 100], positions: [1, 3, 5, 2, 4] },
    ]),
  );
});
