/** Work on the calendar: who is there when, what a place would break, and a plan as jobs. Making plans is `@calvik/core/solver`. */
export type { Plan, Problem, Score } from './problem';
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
export { slotObjections, workLists } from './slot';
export type { LeftOut, PlanAnswer, PlanProgress, PlanRun } from './answer';
export type { WayOut } from './ways-out';
