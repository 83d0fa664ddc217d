import { type Fact } from '@calvik/core';
import { standingReading } from '../../../src/features/service/use-service';
import { id } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands } from '../../builders/hands';
import { face, pads } from '../../builders/service-scene';
import { newSet, fitted } from '../../builders/guided-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

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
