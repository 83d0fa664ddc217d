import { screen, waitFor } from '@testing-library/react';
import type * as Hands from '../../../builders/hands';
import { freshHands, saved, press, router } from '../../../builders/hands';
import { job } from '../../../builders/service-scene';
import { step, saveIt, said } from '../../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);
freshHands();

test('a soft pedal is a stop with suspects, and goes back to the exchange', async () => {
  step('pedalGate');
  press('Why now: Working together', 'radio');
  press('Pedal: Soft', 'radio');
  expect(screen.getByText('Pedal soft: bleed again. Nobody drives this car.')).toBeTruthy();
  expect(said('suspects')).toContain('a bleed nipple not shut');
  press('Sinks: Holds', 'radio');
  await saveIt('Save, then bleed again');
  await waitFor(() => expect(saved()[0]).toMatchObject({ kind: 'pedalCheck', moment: 'gate', feel: 'soft' }));
  await waitFor(() => expect(router.replace).toHaveBeenCalledWith(`/service/${job.id}/exchange`));
});
