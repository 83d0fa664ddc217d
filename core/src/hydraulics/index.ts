export {
  type BoresProblem,
  type ParsedBores,
  type Pistons,
  boresText,
  parseBores,
  pistonAreaMm2,
  pistonCount,
  sidesOf,
  usualBoresMm,
} from './bores';
export { circuitAtRisk, circuitOf } from './circuits';
export { plainCar } from './plain-car';
export { type HydraulicsFindings, hydraulicsFinding } from './findings';
export {
  type CornerWear,
  type OverflowInput,
  type OverflowSum,
  RUNNING_CLEARANCE_MM,
  finalLevel,
  overflowSum,
  pumpedOutMl,
  returnedMl,
} from './retraction';
export {
  CAVITY_DEPTH_MM,
  type CornerVolumes,
  type DrawResult,
  type DrawSettings,
  type ExchangePlan,
  type PlanSettings,
  type PlannedBleed,
  type SystemState,
  UNSUCKABLE_SHARE,
  caliperVolumeMl,
  cornerVolumes,
  draw,
  flowMlPerSecond,
  lineVolumeMl,
  oldSystem,
  planExchange,
  refillReservoir,
} from './exchange-model';
export { type BleedStep, bleedSequence, cornerSequence, defaultLineLengthsMm } from './sequence';
export { olderLeft, oldLeft } from './old-left';
export {
  BLEED_NEW_PERCENT,
  FLUSH_NEW_PERCENT,
  bleedVolumeMl,
  flushVolumeMl,
  nippleVolumesMl,
  suckableMl,
} from './exchange-volume';
export { MIN_HOLD_S, MAX_LOSS_PERCENT_PER_MIN, type LeakDownJudgement, fitDecay, judgeLeakDown } from './leak-down';
export {
  type ExchangeProgress,
  type ExchangeStart,
  type ExchangeStep,
  exchangePlan,
  exchangeProgress,
  inSequence,
  isFedMethod,
  judgeBubbles,
  judgeClutch,
  judgeUnderMin,
  levelNow,
  needsLeakDownTest,
  leftByExchanges,
  planInJob,
} from './progress';
export {
  type DrawOutlook,
  type ReservoirWay,
  afterRetraction,
  bottlesToOpen,
  drawOutlook,
  judgeLevel,
  judgeOverfill,
  levelAtShare,
  pushThroughMl,
  reservoirFirst,
  reservoirWay,
} from './outlook';
export { judgeExchangeStart, judgePressure } from './exchange-start';
