/** Tables of customers and cars: what their headings mean, what their rows become, why others cannot, and taking it all back. */
import fc from 'fast-check';
import { importProblemText } from '@calvik/words/imports';
import { say } from '../builders/say';
import {
  type ImportTable,
  exportRows,
  guessColumns,
  importColumns,
  importPreview,
  importUndo,
  isOrderOpen,
} from '../../src/imports';
import { readDay } from '../../src/imports/read-row';
import { factSchema, recordSchemas } from '../../src/model/schemas';
import { buildLogbook } from '../../src/logbook';
import { assumedKeys } from '../../src/model';
import { CREW, customer, flush, makeBottle, makeCar, makeFluid, newId } from '../builders/book';
import { event, bookingOf, at } from '../builders/run-up-book';

const NOW = '2026-05-20T10:00:00.000Z';
const reader = { newId, now: NOW, by: CREW };
const { id: _id, customerId: _c, name: _n, make: _m, model: _o, ...plainCar } = makeCar();
const base = { ...plainCar, assumed: [...assumedKeys], notes: 'Imported.' };

/** A table with these headings, one row for each list of cells. */
const tableOf = (head: string[], ...rows: string[][]): ImportTable => ({
  head,
  rows,
  columns: guessColumns(head),
  dateOrder: 'dayFirst',
  leftOut: [],
});

describe('a customer who may be here already', () => {
  const known = { ...customer, name: 'Ines Berg', phone: '+49 555 0147', archived: false };
  const logbook = buildLogbook({ customers: [known] }, []);
  const table = tableOf(
    ['customer', 'car', 'phone'],
    ['Berg, Ines', 'A', ''],
    ['I. Berg', 'B', '+49 5550147'],
    ['ines  BERG', 'C', ''],
  );
  const read = (over: Partial<ImportTable> = {}) => importPreview(logbook, { ...table, ...over }, base, reader);

  test('is asked about, by the words of the name and by the phone; case and blanks are no question', () => {
    const { refused, cars, customers } = read();
    expect(refused.map((r) => r.why)).toEqual([
      { code: 'customerLike', customer: 'Berg, Ines', like: 'Ines Berg', phone: known.phone },
      { code: 'customerLike', customer: 'I. Berg', like: 'Ines Berg', phone: known.phone },
    ]);
    expect(cars.map((c) => [c.name, c.customerId])).toEqual([['C', known.id]]);
    expect(customers).toEqual([]);
  });
  test('is the same or another as somebody says, for every row of that name', () => {
    const { refused, cars, customers } = read({
      sameCustomers: [
        { name: 'Berg, Ines', isSameAs: 'Ines Berg' },
        { name: 'I. Berg', isSameAs: null },
      ],
    });
    expect(refused).toEqual([]);
    expect(customers.map((c) => c.name)).toEqual(['I. Berg']);
    expect(cars.map((c) => c.customerId === known.id)).toEqual([true, false, true]);
  });
  test('two new ones of a table are asked about too', () => {
    const rows = tableOf(['customer', 'car', 'phone'], ['Jona Lind', 'A', '555 0190'], ['J. Lind', 'B', '5550190']);
    expect(importPreview(logbook, rows, base, reader).refused.map((r) => r.why.code)).toEqual(['customerLike']);
  });
});

describe('headings', () => {
  test('in other words and with other letters are understood, each column once', () => {
    expect(guessColumns(['OWNER', 'Vehicle', 'E-Mail', 'Reg. no.', 'Driver’s side', 'Colour', 'Last flush'])).toEqual([
      'customer',
      'car',
      'email',
      'plate',
      'driver side',
      null,
      'last flush',
    ]);
    expect(guessColumns(['Name', 'Customer', 'Car', 'Car'])).toEqual([null, 'customer', 'car', null]);
  });

  test('every column is found by its own name', () => {
    expect(guessColumns([...importColumns])).toEqual([...importColumns]);
  });
});

describe('days in a table', () => {
  test.each([
    ['2026-04-03', '2026-04-03'],
    ['3.4.2026', '2026-04-03'],
    ['3 Apr 2026', '2026-04-03'],
    ['3/4/2026', '2026-04-03'],
    ['29.2.2024', '2024-02-29'],
    ['29.2.2026', null],
    ['last week', null],
    ['', null],
  ])('%s', (text, day) => expect(readDay(text, 'dayFirst')).toBe(day));

  test('the order of day and month is asked about where it matters', () => {
    expect(readDay('3/4/2026', 'monthFirst')).toBe('2026-03-04');
    expect(['3/4/2026', '3/3/2026', '2026-04-03', '3.4.2026', ''].map(isOrderOpen)).toEqual([
      true,
      false,
      false,
      false,
      false,
    ]);
  });

  test('every day is read as the calendar of the platform has it', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1950-01-01'), max: new Date('2150-01-01'), noInvalidDate: true }),
        (date) => {
          const iso = date.toISOString().slice(0, 10);
          const [year, month, day] = iso.split('-').map(Number);
          expect(readDay(iso, 'dayFirst')).toBe(iso);
          expect(readDay(`${day}/${month}/${year}`, 'dayFirst')).toBe(iso);
          expect(readDay(`${month}/${day}/${year}`, 'monthFirst')).toBe(iso);
        },
      ),
    );
  });
});

describe('rows', () => {
  const e = event();
  const logbook = at(e, bookingOf(e));

  test('that cannot be kept are named with their reason; the others make customers and cars that the schemas take', () => {
    const head = ['customer', 'car', 'year', 'grade', 'email', 'front bores', 'rear bores', 'plate'];
    const row = (...cells: string[]): string[] => cells;
    const preview = importPreview(
      logbook,
      tableOf(
        head,
        row('Ona Birk', 'Second car', '2015', 'dot5.1', '', '', '', 'Q 1'),
        row('New One', 'A', '', '', 'not an address'),
        row('New One', 'A'),
        row('new one', 'a'),
        row('Ona Birk', 'Test car'),
        row('', 'B'),
        row('X', 'Y', '20x5'),
        row('X', 'Y', '', 'DOT 9'),
        row('X', 'Y', '1492'),
        row('X', 'Y', '', '', '', '38, 34'),
        row('X', 'Y', '', '', '', '38, 34, 28 a side', '40'),
        row('X', 'Z', '', '', '', '', '', 'q-1'),
      ),
      base,
      reader,
    );
    expect(preview.cars.map((c) => [c.name, c.fluidGrade])).toEqual([
      ['Second car', 'DOT 5.1'],
      ['A', 'DOT 4'],
      ['Y', 'DOT 4'],
    ]);
    expect(preview.cars[2]).toMatchObject({ front: { boresMm: [38, 34, 28] }, rear: { boresMm: [40] } });
    expect(preview.cars[2]!.assumed).not.toContain('front');
    expect(preview.cars[1]!.assumed).toEqual([...assumedKeys]);
    expect(preview.customers.map((c) => c.name)).toEqual(['New One', 'X']);
    // A car that the customer has already, of which the row says nothing new.
    expect(preview).toMatchObject({ unchanged: 1, changed: { cars: [], customers: [] } });
    expect(preview.refused.map((r) => [r.row, importProblemText(r.why, say)])).toEqual([
      [3, 'E-mail: This does not look like an e-mail address.'],
      [5, 'New One has a car of that name already.'],
      [7, 'No customer is named.'],
      [8, '“20x5” is not a year.'],
      [9, '“DOT 9” is not a fluid grade: DOT 3, DOT 4, DOT 5, DOT 5.1, mineral.'],
      [10, 'Year: At least 1900.'],
      [11, 'Front bores: Say whether that is a side: “38, 34, 28 a side”, or count them all: “4 × 40”.'],
      [13, 'Second car has the plate q-1 already.'],
    ]);
  });

  test('brakes, driver’s side and last flush are read; a kind of brake alone brings its usual bores, and they stay assumed', () => {
    const fluid = makeFluid({ name: 'Tarn 270' });
    const withFluid = buildLogbook({ customers: [customer], fluids: [fluid], bottles: [makeBottle(fluid.id)] }, []);
    const head = ['customer', 'car', 'front brake', 'driver side', 'last flush', 'flushed by', 'flush fluid'];
    const preview = importPreview(
      withFluid,
      tableOf(
        head,
        ['A', 'One', 'drum', 'RHD', '3/4/2026', 'Another shop', 'tarn 270'],
        ['A', 'Two', 'wooden'],
        ['A', 'Three', '', 'middle'],
        ['A', 'Four', '', '', '2026-05-21'],
        ['A', 'Five', '', '', '', 'Another shop'],
        ['A', 'Six', '', '', '2026-01-02', '', 'No such fluid'],
        ['A', 'Seven', '', '', 'spring'],
      ),
      base,
      reader,
    );
    const [car] = preview.cars;
    expect(car).toMatchObject({ driverSide: 'right', front: { brake: 'drum', boresMm: [19] } });
    expect(car!.lineLengthMm.FR).toBeLessThan(car!.lineLengthMm.FL);
    expect(car!.assumed).toContain('front');
    expect(car!.assumed).not.toContain('driverSide');
    expect(preview.flushes).toMatchObject([
      { carId: car!.id, by: CREW, elsewhere: { doneBy: 'Another shop', fluidId: fluid.id } },
    ]);
    expect(preview.flushes[0]!.at.slice(0, 10)).toBe('2026-04-03');
    expect(preview.refused.map((r) => r.why.code)).toEqual([
      'notABrake',
      'notASide',
      'dayToCome',
      'flushNotDated',
      'notAFluid',
      'notADay',
    ]);
  });

  test('empty lines are passed over, and the others keep the numbers that a table program gives them', () => {
    const table = tableOf(['customer', 'car', 'year'], ['A', 'B'], [''], ['', ' '], ['A', 'C', 'x']);
    const preview = importPreview(logbook, table, base, reader);
    expect([preview.rows, preview.cars.length, preview.refused.map((r) => r.row)]).toEqual([2, 1, [5]]);
  });

  test('that somebody has left out are neither saved nor refused', () => {
    const table = { ...tableOf(['customer', 'car'], ['A', 'B'], ['', 'C']), leftOut: [3] };
    expect(importPreview(logbook, table, base, reader)).toMatchObject({ cars: [{ name: 'B' }], refused: [] });
  });

  test('whatever is in the cells: every row is kept or refused, and what is kept passes the schemas', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 100 }),
      fc.constantFrom('Ona', 'Car', '2001', 'DOT 4', '', 'drum', 'left', '4 × 40', '0 x 40', '1/2/2026', '2026-05-20'),
    );
    const head = fc.shuffledSubarray([...importColumns], { minLength: importColumns.length });
    fc.assert(
      fc.property(
        head.chain((h) =>
          fc.tuple(fc.constant(h), fc.array(fc.array(cell, { minLength: 1, maxLength: h.length }), { maxLength: 20 })),
        ),
        ([h, rows]) => {
          const preview = importPreview(logbook, tableOf(h, ...rows), base, reader);
          expect(preview.cars.length + preview.refused.length).toBe(preview.rows);
          expect(preview.rows).toBe(rows.filter((r) => r.join('').trim() !== '').length);
          for (const c of preview.cars) expect(recordSchemas.cars.safeParse(c).success).toBe(true);
          for (const c of preview.customers) expect(recordSchemas.customers.safeParse(c).success).toBe(true);
          for (const f of preview.flushes) expect(factSchema.safeParse(f).success).toBe(true);
        },
      ),
    );
  });
});

describe('taking an import back', () => {
  const owner = { ...customer, id: newId() };
  const [idle, busy] = [makeCar({ customerId: owner.id }), makeCar({ customerId: owner.id })];
  const fluid = makeFluid();
  const bottle = makeBottle(fluid.id);
  const came = { ...flush(idle, NOW, bottle.id), elsewhere: { doneBy: '', fluidId: null } };
  const imported = {
    id: newId(),
    version: 1,
    archived: false,
    at: NOW,
    by: CREW,
    fileName: 'cars.csv',
    customerIds: [owner.id],
    carIds: [idle.id, busy.id],
    flushIds: [came.id],
  };
  const records = { customers: [owner], cars: [idle, busy], fluids: [fluid], bottles: [bottle] };

  test('puts away what nobody has touched; a car with work on record stays, and so does its owner', () => {
    const undo = importUndo(buildLogbook(records, [came, flush(busy, NOW, bottle.id)]), imported);
    expect(undo.cars.map((c) => c.id)).toEqual([idle.id]);
    expect(undo.leftCars.map((c) => c.id)).toEqual([busy.id]);
    expect(undo.customers).toEqual([]);
  });

  test('all of it goes when nothing has been touched; what is put away already is not put away again', () => {
    expect(importUndo(buildLogbook(records, [came]), imported)).toMatchObject({
      leftCars: [],
      customers: [{ id: owner.id }],
    });
    const away = { ...records, cars: [{ ...idle, archived: true }, busy] };
    expect(importUndo(buildLogbook(away, [came]), imported).cars.map((c) => c.id)).toEqual([busy.id]);
  });
});

test('everything that is wrong with a row is said at once', () => {
  const preview = importPreview(
    buildLogbook({ customers: [customer] }, []),
    tableOf(
      ['customer', 'car', 'year', 'grade', 'front brake', 'email', 'last flush'],
      ['A', 'B', '20x5', 'DOT 9', 'wooden', 'nobody', 'spring'],
    ),
    base,
    reader,
  );
  const [row] = preview.refused;
  expect([row!.why, ...row!.also].map((why) => why.code)).toEqual([
    'notAYear',
    'notAGrade',
    'notABrake',
    'notADay',
    'fieldRefused',
  ]);
});

describe('a table that comes a second time', () => {
  const other = makeCar({ id: newId(), name: 'Second', plate: 'Q 7', year: 2009, notes: 'Two lines,\nwith a comma.' });
  const flushed = flush(other, '2026-04-03T08:00:00.000Z', newId());
  const known = buildLogbook({ customers: [customer], cars: [makeCar(), other] }, [flushed]);

  test('what was exported imports again without a change', () => {
    const [head, ...rows] = exportRows(known);
    expect(rows).toHaveLength(2);
    const again = importPreview(known, tableOf(head!, ...rows), base, reader);
    expect(again).toMatchObject({
      cars: [],
      customers: [],
      flushes: [],
      refused: [],
      unchanged: 2,
      changed: { cars: [], customers: [] },
    });
  });

  test('what it says anew is changed, what it does not say stays', () => {
    const preview = importPreview(
      known,
      tableOf(
        ['customer', 'car', 'phone', 'front bores', 'last flush'],
        [customer.name, 'second', '0151', '4 x 40', '2026-04-03'],
        [customer.name, 'Second', '', '', ''],
      ),
      base,
      reader,
    );
    expect(preview.refused.map((r) => r.why.code)).toEqual(['carTwice']);
    expect(preview.flushes).toEqual([]);
    expect(preview.changed.customers).toMatchObject([{ id: customer.id, phone: '0151' }]);
    const [changed] = preview.changed.cars;
    expect(changed).toEqual({
      ...other,
      front: { ...other.front, boresMm: changed!.front.boresMm },
      assumed: changed!.assumed,
    });
    expect(new Set(changed!.front.boresMm)).toEqual(new Set([40]));
  });

  test('a comma between figures is what the table makes of it', () => {
    const table = tableOf(['customer', 'car', 'front brake', 'front bores'], ['A', 'One', 'floating', '38,10']);
    const read = (isDecimalComma: boolean) =>
      importPreview(known, { ...table, isDecimalComma }, base, reader).cars[0]!.front.boresMm;
    expect(read(true)).toEqual([38.1]);
    expect(read(false)).toEqual([38, 10]);
  });
});
