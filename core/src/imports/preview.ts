/** Customers and cars out of a table: which rows can be kept, and why the others cannot. */
import type { Logbook } from '../logbook';
import { type Car, type Customer, recordDefaults } from '../model';

export interface RefusedRow {
  /** As a table program counts: the heading is row 1. */
  row: number;
  text: string;
  why: string;
}

export interface ImportPreview {
  customers: Customer[];
  cars: Car[];
  refused: RefusedRow[];
  rows: number;
}

/** Columns that are read; the first two must be there. */
export const importColumns = ['customer', 'car', 'phone', 'email', 'make', 'model', 'year', 'plate', 'grade'] as const;
type Column = (typeof importColumns)[number];

export const MAX_IMPORT_ROWS = 10_000;

const GRADES = ['DOT 3', 'DOT 4', 'DOT 5', 'DOT 5.1', 'mineral'] as const;
const gradeOf = (text: string): Car['fluidGrade'] | null => {
  const plain = text.replace(/[\s-]/g, '').toLowerCase();
  return GRADES.find((g) => g.replace(/\s/g, '').toLowerCase() === plain) ?? null;
};

/**
 * Reads rows that a table parser has split. Known customers are used again, by name; a car that a customer has already is refused.
 * @param plain a car that everything is taken from that the table does not say: hydraulics are entered at the car
 */
export function importPreview(
  logbook: Logbook,
  rows: readonly Partial<Record<Column, string>>[],
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
  rows.forEach((cells, i) => {
    const cell = (column: Column): string => (cells[column] ?? '').trim();
    const refuse = (why: string): void => {
      refused.push({ row: i + 2, text: importColumns.map(cell).filter(Boolean).join(', ').slice(0, 80), why });
    };
    const name = cell('customer');
    const carName = cell('car');
    if (name === '' && carName === '') return refuse('The row is empty.');
    if (name === '') return refuse('No customer is named.');
    if (carName === '') return refuse('No car is named.');
    if (name.length > 80 || carName.length > 80) return refuse('A name is longer than 80 characters.');
    if (/[\u0000-\u001f\ufffd]/.test(name + carName)) return refuse('Letters in it cannot be read.');
    const email = cell('email');
    if (email !== '' && !/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(email))
      return refuse(`“${email}” does not look like an e-mail address.`);
    const phone = cell('phone');
    if (phone.length > 40) return refuse('The phone number is longer than 40 characters.');
    const yearText = cell('year');
    const year = yearText === '' ? null : Number(yearText);
    if (year !== null && !(Number.isInteger(year) && year >= 1900 && year <= 2100))
      return refuse(`“${yearText}” is not a year from 1900 to 2100.`);
    const gradeText = cell('grade');
    const grade = gradeText === '' ? plain.fluidGrade : gradeOf(gradeText);
    if (grade === null) return refuse(`“${gradeText}” is not a fluid grade: ${GRADES.join(', ')}.`);
    const make = cell('make') || 'not said';
    const model = cell('model') || 'not said';
    if (make.length > 40 || model.length > 40 || cell('plate').length > 20)
      return refuse('Make, model or plate is too long.');
    const key = name.toLowerCase();
    const customer: Customer = known.get(key) ??
      customers.get(key) ?? {
        ...recordDefaults.customers,
        id: newId(),
        version: 0,
        archived: false,
        name,
        phone,
        email,
        notes: '',
        units: 'metric',
        fluidPolicy: null,
        demandedMarginC: null,
      };
    const place = `${customer.id} ${carName.toLowerCase()}`;
    if (taken.has(place)) return refuse(`${customer.name} has a car of that name already.`);
    taken.add(place);
    if (!known.has(key)) customers.set(key, customer);
    cars.push({
      ...plain,
      id: newId(),
      version: 0,
      archived: false,
      customerId: customer.id,
      name: carName,
      make,
      model,
      year,
      plate: cell('plate'),
      fluidGrade: grade,
    });
  });
  return { customers: [...customers.values()], cars, refused, rows: rows.length };
}
