import { dark, light } from '../../src/theme/tokens';
import { contrast } from '../builders/ui-scene';

jest.mock('expo-router', () => ({ useRouter: () => ({}) }));

describe.each([
  ['light', light],
  ['dark', dark],
] as const)('%s tokens meet WCAG AA', (_, t) => {
  test.each([
    [t.ink, t.paper],
    [t.ink, t.sheet],
    [t.inkSoft, t.paper],
    [t.inkSoft, t.sheet],
    [t.inkSoft, t.ironWash],
    [t.iron, t.paper],
    [t.onIron, t.iron],
    [t.amber, t.paper],
    [t.amber, t.amberWash],
    [t.stop, t.paper],
    [t.stop, t.stopWash],
    [t.onStop, t.stop],
    [t.ink, t.amberWash],
    [t.ink, t.stopWash],
    [t.ink, t.ironWash],
  ])('%s on %s', (front, back) => {
    expect(contrast(front, back)).toBeGreaterThanOrEqual(4.5);
  });
});
