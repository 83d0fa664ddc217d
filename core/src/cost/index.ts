/** What an hour on track costs: `@calvik/core/cost`. */
export {
  type AnHour,
  type CarCost,
  type CostLack,
  type CostPart,
  costAnHour,
  costOf,
  dearerBy,
  sumOf,
} from './an-hour';
export { type EventCost, type EventPart, type YearCost, costAtVenues, costOfEvent, costOfYears } from './of-year';
export { type Price, priceOfMl, priceOfPair, priceOfSet } from './prices';
