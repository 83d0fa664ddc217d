import { act, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { LookScreen } from '../../../src/features/track/look-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, press, text, type } from '../../builders/hands';
import { id } from '../../builders/scene';
import { fact, SESSION, driven, facts, open, atLook } from '../../builders/track-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

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
  test('a level over MAX is said while it is typed, asked about, and saved with the answer: it may be so', async () => {
    open(<LookScreen />, atLook, [driven()]);
    press(/^Fluid level/);
    type('Level', '400');
    expect(text()).toContain('more than the reservoir holds');
    await act(async () => press('Save the level'));
    expect(text()).toContain('Say why, or read again.');
    expect(facts('levelRead')).toHaveLength(0);
    type('Why it is right', 'The driver filled it to the brim.');
    await act(async () => press('Save the level'));
    await waitFor(() => expect(facts('levelRead')).toHaveLength(1));
    expect(facts('levelRead')[0]).toMatchObject({ levelMl: 400, explanation: 'The driver filled it to the brim.' });
  });
  test('a level that needs no answer takes none along', async () => {
    open(<LookScreen />, atLook, [driven()]);
    press(/^Fluid level/);
    type('Level', '400');
    await act(async () => press('Save the level'));
    type('Why it is right', 'Brimful.');
    press(/^Level: 400/);
    type('Level', '200');
    await act(async () => press('Save the level'));
    await waitFor(() => expect(facts('levelRead')).toHaveLength(1));
    expect(facts('levelRead')[0]).not.toHaveProperty('explanation');
  });
  test('a pad under its limit is a stop while it is typed, not only when it is saved', async () => {
    open(<LookScreen />, atLook, [driven()]);
    press(/^Pads through the window/);
    press(/^FL inner/);
    type('FL inner', '9');
    expect(text()).not.toContain('Stop');
    press(/^FL outer/);
    type('FL outer', '1.5');
    expect(text()).toMatch(/Stop.*1\.5\smm/s);
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
    // Read in full before: the thinnest is enough, and both are one tap away.
    press(/^FL thinnest/);
    press('Read both pads of each corner');
    press(/^FL inner/);
    type('FL inner', '8.4');
    await act(async () => press('Save pads'));
    expect(text()).toContain('Left front: inner and outer, both.');
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
    // It stood for longer than a walk round it takes: whether that was read now is asked.
    expect(text()).toMatch(/In \d+ min ago: read now, or earlier\?/);
    expect(facts('heatReading')).toEqual([]);
    press('When: Read now', 'checkbox');
    await act(async () => press('Save FL'));
    await waitFor(() => expect(facts('heatReading')).toHaveLength(1));
    expect(facts('heatReading')[0]).toMatchObject({
      read: { instrument: 'pyrometer', corner: 'FL', tempC: 240 },
      takenWith: 'byHand',
    });
  });
  test('a walk round the car answers at the fourth corner, in one entry, what was not answered and nothing that stands', async () => {
    const hose = fact(305, 500, {
      kind: 'trackCheck',
      sessionId: SESSION,
      check: 'hoses',
      faults: [{ fault: 'hoseChafed', corner: 'FL', lengthMm: null }],
      done: '',
    });
    open(<LookScreen />, atLook, [driven(), hose]);
    expect(text()).toContain('Nothing seen, felt or smelt here');
    for (const corner of ['left front', 'right front', 'left rear'])
      await act(async () => press(`Nothing, ${corner}`, 'checkbox'));
    // Taken back before the last: nothing is answered by three, nor by the same one twice.
    await act(async () => press('Nothing, left rear', 'checkbox'));
    await act(async () => press('Nothing, left rear', 'checkbox'));
    expect(facts('trackCheck')).toHaveLength(0);
    await act(async () => press('Nothing, right rear', 'checkbox'));
    await waitFor(() => expect(facts('trackCheck').length).toBeGreaterThan(3));
    const answered = facts('trackCheck') as unknown as { check: string; faults: unknown[] }[];
    expect(answered.map((f) => f.check)).toEqual(expect.arrayContaining(['leaks', 'wheelInside', 'faces', 'debris']));
    expect(answered.every((f) => f.faults.length === 0)).toBe(true);
    for (const own of ['hoses', 'pedal']) expect(answered.map((f) => f.check)).not.toContain(own);
    expect(text()).not.toContain('Nothing seen, felt or smelt here');
  });
  test('four readings typed one after the other are saved together by the last, each put right until then', async () => {
    const justIn = { ...driven(), at: new Date(Date.now() - 5000).toISOString() } as Fact;
    open(<LookScreen />, atLook, [justIn]);
    type('Rotor FL', '299');
    // Misread: tapped and typed again.
    press(/^Rotor FL/);
    type('Rotor FL', '312');
    press(/^Rotor FR/);
    type('Rotor FR', '305');
    press(/^Rotor RR/);
    type('Rotor RR', '241');
    expect(facts('heatReading')).toEqual([]);
    press(/^Rotor RL/);
    await act(async () => type('Rotor RL', '238'));
    await waitFor(() => expect(facts('heatReading')).toHaveLength(4));
    const read = facts('heatReading').map((f) => (f as unknown as { read: { corner: string; tempC: number } }).read);
    expect(Object.fromEntries(read.map((r) => [r.corner, r.tempC]))).toEqual({ FL: 312, FR: 305, RR: 241, RL: 238 });
  });
});
