/** Rules, work lists, shopping, paper and imports: what a booked car needs, and what follows when a fact changes. */
import fc from 'fast-check';
import { importProblemText } from '@calvik/words/imports';
import { say } from '../builders/say';
import { importPreview } from '../../src/imports';
import { recordSchemas } from '../../src/model/schemas';
import { makeCar, newId } from '../builders/book';
import { event, bookingOf, at } from '../builders/run-up-book';

describe('imports', () => {
  const e = event();
  const logbook = at(e, bookingOf(e));
  const { id: _id, customerId: _c, name: _n, make: _m, model: _o, ...plain } = makeCar();

  test('rows that cannot be kept are named with their reason; the others make customers and cars that the schemas take', () => {
    const preview = importPreview(
      logbook,
      [
        { customer: 'Ona Birk', car: 'Second car', year: '2015', grade: 'dot5.1' },
        { customer: 'New One', car: 'A', email: 'not an address' },
        { customer: 'New One', car: 'A', phone: '0555' },
        { customer: 'new one', car: 'a' },
        { customer: 'Ona Birk', car: 'Test car' },
        { customer: '', car: 'B' },
        { customer: 'X', car: 'Y', year: '20x5' },
        { customer: 'X', car: 'Y', grade: 'DOT 9' },
        { customer: 'X', car: 'Y', year: '1492' },
        { customer: 'X', car: 'Y', 'front bores': '38, 34' },
        { customer: 'X', car: 'Y', 'front bores': '38, 34, 28 a side', 'rear bores': '40' },
      ],
      plain,
      newId,
    );
    expect(preview.cars.map((c) => [c.name, c.fluidGrade])).toEqual([
      ['Second car', 'DOT 5.1'],
      ['A', 'DOT 4'],
      ['Y', 'DOT 4'],
    ]);
    expect(preview.cars[2]).toMatchObject({ front: { boresMm: [38, 34, 28] }, rear: { boresMm: [40] } });
    expect(preview.customers.map((c) => c.name)).toEqual(['New One', 'X']);
    expect(preview.refused.map((r) => [r.row, importProblemText(r.why, say)])).toEqual([
      [3, 'Email: This does not look like an e-mail address.'],
      [5, 'New One has a car of that name already.'],
      [6, 'Ona Birk has a car of that name already.'],
      [7, 'No customer is named.'],
      [8, '“20x5” is not a year.'],
      [9, '“DOT 9” is not a fluid grade: DOT 3, DOT 4, DOT 5, DOT 5.1, mineral.'],
      [10, 'Year: At least 1900.'],
      [11, 'Front bores: Say whether that is a side: “38, 34, 28 a side”, or count them all: “4 × 40”.'],
    ]);
    for (const c of preview.cars) expect(recordSchemas.cars.safeParse(c).success).toBe(true);
    for (const c of preview.customers) expect(recordSchemas.customers.safeParse(c).success).toBe(true);
  });

  test('whatever is in the cells: every row is kept or refused, and what is kept passes the schemas', () => {
    const cell = fc.oneof(fc.string({ maxLength: 100 }), fc.constantFrom('Ona', 'Car', '2001', 'DOT 4', ''));
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            customer: cell,
            car: cell,
            phone: cell,
            email: cell,
            make: cell,
            model: cell,
            year: cell,
            plate: cell,
            grade: cell,
            'front bores': fc.oneof(cell, fc.constantFrom('4 × 40', '0 x 40', '38, 34 a side')),
          }),
          { maxLength: 20 },
        ),
        (rows) => {
          const preview = importPreview(logbook, rows, plain, newId);
          expect(preview.cars.length + preview.refused.length).toBe(rows.length);
          for (const c of preview.cars) expect(recordSchemas.cars.safeParse(c).success).toBe(true);
          for (const c of preview.customers) expect(recordSchemas.customers.safeParse(c).success).toBe(true);
        },
      ),
    );
  });
});
