/** Rules, work lists, shopping, paper and imports: what a booked car needs, and what follows when a fact changes. */
import fc from 'fast-check';
import { type Fact, dateIn, plusDays } from '../../src';
import { shoppingLists, workOfBooking, workOfEvents } from '../../src/run-up';
import { messageText, runSheet, workListRows } from '@calvik/words/documents';
import { shoppingBasisText } from '@calvik/words/work';
import { say } from '../builders/say';
import { minusWorkingDays, onShelf, plusWorkingDays, usableMl } from '../../src';
import { newId } from '../builders/book';
import {
  common,
  TODAY,
  NOW,
  car,
  fluid,
  tove,
  event,
  bookingOf,
  inOrder,
  at,
  bottle,
  find,
  visitOf,
} from '../builders/run-up-book';

describe('stock and documents', () => {
  test('working days pass over the weekend, there and back', () => {
    expect(plusWorkingDays('2026-06-05', 1)).toBe('2026-06-08');
    expect(minusWorkingDays('2026-06-14', 3)).toBe('2026-06-09');
    fc.assert(
      fc.property(fc.nat(400), fc.nat(30), (day, lead) => {
        const needed = plusDays('2026-01-01', day);
        // Ordered on the last day it is there in time; a day later it is not.
        const last = minusWorkingDays(needed, lead);
        expect(plusWorkingDays(last, lead) <= needed).toBe(true);
        expect(plusWorkingDays(plusWorkingDays(last, 1), lead) > needed).toBe(true);
      }),
    );
  });

  test('fluid is bought in whole bottles, plus one, less what is here', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const logbook = at(e, b, inOrder(), { bottles: [bottle] });
    const items = workOfBooking(logbook, b, TODAY);
    const need = find(items, 'flush').fluid!.ml;
    const here = usableMl(logbook, fluid.id, TODAY);
    expect(here).toBeLessThan(need);
    const line = shoppingLists(logbook, items, TODAY)[0]!.lines[0]!;
    expect(line).toMatchObject({ goods: 'bottle', count: Math.ceil((need - here) / 1000) + 1 });
  });

  test('a wear part is its last count less what was used, more what came', () => {
    const part = { ...common, id: newId(), name: 'Hose', kind: 'hose' as const, carId: null, axle: null, reorderAt: 1 };
    const fact = (over: object): Fact =>
      ({ id: newId(), at: NOW, recordedAt: NOW, by: tove.id, wearPartId: part.id, ...over }) as Fact;
    const e = event();
    const facts = [
      fact({ kind: 'stockCounted', count: 4 }),
      fact({ kind: 'wearPartUsed', carId: car.id, count: 3 }),
      fact({ kind: 'goodsReceived', orderId: newId(), line: 0, count: 2 }),
    ];
    expect(onShelf(at(e, bookingOf(e), facts, { wearParts: [part] }), part.id)).toBe(3);
    const low = at(e, bookingOf(e), facts.slice(0, 2), { wearParts: [part] });
    const line = shoppingLists(low, [], TODAY)[0]!.lines[0]!;
    expect(line).toMatchObject({ name: 'Hose', count: 1 });
    expect(shoppingBasisText(line.basis, line, say)).toBe('1 on the shelf, order again at 1.');
  });

  test('the run sheet has each person’s day with what it takes; the list is a row for each piece of work', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const job = visitOf(e, b, { kind: 'flush' });
    const logbook = at(e, b, inOrder(), { jobs: [job] });
    const lists = workOfEvents(logbook, TODAY);
    const sheet = runSheet(logbook, lists, '2026-06-09');
    expect(sheet.people).toMatchObject([
      {
        name: 'Tove',
        jobs: [{ time: '09:00–10:15', car: 'Test car', lift: 'Lift 1', work: [{ title: 'Flush' }] }],
      },
    ]);
    expect(sheet.people[0]!.jobs[0]!.work[0]!.note).toMatch(/^Racing fluid, \d+ mL from B1 and B2$/);
    expect(runSheet(logbook, lists, '2026-06-12').remarks).toEqual([`Load-up for ${e.name}.`]);
    expect(workListRows(logbook, lists)).toMatchObject([
      { car: 'Test car', work: 'Flush', state: 'planned', crew: 'Tove', planned: '2026-06-09 09:00' },
    ]);
  });

  test('texts to the customer say what is booked, when to bring it, and what was found', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const logbook = at(e, b);
    const items = workOfBooking(logbook, b, TODAY);
    expect(messageText(logbook, b, items, 'booked')).toMatch(
      /^Hello Ona, Test car is booked for .*Before it we do: flush\./,
    );
    expect(messageText(logbook, b, items, 'bringIn')).toContain('no day is set');
    expect(messageText(logbook, b, items, 'found')).toContain('rule says 5');
    expect(dateIn(NOW, 'Europe/Berlin')).toBe(TODAY);
  });
});
