/** The middle of the guided service: decide, retract, fit, exchange, seal, level, release; and the lines of the history. */
import { cleanup, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import type * as Hands from '../../../builders/hands';
import { freshHands, saved, press, type } from '../../../builders/hands';
import { at, padSet, pair } from '../../../builders/service-scene';
import { newSet, step, saveIt, said, fitted, worn, allDecided } from '../../../builders/guided-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../../builders/hands').expoRouter);

freshHands();

describe('retracting and fitting', () => {
  test('the overflow sum warns until enough is drawn off', async () => {
    step('retract.front', [...worn, ...allDecided]);
    // Floating, one 40 mm piston: 1256.6 mm² × (9.5 + 9.5 + 1 + 8.9 + 8.9 + 1) mm = 48.8 mL; 300 less 260 leaves 40.
    expect(said('wanted')).toMatch(/49\smL will come up, 40\smL free: draw off at least 9\smL first\./);
    expect(said('overflow')).toMatch(/overflow by 9\smL/);
    press(/^Drawn off: /);
    type('Drawn off', '20');
    expect(said('overflow')).toMatch(/stands at about 289\smL/);
    // Another level than the one on record changes the sum itself.
    press(/^Level before: /);
    type('Level before', '290');
    expect(said('wanted')).toMatch(/10\smL free: draw off at least 39\smL first\./);
    type('Level before', '260');
    // Nothing has been said of the list: all of it is said with the save.
    await saveIt('All OK: save');
    await waitFor(() => expect(saved().map((k) => k.kind)).toEqual(['pistonsRetracted', 'checksDone']));
    expect(saved()[0]!).toMatchObject({
      levelBeforeMl: 260,
      drawnOffMl: 20,
      levelAfterMl: expect.closeTo(288.76, 1),
    });
  });
  test('a compound on rotors that met another is said before it is fitted', async () => {
    const retracted = {
      ...at(30),
      kind: 'pistonsRetracted',
      axle: 'front',
      levelBeforeMl: 260,
      drawnOffMl: 20,
      levelAfterMl: 289,
    } as Fact;
    step('fit.front', [...worn, ...allDecided, retracted]);
    expect(said('pairing')).toContain('Rotors R-001 carry a transfer layer of Kerren R2; pads P-007 are Holt Sprint.');
    press('FL: all OK');
    await saveIt();
    expect(screen.getByText('Go through the whole list: something is still open at the right front.')).toBeTruthy();
    press(/^Pins and retainers, FR: Fault$/, 'radio');
    type(/^Pins and retainers, FR: what is wrong$/, 'bent');
    press('FR: the rest OK');
    await saveIt();
    await waitFor(() => expect(saved().map((k) => k.kind)).toEqual(['partsFitted', 'checksDone']));
    expect(saved()[0]!).toMatchObject({ padSetId: newSet.id, rotorPairId: pair.id, changed: 'pads' });
    const items = saved()[1]!.items as { check: string; corner: string; result: string; remark: string }[];
    expect(items.filter((i) => i.check === 'pins')).toEqual([
      { check: 'pins', corner: 'FL', result: 'ok', remark: '' },
      { check: 'pins', corner: 'FR', result: 'fault', remark: 'bent' },
    ]);
    expect(items.filter((i) => i.check === 'slidePinsGreased').map((i) => i.corner)).toEqual(['FL', 'FR']);
  });
  test.each([
    [padSet.label, padSet.id, 'none'],
    [newSet.label, newSet.id, 'pads'],
    ['A set without a label', null, 'pads'],
  ] as const)('kept by decision, %s goes on (%s): told as %s', async (label, padSetId, changed) => {
    const retracted = { ...at(30), kind: 'pistonsRetracted', axle: 'front', levelBeforeMl: 260, drawnOffMl: 0 } as Fact;
    const kept = allDecided.map((f) => ({ ...f, action: 'keep' }) as Fact);
    step('fit.front', [...worn, ...kept, retracted]);
    press(new RegExp(`^${label}`), 'radio');
    press('FL: all OK');
    press('FR: all OK');
    await saveIt();
    await waitFor(() => expect(saved()[0]).toMatchObject({ kind: 'partsFitted', padSetId, changed }));
  });
});

test('after new pads went on, the form of the corner begins empty', () => {
  step('pads.FL', [...worn, ...allDecided, fitted(40, newSet.id, 'pads')]);
  expect((screen.getByLabelText('Inner pad', { selector: 'input' }) as HTMLInputElement).value).toBe('');
  cleanup();
  step('pads.FL', worn);
  expect((screen.getByLabelText('Inner pad', { selector: 'input' }) as HTMLInputElement).value).toBe('2.5 mm');
});
