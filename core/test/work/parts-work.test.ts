/** What stands around pads and fluid: ducts, hoses, forms, re-torque, road pads; what a slot breaks; and ways out of a full week. */
import type { Fact } from '../../src/model';

import { newId } from '../builders/book';
import { bookingOf, common, event, find, inOrder, keys } from '../builders/run-up-book';
import { partText } from '@calvik/words/work';
import { say, tell } from '../builders/say';
import { factOf, list } from '../builders/around-book';

describe('hoses', () => {
  const e = event();
  const fault = factOf('2026-05-29', {
    kind: 'checksDone',
    step: 'look',
    items: [
      { check: 'hoses', corner: 'RL', result: 'fault', remark: 'chafed' },
      { check: 'boots', corner: null, result: 'ok', remark: '' },
    ],
  });
  const hose = {
    ...common,
    id: newId(),
    name: 'Rear hose',
    kind: 'hose' as const,
    carId: null,
    axle: 'rear' as const,
    reorderAt: 1,
  };
  const counted = (count: number): Fact => factOf('2026-05-30', { kind: 'stockCounted', wearPartId: hose.id, count });

  test('a fault that was found is changed, by a hose of that axle from the shelf', () => {
    const item = find(list(e, bookingOf(e), [...inOrder(), fault, counted(2)], { wearParts: [hose] }), 'hoses.RL');
    expect(tell(item.reasons[0]!.finding)).toBe('Fault found on 29 May 2026: chafed.');
    expect(item.parts).toMatchObject([{ source: 'shelf', likeId: hose.id }]);
    expect(partText(item.parts[0]!, say)).toBe('Rear hose: 2 on the shelf');
    expect(item.wheelsOff).toBe(true);
  });

  test('with none on the shelf it is bought; with nobody who sells it, that is said', () => {
    const supplier = { ...common, id: newId(), name: 'Hob', supplies: ['wearPart' as const], leadDays: 4, notes: '' };
    const bought = find(
      list(e, bookingOf(e), [...inOrder(), fault], { wearParts: [hose], suppliers: [supplier] }),
      'hoses.RL',
    );
    expect(bought.parts).toMatchObject([{ source: 'buy', on: '2026-06-06' }]);
    expect(bought.earliest).toBe('2026-06-06');
    const nobody = find(list(e, bookingOf(e), [...inOrder(), fault], { wearParts: [hose] }), 'hoses.RL');
    expect(partText(nobody.parts[0]!, say)).toBe('Rear hose: nothing on record to order by, or no supplier sells it');
  });

  test('changed, or looked at again and found dry: nothing more to do', () => {
    const changed = factOf('2026-05-31', { kind: 'wearPartUsed', wearPartId: hose.id, count: 1, corner: 'RL' });
    const dry = factOf('2026-05-31', {
      kind: 'checksDone',
      step: 'look',
      items: [{ check: 'hoses', corner: null, result: 'ok', remark: '' }],
    });
    expect(keys(list(e, bookingOf(e), [...inOrder(), fault, changed], { wearParts: [hose] }))).toEqual([]);
    expect(keys(list(e, bookingOf(e), [...inOrder(), fault, dry]))).toEqual([]);
  });
});
