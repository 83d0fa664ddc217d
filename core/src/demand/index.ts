export { TESTED_WITHIN_DAYS } from './boiling';
export { type HeatJudgement, faceLimit, judgeHeat } from './heat';
export {
  type FluidJudgement,
  type PlannedFluid,
  freshBoilingPointC,
  judgeFluid,
  policyRules,
  previousEventEnd,
} from './judge';
export { loadUpOf } from './load-up';
export { type RuleFrom, type RulesInForce, type StrictRule, rulesInForce } from './rules';
export { helpLimits, shelfFor } from './shelf';
export { evidenceLacks } from './evidence';
export {
  type HeatAtEvent,
  type PeakDemand,
  computedPeak,
  expectedPeakC,
  heatAtEvent,
  heatCaseAt,
  peakDemand,
} from './peak';
