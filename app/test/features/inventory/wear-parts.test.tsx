/** Settings and the people: who is on duty, lifts, the rules of the shop; and the board by week and by lift. */

import { type RecordOf } from '@calvik/core';
import { WearParts } from '../../../src/features/inventory/wear-parts';
import { crew, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, text } from '../../builders/hands';
import { common } from '../../builders/settings-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

test('small parts say what is here and what is low', () => {
  const part: RecordOf<'wearParts'> = {
    ...common,
    id: id(60),
    name: 'Slide-pin kit',
    kind: 'slidePins',
    carId: null,
    axle: null,
    reorderAt: 2,
  };
  const counted = {
    id: id(61),
    at: '2026-01-01T08:00:00.000Z',
    recordedAt: '2026-01-01T08:00:00.000Z',
    by: crew.id,
    kind: 'stockCounted',
    wearPartId: part.id,
    count: 1,
  };
  show(<WearParts />, [counted as never], { wearParts: [part] });
  expect(text()).toMatch(/Slide-pin kit/);
  expect(text()).toMatch(/low/i);
  expect(isThere(/Slide-pin kit/, 'link')).toBe(true);
});
