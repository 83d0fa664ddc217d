/** What one row of a table says of its car. */
import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';
import { enGB } from 'date-fns/locale/en-GB';
import type { LocalDate } from '../calendar';
import { type BoresProblem, parseBores, usualBoresMm } from '../hydraulics';
import { type AssumedKey, type Axle, type AxleBrake, type Car, axles, grades } from '../model';
import type { ImportColumn } from './columns';

/** How dates with slashes are written: 3/4 is a day of April, or of March. */
export type DateOrder = 'dayFirst' | 'monthFirst';

/** What cannot be read in a cell. */
export type CellProblem =
  | { code: 'notAYear' | 'notAGrade' | 'notASide' | 'notABrake' | 'notADay'; column: ImportColumn; text: string }
  | { code: 'notBores'; column: ImportColumn; problem: BoresProblem };

export type Cells = ((column: ImportColumn) => string) & {
  /** A comma between figures is a decimal one: 38,1 is one bore. */
  isDecimalComma?: boolean;
};

const plain = (text: string): string => text.replace(/[\s-]/g, '').toLowerCase();

const gradeOf = (text: string): Car['fluidGrade'] | null =>
  grades.find((g) => plain(g) === plain(text) || plain(g) === `dot${plain(text)}`) ?? null;

const sides: Record<string, Car['driverSide']> = {
  left: 'left',
  l: 'left',
  lhd: 'left',
  lefthanddrive: 'left',
  right: 'right',
  r: 'right',
  rhd: 'right',
  righthanddrive: 'right',
};

const brakes: Record<string, AxleBrake['brake']> = {
  fixed: 'fixedCaliper',
  fixedcaliper: 'fixedCaliper',
  opposed: 'fixedCaliper',
  floating: 'floatingCaliper',
  floatingcaliper: 'floatingCaliper',
  sliding: 'floatingCaliper',
  slidingcaliper: 'floatingCaliper',
  drum: 'drum',
  drums: 'drum',
};

const dayFormats: Record<DateOrder, readonly string[]> = {
  dayFirst: ['d/M/yyyy', 'd/M/yy'],
  monthFirst: ['M/d/yyyy', 'M/d/yy'],
};
const anyFormats = [
  'yyyy-M-d',
  'yyyy/M/d',
  'd.M.yyyy',
  'd.M.yy',
  'd MMM yyyy',
  'd MMMM yyyy',
  'MMM d, yyyy',
  'MMMM d, yyyy',
];

/**
 * A day as people write it in tables.
 * @returns null where it is none
 * @example readDay('3/4/2026', 'dayFirst') // '2026-04-03'
 */
export function readDay(text: string, order: DateOrder): LocalDate | null {
  const trimmed = text.trim();
  for (const format of [...anyFormats, ...dayFormats[order]]) {
    const day = parse(trimmed, format, new Date(2000, 0, 1), { locale: enGB });
    if (isValid(day) && day.getFullYear() > 1900 && day.getFullYear() < 2200) {
      const two = (n: number): string => String(n).padStart(2, '0');
      return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;
    }
  }
  return null;
}

/** Whether the order of day and month in it changes what a text means. */
export const isOrderOpen = (text: string): boolean => {
  const [first, second] = [readDay(text, 'dayFirst'), readDay(text, 'monthFirst')];
  return first !== second;
};

/** The brakes of an axle: what is said of them, the usual bores of that kind where only the kind is. */
function axleOf(cell: Cells, axle: Axle, base: AxleBrake): AxleBrake | CellProblem {
  const [kindColumn, boresColumn] = [`${axle} brake` as const, `${axle} bores` as const];
  const said = cell(kindColumn);
  const brake = said === '' ? base.brake : brakes[plain(said)];
  if (!brake) return { code: 'notABrake', column: kindColumn, text: said };
  const usual: AxleBrake =
    brake === base.brake ? base : { ...base, brake, boresMm: usualBoresMm[axle][brake], bleedNipplesPerCorner: 1 };
  if (cell(boresColumn) === '') return usual;
  const read = parseBores(cell(boresColumn), brake, cell.isDecimalComma);
  return read.ok
    ? { ...usual, boresMm: read.boresMm }
    : { code: 'notBores', column: boresColumn, problem: read.problem };
}

/** What somebody has to say of an assumed thing for it to be no longer assumed. */
const saidBy: Partial<Record<AssumedKey, readonly ImportColumn[]>> = {
  fluidGrade: ['grade'],
  driverSide: ['driver side'],
  front: ['front bores'],
  rear: ['rear bores'],
};

/**
 * The car that a row says, or everything in its cells that cannot be read.
 * @param base a car that everything is taken from that the row does not say
 */
export function carOf<T extends Omit<Car, 'id' | 'customerId' | 'name' | 'make' | 'model'>>(
  cell: Cells,
  base: T,
): { car: T & Pick<Car, 'name' | 'make' | 'model'> } | { problems: CellProblem[] } {
  const problems: CellProblem[] = [];
  // What the row does not say of a car that is known stays.
  const known: Partial<Car> = base;
  const year = cell('year') === '' ? null : Number(cell('year'));
  if (Number.isNaN(year)) problems.push({ code: 'notAYear', column: 'year', text: cell('year') });
  const fluidGrade = cell('grade') === '' ? base.fluidGrade : gradeOf(cell('grade'));
  if (fluidGrade === null) problems.push({ code: 'notAGrade', column: 'grade', text: cell('grade') });
  const driverSide = cell('driver side') === '' ? base.driverSide : sides[plain(cell('driver side'))];
  if (!driverSide) problems.push({ code: 'notASide', column: 'driver side', text: cell('driver side') });
  const read = { front: base.front, rear: base.rear };
  for (const axle of axles) {
    const brake = axleOf(cell, axle, base[axle]);
    if ('code' in brake) problems.push(brake);
    else read[axle] = brake;
  }
  if (problems.length > 0 || fluidGrade === null || !driverSide) return { problems };
  const car = {
    ...base,
    ...read,
    name: cell('car'),
    make: cell('make') || known.make || 'not said',
    model: cell('model') || known.model || 'not said',
    year: year ?? known.year ?? null,
    plate: cell('plate') || (known.plate ?? ''),
    fluidGrade,
    driverSide,
    assumed: base.assumed.filter((key) => !saidBy[key]?.some((column) => cell(column) !== '')),
    notes: base.notes.includes(cell('car notes'))
      ? base.notes
      : [cell('car notes'), base.notes].filter(Boolean).join('\n'),
  };
  return { car };
}
