export { type FluidFindings, type RuleFindings, fluidFinding } from './findings';
export { type FluidBase, checkGrade, gradeFacts } from './grades';
export {
  FALL_BAND,
  type LabelPoints,
  MAX_WATER_PERCENT,
  WET_WATER_PERCENT,
  boilingPointAt,
  curveConstant,
  curveSlope,
  waterFromBoilingPoint,
} from './curve';
export { STANDARD_KPA, atPressure, pressureAtAltitude, shiftPerMmHg, toStandardPressure } from './pressure';
export { type UptakeRate, type WaterPoint, uptakeRate } from './uptake';
export { type HeatingSample, type Plateau, findPlateau } from './plateau';
export { flushElsewhere } from './elsewhere';
export { type BleedStep, cornerSequence, defaultLineLengthsMm, bleedSequence, usualVolumesMl } from './sequence';
export {
  type FluidDue,
  type FluidWork,
  type PolicyContext,
  type RuleOwner,
  type RuleVerdict,
  judgePolicy,
  nextDue,
  strictest,
  byStrictness,
  asksNothing,
} from './policies';
export { type FluidState, type JudgedTest, exchangeDate, fluidState, isComplete, judgeTest } from './state';
export {
  type Anchor,
  PEN_TOLERANCE_PERCENT,
  anchorOf,
  boilingFigure,
  dayBelow,
  uptakeFigure,
  waterAt,
  waterFigure,
} from './projection';
