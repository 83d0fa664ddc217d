/** What stands around pads and fluid: ducts, hoses, forms, re-torque, road pads; what a slot breaks; and ways out of a full week. */
import { plusDays } from '../../src/calendar';

import { bookingOf, event, find, inOrder, keys, shop } from '../builders/run-up-book';
import { factOf, list } from '../builders/around-book';

describe('ducts', () => {
  const fitted = factOf('2026-05-25', { kind: 'workDone', items: ['ducts'], minutes: 10 });
  const off = factOf('2026-05-28', { kind: 'workDone', items: ['ductsOff'], minutes: 10 });

  test('asked for and not on: on before the event, off after it within the days of the shop', () => {
    const e = event({ ductsAtEvent: 'fitted' });
    const items = list(e, bookingOf(e));
    expect(keys(items)).toEqual(['ducts', 'ductsOff']);
    expect(find(items, 'ductsOff')).toMatchObject({
      earliest: plusDays(e.endDate, 1),
      latest: plusDays(e.endDate, shop.afterEventDays),
      needsLift: true,
      wheelsOff: false,
    });
  });

  test('asked for and on already: nothing before; what was taken off since is put on again', () => {
    const e = event({ ductsAtEvent: 'fitted' });
    expect(keys(list(e, bookingOf(e), [...inOrder(), fitted]))).not.toContain('ducts');
    expect(keys(list(e, bookingOf(e), [...inOrder(), fitted, off]))).toContain('ducts');
  });

  test('forbidden and on: off before the event', () => {
    const e = event({ ductsAtEvent: 'removed' });
    const item = find(list(e, bookingOf(e), [...inOrder(), fitted]), 'ductsOffBefore');
    expect(item.reasons).toMatchObject([
      { finding: { code: 'noDuctsAllowed' }, from: { owner: 'organiser', name: 'Ring Circle' } },
    ]);
    expect(item.latest < e.startDate).toBe(true);
    expect(keys(list(e, bookingOf(e)))).toEqual([]);
  });
});
