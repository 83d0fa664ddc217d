/** Fluid and small parts go round once: what one piece of work takes is not there for the next. Soonest event first. */
import { type LocalDate, plusWorkingDays } from '../calendar';
import { awaited, bottleState, fastestSupplier, onShelf, onShelfFrom, toBuy, usableMl } from '../inventory';
import { type Logbook, shopIsShut } from '../logbook';
import type { Booking, PadSet } from '../model';
import { workFinding } from './findings';
import type { WorkItem } from './types';

/** Bottles are bought in this size where none of that fluid has ever been on the shelf, mL. */
const USUAL_BOTTLE_ML = 1000;

/** What a bottle of a fluid holds, as it was bought last, mL. */
export const bottleSizeMl = (logbook: Logbook, fluidId: string): number =>
  [...logbook.bottles.values()].filter((b) => b.fluidId === fluidId).at(-1)?.sizeMl ?? USUAL_BOTTLE_ML;

/** Usable fluid of a product that is reserved for a booking, mL. */
const reservedMl = (logbook: Logbook, booking: Booking | undefined, fluidId: string, today: LocalDate): number =>
  (booking?.reservedIds ?? []).reduce((ml, id) => {
    const bottle = logbook.bottles.get(id);
    if (!bottle || bottle.archived || bottle.fluidId !== fluidId) return ml;
    const { leftMl, openTooLong } = bottleState(logbook, bottle, today);
    return openTooLong ? ml : ml + leftMl;
  }, 0);

interface Pool {
  /** On the shelf and spoken for by nobody. */
  here: number;
  /** What was here before anybody took of it. */
  wasHere: number;
  coming: { amount: number; on: LocalDate }[];
}

/** Takes an amount out of a pool. @returns the day on which the last of it is here; null where it does not do */
function takeFrom(pool: Pool, amount: number, today: LocalDate): { on: LocalDate | null; short: number } {
  const shelf = Math.min(pool.here, amount);
  pool.here -= shelf;
  let left = amount - shelf;
  let on = today;
  for (const delivery of pool.coming) {
    if (left <= 0) break;
    const taken = Math.min(delivery.amount, left);
    if (taken <= 0) continue;
    delivery.amount -= taken;
    left -= taken;
    if (delivery.on > on) on = delivery.on;
  }
  return left > 0 ? { on: null, short: left } : { on, short: 0 };
}

/**
 * Says of each piece of work where its fluid and its small parts come from, and what it cannot be done for. Changes the items.
 * @param lists work of bookings, soonest event first
 */
export function allot(logbook: Logbook, lists: Iterable<readonly WorkItem[]>, today: LocalDate): void {
  const coming = awaited(logbook);
  const pools = new Map<string, Pool>();
  const poolOf = (id: string, here: () => number, unit: number): Pool => {
    const known = pools.get(id);
    if (known) return known;
    const amount = here();
    const made: Pool = {
      here: amount,
      wasHere: amount,
      coming: coming
        .filter((a) => a.likeId === id)
        .map((a) => ({ amount: a.left * unit, on: onShelfFrom(a.arrivesOn < today ? today : a.arrivesOn) }))
        .sort((a, b) => a.on.localeCompare(b.on)),
    };
    pools.set(id, made);
    return made;
  };
  const freeMl = (fluidId: string): number => {
    const reserved = [...logbook.bookings.values()]
      .filter((b) => !b.archived && (logbook.events.get(b.eventId)?.endDate ?? '') >= today)
      .reduce((ml, b) => ml + reservedMl(logbook, b, fluidId, today), 0);
    return Math.max(0, usableMl(logbook, fluidId, today) - reserved);
  };
  // A set of nobody's goes to whoever wants it first.
  const taken = new Set<string>();
  const freeSet = (bookingId: string, partId: string | null): PadSet | null => {
    const set = logbook.padSets.get(partId ?? '');
    const isReserved = logbook.bookings.get(bookingId)?.reservedIds.includes(partId ?? '') ?? false;
    return set && set.carId === null && !isReserved ? set : null;
  };
  for (const items of lists)
    for (const item of items) {
      if (item.state !== 'todo' && item.state !== 'planned') continue;
      if (item.fluid) allotFluid(item, item.fluid);
      item.parts = item.parts.map((part) => {
        const free = part.source === 'shelf' && part.goods === 'padSet' ? freeSet(item.bookingId, part.partId) : null;
        if (free) {
          if (!taken.has(free.id)) {
            taken.add(free.id);
            return part;
          }
          const booking = logbook.bookings.get(item.bookingId) ?? null;
          const name = logbook.compounds.get(free.compoundId ?? '')?.name ?? '';
          return toBuy(logbook, booking, { goods: 'padSet', likeId: free.id, name, axle: part.axle }, today);
        }
        if (part.goods !== 'wearPart' || part.likeId === null || part.source !== 'shelf') return part;
        const pool = poolOf(part.likeId, () => onShelf(logbook, part.likeId!), 1);
        if (pool.here >= part.count) {
          pool.here -= part.count;
          return part;
        }
        const { goods, likeId, name, axle } = part;
        const booking = logbook.bookings.get(item.bookingId) ?? null;
        return toBuy(logbook, booking, { goods, likeId, name, axle }, today);
      });
    }

  function allotFluid(item: WorkItem, fluid: NonNullable<WorkItem['fluid']>): void {
    const block = (finding: WorkItem['impossible']): void => void (item.impossible ??= finding);
    const { fluidId, grade } = fluid;
    if (fluidId === null) {
      fluid.source = 'unknown';
      return block(workFinding('noFluidOnRecord', 'needsWork', {}, { grade }));
    }
    const name = logbook.fluids.get(fluidId)?.name ?? '';
    const own = reservedMl(logbook, logbook.bookings.get(item.bookingId), fluidId, today);
    const wanted = Math.max(0, fluid.ml - own);
    const pool = poolOf(fluidId, () => freeMl(fluidId), bottleSizeMl(logbook, fluidId));
    const { on, short } = takeFrom(pool, wanted, today);
    const supplier = fastestSupplier(logbook, 'bottle');
    const brings = supplier ? onShelfFrom(plusWorkingDays(today, supplier.leadDays, shopIsShut(logbook))) : null;
    fluid.source = on === today ? 'shelf' : on !== null ? 'ordered' : supplier ? 'buy' : 'unknown';
    fluid.on = on ?? brings ?? today;
    const ml = (value: number) => ({ value: Math.round(value), measure: 'volume' as const });
    if (on === null && !supplier)
      return block(
        workFinding('fluidMissing', 'needsWork', {}, { fluid: name, wanted: ml(fluid.ml), short: ml(short) }),
      );
    if (fluid.on > item.latest)
      return block(
        workFinding(
          'fluidComesTooLate',
          'needsWork',
          {},
          {
            fluid: name,
            wanted: ml(fluid.ml),
            on: fluid.on,
            isOrdered: fluid.source === 'ordered',
            supplier: fluid.source === 'buy' ? supplier!.name : '',
            latest: item.latest,
          },
        ),
      );
    // With what is here it cannot be done at all, whoever else waits.
    if (wanted > pool.wasHere && fluid.on > item.earliest) {
      item.earliest = fluid.on;
      if (item.target < item.earliest) item.target = item.earliest;
    }
  }
}
