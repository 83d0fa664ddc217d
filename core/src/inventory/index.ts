export {
  type AxleParts,
  type KindOfPart,
  allAxleParts,
  axleParts,
  changedParts,
  changes,
  isAfter,
  kindsOfPart,
} from './axle-parts';
export * from './as-it-came';
export * from './bottles';
export type { InventoryFindings } from './findings';
export * from './labels';
export * from './parts';
export * from './readings';
export { receive, usuallyReceived } from './receive';
export { type Stint, stintsOf, stintsOn } from './stints';
export * from './supply';
