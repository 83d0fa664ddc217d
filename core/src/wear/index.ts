/** What lasts: how fast pads and rotors of a car wear, what is left of them after so much driving, and how sure that is. */
export { type SessionAhead, comingEventsOf, sessionsAhead } from './ahead';
export { type RatePrior, type WearEstimate, type WearPoint, estimateWear, rateOf } from './estimate';
export { type Exposure, exposuresOf, usualMinBetween } from './exposure';
export { type WearFigures, wearFigures } from './figures';
export type { WearFindings, WornPart } from './findings';
export { CHANGE_FROM, SPARE_FROM, type WearJudgement, judgeWear, lastsFinding } from './judge';
export { type FaceHistory, type FacePoint, type WearSide, wearHistoryOfPart, wearHistoryOn } from './faces';
export { type ByWeight, leftAs, newWeighedMm } from './by-weight';
export { type Season, type SetAhead, seasonOf, seasonsOf } from './season';
export { type Thinning, thinningOf } from './thinning';
export { type OffReading, type WearLine, offReadings, wearLine } from './line';
export {
  type AfterSession,
  type AxleWear,
  type FaceWear,
  type Left,
  WORTH_A_LOOK,
  axleWear,
  leftOf,
  takenAheadMm,
  wearOf,
} from './outlook';
export { type Belief, type SeenRate, type WearKind, expectedRate, pooled, rateOfSheet, usualRate } from './prior';
export { type Ahead, meanLeftMm, probabilityUnder, quantileLeftMm } from './project';
export { type Rotation, rotationsOf } from './rotation';
export { type Severities, WET_SHARE, severitiesOf, venueLoad } from './severity';
export { minutesLeft, minutesLeftOfSet, usualMinLeft } from './until';
