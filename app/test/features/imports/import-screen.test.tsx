/** A table of customers and cars: its columns are said, its rows looked at and mended, saved, and taken back. */
import { act, fireEvent, screen } from '@testing-library/react';
import type { ImportTable } from '@calvik/core/imports';
import { ImportScreen } from '../../../src/features/imports/import-screen';
import { RefusedRows } from '../../../src/features/imports/refused-rows';
import { crew, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { answers, freshHands, pick, press, sent, text, type } from '../../builders/hands';
import { common, open, other } from '../../builders/pages-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

const table: ImportTable = {
  head: ['Owner', 'Thing', 'Colour'],
  rows: [
    ['New One', 'A', 'red'],
    ['', 'B', 'blue'],
  ],
  columns: ['customer', null, null],
  dateOrder: 'dayFirst',
  leftOut: [],
};
const looked = {
  rows: 2,
  isDateOrderOpen: false,
  customers: ['New One'],
  cars: [
    {
      name: 'A',
      customer: 'New One',
      year: null,
      plate: '',
      grade: 'DOT 4',
      flushedAt: null,
      front: '2 × 54',
      rear: '2 × 36',
    },
  ],
  changed: { cars: [{ name: 'B', changes: [{ path: ['plate'], from: 'Q 1', to: 'Q 2' }] }], customers: [] },
  flushes: 0,
  unchanged: 3,
  refused: [{ row: 3, why: { code: 'customerNotNamed' }, also: [], text: 'B' }],
};
const last = (path: string): Record<string, unknown> =>
  sent.filter((s) => s.path === `/api/imports/${path}`).at(-1)!.body;

const choose = async (): Promise<void> => {
  answers['/api/imports/table'] = table;
  answers['/api/imports/preview'] = looked;
  open(<ImportScreen />);
  await act(async () => {
    fireEvent.change(screen.getByLabelText('Table to import'), {
      target: { files: [new File(['Owner;Thing;Colour'], 'cars.csv')] },
    });
  });
};

test('columns that nobody knows are named, and nothing is read until somebody has said which is the car', async () => {
  await choose();
  expect(screen.getByTestId('unread-columns').textContent).toBe('Not read: Thing, Colour.');
  expect(text()).toContain('Say which column is the car.');
  expect(sent.some((s) => s.path === '/api/imports/preview')).toBe(false);
  pick('Column Thing', 'Car');
  await act(async () => undefined);
  expect(last('preview').columns).toEqual(['customer', 'car', null]);
  expect(last('preview').by).toBe(crew.id);
  expect((await screen.findByTestId('import-summary')).textContent).toMatch(
    /2 rows\. Can be saved: 1 car, 1 new customer\. Changed: 1\. As it is already: 3\. Cannot: 1\./,
  );
  // A column is one heading's only.
  pick('Column Colour', 'Car');
  await act(async () => undefined);
  expect(last('preview').columns).toEqual(['customer', null, 'car']);
});

test('a row that cannot be saved is mended where it stands, or left out', async () => {
  await choose();
  pick('Column Thing', 'Car');
  await act(async () => undefined);
  await screen.findByTestId('refused-rows');
  expect(screen.getByTestId('refused-rows').textContent).toContain('Row 3: No customer is named.');
  const field = 'Customer, row 3';
  type(field, 'Nora Fisk');
  await act(async () => void fireEvent.blur(screen.getByLabelText(field, { selector: 'input' })));
  expect(last('preview').rows).toEqual([
    ['New One', 'A', 'red'],
    ['Nora Fisk', 'B', 'blue'],
  ]);
  await screen.findByTestId('refused-rows');
  await act(async () => press('Leave out row 3'));
  expect(last('preview').leftOut).toEqual([3]);
});

test('what was mended is there after a reload, and gone once it is saved', async () => {
  await choose();
  pick('Column Thing', 'Car');
  await act(async () => undefined);
  await screen.findByTestId('import-summary');
  open(<ImportScreen />);
  await screen.findAllByTestId('import-summary');
  expect(text()).toContain('B: Plate: Q 2, before Q 1');
  expect(text()).toContain('bores 2 × 54 and 2 × 36 mm');
  answers['/api/imports/save'] = { id: id(90), customers: 1, cars: 1, changed: 1, refused: 1 };
  await act(async () => press('Save 1 car and 1 change'));
  expect(last('save')).toMatchObject({ fileName: 'cars.csv', by: crew.id });
  expect(text()).toContain('Saved: 1 car, 1 new customer, 1 change.');
});

test('an import is taken back whole, after saying what goes and what stays', async () => {
  const made = {
    ...common,
    id: id(91),
    at: '2026-05-01T08:00:00.000Z',
    by: crew.id,
    fileName: 'cars.csv',
    customerIds: [],
    carIds: [other.id],
    flushIds: [],
  };
  answers[`/api/imports/${made.id}/undo`] = { cars: 1, customers: 0, left: [] };
  open(<ImportScreen />, {}, [], { cars: [other], imports: [made] });
  press('Undo the import of cars.csv');
  expect(text()).toContain('This archives 1 car and 0 customers');
  await act(async () => press('Undo this import'));
  expect(last(`${made.id}/undo`)).toEqual({ by: crew.id });
  expect(text()).toContain('Archived: 1 car, 0 customers.');
});

test('one mend is for every row that has the same fault in the same words; all faults of a row stand together', async () => {
  const grades: ImportTable = {
    head: ['customer', 'car', 'grade', 'year'],
    rows: [
      ['A', 'One', 'DOT 9', '20x5'],
      ['B', 'Two', 'DOT 4', '2011'],
      ['C', 'Three', 'DOT 9', '2012'],
    ],
    columns: ['customer', 'car', 'grade', 'year'],
    dateOrder: 'dayFirst',
    leftOut: [],
  };
  const grade = { code: 'notAGrade' as const, column: 'grade' as const, text: 'DOT 9' };
  const year = { code: 'notAYear' as const, column: 'year' as const, text: '20x5' };
  let changed: Partial<ImportTable> = {};
  show(
    <RefusedRows
      table={grades}
      refused={[
        { row: 2, text: 'A', why: year, also: [grade] },
        { row: 4, text: 'C', why: grade, also: [] },
      ]}
      onChange={(over) => (changed = over)}
    />,
  );
  expect(text()).toContain('Row 2: “20x5” is not a year. “DOT 9” is not a fluid grade');
  const fields = screen.getAllByLabelText('Fluid grade, rows 2 and 4', { selector: 'input' });
  fireEvent.change(fields[0]!, { target: { value: 'DOT 5.1' } });
  await act(async () => void fireEvent.blur(fields[0]!));
  expect(changed.rows!.map((r) => r[2])).toEqual(['DOT 5.1', 'DOT 4', 'DOT 5.1']);
});
