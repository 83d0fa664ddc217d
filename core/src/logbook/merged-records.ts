/** Customers and cars that were entered twice: whatever hangs on the one that was merged counts for the one that stays. Nothing is rewritten, so that it can be taken apart again. */
import type { Fact } from '../model';
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

/** Records and facts as they count: of what was merged, the one that stays has all. The same where nothing was. */
export function asMerged(
  records: Records,
  effective: readonly Fact[],
  replaced: readonly Replaced[],
): { records: Records; effective: readonly Fact[]; replaced: readonly Replaced[] } {
  const ofCustomer = intoOf(records.customers ?? []);
  const ofCar = intoOf(records.cars ?? []);
  let next: Records = records;
  if (ofCustomer)
    next = {
      ...next,
      cars: followed(next.cars, 'customerId', ofCustomer),
      messages: followed(next.messages, 'customerId', ofCustomer),
    };
  if (!ofCar) return { records: next, effective, replaced };
  const sheets = [...(next.brakeSheets ?? [])];
  const own = new Set(sheets.filter((s) => !s.archived).map((s) => s.carId));
  return {
    records: {
      ...next,
      bookings: followed(next.bookings, 'carId', ofCar),
      jobs: followed(next.jobs, 'carId', ofCar),
      padSets: followed(next.padSets, 'carId', ofCar),
      rotorPairs: followed(next.rotorPairs, 'carId', ofCar),
      wearParts: followed(next.wearParts, 'carId', ofCar),
      // The sheet of the one that stays holds; that of the other only where it has none.
      brakeSheets: followed(
        sheets.filter((s) => ofCar(s.carId) === s.carId || !own.has(ofCar(s.carId))),
        'carId',
        ofCar,
      ),
    },
    effective: followed(effective, 'carId', ofCar),
    replaced: replaced.map((r) => {
      const [fact] = followed([r.fact], 'carId', ofCar);
      return fact === r.fact ? r : { ...r, fact: fact! };
    }),
  };
}
