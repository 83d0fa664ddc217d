export * from './case';
export { type HeatPart, type AxlePeaks, heatParts, heatedCarOf, piecesOf } from './drive';
export { type Factors, type FactorKey, asReckoned, factorKeys, factorSpreads } from './factors';
export * from './curves';
export * from './findings';
export { type FittedReading } from './fit';
export * from './help';
export {
  type HeatAxle,
  type HeatInput,
  type HeatInputKey,
  type HeatInputs,
  heatInputKeys,
  heatInputs,
  rotorMassKg,
} from './inputs';
export { type AxleOutlook, type HeatOutlook, type Peak, edgeOf, hottestAxle, outlookOf } from './outlook';
export * from './unknowns';
export * from './figures';
