/** Customers and cars out of a table: which rows can be saved, and why the others cannot. */
import { type BoresProblem, parseBores } from '../hydraulics';
import type { Logbook } from '../logbook';
import { type Axle, type Car, type Customer, type SchemaIssue, axles, grades, recordDefaults } from '../model';
import { recordSchemas } from '../model/schemas';

/** Columns that are read; the first two must be there. */
export const importColumns = [
  'customer',
  'car',
  'phone',
  'email',
  'make',
  'model',
  'year',
  'plate',
  'grade',
  'front bores',
  'rear bores',
] as const;
export type ImportColumn = (typeof importColumns)[number];

/** Why a row cannot be saved. */
export type ImportProblem =
  | { code: 'rowIsEmpty' | 'customerNotNamed' | 'carNotNamed' }
  | { code: 'notAYear'; text: string }
  | { code: 'notAGrade'; text: string }
  | { code: 'notBores'; column: ImportColumn; problem: BoresProblem }
  | { code: 'fieldRefused'; column: ImportColumn | null; issue: SchemaIssue }
  | { code: 'carTwice'; customer: string };

export interface RefusedRow {
  /** As a table program counts: the heading is row 1. */
  row: number;
  text: string;
  why: ImportProblem;
}

export interface ImportPreview {
  customers: Customer[];
  cars: Car[];
  refused: RefusedRow[];
  rows: number;
}

export const MAX_IMPORT_ROWS = 10_000;

type Row = Partial<Record<ImportColumn, string>>;
const cellOf =
  (row: Row) =>
  (column: ImportColumn): string =>
    (row[column] ?? '').trim();

const gradeOf = (text: string): Car['fluidGrade'] | null => {
  const plain = text.replace(/[\s-]/g, '').toLowerCase();
  return grades.find((g) => g.replace(/\s/g, '').toLowerCase() === plain) ?? null;
};

/** The column that a field of a record was read from. */
const columnOf: Partial<Record<string, ImportColumn>> = {
  phone: 'phone',
  email: 'email',
  make: 'make',
  model: 'model',
  year: 'year',
  plate: 'plate',
  front: 'front bores',
  rear: 'rear bores',
};

/** What the schema of a record says against it; null when nothing does. */
function refusedBy(collection: 'customers' | 'cars', record: unknown): ImportProblem | null {
  const issue = recordSchemas[collection].safeParse(record).error?.issues[0] as SchemaIssue | undefined;
  if (!issue) return null;
  const field = String(issue.path[0]);
  const column = field === 'name' ? (collection === 'cars' ? 'car' : 'customer') : (columnOf[field] ?? null);
  return { code: 'fieldRefused', column, issue };
}

type CarColumns = Pick<Car, 'name' | 'make' | 'model' | 'year' | 'plate' | 'fluidGrade' | Axle>;

/** What a row says of its car, as far as it can be read. */
function carColumns(
  cell: (column: ImportColumn) => string,
  plain: Pick<Car, 'fluidGrade' | Axle>,
): CarColumns | ImportProblem {
  const year = cell('year') === '' ? null : Number(cell('year'));
  if (Number.isNaN(year)) return { code: 'notAYear', text: cell('year') };
  const fluidGrade = cell('grade') === '' ? plain.fluidGrade : gradeOf(cell('grade'));
  if (fluidGrade === null) return { code: 'notAGrade', text: cell('grade') };
  const brakes = { front: plain.front, rear: plain.rear };
  for (const axle of axles) {
    const column = `${axle} bores` as const;
    if (cell(column) === '') continue;
    const read = parseBores(cell(column), plain[axle].brake);
    if (!read.ok) return { code: 'notBores', column, problem: read.problem };
    brakes[axle] = { ...plain[axle], boresMm: read.boresMm };
  }
  return {
    name: cell('car'),
    make: cell('make') || 'not said',
    model: cell('model') || 'not said',
    year,
    plate: cell('plate'),
    fluidGrade,
    ...brakes,
  };
}

/**
 * Reads rows that a table parser has split, and holds them against the schemas of the records that they become. Known customers are used
 * again, by name; a car that a customer has already is refused.
 * @param plain a car that everything is taken from that the table does not say: its other hydraulics are entered at the car
 */
export function importPreview(
  logbook: Logbook,
  rows: readonly Row[],
  plain: Omit<Car, 'id' | 'customerId' | 'name' | 'make' | 'model'>,
  newId: () => string,
): ImportPreview {
  const customers = new Map<string, Customer>();
  const cars: Car[] = [];
  const refused: RefusedRow[] = [];
  const known = new Map(
    [...logbook.customers.values()].filter((c) => !c.archived).map((c) => [c.name.toLowerCase(), c]),
  );
  const taken = new Set(
    [...logbook.cars.values()].filter((c) => !c.archived).map((c) => `${c.customerId} ${c.name.toLowerCase()}`),
  );
  rows.forEach((row, i) => {
    const cell = cellOf(row);
    const refuse = (why: ImportProblem): void => {
      refused.push({ row: i + 2, text: importColumns.map(cell).filter(Boolean).join(', ').slice(0, 80), why });
    };
    const name = cell('customer');
    if (name === '' && cell('car') === '') return refuse({ code: 'rowIsEmpty' });
    if (name === '') return refuse({ code: 'customerNotNamed' });
    if (cell('car') === '') return refuse({ code: 'carNotNamed' });
    const columns = carColumns(cell, plain);
    if ('code' in columns) return refuse(columns);
    const key = name.toLowerCase();
    const customer: Customer = known.get(key) ??
      customers.get(key) ?? {
        ...recordDefaults.customers,
        id: newId(),
        version: 0,
        archived: false,
        name,
        phone: cell('phone'),
        email: cell('email'),
        notes: '',
        units: 'metric',
        fluidPolicy: null,
        demandedMarginC: null,
      };
    const car: Car = { ...plain, ...columns, id: newId(), version: 0, archived: false, customerId: customer.id };
    const problem = refusedBy('customers', customer) ?? refusedBy('cars', car);
    if (problem) return refuse(problem);
    const place = `${customer.id} ${car.name.toLowerCase()}`;
    if (taken.has(place)) return refuse({ code: 'carTwice', customer: customer.name });
    taken.add(place);
    if (!known.has(key)) customers.set(key, customer);
    cars.push(car);
  });
  return { customers: [...customers.values()], cars, refused, rows: rows.length };
}
