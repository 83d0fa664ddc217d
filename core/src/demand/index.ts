export { TESTED_WITHIN_DAYS } from './boiling';
export { type HeatJudgement, faceLimit, judgeHeat } from './heat';
export { freshBoilingPointC } from './fresh';
export { type FluidJudgement, judgeFluid } from './judge';
export { type PlannedFluid, policyRules, previousEventEnd } from './policies';
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
