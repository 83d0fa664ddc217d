import { checkItems, checkStates, firstOpenCheck } from '../../src/ui/check-list';
import type * as Hands from '../builders/hands';
import { freshHands } from '../builders/hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../builders/hands').expoRouter);
freshHands();

test('a fault at two corners is two items, and comes back as one line', () => {
  const states = {
    hoses: { result: 'fault' as const, corners: ['RL' as const, 'RR' as const], remark: 'chafed' },
    seals: { result: 'ok' as const, corners: [], remark: '' },
  };
  const items = checkItems(['hoses', 'seals', 'hubs'], states);
  expect(items.map((i) => [i.check, i.corner])).toEqual([
    ['hoses', 'RL'],
    ['hoses', 'RR'],
    ['seals', null],
  ]);
  expect(checkStates(items)).toEqual(states);
  expect(firstOpenCheck(['hoses', 'seals', 'hubs'], states)).toBe('hubs');
});
