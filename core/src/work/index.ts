/** What each booked car needs, why, when and with what: derived from facts, rules and dates; nothing of it is stored. */
export { bottleSizeMl } from './allot';
export { type DurationEstimate, VISIT_MINUTES, durationOf, minutesOnRecord, usualMinutes } from './durations';
export { type DoneJob, type GoodsUsed, type TakenAgainstPlanned, takenBy, workDoneBetween } from './done';
export { type WorkFindings, workFinding } from './findings';
export { type VisitExtra, visitExtras, visitSaving, workOfBooking, workOfEvents, workOfEventsInTurn } from './items';
export { type Pour, type Poured, bottlesToTake } from './pour';
export { type Reservable, reservables } from './reservables';
export {
  type ShoppingBasis,
  type ShoppingLine,
  type ShoppingList,
  type SupplierAnswer,
  type UnknownGoods,
  answerKind,
  shoppingLists,
  unknownGoods,
} from './shopping';
export { fluidVolumes } from './fluid-work';
export { type BleedMethod, type ToolKind, type ToolNeed, bleedMethod, lacksAdapter, toolsFor } from './tools';
export type { FluidNeed, WorkItem, WorkReason } from './types';
