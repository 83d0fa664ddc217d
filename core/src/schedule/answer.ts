/** A search for a plan, as the server tells of it. */
import { compoundName, findingsOfPart, placeOf } from '../inventory';
import type { Logbook } from '../logbook';
import { type Finding, axleOfWork, worstOf } from '../model';
import type { WorkItem } from '../work';
import { scheduleFinding } from './findings';
import { type PlanningCase, type ProposedPlan, proposedPlan } from './from-logbook';
import type { Score } from './problem';
import type { Solved } from './solve';
import { type WayOut, waysOut } from './ways-out';

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
}

/** With more left out than this the ways out are worked out for the first ones only: each is a search of its own. */
const MAX_WITH_WAYS = 12;

/** What helps where a part comes too late: a set from stock, or the work dropped. */
function partWays(logbook: Logbook, item: WorkItem): WayOut[] {
  const axle = axleOfWork(item.key);
  if (item.kind !== 'pads' || item.parts.every((p) => p.source === 'shelf')) return [];
  const sets = [...logbook.padSets.values()].filter(
    (p) =>
      !p.archived &&
      p.axle === axle &&
      p.use === 'track' &&
      p.carId === null &&
      placeOf(logbook, p.id).at === 'shelf' &&
      worstOf(findingsOfPart(logbook, p)) !== 'stop',
  );
  return [
    ...sets.map((set) => ({
      kind: 'fromStock' as const,
      minutes: 0,
      pads: set.label,
      compound: compoundName(logbook, set),
    })),
    { kind: 'dropWithReason' as const, minutes: 0 },
  ];
}

const aboutWork = ({ bookingId, carId, key, ownTitle }: WorkItem) => ({ bookingId, carId, key, ownTitle });

/** Work that the plan has no room for, with the cheapest ways out. */
function withoutRoom(c: PlanningCase, { plan }: Solved): LeftOut[] {
  return plan.unscheduled.map((task, i): LeftOut => {
    const waitsFor = task.after.find((a) => plan.unscheduled.some((t) => t.id === a.id));
    const first = waitsFor && c.items.get(waitsFor.id)!;
    return {
      ...aboutWork(c.items.get(task.id)!),
      why: first
        ? scheduleFinding('waitsForWork', 'needsWork', {}, { work: first.kind, ownTitle: first.ownTitle })
        : scheduleFinding('noRoom', 'needsWork', {}, {}),
      waysOut: i < MAX_WITH_WAYS && !first ? waysOut(c.problem, plan, task) : [],
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
      ? [{ ...aboutWork(item), why: item.impossible, waysOut: partWays(logbook, item) }]
      : [],
  );
  const { plan, score, gap, seconds, firstAfter, wasStopped } = solved;
  return {
    ...proposedPlan(logbook, c, plan, newId),
    leftOut: [...withoutRoom(c, solved), ...impossible],
    forDriver: c.forDriver.map(aboutWork),
    score,
    gap,
    seconds,
    firstAfter,
    wasStopped,
  };
}
