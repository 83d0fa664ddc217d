/** Readings of heat: entered at the car, held against the model, taken back with a reason. */
import { act, waitFor } from '@testing-library/react';
import { type Fact, usualSession } from '@calvik/core';
import { HeatReadingsScreen } from '../../../src/features/heat/readings-screen';
import type * as Hands from '../../builders/hands';
import { answers, freshHands, place, press, saved, text, type } from '../../builders/hands';
import { event, facts, heatRecords, ring } from '../../builders/heat-scene';
import { car, crew, flush, id, show } from '../../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

const reading = (read: object, n = 90): Fact => {
  const { id: factId, at, recordedAt, by } = flush(n, 3);
  return {
    id: factId,
    at,
    recordedAt,
    by,
    kind: 'heatReading',
    carId: car.id,
    venueId: ring.id,
    session: usualSession,
    read,
    takenWith: 'byHand',
  } as Fact;
};
const open = (more: Fact[] = []): void => {
  place.params = { id: car.id, event: event.id };
  show(<HeatReadingsScreen />, [...facts, ...more], { ...heatRecords, crew: [crew] });
};
const save = (): Promise<void> => act(async () => press('Save the reading'));

test('a pyrometer wants its figure and the seconds after the stop, in any unit', async () => {
  open();
  await save();
  expect(text()).toContain('Easy laps before it came in: none, one, two, or “Don’t know”?');
  press('Came in: Don’t know', 'radio');
  await save();
  expect(text()).toContain('Type what the pyrometer says.');
  type('Temperature', '610F');
  type('Seconds after the stop', '');
  await save();
  expect(text()).toContain('how many seconds after the stop');
  type('Seconds after the stop', '75');
  await save();
  const [made] = saved('facts');
  expect(made).toMatchObject({
    kind: 'heatReading',
    session: { cameIn: 'unknown', coolDownLap: false },
    read: { instrument: 'pyrometer', corner: 'FL', part: 'rotor', secondsAfterStop: 75 },
    takenWith: 'byHand',
  });
  expect((made!.read as { tempC: number }).tempC).toBeCloseTo(321.1, 1);
});

test('paint: one step is enough, swapped ones are refused by the schema’s own words', async () => {
  open();
  press('Came in: None', 'radio');
  press('Read with: Thermal paint', 'radio');
  await save();
  expect(text()).toContain('Type the highest step that was reached');
  type('Highest step reached', '560');
  type('Lowest not reached', '430');
  await save();
  expect(text()).toContain('The step that was not reached lies above the one that was.');
  expect(saved('facts')).toEqual([]);
  type('Lowest not reached', '');
  press('Corner: RR', 'radio');
  type('Highest step reached', '430');
  await save();
  expect(saved('facts')).toMatchObject([
    { read: { instrument: 'thermalPaint', corner: 'RR', reachedC: 430, notReachedC: null } },
  ]);
});

test('the bench fills in what it read, and typing over it makes it a reading by hand', async () => {
  answers['/api/bench/heat-readings'] = { instrument: 'sticker', corner: 'FL', reachedC: 143, notReachedC: 154 };
  open();
  press('Read with: Caliper sticker', 'radio');
  await act(async () => press('Take from the bench sticker'));
  expect(text()).toContain('Say first what was driven, and how it came in.');
  press('Came in: Two', 'radio');
  await act(async () => press('Take from the bench sticker'));
  await save();
  expect(saved('facts')).toMatchObject([
    {
      read: { reachedC: 143, notReachedC: 154 },
      session: { cameIn: 'twoEasyLaps', coolDownLap: true },
      takenWith: 'simulated',
    },
  ]);
});

test('what is on record stands against the model; a reading that does not fit is named; one can be taken back', async () => {
  open([
    reading({ instrument: 'sticker', corner: 'FL', reachedC: 99, notReachedC: 121 }, 90),
    reading({ instrument: 'pyrometer', corner: 'FL', part: 'rotor', tempC: 30, secondsAfterStop: 20 }, 91),
  ]);
  await waitFor(() =>
    expect(text()).toMatch(/Fluid at Two-day: \d+ °C ±\d+ °C without readings, \d+ °C ±\d+ °C with them\./),
  );
  expect(text()).toContain('It does not fit: read it again, or withdraw it.');
  press(/^Withdraw Pyrometer/);
  type('Why it is withdrawn', 'Read the wheel, not the rotor');
  await act(async () => press('Withdraw'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([
      { kind: 'withdrawal', replaces: id(91), because: 'Read the wheel, not the rotor' },
    ]),
  );
});
