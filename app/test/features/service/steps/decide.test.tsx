/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { screen, waitFor } from '@testing-library/react';
import type * as Hands from '../../../builders/hands';
import { freshHands, saved, press, type } from '../../../builders/hands';
import { newSet, step, saveIt, worn, allDecided } from '../../../builders/guided-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);

freshHands();

describe('deciding', () => {
  test('what is in order stands ready; what is not is asked for, reserved from stock and added to the plan', async () => {
    step('decide', worn);
    await saveIt();
    await screen.findByText('Decide: pads, front axle.');
    press('Pads, front axle: Change', 'radio');
    await saveIt();
    await screen.findByText('Decide: rotors, rear axle.');
    press('Rotors, rear axle: Keep', 'radio');
    press(/^P-007 Holt Sprint, 12\.0\smm/, 'radio');
    await saveIt();
    // A fault is no reason to keep what has it.
    await screen.findByText('Say why: rotors, rear axle.');
    type('Why: rotors, rear axle', 'Lathe booked for after the event.');
    await saveIt();
    await waitFor(() => expect(saved().filter((k) => k.kind === 'partsDecision')).toHaveLength(4));
    expect(saved()[0]!).toMatchObject({ subject: 'pads', axle: 'front', action: 'change', padSetId: newSet.id });
    expect(saved()[0]!.reason).toMatch(/Pad FL inner 2\.5/);
    await waitFor(() => expect(saved('jobs')[0]?.durationMin).toBe(140));
  });
  test('nothing changed is nothing saved; a caliper that was off is', async () => {
    step('decide', [...worn, ...allDecided]);
    press('Calipers off: Rear calipers', 'checkbox');
    await saveIt();
    await waitFor(() => expect(saved().length).toBeGreaterThan(0));
    expect(saved().filter((k) => k.kind === 'partsDecision')).toEqual([
      expect.objectContaining({ subject: 'other', axle: 'rear', corner: null, action: 'change' }),
    ]);
  });
});
