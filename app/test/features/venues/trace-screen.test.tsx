import { act, waitFor } from '@testing-library/react';
import { VenueTraceScreen } from '../../../src/features/venues/trace-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, place, press, saved, sent, text } from '../../builders/hands';
import { heatRecords, ring } from '../../builders/heat-scene';
import { show } from '../../builders/scene';
import { drive, choose } from '../../builders/zones-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

test('a drive is looked at before it is saved; a bad file gets a sentence and leaves nothing', async () => {
  place.params = { id: ring.id };
  show(<VenueTraceScreen />, [], heatRecords);
  await choose('notes.txt', 'nothing of the kind');
  await waitFor(() => expect(text()).toContain('No table can be found in this file'));
  expect(isThere('Choose a file')).toBe(true);
  await choose('ring.csv', drive());
  await waitFor(() => expect(text()).toContain('2 braking zones'));
  expect(text()).toContain('A lap takes 70 s');
  expect(saved('venues')).toEqual([]);
  press('Drop zone 2');
  await act(async () => press('Save 1 zones'));
  await waitFor(() =>
    expect(saved('venues')).toMatchObject([
      { id: ring.id, trace: { name: 'ring.csv', format: 'csv', columns: { time: 0, speed: 1 } } },
    ]),
  );
  expect((saved('venues')[0]!.zones as unknown[]).length).toBe(1);
  expect(sent.some((s) => s.method === 'PUT' && s.path.startsWith('/api/traces/'))).toBe(true);
});
