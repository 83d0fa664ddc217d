export { type FluidBase, type FluidFindings, type RuleFindings, type RuleOwner, fluidFinding } from './findings';
export { checkGrade, gradeFacts } from './grades';
export {
  GENTLE_FALL,
  type LabelPoints,
  MAX_WATER_PERCENT,
  WET_WATER_PERCENT,
  boilingPointAt,
  curveConstant,
  curveSlope,
  mixedLabel,
  mixtureBoilingPointAt,
  waterOfMixture,
  waterFromBoilingPoint,
} from './curve';
export { STANDARD_KPA, atPressure, pressureAtAltitude, shiftPerMmHg, toStandardPressure } from './pressure';
export { type UptakeRate, type WaterPoint, uptakeRate } from './uptake';
export { type HeatingSample, type Plateau, findPlateau } from './plateau';
export { BOTTLE_UPTAKE_PERCENT_PER_YEAR, type Mix, type MixCorner, mixAfter } from './mix';
export { flushElsewhere } from './elsewhere';
export {
  type AskedWork,
  type FluidDue,
  type FluidWork,
  type PolicyContext,
  type RuleVerdict,
  judgePolicy,
  nextDue,
  strictest,
  byStrictness,
  asksNothing,
} from './policies';
export type { Filling, FluidState, JudgedTest } from './filling';
export { exchangeDate, fluidState, isComplete, judgeTest } from './state';
export {
  type Anchor,
  PEN_TOLERANCE_PERCENT,
  anchorOf,
  boilingAt,
  boilingFigure,
  dayBelow,
  uptakeFigure,
  waterAt,
  waterFigure,
} from './projection';
