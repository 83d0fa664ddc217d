import { act, waitFor } from '@testing-library/react';
import { EditProcedureScreen, NewProcedureScreen } from '../../../src/features/bedding/procedure-form';
import type * as Hands from '../../builders/hands';
import { freshHands, pick, place, press, saved, text, type } from '../../builders/hands';
import { facts, heatRecords } from '../../builders/heat-scene';
import { show } from '../../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

test('a school that is edited is saved under its own id, in whatever units it was typed', async () => {
  place.params = { id: '01900000-0000-7000-8000-0000000be001' };
  show(<EditProcedureScreen />, facts, heatRecords);
  type('From', '60 mph');
  type('To', '55 mph');
  await act(async () => press('Save procedure'));
  await waitFor(() => expect(text()).toContain('An application ends slower than it begins'));
  type('To', '10');
  await act(async () => press('Save procedure'));
  await waitFor(() => expect(saved('procedures')).toHaveLength(1));
  const [body] = saved('procedures') as { id: string; series: { fromKmh: number; toKmh: number }[] }[];
  expect(body!.id).toBe('01900000-0000-7000-8000-0000000be001');
  expect(body!.series[0]!.fromKmh).toBeCloseTo(96.56, 1);
  expect(body!.series[0]!.toKmh).toBe(10);
});
test('a new one: dragged, on a machine, without a place', async () => {
  place.params = {};
  show(<NewProcedureScreen />, facts, heatRecords);
  type('Name', 'Own drag');
  pick('Whose it is', 'Rotor maker’s sheet');
  press('Add a series');
  press('Remove series 2');
  type('From', '80');
  type('To', '20');
  press('Place: Closed course', 'checkbox');
  await act(async () => press('Save procedure'));
  await waitFor(() => expect(text()).toContain('Say where it may be driven.'));
  press('Place: Private ground', 'checkbox');
  await act(async () => press('Save procedure'));
  await waitFor(() =>
    expect(saved('procedures')).toMatchObject([{ name: 'Own drag', author: 'rotorMaker', places: ['privateGround'] }]),
  );
});
