/** The heat of a car at an event: what is missing, what is computed, what helps, what the shop sets itself. */
import { act, waitFor } from '@testing-library/react';
import { HeatScreen } from '../../../src/features/heat/heat-screen';
import { nothingKnown } from '@calvik/core';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, place, press, router, saved, text, type } from '../../builders/hands';
import { booking, event, facts, heatCar, heatRecords, ring } from '../../builders/heat-scene';
import { car, show } from '../../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

const open = (records: object = heatRecords): void => {
  place.params = { id: car.id, event: event.id };
  show(<HeatScreen />, facts, records);
};
const computed = (): Promise<void> => waitFor(() => expect(text()).toContain('What would help'));

test('says what is missing, with the way there, and decides nothing', async () => {
  open({ ...heatRecords, cars: [{ ...heatCar, heat: nothingKnown }], venues: [{ ...ring, zones: [] }] });
  expect(text()).toContain('Missing: the venue’s braking zones and the weight of the car.');
  press('Enter the car’s weight');
  expect(router.push).toHaveBeenCalledWith(`/cars/${car.id}/heat/figures`);
  expect(isThere('Set a peak of your own')).toBe(false);
});

test('peaks of both axles with their bands, and when they come', async () => {
  open();
  await computed();
  expect(text()).toMatch(/Fluid\d+ °C±\d+ °C, \d min after parking/);
  expect(text()).toContain('Rotor and pad face');
  press('The curves as a table');
  expect(isThere('Temperatures of the front axle', 'table')).toBe(true);
});

test('what helps: one press puts work onto the list, or changes the session', async () => {
  open();
  await computed();
  await act(async () => press('Fit the ducts: onto the work list'));
  await waitFor(() => expect(text()).toContain('Fit the ducts: on the work list of Two-day.'));
  expect(saved('bookings')).toMatchObject([
    { id: booking.id, workChanges: [{ change: 'add', title: 'Fit the ducts', wheelsOff: true }] },
  ]);
  await act(async () => press('Sessions of 13 min: into the session'));
  await waitFor(() => expect(saved('events')).toMatchObject([{ id: event.id, session: { drivenMin: 13 } }]));
});

test('another session is looked at, and is the event’s only when somebody says so', async () => {
  open();
  await computed();
  type('Minutes', '35');
  await waitFor(() => expect(text()).toContain('another session than the event’s'));
  expect(saved('events')).toEqual([]);
  await act(async () => press('Save as the session of Two-day'));
  await waitFor(() => expect(saved('events')).toMatchObject([{ session: { drivenMin: 35 } }]));
  type('Minutes', 'long');
  expect(text()).toContain('Minutes up to 240 or whole laps');
});

test('a peak of the shop’s own wants a figure and a reason', async () => {
  open();
  await computed();
  press('Set a peak of your own');
  type('Peak fluid temperature', 'hot');
  press('Set this peak');
  expect(text()).toContain('“hot” is not a figure');
  type('Peak fluid temperature', '235');
  press('Set this peak');
  expect(text()).toContain('Say why.');
  type('Why', 'New surface');
  await act(async () => press('Set this peak'));
  await waitFor(() => expect(saved('bookings')).toMatchObject([{ pinnedPeak: { tempC: 235, reason: 'New surface' } }]));
});
