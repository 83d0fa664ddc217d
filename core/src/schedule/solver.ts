/** Making plans: a heavy thing with a solver in it, for the server and its tests; screens do without. */
export {
  type Assignment,
  type Fixed,
  type Lot,
  type Person,
  type PlacedVisit,
  type Plan,
  type Problem,
  type Score,
  type Stock,
  type Task,
  type Use,
  type Visit,
  costOf,
  scoreOf,
  visitsOf,
  weightsOf,
} from './problem';
export { sequenceDay } from './sequence';
export { calendarGap, earliestDueFirst, teamsOf } from './greedy';
export type { MipModel, MipSolver } from './model';
export { type Solved, type SolveSettings, solveSchedule } from './solve';
export { planAnswer } from './answer';
export { type PlanBreak, planBreaks } from './check';
export { type WayOut, waysOut } from './ways-out';
export { highsSolver } from './highs';
