/** A search for a plan, as the server tells of it. */
import { type LocalDate, plusWorkingDays } from '../calendar';
import { compoundName, fastestSupplier, findingsOfPart, onShelfFrom, placeOf, usableMl } from '../inventory';
import { type Logbook, shopIsShut } from '../logbook';
import { type Finding, axleOfWork, worstOf } from '../model';
import type { WorkItem } from '../work';
import { scheduleFinding } from './findings';
import type { PlanningCase } from './planning-case';
import { type ProposedPlan, proposedPlan } from './proposed-plan';
import type { Score, Task } from './problem';
import type { Solved } from './solve';
import { type WayOut, onlyWantsStock, waysOut } from './ways-out';

/** How far the search is. */
export interface PlanProgress {
  cost: number;
  bound: number;
  gap: number;
  seconds: number;
  unscheduled: number;
  visits: number;
}

/** Work that no plan has room for, or that cannot be done at all, with what would help. */
export interface LeftOut {
  bookingId: string;
  carId: string;
  key: string;
  ownTitle: string | null;
  why: Finding;
  waysOut: WayOut[];
}

export interface PlanAnswer extends ProposedPlan {
  leftOut: LeftOut[];
  /** At an event to which nobody of the crew goes. */
  forDriver: { bookingId: string; carId: string; key: string; ownTitle: string | null }[];
  score: Score;
  gap: number;
  seconds: number;
  firstAfter: number;
  wasStopped: boolean;
}

export interface PlanRun {
  id: string;
  state: 'working' | 'done' | 'failed';
  progress: PlanProgress | null;
  answer: PlanAnswer | null;
  /** Something that it stands on has changed since. */
  isOutOfDate: boolean;
}

/** With more left out than this the ways out are worked out for the first ones only: each is a search of its own. */
const MAX_WITH_WAYS = 12;

/** What helps where parts or fluid are missing or come too late: something like it from stock, something to enter, or the work dropped. */
export function goodsWays(logbook: Logbook, item: WorkItem, today: LocalDate): WayOut[] {
  const drop = { kind: 'dropWithReason' as const, minutes: 0 };
  const code = item.impossible?.code;
  const { fluid } = item;
  if (fluid && (code === 'noFluidOnRecord' || code === 'fluidMissing' || code === 'fluidComesTooLate')) {
    const others = [...logbook.fluids.values()]
      .filter((f) => !f.archived && f.grade === fluid.grade && f.id !== fluid.fluidId)
      .map((f) => ({ kind: 'otherFluid' as const, minutes: 0, fluid: f.name, ml: usableMl(logbook, f.id, today) }))
      .filter((f) => f.ml >= fluid.ml);
    return [
      ...others,
      ...(code === 'noFluidOnRecord' ? [{ kind: 'enterFluid' as const, minutes: 0, grade: fluid.grade }] : []),
      ...(code === 'fluidMissing' ? [{ kind: 'enterSupplier' as const, minutes: 0 }] : []),
      drop,
    ];
  }
  const ways: WayOut[] = [];
  if (item.kind === 'pads' && item.parts.some((p) => p.source !== 'shelf'))
    for (const set of logbook.padSets.values())
      if (
        !set.archived &&
        set.axle === axleOfWork(item.key) &&
        set.use === 'track' &&
        set.carId === null &&
        placeOf(logbook, set.id).at === 'shelf' &&
        worstOf(findingsOfPart(logbook, set)) !== 'stop'
      )
        ways.push({ kind: 'fromStock', minutes: 0, pads: set.label, compound: compoundName(logbook, set) });
  if (code === 'partUnknown') {
    const isNamed = item.impossible?.values['part'] !== '';
    ways.push({ kind: isNamed ? 'enterSupplier' : 'enterPart', minutes: 0 });
  }
  return item.parts.length > 0 && item.parts.some((p) => p.source !== 'shelf') ? [...ways, drop] : ways;
}

const aboutWork = ({ bookingId, carId, key, ownTitle }: WorkItem) => ({ bookingId, carId, key, ownTitle });

/** What ran out for a task, and when more of it can be here. */
function stockFinding(logbook: Logbook, c: PlanningCase, task: Task): Finding {
  const id = task.uses[0]!.stock;
  const fluid = logbook.fluids.get(id);
  const supplier = fastestSupplier(logbook, fluid ? 'bottle' : 'wearPart');
  return scheduleFinding(
    'stockShort',
    'needsWork',
    {},
    {
      name: fluid?.name ?? logbook.wearParts.get(id)?.name ?? '',
      on: supplier ? onShelfFrom(plusWorkingDays(c.today, supplier.leadDays, shopIsShut(logbook))) : null,
    },
  );
}

/** Work that the plan has no room for, with the cheapest ways out. */
function withoutRoom(logbook: Logbook, c: PlanningCase, { plan }: Solved): LeftOut[] {
  return plan.unscheduled.map((task, i): LeftOut => {
    const waitsFor = task.after.find((a) => plan.unscheduled.some((t) => t.id === a.id));
    const first = waitsFor && c.items.get(waitsFor.id)!;
    const isStock = i < MAX_WITH_WAYS && onlyWantsStock(c.problem, plan, task);
    return {
      ...aboutWork(c.items.get(task.id)!),
      why: first
        ? scheduleFinding('waitsForWork', 'needsWork', {}, { work: first.kind, ownTitle: first.ownTitle })
        : isStock
          ? stockFinding(logbook, c, task)
          : scheduleFinding('noRoom', 'needsWork', {}, {}),
      waysOut: i < MAX_WITH_WAYS && !first && !isStock ? waysOut(c.problem, plan, task) : [],
    };
  });
}

/**
 * What a search has found, as people look at it: the jobs, what is left out and why, and what would help.
 * @param newId a new id for each job that was not planned before
 */
export function planAnswer(logbook: Logbook, c: PlanningCase, solved: Solved, newId: () => string): PlanAnswer {
  // What only waits for something else that cannot be done is no decision of its own.
  const impossible = c.impossible.flatMap((item): LeftOut[] =>
    item.impossible && item.impossible.code !== 'waitsFor'
      ? [{ ...aboutWork(item), why: item.impossible, waysOut: goodsWays(logbook, item, c.today) }]
      : [],
  );
  const { plan, score, gap, seconds, firstAfter, wasStopped } = solved;
  return {
    ...proposedPlan(logbook, c, plan, newId),
    leftOut: [...withoutRoom(logbook, c, solved), ...impossible],
    forDriver: c.forDriver.map(aboutWork),
    score,
    gap,
    seconds,
    firstAfter,
    wasStopped,
  };
}
