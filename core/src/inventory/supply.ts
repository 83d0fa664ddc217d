/** What is on the shelf, promised, ordered and on cars; and what has to be bought, where, and by when. */
import { type LocalDate, plusDays, plusWorkingDays } from '../calendar';
import { type Logbook, ofKind, shopIsShut } from '../logbook';
import { bookingReserving, placeOf, reservationOf } from './parts';
import { findingsOfPart, thinnestOfSet } from './readings';
import { bottleState } from './bottles';
import {
  type Axle,
  type Booking,
  type Car,
  type Goods,
  type PadSet,
  type PartsOrder,
  type RotorPair,
  type Supplier,
  type WearPart,
  worstOf,
} from '../model';

/** What of an order line has come to the door. */
export const receivedOf = (logbook: Logbook, orderId: string, line: number): number =>
  logbook.factsOfPart(orderId).reduce((n, f) => (f.kind === 'goodsReceived' && f.line === line ? n + f.count : n), 0);

export interface Awaited {
  order: PartsOrder;
  line: number;
  likeId: string;
  left: number;
  /** Day on which the rest of it should be here; the supplier's usual lead time until it has answered. */
  arrivesOn: LocalDate;
  bookingIds: readonly string[];
}

/** What is ordered and not here yet. */
export function awaited(logbook: Logbook): Awaited[] {
  const found: Awaited[] = [];
  for (const order of logbook.orders.values()) {
    if (order.archived) continue;
    const lead = logbook.suppliers.get(order.supplierId)?.leadDays ?? 0;
    order.lines.forEach((line, i) => {
      const left = line.count - receivedOf(logbook, order.id, i);
      if (left <= 0) return;
      const last = line.deliveries
        .map((d) => d.on)
        .sort()
        .at(-1);
      found.push({
        order,
        line: i,
        likeId: line.likeId,
        left,
        arrivesOn: last ?? plusWorkingDays(order.placedOn, lead, shopIsShut(logbook)),
        bookingIds: line.bookingIds,
      });
    });
  }
  return found;
}

/** A wear part on the shelf: the last count, less what was used and more what came since. */
export function onShelf(logbook: Logbook, wearPartId: string): number {
  let count = 0;
  for (const fact of logbook.factsOfPart(wearPartId)) {
    if (fact.kind === 'stockCounted') count = fact.count;
    if (fact.kind === 'wearPartUsed') count -= fact.count;
    if (fact.kind === 'goodsReceived') count += fact.count;
  }
  return Math.max(0, count);
}

/** Wear parts on a car: what was used on it, newest last. */
export const wearPartsOnCar = (logbook: Logbook, carId: string): { part: WearPart; at: string; count: number }[] =>
  ofKind(logbook.factsOfCar(carId), 'wearPartUsed').flatMap((f) => {
    const part = logbook.wearParts.get(f.wearPartId);
    return part ? [{ part, at: f.at, count: f.count }] : [];
  });

/** What comes on a day is on the shelf for the work of the next: nobody knows at what hour the van comes. Own rule. */
export const onShelfFrom = (arrivesOn: LocalDate): LocalDate => plusDays(arrivesOn, 1);

/** The supplier that brings such goods soonest. */
export const fastestSupplier = (logbook: Logbook, goods: Goods): Supplier | null =>
  [...logbook.suppliers.values()]
    .filter((s) => !s.archived && s.supplies.includes(goods))
    .sort((a, b) => a.leadDays - b.leadDays || a.name.localeCompare(b.name))[0] ?? null;

/** Where the parts for a piece of work come from. */
export interface PartNeed {
  goods: Goods;
  /** A label, where it is from the shelf; else what it is like. */
  name: string;
  axle: Axle | null;
  source: 'shelf' | 'ordered' | 'buy' | 'unknown';
  /** The labelled thing on the shelf. */
  partId: string | null;
  /** What to order another like. */
  likeId: string | null;
  count: number;
  /** How many lie on the shelf, of what is counted; null of what has a label. */
  stock: number | null;
  /** When it can be used: today for what is on the shelf. */
  on: LocalDate;
  /** Who is to be asked, and how many working days that takes. */
  supplier: { name: string; leadDays: number } | null;
}

/** The friction material of a set by the thinnest that was read of it, or new. */
export const padSetMm = (logbook: Logbook, set: PadSet): number => thinnestOfSet(logbook, set.id) ?? set.newThicknessMm;

export const isFreeFor = (logbook: Logbook, part: PadSet | RotorPair, booking: Booking, today: LocalDate): boolean => {
  if (part.archived || placeOf(logbook, part.id).at !== 'shelf') return false;
  // What is cracked or crumbling lies there marked: nobody is sent for it.
  if (worstOf(findingsOfPart(logbook, part)) === 'stop') return false;
  const promise = reservationOf(logbook, part.id);
  const kept = bookingReserving(logbook, part.id, today);
  return (promise === null || promise.carId === booking.carId) && (kept === null || kept.id === booking.id);
};

/** A set of nobody's that is known to be like the one on the car: the same compound, on a backing plate of the same area. */
const isLikeSet = (p: PadSet | RotorPair, like: PadSet | null): boolean =>
  like !== null &&
  'compoundId' in p &&
  p.compoundId === like.compoundId &&
  p.padAreaMm2 !== null &&
  p.padAreaMm2 === like.padAreaMm2;

/**
 * Sets or pairs that can go on an axle of a booked car and are reserved for nobody else; those reserved for it first, then its own, then free ones like what
 * is on it.
 * @param like the set that is on the car
 */
export function partsFor(
  logbook: Logbook,
  booking: Booking,
  car: Car,
  axle: Axle,
  goods: 'padSet' | 'rotorPair',
  minMm: number,
  today: LocalDate,
  like: PadSet | null = null,
): (PadSet | RotorPair)[] {
  const kept = (p: { id: string }): number => Number(booking.reservedIds.includes(p.id));
  const all: (PadSet | RotorPair)[] =
    goods === 'padSet'
      ? [...logbook.padSets.values()].filter((p) => p.use === 'track' && padSetMm(logbook, p) >= minMm)
      : [...logbook.rotorPairs.values()];
  return all
    .filter(
      (p) => p.axle === axle && (p.carId === car.id || (p.carId === null && (kept(p) === 1 || isLikeSet(p, like)))),
    )
    .filter((p) => isFreeFor(logbook, p, booking, today))
    .sort(
      (a, b) =>
        kept(b) - kept(a) || Number(a.carId === null) - Number(b.carId === null) || a.label.localeCompare(b.label),
    );
}

/** A labelled part from the shelf, for a piece of work. */
export const shelfNeed = (goods: Goods, part: PadSet | RotorPair, axle: Axle, today: LocalDate): PartNeed => ({
  goods,
  name: part.label,
  axle,
  source: 'shelf',
  partId: part.id,
  likeId: part.id,
  count: 1,
  stock: null,
  on: today,
  supplier: null,
});

/** What is wanted of a supplier, by name: "like what is on the car". */
export interface Wanted {
  goods: Goods;
  likeId: string | null;
  /** A compound, a wear part's name, a fluid; empty where nothing is on record. */
  name: string;
  axle: Axle | null;
}

/** Where goods come from when none is on the shelf: an order under way, else a supplier. */
export function toBuy(logbook: Logbook, booking: Booking | null, wanted: Wanted, today: LocalDate): PartNeed {
  const base = { ...wanted, partId: null, count: 1, stock: null, supplier: null };
  const ordered = awaited(logbook).find(
    (a) => a.likeId === wanted.likeId && (booking === null || a.bookingIds.includes(booking.id)),
  );
  if (ordered) return { ...base, source: 'ordered', on: onShelfFrom(ordered.arrivesOn) };
  const supplier = fastestSupplier(logbook, wanted.goods);
  if (!supplier || wanted.likeId === null) return { ...base, source: 'unknown', on: today };
  const { name, leadDays } = supplier;
  return {
    ...base,
    source: 'buy',
    on: onShelfFrom(plusWorkingDays(today, leadDays, shopIsShut(logbook))),
    supplier: { name, leadDays },
  };
}

/** Fluid of a product that may still go into a car, over all its bottles, mL. */
export function usableMl(logbook: Logbook, fluidId: string, today: LocalDate): number {
  return [...logbook.bottles.values()]
    .filter((b) => !b.archived && b.fluidId === fluidId)
    .map((b) => bottleState(logbook, b, today))
    .filter((s) => !s.openTooLong)
    .reduce((sum, s) => sum + s.leftMl, 0);
}
