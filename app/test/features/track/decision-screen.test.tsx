import { act, waitFor } from '@testing-library/react';
import { DecisionScreen } from '../../../src/features/track/decision-screen';
import { DriverCardScreen } from '../../../src/features/track/card-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, press, sign, text, type } from '../../builders/hands';
import { driven, soft, facts, open, atLook } from '../../builders/track-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

describe('the decision', () => {
  test('a doubtful pedal stays stopped, whoever signs; its own stop is signed at once', async () => {
    open(<DecisionScreen />, atLook, [soft]);
    expect(text()).toContain('Advice: stop.');
    press('Decision: Go', 'radio');
    await act(() => sign('Sign: Go'));
    expect(text()).toContain('Put it right and look again.');
    press('Decision: Stop', 'radio');
    await act(() => sign('Sign: Stop'));
    await waitFor(() => expect(facts('sessionDecision')).toHaveLength(1));
    expect(facts('sessionDecision')[0]).toMatchObject({ decision: 'stop' });
  });
  test('before anybody has looked nothing stands ready to be signed', async () => {
    open(<DecisionScreen />, atLook, [driven()]);
    await act(async () => press('Not looked at: choose'));
    expect(text()).toContain('Look first, or stop it.');
    press('Decision: Go', 'radio');
    await act(() => sign('Sign: Go'));
    expect(text()).toContain('Only the lead lets it out without a look, with limits and a reason.');
    expect(facts('sessionDecision')).toEqual([]);
  });
  test('limits are read; the lead lets it out without a look, with limits and a reason', async () => {
    open(<DecisionScreen />, atLook, [driven()], 'lead');
    press('Decision: Go', 'radio');
    await act(() => sign('Sign: Go'));
    expect(text()).toContain('Only the lead lets it out without a look, with limits and a reason.');
    press('Decision: Go, with limits', 'radio');
    type('Laps at most', 'five');
    await act(() => sign('Sign: Go, with limits'));
    expect(text()).toContain('Laps are whole: 5.');
    type('Laps at most', '5');
    press('Limits: Cool-down lap', 'checkbox');
    expect(text()).toContain(
      'The driver reads: 5 laps at most, a cool-down lap at the end, look after the next session.',
    );
    await act(() => sign('Sign: Go, with limits'));
    expect(text()).toContain('Give the reason.');
    type('Reason (required)', 'Five laps to see.');
    await act(() => sign('Sign: Go, with limits'));
    await waitFor(() => expect(facts('sessionDecision')).toHaveLength(1));
    expect(facts('sessionDecision')[0]).toMatchObject({ limits: { maxLaps: 5, coolDownLap: true } });
  });
  test('without one there is no card yet', () => {
    open(<DriverCardScreen />, atLook, [driven()]);
    expect(text()).toContain('Nothing is decided yet after this session.');
  });
});
