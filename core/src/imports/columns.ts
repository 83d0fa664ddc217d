/** Columns of a table of customers and cars, and which heading of somebody's own table means which. */

import { lettersAndDigits } from '../logbook';

/** Columns that are read, in the order in which a template has them; the first two must be there. */
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
  'driver side',
  'front brake',
  'front bores',
  'rear brake',
  'rear bores',
  'last flush',
  'flushed by',
  'flush fluid',
  'car notes',
] as const;
export type ImportColumn = (typeof importColumns)[number];
export const neededColumns = ['customer', 'car'] as const satisfies readonly ImportColumn[];

/** Which column each heading of a table is, in its order; null: it is not read. */
export type ColumnMap = readonly (ImportColumn | null)[];

/** Headings that people give to a column, in letters and digits only. */
const headings: Record<ImportColumn, readonly string[]> = {
  customer: ['client', 'owner', 'customername', 'clientname', 'ownername', 'name'],
  car: ['vehicle', 'carname', 'vehiclename'],
  phone: ['telephone', 'tel', 'mobile', 'cell', 'phonenumber', 'phoneno'],
  email: ['mail', 'emailaddress'],
  make: ['manufacturer', 'brand', 'maker'],
  model: ['type', 'carmodel'],
  year: ['built', 'modelyear', 'yearbuilt'],
  plate: ['registration', 'reg', 'regno', 'licenseplate', 'licenceplate', 'numberplate', 'plateno'],
  grade: ['fluidgrade', 'dot', 'brakefluid', 'fluid'],
  'driver side': ['driversside', 'driver', 'steering', 'drive', 'handdrive', 'drivessits'],
  'front brake': ['frontbrakes', 'frontcaliper', 'frontcalipers', 'brakefront', 'brakesfront'],
  'front bores': ['frontbore', 'frontpistons', 'boresfront'],
  'rear brake': ['rearbrakes', 'rearcaliper', 'rearcalipers', 'brakerear', 'brakesrear'],
  'rear bores': ['rearbore', 'rearpistons', 'boresrear'],
  'last flush': ['lastflushed', 'flushed', 'flushedon', 'flushdate', 'lastfluidchange', 'fluidchanged', 'dateofflush'],
  'flushed by': ['flushby', 'doneby', 'workshop'],
  'flush fluid': ['flushedwith', 'fluidused', 'fluidname'],
  'car notes': ['notes', 'remarks', 'comments'],
};

/**
 * Which column each heading most likely is; a column is given to the first heading that means it.
 * @example guessColumns(['Owner', 'Vehicle', 'Colour']) // ['customer', 'car', null]
 */
export function guessColumns(head: readonly string[]): ColumnMap {
  const taken = new Set<ImportColumn>();
  const guess = (means: (column: ImportColumn, heading: string) => boolean, found: (ImportColumn | null)[]) =>
    head.map((text, i) => {
      if (found[i]) return found[i];
      const heading = lettersAndDigits(text);
      const column = importColumns.find((c) => !taken.has(c) && means(c, heading)) ?? null;
      if (column) taken.add(column);
      return column;
    });
  // A heading that is the column's own name goes before one that only may mean it.
  const byName = guess(
    (column, heading) => lettersAndDigits(column) === heading,
    head.map(() => null),
  );
  return guess((column, heading) => headings[column].includes(heading), byName);
}
