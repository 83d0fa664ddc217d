import { act, waitFor } from '@testing-library/react';
import { PlanBeddingScreen } from '../../../src/features/bedding/plan-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, press, router, saved, text, type } from '../../builders/hands';
import { checkedOver } from '../../../../core/test/builders/checked-over';
import { car, crew } from '../../builders/scene';
import { ago, checks, open } from '../../builders/bedding-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

test('a car that nobody has looked over is not bedded', async () => {
  open(<PlanBeddingScreen />);
  press('Place: Closed course', 'radio');
  for (const check of checks) press(`Before: ${check}`, 'checkbox');
  await act(async () => press('Open the run'));
  expect(text()).toContain('Not checked here yet: leaks and fluid level.');
  expect(saved('facts')).toEqual([]);
});
test('a run is held until place, checklist and reason are there; then it begins with all of it', async () => {
  open(<PlanBeddingScreen />, checkedOver(car, ago(25), crew.id));
  expect(text()).toContain('What it will do on this car');
  expect(text()).toMatch(
    /applications are right for this car|This car needs \d+ applications|Stop at \d+, not|It never gets the faces/,
  );
  press('Open the run');
  expect(text()).toContain('Say where it is driven.');
  press('Place: Closed course', 'radio');
  press('Open the run');
  expect(text()).toContain('See what is still open above.');
  for (const check of checks) press(`Before: ${check}`, 'checkbox');
  press('Choose another');
  press('Road pads, hard slowings', 'option');
  await act(async () => press('Open the run'));
  expect(saved('facts')).toEqual([]);
  type('Why this one', 'No track to be had');
  await act(async () => press('Open the run'));
  await waitFor(() =>
    expect(saved('facts')).toMatchObject([
      {
        kind: 'beddingBegun',
        place: 'closedCourse',
        reason: 'No track to be had',
        procedure: { procedureVersion: 0, name: 'Road pads, hard slowings' },
      },
    ]),
  );
  expect(router.replace).toHaveBeenCalledWith(`/cars/${car.id}/bedding/${String(saved('facts')[0]!.id)}`);
});
test('air that cannot be read is said, and the table stands behind the chart', () => {
  open(<PlanBeddingScreen />);
  type('Air', 'warm');
  expect(text()).toContain('The air temperature cannot be read');
  type('Air', '5');
  press('Stop by stop, as a table');
  expect(isThere('Rotor faces stop by stop', 'table')).toBe(true);
});
