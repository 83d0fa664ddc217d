/** What work draws from the shelf, and what stands there or can be brought, as a plan sees it. */
import { type LocalDate, daysBetween, plusWorkingDays } from '../calendar';
import { awaited, bottleState, fastestSupplier, onShelf, onShelfFrom } from '../inventory';
import { type Logbook, shopIsShut } from '../logbook';
import { type WorkItem, bottleSizeMl } from '../work';
import type { Lot, Stock, Use } from './problem';

/** What work draws from stock that others draw from too. */
export function usesOf(item: WorkItem): Use[] {
  const owner = item.bookingId;
  const parts = item.parts.flatMap((p): Use[] =>
    p.goods === 'wearPart' && p.likeId !== null ? [{ stock: p.likeId, amount: p.count, owner }] : [],
  );
  const { fluid } = item;
  return fluid?.fluidId ? [...parts, { stock: fluid.fluidId, amount: fluid.ml, owner }] : parts;
}

/** Bottles and counted parts that are here, ordered ones, and what a supplier can bring. */
export function stocksFor(logbook: Logbook, days: readonly LocalDate[], uses: readonly Use[]): Stock[] {
  const [today] = days;
  if (today === undefined) return [];
  const coming = awaited(logbook);
  const dayOf = (date: LocalDate): number => Math.max(0, daysBetween(today, date));
  return [...new Set(uses.map((u) => u.stock))].sort().map((id): Stock => {
    const isFluid = logbook.fluids.has(id);
    const lots: Lot[] = [];
    const { openBottleDays } = logbook.shop;
    const ofFluid = [...logbook.bottles.values()].filter((b) => b.fluidId === id);
    for (const bottle of ofFluid) {
      const { leftMl, daysOpen, openTooLong, reservedFor } = bottleState(logbook, bottle, today);
      if (bottle.archived || leftMl <= 0 || openTooLong) continue;
      const lot = { amount: leftMl, from: 0, owner: reservedFor?.id ?? null };
      lots.push(
        daysOpen === null
          ? { ...lot, until: null, daysOnceOpen: openBottleDays }
          : { ...lot, until: openBottleDays - daysOpen, daysOnceOpen: null },
      );
    }
    const shelf = isFluid ? 0 : onShelf(logbook, id);
    if (shelf > 0) lots.push({ amount: shelf, from: 0, until: null, daysOnceOpen: null, owner: null });
    const sizeMl = bottleSizeMl(logbook, id);
    const one = (from: number): Lot =>
      isFluid
        ? { amount: sizeMl, from, until: null, daysOnceOpen: openBottleDays, owner: null }
        : { amount: 1, from, until: null, daysOnceOpen: null, owner: null };
    for (const a of coming)
      if (a.likeId === id)
        for (let n = 0; n < a.left; n++) lots.push(one(dayOf(onShelfFrom(a.arrivesOn < today ? today : a.arrivesOn))));
    const supplier = fastestSupplier(logbook, isFluid ? 'bottle' : 'wearPart');
    // What is bought is bought in whole bottles, as many as it takes: it cannot run out.
    if (supplier)
      lots.push({
        amount: uses.reduce((n, u) => n + (u.stock === id ? u.amount : 0), 0),
        from: dayOf(onShelfFrom(plusWorkingDays(today, supplier.leadDays, shopIsShut(logbook)))),
        until: null,
        daysOnceOpen: null,
        owner: null,
      });
    return { id, lots };
  });
}
