import { act, waitFor } from '@testing-library/react';
import { ClosingScreen } from '../../../src/features/track/closing-screen';
import { EventDayScreen } from '../../../src/features/track/event-day-screen';
import { TimetableScreen } from '../../../src/features/track/timetable-form';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, press, saved, sign, text, type } from '../../builders/hands';
import { booking } from '../../builders/heat-scene';
import { car } from '../../builders/scene';
import { today, event, driven, facts, open } from '../../builders/track-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

describe('the day and its end', () => {
  test('a car that was not out is ready; the day without a timetable says what to do', () => {
    open(<EventDayScreen />, { id: event.id });
    expect(text()).toContain('No timetable for today.');
    expect(isThere(`${car.name}: Ready to go out`)).toBe(true);
  });
  test('a timetable refuses a time that is none, by name', async () => {
    open(<TimetableScreen />, { id: event.id });
    press(/Add a session/);
    type('From, session 1', 'noon');
    await act(async () => press('Save the timetable'));
    expect(text()).toContain('“noon” is no time. Give it like 09:30.');
    type('From, session 1', '9:30');
    await act(async () => press('Save the timetable'));
    await waitFor(() => expect(saved('events')).toHaveLength(1));
    expect(saved('events')[0]).toMatchObject({ timetable: [{ day: today, from: '09:30', minutes: 20, group: '' }] });
  });
  test('closing says what is open, tells the customer, and keeps what was open with the closing', async () => {
    open(<ClosingScreen />, { id: event.id, booking: booking.id }, [driven()]);
    expect(text()).toContain('1 session not decided on.');
    expect(text()).toContain('The customer has not been told yet.');
    await act(async () => press('To the messages'));
    await waitFor(() => expect(saved('messages')).toHaveLength(1));
    await sign(/^Close with \d+ open$/);
    await waitFor(() => expect(facts('eventClosed')).toHaveLength(1));
    expect(JSON.stringify(facts('eventClosed')[0])).toContain('closeSessionsOpen');
  });
});
