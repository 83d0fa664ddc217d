export { type HeatJudgement, MAX_FACE_C, judgeHeat } from './heat';
export {
  type FluidJudgement,
  type PlannedFluid,
  freshBoilingPointC,
  judgeFluid,
  policyRules,
  previousEventEnd,
} from './judge';
export { type HeatAtEvent, computedPeak, expectedPeakC, heatAtEvent, heatCaseAt } from './peak';
