/** The guided steps: what they ask for, what they judge while somebody types, what they keep, and what they bring back. */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import type { Fact } from '@calvik/core';
import { bottle } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, press, router, type } from '../../builders/hands';
import { at, intake, job } from '../../builders/service-scene';
import { step, saveIt, said } from '../../builders/steps-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('other steps', () => {
  test('a list is gone through whole; a fault says where and what', async () => {
    step('look');
    press('All OK');
    press(/^Hoses.*: Fault$/, 'radio');
    press(/^Hoses.* at RL$/, 'checkbox');
    fireEvent.change(screen.getByLabelText(/^Hoses.*: what is wrong$/), { target: { value: 'chafed' } });
    await saveIt();
    await waitFor(() => expect(saved()).toHaveLength(1));
    const items = saved()[0]!.items as { check: string; corner: string | null; result: string; remark: string }[];
    expect(items[0]).toEqual({ check: 'hoses', corner: 'RL', result: 'fault', remark: 'chafed' });
    expect(items).toHaveLength(4);
  });

  test('a step is skipped with a reason, or handed over', async () => {
    step('boil', intake.slice(0, 3));
    press('More');
    press('Skip, with a reason', 'menuitem');
    await act(async () => press('Skip it'));
    expect(screen.getByText('Say why it is skipped.')).toBeTruthy();
    press('Why skip: Done before', 'radio');
    await act(async () => press('Skip it'));
    await waitFor(() => expect(saved()[0]).toMatchObject({ kind: 'stepSkipped', step: 'boil', reason: 'Done before' }));
  });

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

  test('a click out of band is marked, and grease on the thread warns of the preload', async () => {
    step('wheels');
    type('Click, no. 1', '80');
    press('Log click');
    expect(screen.getByText(/No\. 1: 80.*under 100/)).toBeTruthy();
    expect(screen.queryByTestId('preload-warning')).toBeNull();
    press('Thread: With anti-seize', 'radio');
    expect(said('preload-warning')).toMatch(/67\s% more preload/);
    await act(async () => press(/^Save front wheel nuts/));
    expect(screen.getByText('4 of 5 not torqued.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });

  test('a soft pedal is a stop with suspects, and goes back to the exchange', async () => {
    step('pedalGate');
    press('Why now: Working together', 'radio');
    press('Pedal: Soft', 'radio');
    expect(screen.getByText('Pedal soft: bleed again. Nobody drives this car.')).toBeTruthy();
    expect(said('suspects')).toContain('a bleed nipple not shut');
    press('Sinks: Holds', 'radio');
    await saveIt('Save, then bleed again');
    await waitFor(() => expect(saved()[0]).toMatchObject({ kind: 'pedalCheck', moment: 'gate', feel: 'soft' }));
    await waitFor(() => expect(router.replace).toHaveBeenCalledWith(`/service/${job.id}/exchange`));
  });

  test('the release does not sign while anything stops; only the lead is offered to let a hold pass', async () => {
    step('release');
    expect(said('gate-state')).toMatch(/^Stopped: \d+ things/);
    await act(async () => press('Release, signed Tove Loy'));
    expect(screen.getByText(/^Not released: /)).toBeTruthy();
    expect(saved()).toEqual([]);
    expect([...document.querySelectorAll('[role="button"]')].some((b) => b.textContent === 'Waive')).toBe(false);
  });
});
