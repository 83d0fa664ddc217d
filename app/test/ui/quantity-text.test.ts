import { otherWay } from '../../src/ui/quantity-text';

jest.mock('expo-router', () => ({ useRouter: () => ({}) }));

test.each([
  ['115 N·m', 'metric', '84.8 lbf·ft'],
  ['115 N·m', 'imperial', '84.8 lbf·ft'],
  ['85 lbft', 'metric', '115.2 N·m'],
  ['85', 'imperial', '115.2 N·m'],
  ['tight', 'metric', null],
] as const)('%s in %s units is said the other way as %s', (typed, system, said) => {
  expect(otherWay(typed, 'torque', system)).toBe(said);
});
