/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */

import { type Fact } from '@calvik/core';
import { standingReading } from '../../../src/features/service/use-service';
import { checkItems, checkStates, firstOpenCheck } from '../../../src/ui/check-list';
import { id } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands } from '../../builders/hands';
import { face, pads } from '../../builders/service-scene';
import { newSet, fitted } from '../../builders/guided-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('lists and readings', () => {
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
  test('a measurement of parts that are off by now is not corrected by one of the new ones', () => {
    const reading = {
      kind: 'padMeasurement',
      corner: 'FL',
      padSetId: null,
      inner: face(9),
      outer: face(9),
      hatClearanceMm: null,
      instrument: 'byHand',
    } as const;
    const on = (facts: Fact[]) => standingReading({ facts } as never, reading as never);
    expect(on([pads(7, 'FL', 5)])?.id).toBe(id(107));
    expect(on([pads(7, 'FL', 5), fitted(8, newSet.id, 'pads')])).toBeNull();
    expect(on([pads(7, 'FR', 5)])).toBeNull();
  });
});
