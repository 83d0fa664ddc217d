export type { PartsGoingOn } from './checks';
export { type Visit, type VisitOutcome, isReopened, visitsOf } from './visits';
export { decidedParts } from './checks';
export { type CarCorners, type CornerState, judgeCorners, measuredIn, padSpec, readingBefore } from './corners';
export { type DecidedWork, type Recommendation, addedMinutes, decidedWork, isChange, questionKey } from './decide';
export { factTraits, stepOfReading, workOfFact } from './fact-traits';
export { type LimitValue, type ServiceFindings, judgeComplaints, serviceFinding } from './findings';
export type { HeldItem, ReleaseGate } from './gate';
export * from './judge';
export { limitsOf, withLimits } from './limits';
export { type Move, limitMoves } from './limit-moves';
export { limitValue } from './limit-figures';
export { type MovedLimit, isOwnLimit, limitsMovedAt } from './moved-limits';
export {
  type MeasuredFindings,
  type MeasuredStep,
  type MeasurementKind,
  cornerMeasurements,
  judgeMeasurements,
  measurementKinds,
} from './measurements';
export { measuringDue } from './measuring';
export { questionsOf } from './questions';
export { stepOfFinding } from './step-of-finding';
export {
  type Phase,
  type ServiceStep,
  type StepContext,
  checksOf,
  nextStep,
  openBefore,
  phases,
  type StepView,
  stepDefinitions,
  stepVerdict,
  torqueLinesOf,
} from './steps';
