/** Customers and cars that were entered twice: whatever hangs on the one that was merged counts for the one that stays. Nothing is rewritten, so that it can be taken apart again. */
import { type Fact, collectionsTo } from '../model';
import type { Records, Replaced } from './stored';

type Into = (id: string) => string;
/** So many merges one after the other at most: a circle ends somewhere. */
const MOST = 20;

function intoOf(
  records: Iterable<{ id: string; archived: boolean; mergedIntoId?: string | null | undefined }>,
): Into | null {
  const into = new Map<string, string>();
  for (const r of records) if (r.archived && r.mergedIntoId && r.mergedIntoId !== r.id) into.set(r.id, r.mergedIntoId);
  if (into.size === 0) return null;
  return (id) => {
    let at = id;
    for (let n = 0; n < MOST && into.has(at); n++) at = into.get(at)!;
    return at;
  };
}

/** The record with what it points at by a field followed to where it is now. */
const followed = <T extends object>(all: Iterable<T> | undefined, field: string, into: Into): T[] =>
  [...(all ?? [])].map((r) => {
    const id = (r as Record<string, unknown>)[field];
    const now = typeof id === 'string' ? into(id) : id;
    return now === id ? r : { ...r, [field]: now };
  });

/** All records that point at a collection, each followed to where it is now: by the registry of references, so that none is forgotten. */
const pointed = (records: Records, target: 'cars' | 'customers', into: Into): Records =>
  collectionsTo(target).reduce<Records>(
    (next, { collection, field }) => ({ ...next, [collection]: followed<object>(next[collection], field, into) }),
    records,
  );

/** Records and facts as they count: of what was merged, the one that stays has all. The same where nothing was. */
export function asMerged(
  records: Records,
  effective: readonly Fact[],
  replaced: readonly Replaced[],
): { records: Records; effective: readonly Fact[]; replaced: readonly Replaced[] } {
  const ofCustomer = intoOf(records.customers ?? []);
  const ofCar = intoOf(records.cars ?? []);
  let next: Records = ofCustomer ? pointed(records, 'customers', ofCustomer) : records;
  if (!ofCar) return { records: next, effective, replaced };
  // The sheet of the one that stays holds; that of the other only where it has none.
  const sheets = [...(next.brakeSheets ?? [])];
  const own = new Set(sheets.filter((s) => !s.archived).map((s) => s.carId));
  next = { ...next, brakeSheets: sheets.filter((s) => ofCar(s.carId) === s.carId || !own.has(ofCar(s.carId))) };
  return {
    records: pointed(next, 'cars', ofCar),
    effective: followed(effective, 'carId', ofCar),
    replaced: replaced.map((r) => {
      const [fact] = followed([r.fact], 'carId', ofCar);
      return fact === r.fact ? r : { ...r, fact: fact! };
    }),
  };
}
