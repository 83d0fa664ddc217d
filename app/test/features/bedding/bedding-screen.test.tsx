import { act, waitFor } from '@testing-library/react';
import { BeddingScreen } from '../../../src/features/bedding/bedding-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, press, saved, text, type } from '../../builders/hands';
import { begun, driven, open } from '../../builders/bedding-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

test('the car’s page: what is bedded, what was turned, what was driven on the road', async () => {
  open(<BeddingScreen />, [begun, driven]);
  expect(text()).toContain('Driven, not looked at');
  expect(isThere('Go on with the run')).toBe(true);
  type('Since the last entry', 'far');
  press('Add');
  expect(text()).toContain('“far” is not a figure. Type it like 350 or 220 mi.');
  type('Since the last entry', '100 mi');
  await act(async () => press('Add'));
  await waitFor(() => expect(saved('facts')).toMatchObject([{ kind: 'roadUse', km: 160.9 }]));
  press(/^Rotors R-001 were turned or cleaned/);
  await act(async () => press('Rotors R-001: Cleaned', 'radio'));
  await waitFor(() => expect(saved('facts')[1]).toMatchObject({ kind: 'rotorsRefaced', how: 'cleaned' }));
});
