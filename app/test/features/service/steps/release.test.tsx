/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { prefer } from '../../../../src/state/preferences';
import type * as Hands from '../../../builders/hands';
import { freshHands, isThere, saved, press, router, sign, type } from '../../../builders/hands';
import { at, job, lead } from '../../../builders/service-scene';
import { sealed, step, said, worn } from '../../../builders/guided-scene';
import * as atFirst from '../../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);

freshHands();

describe('the end of it', () => {
  test('the level to set is said, and what is left old at each corner', () => {
    const begun = {
      ...at(40),
      kind: 'exchangeBegun',
      scope: 'full',
      method: 'pressureFed',
      bottleId: sealed.id,
      drawnOffMl: 215,
      refillMl: 255,
      pressureKpa: 100,
      wantedNewPercent: 90,
    } as Fact;
    const drawn = ['RR', 'RL', 'FR', 'FL'].map(
      (corner, i) =>
        ({
          ...at(41 + i),
          kind: 'nippleBled',
          exchangeId: begun.id,
          index: i,
          corner,
          nipple: 'single',
          bottleId: sealed.id,
          volumeMl: 120,
          lowestLevelMl: 280,
          toppedUpMl: 0,
          ranClean: true,
          bubbles: 'none',
          isShut: true,
          torqueNm: 10,
          isCapped: true,
        }) as Fact,
    );
    step('level', [...worn, begun, ...drawn]);
    expect(said('wanted')).toMatch(/Set it to \d+\smL, below MAX: worn pads will give fluid back/);
    expect(said('corner-sheet')).toMatch(/FL\d+\s%old/);
    press('Level: MIN', 'radio');
    expect(screen.getByText(/below the figure\./)).toBeTruthy();
    // All of it is new: a boiling test of it is offered, until there is one.
    step('release', [...worn, begun, ...drawn]);
    press('Boiling test of the new fluid');
    expect(router.push).toHaveBeenCalledWith(expect.stringContaining(`/test?job=${job.id}`));
    const test = { ...at(60), kind: 'boilingTest', readingC: 300, ambientKpa: 101.3, ambientFrom: 'altitude' };
    cleanup();
    step('release', [...worn, begun, ...drawn, { ...test, instrument: 'byHand' } as Fact]);
    expect(isThere('Boiling test of the new fluid')).toBe(false);
  });

  test('the lead waives a hold with a reason; what is not done is one tap away', async () => {
    const store = step('release', worn);
    act(() => void store.dispatch(prefer({ crewId: lead.id })));
    press('Waive');
    await act(async () => press('Waive it, signed Ines Ferrant'));
    expect(screen.getByText('Say why it is waived.')).toBeTruthy();
    type('Why it is waived', 'Looked at together.');
    await act(async () => press('Waive it, signed Ines Ferrant'));
    await waitFor(() =>
      expect(saved()[0]).toMatchObject({ kind: 'holdWaived', by: lead.id, reason: 'Looked at together.' }),
    );
    press(/^Open /, 'link');
    expect(router.replace).toHaveBeenCalledWith(expect.stringContaining(`/service/${job.id}/`));
  });
});

test('the release does not sign while anything stops; only the lead is offered to let a hold pass', async () => {
  atFirst.step('release');
  expect(atFirst.said('gate-state')).toMatch(/^Stopped: \d+ things/);
  await act(() => sign('Release, signed Tove Loy'));
  expect(screen.getByText(/^Not released: /)).toBeTruthy();
  expect(saved()).toEqual([]);
  expect([...document.querySelectorAll('[role="button"]')].some((b) => b.textContent === 'Waive')).toBe(false);
});
