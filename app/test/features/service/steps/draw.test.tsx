import { screen } from '@testing-library/react';
import type { Fact } from '@calvik/core';
import { bottle } from '../../../builders/scene';
import type * as Hands from '../../../builders/hands';
import { freshHands, press, type } from '../../../builders/hands';
import { at, intake } from '../../../builders/service-scene';
import { step, saveIt, said } from '../../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);
freshHands();

test('under MIN the draw says what will happen; a shut nipple is asked for', async () => {
  const begun = {
    ...at(30),
    kind: 'exchangeBegun',
    scope: 'full',
    method: 'pedalTwo',
    bottleId: bottle.id,
    drawnOffMl: 200,
    refillMl: 240,
    pressureKpa: null,
    wantedNewPercent: 90,
  } as Fact;
  step('bleed.0', [...intake, begun]);
  expect(said('wanted')).toMatch(/Bleed about \d+\smL\. Stop after 170\smL, alarm at 150\smL/);
  type('Bled here', '155');
  expect(said('level-alarm')).toContain('Stop and top up');
  type('Bled here', '180');
  expect(said('level-alarm')).toContain('the sequence starts again');
  press('Runs: Clean, new', 'radio');
  press('Bubbles: No bubbles', 'radio');
  await saveIt();
  expect(screen.getByText('The bleed nipple must be shut before you go on.')).toBeTruthy();
});
