import { Timetable, earliestDueFirst } from './greedy';
import { type Cut, type MipSolver, ScheduleModel, type SolverProgress } from './model';
import {
  type Assignment,
  type Plan,
  type Problem,
  type Score,
  type Visit,
  costOf,
  scoreOf,
  visitsOf,
  weightsOf,
} from './problem';
import { sequenceDay } from './sequence';
import { stockShort } from './stock';

export interface Solved {
  plan: Plan;
  score: Score;
  cost: number;
  /** No plan costs less. */
  bound: number;
  /** (cost − bound) / cost. */
  gap: number;
  seconds: number;
  /** When the first plan that holds was there, s. */
  firstAfter: number;
  wasStopped: boolean;
}

export interface SolveSettings {
  solver: MipSolver;
  /** Wall clock, s: the core has none of its own. */
  clock: () => number;
  seconds: number;
  gap: number;
  onProgress?: (p: { cost: number; bound: number; gap: number; seconds: number; plan: Plan }) => void;
  shouldStop?: () => boolean;
}

const gapOf = (cost: number, bound: number): number => (cost <= 0 ? 0 : Math.max(0, (cost - bound) / cost));

/** The smallest part of a day's visits that does not fit by itself. */
function conflictOf(problem: Problem, visits: readonly Visit[]): Visit[] {
  let core = [...visits];
  for (const visit of visits) {
    const without = core.filter((v) => v !== visit);
    const { placed, isExact } = sequenceDay(problem, without);
    if (!placed && isExact) core = without;
  }
  return core;
}

/** Puts an assignment on the clock; what does not fit is taken out and put in elsewhere as well as it goes. */
function onClock(
  problem: Problem,
  assigned: ReadonlyMap<string, Assignment>,
): { plan: Plan; cuts: Cut[]; isProven: boolean } {
  const cuts: Cut[] = [];
  const visits = visitsOf(problem, assigned);
  const days = [...new Set(visits.map((v) => v.day))];
  const out = new Set<string>();
  let isProven = true;
  for (const day of days) {
    let ofDay = visits.filter((v) => v.day === day);
    for (;;) {
      const { placed, isExact } = sequenceDay(problem, ofDay);
      if (placed) break;
      const conflict = isExact ? conflictOf(problem, ofDay) : ofDay;
      // Where not every order was tried, the cut is a guess: it costs the proof, never the plan.
      isProven &&= isExact;
      cuts.push(conflict.flatMap((v) => v.tasks.map((t) => ({ task: t.id, day, people: v.people }))));
      const loser = conflict.reduce((a, b) =>
        Math.min(...b.tasks.map((t) => t.target)) > Math.min(...a.tasks.map((t) => t.target)) ? b : a,
      );
      for (const t of loser.tasks) out.add(t.id);
      ofDay = ofDay.filter((v) => v !== loser);
    }
  }
  const keep = new Map([...assigned].filter(([id]) => !out.has(id)));
  for (let short = stockShort(problem, keep); short; short = stockShort(problem, keep)) {
    const { stock, day } = short;
    const drawing = problem.tasks.filter(
      (t) => (keep.get(t.id)?.day ?? Infinity) <= day && t.uses.some((u) => u.stock === stock),
    );
    // What stands fixed has emptied it: nothing that the plan moves helps.
    if (drawing.length === 0) break;
    cuts.push(drawing.map((t) => ({ task: t.id, day: keep.get(t.id)!.day, people: null })));
    keep.delete(drawing.reduce((a, b) => (b.target > a.target ? b : a)).id);
  }
  if (cuts.length === 0) return { plan: placedPlan(problem, assigned), cuts, isProven };
  return { plan: completed(problem, keep), cuts, isProven };
}

function placedPlan(problem: Problem, assigned: ReadonlyMap<string, Assignment>): Plan {
  const visits = visitsOf(problem, assigned);
  const days = [...new Set(visits.map((v) => v.day))];
  return {
    visits: days.flatMap(
      (day) =>
        sequenceDay(
          problem,
          visits.filter((v) => v.day === day),
        ).placed ?? [],
    ),
    unscheduled: problem.tasks.filter((t) => !assigned.has(t.id)),
  };
}

/** Adds to an assignment what is missing, by rule of thumb. */
function completed(problem: Problem, assigned: ReadonlyMap<string, Assignment>): Plan {
  const timetable = new Timetable(problem);
  const keep = new Map(assigned);
  const isTask = new Set(problem.tasks.map((t) => t.id));
  // What waits for something that was taken out is put in anew, after it.
  for (let size = -1; size !== keep.size;) {
    size = keep.size;
    for (const t of problem.tasks) if (t.after.some((a) => isTask.has(a.id) && !keep.has(a.id))) keep.delete(t.id);
  }
  for (const t of problem.tasks) {
    const a = keep.get(t.id);
    if (a) timetable.assign(t, a);
  }
  for (let n = -1; n !== timetable.assigned.size;) {
    n = timetable.assigned.size;
    for (const t of problem.tasks) if (!timetable.assigned.has(t.id)) timetable.putAnywhere(t);
  }
  return timetable.plan();
}

/**
 * Plans as well as can be: a first plan at once by rule of thumb, then better ones with a proof of how far from the best they can be at
 * most. An assignment that the model allows and the clock does not is forbidden to it, and the model solved again.
 */
export function solveSchedule(problem: Problem, settings: SolveSettings): Solved {
  const { solver, clock, seconds, shouldStop = () => false } = settings;
  const begun = clock();
  const elapsed = (): number => clock() - begun;
  const weights = weightsOf(problem);
  const cost = (plan: Plan): number => costOf(scoreOf(problem, plan), weights);
  let best = earliestDueFirst(problem, true);
  let bestCost = cost(best);
  let bound = 0;
  const firstAfter = elapsed();
  const tell = (): void =>
    settings.onProgress?.({ cost: bestCost, bound, gap: gapOf(bestCost, bound), seconds: elapsed(), plan: best });
  tell();
  const model = new ScheduleModel(problem);
  let wasStopped = false;
  let isBoundSure = true;
  if (problem.tasks.length > 0) {
    for (;;) {
      const left = seconds - elapsed();
      wasStopped = shouldStop();
      if (left <= 0.05 || wasStopped || gapOf(bestCost, bound) <= settings.gap) break;
      const solved = solver(model.mip, {
        seconds: left,
        gap: settings.gap,
        start: model.valuesOf(best),
        // The solver looks at its own clock between branches only.
        shouldStop: () => shouldStop() || elapsed() >= seconds,
        onProgress: (p: SolverProgress) => {
          if (isBoundSure) bound = Math.max(bound, Math.min(p.bound, bestCost));
          tell();
        },
      });
      if (isBoundSure) bound = Math.max(bound, Math.min(solved.bound, bestCost));
      if (!solved.values) break;
      const { plan, cuts, isProven } = onClock(problem, model.assignmentOf(solved.values));
      const planCost = cost(plan);
      if (planCost < bestCost - 1e-9) {
        best = plan;
        bestCost = planCost;
      }
      tell();
      if (cuts.length === 0) break;
      isBoundSure &&= isProven;
      for (const cut of cuts) model.addCut(cut);
    }
  }
  bound = Math.min(bound, bestCost);
  return {
    plan: best,
    score: scoreOf(problem, best),
    cost: bestCost,
    bound,
    gap: gapOf(bestCost, bound),
    seconds: elapsed(),
    firstAfter,
    wasStopped,
  };
}
