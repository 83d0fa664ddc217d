import { ProceduresScreen } from '../../../src/features/bedding/procedures-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, text } from '../../builders/hands';
import { facts, heatRecords } from '../../builders/heat-scene';
import { show } from '../../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

test('procedures: the schools are listed, edited as the shop’s own, copied, refused at the field', async () => {
  show(<ProceduresScreen />, facts, heatRecords);
  expect(text()).toContain('Off the car, on a machine');
  expect(text()).toMatch(/28 × 4 s dragged at 80 km\/h, 0\.4 g, 6 s held before each/);
});
