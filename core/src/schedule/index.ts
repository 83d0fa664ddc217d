/** Work on the calendar: who is there when, what a place would break, and a plan as jobs. Making plans is `@calvik/core/solver`. */
export type { Plan, Problem, Score } from './problem';
export {
  type PlanningCase,
  type ProposedPlan,
  absenceOf,
  hoursOf,
  jobKindOf,
  minutesOf,
  planningCase,
  proposedPlan,
  staysPut,
  timeOf,
} from './from-logbook';
export type { ScheduleFindings } from './findings';
export { slotFindings, workLists } from './slot';
export type { LeftOut, PlanAnswer, PlanProgress, PlanRun } from './answer';
export type { WayOut } from './ways-out';
