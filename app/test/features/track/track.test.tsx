/** Event days on the screen: a session asked for in full, a line of the look that says where, a decision that no finding lets pass, a cause in words. */
import { act, waitFor } from '@testing-library/react';
import { type Fact, dateIn } from '@calvik/core';
import { DiagnosisScreen } from '../../../src/features/diagnosis/diagnosis-screen';
import { NewDiagnosisScreen } from '../../../src/features/diagnosis/new-diagnosis';
import { CaseWeightsScreen } from '../../../src/features/diagnosis/weights-screen';
import { ClosingScreen } from '../../../src/features/track/closing-screen';
import { DecisionScreen } from '../../../src/features/track/decision-screen';
import { DriverCardScreen } from '../../../src/features/track/card-screen';
import { EventDayScreen } from '../../../src/features/track/event-day-screen';
import { LookScreen } from '../../../src/features/track/look-screen';
import { NewSessionScreen } from '../../../src/features/track/session-form';
import { TimetableScreen } from '../../../src/features/track/timetable-form';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, place, press, router, saved, text, type } from '../../builders/hands';
import { booking, event as coming, facts as before, heatRecords } from '../../builders/heat-scene';
import { car, crew, id, show } from '../../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

const now = Date.now();
const ago = (minutes: number): string => new Date(now - minutes * 60_000).toISOString();
const today = dateIn(ago(0), 'UTC');
const event = { ...coming, startDate: today, endDate: today, beddedPartsOnly: false };
const records = { ...heatRecords, events: [event] };
const fact = (n: number, minutesAgo: number, body: object): Fact =>
  ({ id: id(n), at: ago(minutesAgo), recordedAt: ago(minutesAgo), by: crew.id, carId: car.id, ...body }) as Fact;
const SESSION = id(300);
const driven = (over: object = {}): Fact =>
  fact(300, 10, {
    kind: 'sessionDriven',
    eventId: event.id,
    outAt: ago(30),
    laps: 7,
    coolDownLap: false,
    isWet: false,
    airTempC: 18,
    ducts: null,
    complaints: [],
    words: '',
    isNothingToSay: true,
    ...over,
  });
const soft = driven({ complaints: ['softFromCold'], isNothingToSay: false });
const facts = (name: string): Record<string, unknown>[] => saved('facts').filter((f) => f.kind === name);
const open = (ui: React.ReactNode, params: Record<string, string>, more: Fact[] = []): void => {
  place.params = params;
  show(ui, [...before, ...more], records);
};
const atLook = { car: car.id, session: SESSION };

describe('a new session', () => {
  test('asks the driver, reads its times, and is saved with the job that its work is written down under', async () => {
    open(<NewSessionScreen />, { id: event.id, car: car.id });
    await act(async () => press('Save, then look'));
    expect(text()).toContain('Ask the driver: choose what was said, or “Nothing to say”.');
    press('Nothing to say', 'checkbox');
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

describe('the look', () => {
  test('a fault says where, a crack how long; what was found and is gone says what was done', async () => {
    open(<LookScreen />, atLook, [driven()]);
    press(/^Rotor faces and cracks/);
    press('Found, faces: Crack', 'checkbox');
    await act(async () => press('Save what was found'));
    expect(text()).toContain('Crack: say where.');
    press('Crack at: FL', 'checkbox');
    await act(async () => press('Save what was found'));
    expect(text()).toContain('Say how long the crack is.');
    type('Length of the crack', '12 mm');
    await act(async () => press('Save what was found'));
    await waitFor(() => expect(facts('trackCheck')).toHaveLength(1));
    expect(facts('trackCheck')[0]).toMatchObject({
      check: 'faces',
      faults: [{ fault: 'crack', corner: 'FL', lengthMm: 12 }],
    });
    expect(text()).toContain('Crack of 12.0 mm, left front.');
    press(/^Rotor faces and cracks/);
    await act(async () => press('All good', 'checkbox'));
    expect(text()).toContain('It was not in order before: say what was done about it.');
  });
  test('the level is held against what is on record while it is typed', async () => {
    const level = fact(302, 600, { kind: 'levelRead', sessionId: SESSION, levelMl: 250, toppedUpMl: 0 });
    open(<LookScreen />, atLook, [driven(), { ...level, sessionId: id(999) } as Fact]);
    press(/^Fluid level/);
    type('Level', '190');
    expect(text()).toContain('Level down 60 mL; wear explains 0 mL: it leaks.');
    await act(async () => press('Save the level'));
    await waitFor(() => expect(facts('levelRead')).toHaveLength(1));
  });
  test('pads that have grown are asked about before they are saved', async () => {
    const read = fact(303, 700, {
      kind: 'padMeasurement',
      jobId: id(50),
      corner: 'FL',
      padSetId: null,
      inner: { thicknessMm: 7, otherEndMm: null, conditions: [] },
      outer: { thicknessMm: 7, otherEndMm: null, conditions: [] },
      hatClearanceMm: null,
      instrument: 'byHand',
    });
    open(<LookScreen />, atLook, [driven(), read]);
    press(/^Pads through the window/);
    press(/^FL inner/);
    type('FL inner', '8.4');
    await act(async () => press('Save pads'));
    expect(text()).toContain('FL: inner and outer, both.');
    press(/^FL outer/);
    type('FL outer', '7');
    await act(async () => press('Save pads'));
    expect(text()).toContain('Say why, or read again.');
    expect(facts('padMeasurement')).toHaveLength(0);
    type('Why it is right', 'Read the wrong corner last time.');
    await act(async () => press('Save pads'));
    await waitFor(() => expect(facts('padMeasurement')).toHaveLength(1));
  });
  test('a pyrometer typed by hand is saved with the seconds since the stop', async () => {
    open(<LookScreen />, atLook, [driven()]);
    await act(async () => press('Save FL'));
    expect(text()).toContain('Type the temperature.');
    type('Rotor FL', '240');
    await act(async () => press('Save FL'));
    await waitFor(() => expect(facts('heatReading')).toHaveLength(1));
    expect(facts('heatReading')[0]).toMatchObject({
      read: { instrument: 'pyrometer', corner: 'FL', tempC: 240 },
      takenWith: 'byHand',
    });
  });
});

describe('the decision', () => {
  test('a doubtful pedal stays stopped, whoever signs; its own stop is signed at once', async () => {
    open(<DecisionScreen />, atLook, [soft]);
    expect(text()).toContain('Asked for by what was found: stop.');
    press('Decision: Go', 'radio');
    await act(async () => press('Sign: Go'));
    expect(text()).toContain('It stays stopped: put right what stops it, and look again.');
    press('Decision: Stop', 'radio');
    await act(async () => press('Sign: Stop'));
    await waitFor(() => expect(facts('sessionDecision')).toHaveLength(1));
    expect(facts('sessionDecision')[0]).toMatchObject({ decision: 'stop' });
  });
  test('limits are read; only the lead lets it go without them', async () => {
    open(<DecisionScreen />, atLook, [driven()]);
    press('Decision: Go', 'radio');
    await act(async () => press('Sign: Go'));
    expect(text()).toContain('Only the lead lets it go without limits.');
    press('Decision: Go, with limits', 'radio');
    type('Laps at most', 'five');
    await act(async () => press('Sign: Go, with limits'));
    expect(text()).toContain('Laps are whole: 5.');
    type('Laps at most', '5');
    press('Limits: Cool-down lap', 'checkbox');
    expect(text()).toContain(
      'The driver reads: 5 laps at most, a cool-down lap at the end, look after the next session.',
    );
    await act(async () => press('Sign: Go, with limits'));
    await waitFor(() => expect(facts('sessionDecision')).toHaveLength(1));
    expect(facts('sessionDecision')[0]).toMatchObject({ limits: { maxLaps: 5, coolDownLap: true } });
  });
  test('without one there is no card yet', () => {
    open(<DriverCardScreen />, atLook, [driven()]);
    expect(text()).toContain('Nothing is decided yet after this session.');
  });
});

describe('a diagnosis', () => {
  const opened = fact(310, 4, { kind: 'diagnosisOpened', sessionId: SESSION, signs: ['softFromCold'], corner: null });
  test('begins with something: a sign, or what is on record', async () => {
    open(<NewDiagnosisScreen />, { id: car.id });
    press('Signs: Squeals', 'checkbox');
    expect(isThere(/^Begin with/)).toBe(true);
    await act(async () => press('Begin with the first check'));
    await waitFor(() => expect(facts('diagnosisOpened')).toHaveLength(1));
    expect(facts('diagnosisOpened')[0]).toMatchObject({ signs: ['squeal'], sessionId: null });
  });
  test('the first check is one that needs neither lift nor a second person; its result ranks again', async () => {
    open(<DiagnosisScreen />, { id: car.id, case: id(310) }, [soft, opened]);
    expect(text()).toContain('Next check');
    expect(text()).toMatch(/1 min, wheels on/);
    press(/^(Pump the pedal|Hold the pedal): /, 'radio');
    await waitFor(() => expect(facts('diagnosisChecked')).toHaveLength(1));
  });
  test('something else wants words; a referral wants an address', async () => {
    open(<DiagnosisScreen />, { id: car.id, case: id(310) }, [soft, opened]);
    press('What it turned out to be');
    press('Something else', 'menuitem');
    await act(async () => press('Record: something else'));
    expect(text()).toContain('Say what it was.');
    await act(async () => press('Write the referral'));
    expect(text()).toContain('Say to whom it is referred.');
    type('What was found and done', 'The floor mat under the pedal.');
    await act(async () => press('Record: something else'));
    await waitFor(() => expect(facts('diagnosisClosed')).toHaveLength(1));
  });
  test('own cases are counted and set aside only when somebody is sure', async () => {
    const closed = fact(311, 3, {
      kind: 'diagnosisClosed',
      diagnosisId: id(310),
      cause: 'hoseSwells',
      isConfirmed: true,
      words: '',
    });
    open(<CaseWeightsScreen />, {}, [soft, opened, closed]);
    expect(text()).toContain('1 own case');
    await act(async () => press('Count anew'));
    expect(facts('caseWeightsReset')).toHaveLength(0);
    await act(async () => press('Yes, count anew'));
    await waitFor(() => expect(facts('caseWeightsReset')).toHaveLength(1));
  });
});

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
    await act(async () => press(/^Close with \d+ open$/));
    await waitFor(() => expect(facts('eventClosed')).toHaveLength(1));
    expect(JSON.stringify(facts('eventClosed')[0])).toContain('closeSessionsOpen');
  });
});
