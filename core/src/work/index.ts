/** What each booked car needs, why, when and with what: derived from facts, rules and dates; nothing of it is stored. */
export { type DurationEstimate, VISIT_MINUTES, durationOf, usualMinutes } from './durations';
export { type WorkFindings, workFinding } from './findings';
export { type VisitExtra, loadUpOf, visitExtras, visitSaving, workOfBooking, workOfEvents } from './items';
export { type Reservable, reservables } from './reservables';
export {
  type ShoppingBasis,
  type ShoppingLine,
  type ShoppingList,
  type SupplierAnswer,
  answerKind,
  shoppingLists,
} from './shopping';
export type { WorkItem, WorkReason } from './types';
