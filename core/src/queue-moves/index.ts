/** What happens to a car in the paddock queue, and what must not be saved of it: as much of the queue as an event day asks. */
export { PEDAL_ALONE, type QueueTool, WHEELS_OFF_MIN, WHEELS_ON_MIN, axlesOf, queueKinds } from './kinds';
export { type MoveRefusal, refuseMove } from './refuse';
export {
  type GivenPromise,
  type QueueState,
  type QueueStatus,
  isOver,
  movesOf,
  promiseOfCar,
  promisesKept,
  proofsWanted,
  queueName,
  queueState,
  queueStates,
} from './state';
