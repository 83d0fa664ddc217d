/** Work on the calendar: who is there when, what a place would break, and a plan as jobs. Making plans is `@calvik/core/schedule/solver`. */
export type { Plan, Problem, Score } from './problem';
export { type PlanningCase, planningCase, staysPut } from './planning-case';
export { type ProposedPlan, jobKindOf, nextRound, proposedPlan } from './proposed-plan';
export { absenceOf, hoursOf } from './hours';
export type { ScheduleFindings } from './findings';
export { slotFindings, workLists, workListsInTurn } from './slot';
export { type AnotherLook, type Told, idOfLook, needsAnotherLook, planBasis, toldOf } from './another-look';
export { type Consequences, type WorseCar, breaksNothing, consequences } from './consequences';
export { type LeftOut, type PlanAnswer, type PlanProgress, type PlanRun, goodsWays } from './answer';
export { type PersonDay, type Unplanned, type WeekDay, unplannedWork, visitFor, weekDays } from './weeks';
export { jobWithout, movedByDays, openJobsOfEvent } from './several';
export { trailersShort } from './trailers';
export type { WayOut } from './ways-out';
