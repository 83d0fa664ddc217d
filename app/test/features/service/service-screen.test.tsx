/** The guided steps: what they ask for, what they judge while somebody types, what they keep, and what they bring back. */
import { screen } from '@testing-library/react';
import { ServiceScreen } from '../../../src/features/service/service-screen';
import { AlsoInThisVisit } from '../../../src/features/work/visit-extras';
import { SheetScreen } from '../../../src/features/service/sheet-screen';
import { show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, place, press } from '../../builders/hands';
import { intake, job, pads, records } from '../../builders/service-scene';
import { said } from '../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

test('the overview says what is next, who did what, and what is not in order', () => {
  place.params = { job: job.id };
  show(<ServiceScreen alsoInThisVisit={AlsoInThisVisit} />, [...intake, pads(6, 'FL', 2)], records);
  expect(said('service-state')).toContain('6 of 25 steps');
  expect(said('step-pads.FL')).toMatch(/stop/i);
  expect(said('step-boil')).toContain('Tove');
  expect(screen.getByText('Go on: Pads, right front')).toBeTruthy();
});

test('the sheet of a car that is not released says so, in either system of units', () => {
  place.params = { job: job.id };
  show(<SheetScreen />, [...intake, pads(6, 'FL', 8)], records);
  expect(said('sheet')).toContain('Not released: this car is not to be driven');
  expect(said('sheet')).toMatch(/left front.*8\.0\smm/);
  press('Units: Imperial', 'radio');
  expect(said('sheet')).toMatch(/0\.315\sin/);
});
