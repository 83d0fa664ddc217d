export * from './case';
export type { HeatCurve } from './curves';
export { heatedCarOf, piecesOf } from './drive';
export * from './figures';
export * from './findings';
export type { Help, HelpChange, HelpLimits, OnShelf } from './help';
export {
  type HeatAxle,
  type HeatInput,
  type HeatInputKey,
  type HeatInputs,
  heatAxle,
  heatInputKeys,
  heatInputs,
  isVentedPair,
  rotorMassKg,
} from './inputs';
export {
  type AxleOutlook,
  type FittedReading,
  type HeatOutlook,
  type HeatPart,
  type Peak,
  edgeOf,
  heatParts,
  hottestAxle,
  outlookOf,
} from './outlook';
export { type FigureOutside, type OutsideModel, type TooHot, outsideModel } from './outside';
export type { Unknown } from './unknowns';
export { cameInOf, easyLapsOf, sittingsOf } from './way-in';
