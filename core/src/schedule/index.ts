/** Who does what, when, on which lift. The solver itself is a second entry, `@calvik/core/solver`. */
export {
  type Assignment,
  type Fixed,
  type Person,
  type PlacedVisit,
  type Plan,
  type Problem,
  type Score,
  type Task,
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
export { planObjections } from './check';
export {
  type PlanningCase,
  type Proposal as PlanProposal,
  absenceOf,
  hoursOf,
  jobKindOf,
  minutesOf,
  planningCase,
  proposalOf,
  staysPut,
  timeOf,
  weekdayOf,
} from './from-logbook';
export { type WayOut, waysOut } from './ways-out';
export { slotObjections, workLists } from './slot';
