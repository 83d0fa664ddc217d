/** Customers and cars out of a table: which rows can be saved, and why the others cannot. */
import { isEqual } from 'es-toolkit/predicate';
import { type Instant, type LocalDate, dateIn } from '../calendar';
import { flushElsewhere } from '../fluid';
import { defaultLineLengthsMm } from '../hydraulics';
import { type Logbook, customerLike, isSameName, lettersAndDigits, plainName } from '../logbook';
import { type Car, type Customer, type FluidExchange, type SchemaIssue, recordDefaults } from '../model';
import { factSchema, recordSchemas } from '../model/schemas';
import { type ColumnMap, type ImportColumn, importColumns } from './columns';
import { type CellProblem, type Cells, type DateOrder, carOf, readDay } from './read-row';

/** Why a row cannot be saved. */
export type ImportProblem =
  | { code: 'rowIsEmpty' | 'customerNotNamed' | 'carNotNamed' | 'flushNotDated' | 'dayToCome' }
  | CellProblem
  | { code: 'notAFluid'; text: string }
  | { code: 'fieldRefused'; column: ImportColumn | null; issue: SchemaIssue }
  | { code: 'carTwice'; customer: string }
  /** A name that is not known, under the phone number or with the words of one that is: somebody says whether it is the same customer. */
  | { code: 'customerLike'; customer: string; like: string; phone: string }
  | { code: 'plateTwice'; plate: string; car: string };

export interface RefusedRow {
  /** As a table program counts: the heading is row 1. */
  row: number;
  text: string;
  why: ImportProblem;
  /** What else cannot be read in it. */
  also: ImportProblem[];
}

/** A table that somebody chose, split into cells, and how it is to be read. */
export interface ImportTable {
  head: readonly string[];
  rows: readonly (readonly string[])[];
  columns: ColumnMap;
  dateOrder: DateOrder;
  /** Whether a comma between figures is a decimal one; left out: it parts them. */
  isDecimalComma?: boolean;
  /** Rows that somebody has left out, counted as {@link RefusedRow.row} is. */
  leftOut: readonly number[];
  /** What somebody has said of names that are like another: the same customer as that one, or (null) another person. */
  sameCustomers?: readonly { name: string; isSameAs: string | null }[];
}

export interface ImportPreview {
  customers: Customer[];
  cars: Car[];
  /** Last flushes, done elsewhere. */
  flushes: FluidExchange[];
  /** Cars and customers that are known and that the table says something else of, as they would be. */
  changed: { cars: Car[]; customers: Customer[] };
  /** Rows of which all is known already. */
  unchanged: number;
  refused: RefusedRow[];
  rows: number;
}

/** Who reads the table, and when. */
export interface ImportReader {
  newId: () => string;
  now: Instant;
  /** Who is on duty: last flushes carry the name. */
  by: string;
}

export const MAX_IMPORT_ROWS = 10_000;

/** The column that a refused row is mended in; null: the row as a whole. */
export function columnOfProblem(why: ImportProblem): ImportColumn | null {
  switch (why.code) {
    case 'rowIsEmpty':
      return null;
    case 'customerNotNamed':
    case 'customerLike':
      return 'customer';
    case 'carNotNamed':
    case 'carTwice':
      return 'car';
    case 'plateTwice':
      return 'plate';
    case 'flushNotDated':
    case 'dayToCome':
      return 'last flush';
    case 'notAFluid':
      return 'flush fluid';
    default:
      return why.column;
  }
}

/** The column that a field of a record was read from. */
const columnOfField: Partial<Record<string, ImportColumn>> = {
  phone: 'phone',
  email: 'email',
  make: 'make',
  model: 'model',
  year: 'year',
  plate: 'plate',
  front: 'front bores',
  rear: 'rear bores',
  elsewhere: 'flushed by',
  notes: 'car notes',
};

/** What a schema says against something, once for each column. */
function refusedBy(
  schema: { safeParse: (record: unknown) => { error?: { issues: readonly unknown[] } } },
  record: unknown,
  nameColumn: ImportColumn | null,
): ImportProblem[] {
  const issues = (schema.safeParse(record).error?.issues ?? []) as SchemaIssue[];
  const seen = new Set<ImportColumn | null>();
  return issues.flatMap((issue): ImportProblem[] => {
    const field = String(issue.path[0]);
    const column = field === 'name' ? nameColumn : (columnOfField[field] ?? null);
    if (seen.has(column)) return [];
    seen.add(column);
    return [{ code: 'fieldRefused', column, issue }];
  });
}

/** The last flush that a row tells of; null where it tells of none. */
function flushOf(
  cell: Cells,
  logbook: Logbook,
  carId: string,
  dateOrder: DateOrder,
  { newId, now, by }: ImportReader,
): FluidExchange | ImportProblem | null {
  const fluidName = cell('flush fluid');
  if (cell('last flush') === '')
    return fluidName === '' && cell('flushed by') === '' ? null : { code: 'flushNotDated' };
  const day: LocalDate | null = readDay(cell('last flush'), dateOrder);
  if (day === null) return { code: 'notADay', column: 'last flush', text: cell('last flush') };
  if (day > dateIn(now, logbook.shop.timeZone)) return { code: 'dayToCome' };
  const fluid = [...logbook.fluids.values()].find(
    (f) => !f.archived && f.name.toLowerCase() === fluidName.toLowerCase(),
  );
  if (fluidName !== '' && !fluid) return { code: 'notAFluid', text: fluidName };
  return flushElsewhere({
    id: newId(),
    carId,
    day,
    now,
    timeZone: logbook.shop.timeZone,
    by,
    doneBy: cell('flushed by'),
    fluidId: fluid?.id ?? null,
  });
}

/** A flush that was told of before: of the same car on the same day. */
const isKnownFlush = (logbook: Logbook, { carId, at }: FluidExchange): boolean =>
  logbook
    .factsOfCar(carId)
    .some(
      (f) => f.kind === 'fluidExchange' && dateIn(f.at, logbook.shop.timeZone) === dateIn(at, logbook.shop.timeZone),
    );

/**
 * Reads a table, and holds what its rows become against their schemas. Known customers are used again, by name, and so is a car that a customer has already:
 * what the row says of it is changed, the rest stays. A second row for a car is refused, and so is a plate that another car carries.
 * @param base a car that everything is taken from that the table does not say: its other hydraulics are entered at the car
 */
export function importPreview(
  logbook: Logbook,
  table: ImportTable,
  base: Omit<Car, 'id' | 'customerId' | 'name' | 'make' | 'model'>,
  reader: ImportReader,
): ImportPreview {
  const customers = new Map<string, Customer>();
  const cars: Car[] = [];
  const flushes: FluidExchange[] = [];
  const refused: RefusedRow[] = [];
  const inUse = [...logbook.cars.values()].filter((c) => !c.archived);
  const known = new Map([...logbook.customers.values()].filter((c) => !c.archived).map((c) => [plainName(c.name), c]));
  const carsBy = new Map(inUse.map((c) => [`${c.customerId} ${c.name.toLowerCase()}`, c]));
  const taken = new Set<string>();
  const changed = { cars: [] as Car[], customers: new Map<string, Customer>() };
  let unchanged = 0;
  const plates = new Map(inUse.filter((c) => lettersAndDigits(c.plate)).map((c) => [lettersAndDigits(c.plate), c]));
  const leftOut = new Set(table.leftOut);
  table.rows.forEach((row, i) => {
    if (leftOut.has(i + 2)) return;
    if (row.every((text) => text.trim() === '')) return;
    const cell: Cells = Object.assign((column: ImportColumn) => (row[table.columns.indexOf(column)] ?? '').trim(), {
      isDecimalComma: table.isDecimalComma ?? false,
    });
    const refuse = (...[why, ...also]: [ImportProblem, ...ImportProblem[]]): void => {
      refused.push({ row: i + 2, text: importColumns.map(cell).filter(Boolean).join(', ').slice(0, 80), why, also });
    };
    const name = cell('customer');
    if (name === '' && cell('car') === '') return refuse({ code: 'rowIsEmpty' });
    if (name === '') return refuse({ code: 'customerNotNamed' });
    if (cell('car') === '') return refuse({ code: 'carNotNamed' });
    const said = table.sameCustomers?.find((s) => isSameName(s.name, name));
    const key = plainName(said?.isSameAs ?? name);
    const owner = known.get(key);
    if (!owner && !customers.has(key) && !said) {
      const like = customerLike([...known.values(), ...customers.values()], { name, phone: cell('phone') });
      if (like) return refuse({ code: 'customerLike', customer: name, like: like.name, phone: like.phone });
    }
    const old = owner && carsBy.get(`${owner.id} ${cell('car').toLowerCase()}`);
    const result = carOf(cell, old ?? base);
    // Of a row that cannot be read everything else that is wrong with it is said too.
    const read = 'car' in result ? result.car : { ...(old ?? base), name: cell('car'), make: '-', model: '-' };
    const unread = 'problems' in result ? result.problems : [];
    const customer: Customer = owner ??
      customers.get(key) ?? {
        ...recordDefaults.customers,
        id: reader.newId(),
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
    const car: Car = {
      ...read,
      // Lines run from where the driver sits.
      ...(old && read.driverSide === old.driverSide
        ? {}
        : {
            lineLengthMm:
              read.driverSide === base.driverSide ? base.lineLengthMm : defaultLineLengthsMm(read.driverSide),
            masterCylinderSide: read.driverSide,
          }),
      id: old?.id ?? reader.newId(),
      version: old?.version ?? 0,
      archived: false,
      customerId: customer.id,
      name: old?.name ?? read.name,
    };
    const flush = flushOf(cell, logbook, car.id, table.dateOrder, reader);
    const [first, ...others] = [
      ...unread,
      ...(flush && 'code' in flush ? [flush] : []),
      ...refusedBy(recordSchemas.customers, customer, 'customer'),
      ...refusedBy(recordSchemas.cars, car, 'car'),
      ...(flush && !('code' in flush) ? refusedBy(factSchema, flush, null) : []),
    ];
    if (first) return refuse(first, ...others);
    if (flush && 'code' in flush) return;
    const place = `${customer.id} ${car.name.toLowerCase()}`;
    if (taken.has(place)) return refuse({ code: 'carTwice', customer: customer.name });
    const plate = lettersAndDigits(car.plate);
    const other = plates.get(plate);
    if (plate && other !== undefined && other.id !== car.id)
      return refuse({ code: 'plateTwice', plate: car.plate, car: other.name });
    taken.add(place);
    if (plate) plates.set(plate, car);
    if (!known.has(key)) customers.set(key, customer);
    const told = owner && { ...owner, phone: cell('phone') || owner.phone, email: cell('email') || owner.email };
    const isOwnerChanged = told && (told.phone !== owner.phone || told.email !== owner.email);
    if (isOwnerChanged) changed.customers.set(key, told);
    const isNewFlush = flush && !(old && isKnownFlush(logbook, flush));
    if (isNewFlush) flushes.push(flush);
    const isChanged = old !== undefined && !isEqual(old, car);
    if (!old) cars.push(car);
    else if (isChanged) changed.cars.push(car);
    else if (!isNewFlush && !isOwnerChanged) unchanged += 1;
  });
  return {
    customers: [...customers.values()],
    cars,
    flushes,
    changed: { cars: changed.cars, customers: [...changed.customers.values()] },
    unchanged,
    refused,
    rows: table.rows.filter((row) => row.some((text) => text.trim() !== '')).length,
  };
}
