/** What a worker computes of a queue: `@calvik/core/queue/computing`. */
export { type QueuePlan, planQueue } from './promise';
export type { AfterSessions, QueueCase } from './problem';
