import { ConditionScreen } from '../../../src/features/condition/condition-screen';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, text } from '../../builders/hands';
import { car } from '../../builders/scene';
import { SESSION, driven, fact, open } from '../../builders/track-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

const at = { id: car.id };
const felt = fact(310, 5, {
  kind: 'trackCheck',
  sessionId: SESSION,
  check: 'wheelPlay',
  faults: [{ fault: 'playFelt', corner: 'FL', lengthMm: null }],
  done: '',
});

describe('what stands against a car', () => {
  test('nothing found is not all: what nobody has looked at is said', () => {
    open(<ConditionScreen />, at);
    expect(text()).toContain('Nobody has found anything wrong with this car.');
    expect(text()).toMatch(/Not looked at.*Not checked here yet: .*leaks.*wheel play\./);
  });
  test('play that was felt says where it is shown to be right: there is nothing to look at again', () => {
    open(<ConditionScreen />, at, [driven(), felt]);
    expect(text()).toContain('Play felt, left front.');
    expect(text()).toContain('– bearing play within its limit, left front');
    expect(text()).toContain('In a service: wheel bearing, measured at the rim or with a gauge.');
    expect(isThere('Look again')).toBe(false);
  });
});
