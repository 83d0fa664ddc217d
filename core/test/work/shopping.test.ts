/** Rules, work lists, shopping, paper and imports: what a booked car needs, and what follows when a fact changes. */
import fc from 'fast-check';
import { dateIn, plusDays } from '../../src/calendar';
import type { Fact } from '../../src/model';
import { type WorkItem, answerKind, shoppingLists, unknownGoods, workOfBooking, workOfEvents } from '../../src/run-up';
import { messageText, runSheet, workListRows } from '@calvik/words/documents';
import { shoppingBasisText } from '@calvik/words/work';
import { say } from '../builders/say';
import { minusWorkingDays, plusWorkingDays } from '../../src/calendar';
import { onShelf, usableMl } from '../../src/inventory';
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
      /^Hello Ona, Test car is booked for .*Beforehand we’ll do: flush\./,
    );
    expect(messageText(logbook, b, items, 'bringIn')).toContain('no day is set');
    expect(messageText(logbook, b, items, 'found')).toContain('older than the rules allow');
    expect(dateIn(NOW, 'Europe/Berlin')).toBe(TODAY);
  });
});

describe('shoppingLists', () => {
  const e = event({ flushWithinDays: 5 });
  const b = bookingOf(e);
  const supplier = (name: string, leadDays: number, supplies: string[]) =>
    ({ ...common, id: newId(), name, leadDays, supplies, notes: '' }) as never;
  const parts = supplier('Marl Parts', 3, ['padSet', 'rotorPair', 'wearPart']);
  const fluids = supplier('Ostra Fluids', 1, ['bottle']);
  const base = find(workOfBooking(at(e, b), b, TODAY), 'flush');
  /** Work that wants something, to be done by a day. */
  const wants = (over: Partial<WorkItem>): WorkItem => ({ ...base, fluid: null, parts: [], job: null, ...over });
  const need = (likeId: string | null, over: object = {}): WorkItem['parts'][number] => ({
    goods: 'padSet',
    name: 'Kerren R2',
    axle: 'front',
    source: 'buy',
    partId: null,
    likeId,
    count: 1,
    stock: null,
    on: TODAY,
    supplier: null,
    ...over,
  });
  const lists = (items: WorkItem[], records: object = {}, facts: Fact[] = inOrder()) =>
    shoppingLists(at(e, b, facts, { suppliers: [parts, fluids], ...records }), items, TODAY);

  test('asks one supplier for what the same pads are wanted for, with the last day to order', () => {
    const compound = newId();
    const items = [
      wants({ parts: [need(compound)], latest: '2026-06-12', bookingId: newId() }),
      wants({ parts: [need(compound)], latest: '2026-06-10', bookingId: newId() }),
    ];
    const [list] = lists(items);
    expect(list!.supplier?.name).toBe('Marl Parts');
    // On the shelf for Wednesday the 10th it comes on Tuesday; less three working days that is Thursday the 4th.
    expect(list!.lines).toMatchObject([
      { likeId: compound, count: 2, neededOn: '2026-06-10', orderBy: '2026-06-04', isLate: false },
    ]);
    expect(list!.lines[0]!.waiting.map((w) => w.neededOn)).toEqual(['2026-06-10', '2026-06-12']);
    expect(lists([wants({ parts: [need(compound)], latest: '2026-06-02' })])[0]!.lines[0]).toMatchObject({
      isLate: true,
    });
  });

  test('work that nobody has planned is spread over its window, not all of it on the day of load-up', () => {
    const compound = newId();
    // Monday the 1st to Friday the 12th: ten working days for twenty cars.
    const window = { earliest: TODAY, latest: '2026-06-12' };
    const twenty = Array.from({ length: 20 }, () => wants({ parts: [need(compound)], ...window, bookingId: newId() }));
    const waiting = lists(twenty)[0]!.lines[0]!.waiting.map((w) => w.neededOn);
    const perDay = new Map<string, number>();
    for (const day of waiting) perDay.set(day, (perDay.get(day) ?? 0) + 1);
    expect([...perDay.values()]).toEqual(Array.from({ length: 10 }, () => 2));
    expect(waiting).not.toContain('2026-06-06');
    // One alone has until the last day, and what is planned its own.
    expect(lists([twenty[0]!])[0]!.lines[0]!.neededOn).toBe('2026-06-12');
    const planned = { ...twenty[1]!, job: visitOf(e, b) };
    expect(lists([planned])[0]!.lines[0]!.neededOn).toBe('2026-06-09');
  });

  test('nothing is bought that lies here, is on its way, or that nobody can name', () => {
    for (const part of [need(newId(), { source: 'shelf' }), need(newId(), { source: 'ordered' }), need(null)])
      expect(lists([wants({ parts: [part] })])).toEqual([]);
    for (const state of ['done', 'dropped'] as const)
      expect(lists([wants({ parts: [need(newId())], state })])).toEqual([]);
  });

  test('what nobody sells stands under no supplier, after those that sell something', () => {
    const found = lists([wants({ parts: [need(newId())] })], { suppliers: [fluids] });
    expect(found.map((l) => l.supplier)).toEqual([null]);
    expect(found[0]!.lines[0]).toMatchObject({ orderBy: plusDays(base.latest, -1) });
  });

  test('a wear part that work takes off the shelf is spoken for: it is ordered before the shelf is bare', () => {
    const hose = { ...common, id: newId(), name: 'Hose', kind: 'hose' as const, carId: null, axle: null, reorderAt: 1 };
    const counted = (count: number): Fact =>
      ({
        id: newId(),
        kind: 'stockCounted',
        at: NOW,
        recordedAt: NOW,
        by: tove.id,
        wearPartId: hose.id,
        count,
      }) as Fact;
    const taking = (n: number): WorkItem[] =>
      Array.from({ length: n }, () =>
        wants({ parts: [need(hose.id, { goods: 'wearPart', source: 'shelf', name: 'Hose' })] }),
      );
    const bought = (have: number, taken: number): number =>
      lists(taking(taken), { wearParts: [hose] }, [counted(have)])[0]?.lines[0]?.count ?? 0;
    fc.assert(
      fc.property(fc.nat(8), fc.nat(6), (have, taken) => {
        // After the order and the work, one more than the figure at which it is ordered again is there.
        expect(have + bought(have, taken) - taken).toBe(Math.max(hose.reorderAt + 1, have - taken));
      }),
      { numRuns: 40 },
    );
  });

  test('fluid: the first that are served take what is here; only those after them wait', () => {
    const flushOf = (ml: number, latest: string): WorkItem =>
      wants({ fluid: { ...base.fluid!, ml }, latest, bookingId: newId() });
    // 1000 mL are here.
    const [first, second, third] = [flushOf(600, '2026-06-08'), flushOf(300, '2026-06-09'), flushOf(500, '2026-06-10')];
    const records = { bottles: [bottle] };
    const noFacts: Fact[] = [];
    expect(lists([first!, second!], records, noFacts)).toEqual([]);
    const [list] = lists([third!, first!, second!], records, noFacts);
    expect(list!.supplier?.name).toBe('Ostra Fluids');
    expect(list!.lines[0]).toMatchObject({
      goods: 'bottle',
      // 400 mL short: one bottle of a litre, plus one.
      count: 2,
      waiting: [{ bookingId: third!.bookingId, neededOn: '2026-06-10' }],
      basis: { of: 'fluid', wantedMl: 1400, hereMl: 1000 },
    });
  });

  test('never leaves work without fluid, and never buys a bottle more than one over', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 50, max: 900 }), { maxLength: 10 }), (draws) => {
        const items = draws.map((ml, i) =>
          wants({ fluid: { ...base.fluid!, ml }, latest: plusDays(TODAY, 3 + i), bookingId: newId() }),
        );
        const bought = lists(items, { bottles: [bottle] }, [])[0]?.lines[0]?.count ?? 0;
        const wanted = draws.reduce((sum, ml) => sum + ml, 0);
        expect(1000 + bought * 1000).toBeGreaterThanOrEqual(wanted);
        if (wanted <= 1000) expect(bought).toBe(0);
        else expect(1000 + (bought - 2) * 1000).toBeLessThan(wanted);
      }),
      { numRuns: 40 },
    );
  });
});

describe('unknownGoods', () => {
  test('is what work wants and nobody can order: a grade without a product, parts that nobody has named', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const base = find(workOfBooking(at(e, b), b, TODAY), 'flush');
    const unnamed = { ...base.fluid!, fluidId: null };
    const [one, two] = [newId(), newId()];
    const found = unknownGoods([
      { ...base, fluid: unnamed, bookingId: one },
      { ...base, fluid: unnamed, bookingId: two },
      { ...base, fluid: unnamed, bookingId: two, state: 'done' },
      base,
    ]);
    expect(found).toEqual([{ goods: 'bottle', axle: null, grade: base.fluid!.grade, bookingIds: [one, two] }]);
  });
});

describe('answerKind', () => {
  test.each([
    [[{ on: '2026-06-05', count: 2 }], 'inFull'],
    [[{ on: '2026-06-07', count: 2 }], 'inFull'],
    [[{ on: '2026-06-08', count: 2 }], 'backOrder'],
    [
      [
        { on: '2026-06-05', count: 1 },
        { on: '2026-06-09', count: 1 },
      ],
      'inParts',
    ],
  ])('%j of two promised for the 5th: %s', (deliveries, kind) => {
    expect(answerKind({ unitPriceMinor: 100, deliveries }, 2, '2026-06-05')).toBe(kind);
  });
});
