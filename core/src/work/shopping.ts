import { type LocalDate, dateIn, isWorkday, minusWorkingDays, plusDays } from '../calendar';
import { type Logbook, shopIsShut } from '../logbook';
import type { Axle, Finding, Goods, Grade, Supplier } from '../model';
import { bottleSizeMl } from './allot';
import type { WorkItem } from './types';
import { awaited, fastestSupplier, onShelf, usableMl } from '../inventory';

export interface ShoppingLine {
  goods: Goods;
  likeId: string;
  /** A compound, a fluid's or a wear part's name. */
  name: string;
  axle: Axle | null;
  /** Of bottles: what one holds, mL. */
  sizeMl: number | null;
  count: number;
  /** Who waits for it, soonest first. */
  waiting: { bookingId: string; neededOn: LocalDate }[];
  neededOn: LocalDate | null;
  /** Last day to order for it to be here in time; null where nobody waits. */
  orderBy: LocalDate | null;
  /** It should have been ordered already. */
  isLate: boolean;
  /** How the count was come by. */
  basis: ShoppingBasis;
}

/** Why so many are wanted. */
export type ShoppingBasis =
  | { of: 'oneEach' }
  | { of: 'fluid'; wantedMl: number; hereMl: number }
  | { of: 'stock'; here: number; reserved: number; reorderAt: number };

export interface ShoppingList {
  supplier: Supplier | null;
  lines: ShoppingLine[];
}

interface Wanted {
  goods: Goods;
  likeId: string;
  name: string;
  axle: Axle | null;
  sizeMl: number | null;
  waiting: { bookingId: string; neededOn: LocalDate }[];
}

const bySoonest = (a: { neededOn: LocalDate }, b: { neededOn: LocalDate }): number =>
  a.neededOn.localeCompare(b.neededOn);

/**
 * When the goods for each piece of work are needed: on the day of the job that does it. What nobody has planned yet is spread evenly over the working days
 * of its window: thirteen flushes are not all done on the day of load-up.
 */
function daysOfNeed(logbook: Logbook, items: readonly WorkItem[]): (item: WorkItem) => LocalDate {
  const isShut = shopIsShut(logbook);
  const alike = new Map<string, WorkItem[]>();
  for (const item of items) {
    if (item.job) continue;
    const key = `${item.kind} ${item.earliest} ${item.latest}`;
    alike.set(key, [...(alike.get(key) ?? []), item]);
  }
  const days = new Map<WorkItem, LocalDate>();
  for (const all of alike.values()) {
    const { earliest, latest } = all[0]!;
    const window: LocalDate[] = [];
    for (let day = earliest; day < latest; day = plusDays(day, 1)) if (isWorkday(day, isShut)) window.push(day);
    window.push(latest);
    all.forEach((item, i) => days.set(item, window[Math.ceil(((i + 1) * window.length) / all.length) - 1]!));
  }
  return (item) => (item.job ? dateIn(item.job.startAt, logbook.shop.timeZone) : days.get(item)!);
}

const isShortOfFluid = ({ code }: Finding): boolean => code === 'fluidMissing' || code === 'fluidComesTooLate';

/** What work lists want and nobody has ordered: pads by the axle set, rotors by the pair. */
function wantedParts(items: readonly WorkItem[], neededOn: (item: WorkItem) => LocalDate): Wanted[] {
  const wanted = new Map<string, Wanted>();
  for (const item of items) {
    for (const part of item.parts) {
      if ((part.source !== 'buy' && part.source !== 'unknown') || part.likeId === null) continue;
      const { goods, likeId, name, axle } = part;
      const line = wanted.get(likeId) ?? { goods, likeId, name, axle, sizeMl: null, waiting: [] };
      line.waiting.push({ bookingId: item.bookingId, neededOn: neededOn(item) });
      wanted.set(likeId, line);
    }
  }
  return [...wanted.values()];
}

/** Bottles for the fluid that work lists take: whole ones, plus one, for the first whom what is here or coming does not do. */
function wantedFluid(
  logbook: Logbook,
  items: readonly WorkItem[],
  neededOn: (item: WorkItem) => LocalDate,
  today: LocalDate,
): (Wanted & { count: number; basis: ShoppingBasis })[] {
  const ofFluid = new Map<string, { ml: number; bookingId: string; neededOn: LocalDate }[]>();
  for (const item of items) {
    const fluidId = item.fluid?.fluidId;
    if (!item.fluid || !fluidId || (item.impossible !== null && !isShortOfFluid(item.impossible))) continue;
    const draws = ofFluid.get(fluidId) ?? [];
    draws.push({ ml: item.fluid.ml, bookingId: item.bookingId, neededOn: neededOn(item) });
    ofFluid.set(fluidId, draws);
  }
  return [...ofFluid].flatMap(([fluidId, draws]) => {
    const size = bottleSizeMl(logbook, fluidId);
    const coming = awaited(logbook)
      .filter((a) => a.likeId === fluidId)
      .reduce((n, a) => n + a.left * size, 0);
    const have = usableMl(logbook, fluidId, today) + coming;
    const ml = draws.reduce((n, d) => n + d.ml, 0);
    const short = ml - have;
    if (short <= 0) return [];
    let drawn = 0;
    const without = draws.sort(bySoonest).filter((d) => (drawn += d.ml) > have);
    return [
      {
        goods: 'bottle' as const,
        likeId: fluidId,
        name: logbook.fluids.get(fluidId)?.name ?? '',
        axle: null,
        sizeMl: size,
        waiting: without.map(({ bookingId, neededOn }) => ({ bookingId, neededOn })),
        count: Math.ceil(short / size) + 1,
        basis: { of: 'fluid' as const, wantedMl: ml, hereMl: have },
      },
    ];
  });
}

/** What work wants and nobody can order, as nothing on record says what it is. */
export interface UnknownGoods {
  goods: Goods;
  axle: Axle | null;
  /** Of fluid. */
  grade: Grade | null;
  bookingIds: string[];
}

/** Fluid of which no product is on record, pads and rotors of which nobody has said what they are. */
export function unknownGoods(items: readonly WorkItem[]): UnknownGoods[] {
  const found = new Map<string, UnknownGoods>();
  const add = (goods: Goods, axle: Axle | null, grade: Grade | null, bookingId: string): void => {
    const key = [goods, axle, grade, goods === 'bottle' ? '' : bookingId].join();
    const known = found.get(key) ?? { goods, axle, grade, bookingIds: [] };
    if (!known.bookingIds.includes(bookingId)) known.bookingIds.push(bookingId);
    found.set(key, known);
  };
  for (const item of items) {
    if (item.state !== 'todo' && item.state !== 'planned') continue;
    if (item.fluid && item.fluid.fluidId === null) add('bottle', null, item.fluid.grade, item.bookingId);
    for (const p of item.parts)
      if (p.source === 'unknown' && p.likeId === null) add(p.goods, p.axle, null, item.bookingId);
  }
  return [...found.values()];
}

/**
 * What to buy, by supplier, with the last day to order. What nobody sells stands under no supplier.
 * @param items work that is to be done: what is done or dropped needs nothing
 */
export function shoppingLists(logbook: Logbook, items: readonly WorkItem[], today: LocalDate): ShoppingList[] {
  const open = items.filter((i) => i.state === 'todo' || i.state === 'planned');
  const lines: ShoppingLine[] = [];
  const add = (line: Wanted & { count: number; basis: ShoppingBasis }): void => {
    const waiting = [...line.waiting].sort(bySoonest);
    const neededOn = waiting[0]?.neededOn ?? null;
    const lead = fastestSupplier(logbook, line.goods)?.leadDays ?? 0;
    const orderBy = neededOn === null ? null : minusWorkingDays(plusDays(neededOn, -1), lead, shopIsShut(logbook));
    lines.push({ ...line, waiting, neededOn, orderBy, isLate: orderBy !== null && orderBy < today });
  };
  const neededOn = daysOfNeed(logbook, open);
  for (const part of wantedParts(open, neededOn))
    add({ ...part, count: part.waiting.length, basis: { of: 'oneEach' } });
  for (const fluid of wantedFluid(logbook, open, neededOn, today)) add(fluid);
  for (const part of logbook.wearParts.values()) {
    if (part.archived) continue;
    const here = onShelf(logbook, part.id);
    const coming = awaited(logbook)
      .filter((a) => a.likeId === part.id)
      .reduce((n, a) => n + a.left, 0);
    // What work lists take off the shelf is spoken for.
    const spokenFor = open
      .flatMap((i) => i.parts)
      .filter((p) => p.goods === 'wearPart' && p.source === 'shelf' && p.likeId === part.id)
      .reduce((n, p) => n + p.count, 0);
    const free = here + coming - spokenFor;
    if (free > part.reorderAt) continue;
    const same = lines.find((l) => l.likeId === part.id);
    const up = part.reorderAt + 1 - free;
    const basis: ShoppingBasis = { of: 'stock', here, reserved: spokenFor, reorderAt: part.reorderAt };
    if (same) {
      same.count += up;
      same.basis = basis;
    } else
      add({
        goods: 'wearPart',
        likeId: part.id,
        name: part.name,
        axle: part.axle,
        sizeMl: null,
        waiting: [],
        count: up,
        basis,
      });
  }
  const lists = new Map<string, ShoppingList>();
  for (const line of lines) {
    const supplier = fastestSupplier(logbook, line.goods);
    const key = supplier?.id ?? '';
    const list = lists.get(key) ?? { supplier, lines: [] };
    list.lines.push(line);
    lists.set(key, list);
  }
  for (const list of lists.values())
    list.lines.sort((a, b) => (a.orderBy ?? '9999').localeCompare(b.orderBy ?? '9999') || a.name.localeCompare(b.name));
  return [...lists.values()].sort((a, b) => (a.supplier?.name ?? '~').localeCompare(b.supplier?.name ?? '~'));
}

/** A supplier’s answer to one line: what it costs and when how many come. */
export interface SupplierAnswer {
  unitPriceMinor: number;
  deliveries: { on: LocalDate; count: number }[];
}

/** What an answer means: in full, in parts, or on back-order. */
export function answerKind(
  answer: SupplierAnswer,
  count: number,
  promised: LocalDate,
): 'inFull' | 'inParts' | 'backOrder' {
  const first = answer.deliveries[0];
  if (answer.deliveries.length > 1) return 'inParts';
  return first !== undefined && first.on > plusDays(promised, 2) && first.count === count ? 'backOrder' : 'inFull';
}
