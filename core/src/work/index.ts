/** What each booked car needs, why, when and with what: derived from facts, rules and dates; nothing of it is stored. */
export { type RuleFrom, type RulesInForce, type StrictRule, ruleLines, rulesInForce } from './rules';
export { type DurationEstimate, VISIT_MINUTES, durationOf, usualMinutes } from './durations';
export { type VisitExtra, loadUpOf, visitExtras, visitSaving, workOfBooking, workOfEvents } from './items';
export type { WorkItem } from './types';
export { type ShoppingLine, type ShoppingList, type SupplierAnswer, answerWords, shoppingLists } from './shopping';
