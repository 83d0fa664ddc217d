/** What a plan draws from the shelf, day by day: fluid out of bottles, small parts by the piece. */
import type { Assignment, Lot, Problem, Use } from './problem';

/**
 * Takes an amount on a day: what is reserved for its owner before what is there for all; bottles are opened only when the open ones do not do, the smallest that does; then what goes off soonest is poured
 * first. Changes `lots`. @returns whether there was enough
 */
function take(lots: Lot[], day: number, amount: number, owner: string): boolean {
  const isHere = (l: Lot): boolean =>
    l.amount > 1e-9 && l.from <= day && (l.owner === null || l.owner === owner) && (l.until === null || l.until >= day);
  const open = lots.filter((l) => isHere(l) && l.daysOnceOpen === null);
  const sealed = lots.filter((l) => isHere(l) && l.daysOnceOpen !== null).sort((a, b) => a.amount - b.amount);
  let short = amount - open.reduce((n, l) => n + l.amount, 0);
  while (short > 1e-9) {
    const own = sealed.filter((l) => l.owner !== null);
    const choice = own.length > 0 ? own : sealed;
    const lot = choice.find((l) => l.amount >= short) ?? choice.at(-1);
    if (!lot) return false;
    sealed.splice(sealed.indexOf(lot), 1);
    const goesOff = day + lot.daysOnceOpen!;
    lot.until = lot.until === null ? goesOff : Math.min(lot.until, goesOff);
    lot.daysOnceOpen = null;
    open.push(lot);
    short -= lot.amount;
  }
  let wanted = amount;
  for (const lot of open.sort(
    (a, b) => Number(b.owner !== null) - Number(a.owner !== null) || (a.until ?? Infinity) - (b.until ?? Infinity),
  )) {
    const taken = Math.min(wanted, lot.amount);
    lot.amount -= taken;
    wanted -= taken;
  }
  return true;
}

/** A stock that does not do, and the day on which it runs out. */
export interface StockShort {
  stock: string;
  day: number;
}

/** The first stock that runs out under an assignment, with what stands fixed; null where all do. */
export function stockShort(problem: Problem, assigned: ReadonlyMap<string, Assignment>): StockShort | null {
  if (problem.stocks.length === 0) return null;
  const drawn = new Map<string, { day: number; use: Use }[]>();
  const note = (day: number, uses: readonly Use[]): void => {
    for (const use of uses) drawn.set(use.stock, [...(drawn.get(use.stock) ?? []), { day, use }]);
  };
  for (const f of problem.fixed) note(f.day, f.uses);
  for (const t of problem.tasks) {
    const at = assigned.get(t.id);
    if (at) note(at.day, t.uses);
  }
  for (const { id, lots } of problem.stocks) {
    const left = lots.map((l) => ({ ...l }));
    // Who has something reserved goes first on a day: it leaves the others what is there for all.
    const hasOwn = (use: Use): boolean => lots.some((l) => l.owner === use.owner);
    const draws = (drawn.get(id) ?? []).sort((a, b) => a.day - b.day || Number(hasOwn(b.use)) - Number(hasOwn(a.use)));
    for (const { day, use } of draws) if (!take(left, day, use.amount, use.owner)) return { stock: id, day };
  }
  return null;
}
