import { shoppingLists, workOfBooking, workOfEvents } from '@calvik/core/run-up';
import { shoppingRows, workListRows } from '../../src/documents';
import { newId } from '../../../core/test/builders/book';
import { common, TODAY, booking, visit, at } from '../builders/planning-evening';

describe('tables', () => {
  test('a work list has a row for each piece of work, with its reasons and whose they are', () => {
    const logbook = at([visit()]);
    const rows = workListRows(logbook, workOfEvents(logbook, TODAY));
    expect(rows.map((r) => r.key)).toEqual(['measure', 'flush']);
    expect(rows[1]).toMatchObject({
      event: 'Two-day',
      car: 'Test car',
      state: 'planned',
      planned: '2026-06-09 09:00',
      crew: 'Tove Loy',
      lift: 'yes',
    });
    expect(rows[1]!.reasons).toMatch(/rule says 5.*\(Ring Circle\)/);
  });

  test('a shopping list has a row for each line, with for whom and by when', () => {
    const supplier = {
      ...common,
      id: newId(),
      name: 'Mossfield',
      supplies: ['bottle' as const],
      leadDays: 2,
      notes: '',
    };
    const logbook = at([], [], { suppliers: [supplier] });
    const lists = shoppingLists(logbook, workOfBooking(logbook, booking, TODAY), TODAY);
    // Load-up is on Friday the 12th: two working days before it is Wednesday.
    expect(shoppingRows(logbook, lists)).toMatchObject([
      {
        supplier: 'Mossfield',
        goods: 'bottle',
        for: 'Test car',
        neededOn: '2026-06-12',
        orderBy: '2026-06-09',
        late: 'no',
      },
    ]);
  });
});
