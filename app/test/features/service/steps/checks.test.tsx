import { fireEvent, screen, waitFor } from '@testing-library/react';
import type * as Hands from '../../../builders/hands';
import { freshHands, saved, press } from '../../../builders/hands';
import { step, saveIt } from '../../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);
freshHands();

test('a list is gone through whole; a fault says where and what', async () => {
  step('look');
  press('All OK');
  press(/^Hoses.*: Fault$/, 'radio');
  press(/^Hoses.* at RL$/, 'checkbox');
  fireEvent.change(screen.getByLabelText(/^Hoses.*: what is wrong$/), { target: { value: 'chafed' } });
  await saveIt();
  await waitFor(() => expect(saved()).toHaveLength(1));
  const items = saved()[0]!.items as { check: string; corner: string | null; result: string; remark: string }[];
  expect(items[0]).toEqual({ check: 'hoses', corner: 'RL', result: 'fault', remark: 'chafed' });
  expect(items).toHaveLength(4);
});
