import { act, waitFor } from '@testing-library/react';
import { NewSessionScreen } from '../../../src/features/track/session-form';
import type * as Hands from '../../builders/hands';
import { freshHands, press, router, saved, text, type } from '../../builders/hands';
import { car } from '../../builders/scene';
import { ago, event, fact, SESSION, driven, facts, open } from '../../builders/track-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

describe('a new session', () => {
  test('asks the driver, reads its times, and is saved with the job that its work is written down under', async () => {
    open(<NewSessionScreen />, { id: event.id, car: car.id });
    await act(async () => press('Save, then look'));
    expect(text()).toContain('Ask the driver: choose what was said, or “Nothing to say”.');
    press('Nothing to say', 'checkbox');
    await act(async () => press('Save, then look'));
    expect(text()).toContain('Easy laps before it came in: none, one, two, or “Don’t know”?');
    press('Came in: One', 'radio');
    type('Out', 'ten');
    await act(async () => press('Save, then look'));
    expect(text()).toContain('Give the times like 14:05.');
    type('Out', ago(25).slice(11, 16));
    type('Laps', '6.5');
    await act(async () => press('Save, then look'));
    expect(text()).toContain('Laps are whole: 8.');
    type('Laps', '6');
    press('Session: Wet', 'checkbox');
    await act(async () => press('Save, then look'));
    await waitFor(() => expect(facts('sessionDriven')).toHaveLength(1));
    expect(facts('sessionDriven')[0]).toMatchObject({ carId: car.id, laps: 6, isWet: true, isNothingToSay: true });
    expect(facts('sessionDriven')[0]).toMatchObject({ cameIn: 'easyLap', coolDownLap: true });
    expect(facts('sessionDriven')[0]).not.toHaveProperty('brakesHeld');
    expect(saved('jobs')[0]).toMatchObject({ kind: 'atEvent', carId: car.id, eventId: event.id });
    expect(router.replace).toHaveBeenCalled();
  });
  test('of a car that stands says so before anything is typed', () => {
    const stopped = fact(301, 5, {
      kind: 'sessionDecision',
      sessionId: SESSION,
      decision: 'stop',
      limits: { maxLaps: null, maxMinutes: null, coolDownLap: false, notInTheWet: false, lookAfterSessions: 1 },
      findings: [],
      reason: 'Left rear drips.',
    });
    open(<NewSessionScreen />, { id: event.id, car: car.id }, [driven(), stopped]);
    expect(text()).toContain('Stopped after session 1: Left rear drips.');
  });
});
