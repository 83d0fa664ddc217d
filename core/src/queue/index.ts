/** The paddock queue: who is next, and when a car is back. `@calvik/core/queue`. */
export { type Becomes, type MayBecome, mayBecome } from './becomes';
export { EVENING_ENDS, MORNING_BEGINS, arrivalRate, awayAt, orderByHand, sessionsAhead } from './case';
export { type AfterSessions, BELTS_MIN, type QueueCase, type QueueJob, type QueuePiece } from './problem';
export { type Laws, type Minutes, lawOfMinutes, lawsOf } from './durations';
export { type QueueFindings, queueFinding } from './findings';
export {
  type Broken,
  type PreparedQueue,
  type QueueAt,
  type QueueLine,
  brokenBy,
  placesOf,
  prepareQueue,
  queueAt,
  queueOf,
} from './judge';
export { type QueueThing, ableFor, crewAt, gradeOf, judgeNeeds, thingsFor } from './needs';
export { bestOrder, costOf, usualMinutesLeft } from './order';
export { type Draw, type Played, type Stretch, play, throwDice, usualDraw } from './play';
export { KEPT, type Planned, type QueuePlan, SHAKY, markBy, planQueue } from './promise';
export * from '../queue-moves';
export { type MadeOfWalkIn, carLikeWalkIn, madeOfWalkIn } from './walk-in';
