export * from './condition';
export type { ConditionFindings } from './findings';
export { conditionFinding } from './findings';
export { cornersAt, meets } from './place';
export { type Freshness, type Purpose, type Requirable, faultsAgainst, purposeTable, purposes } from './purposes';
export { findingOfSeen } from './reads';
export { type Act, type FaultRow, causeTable as cureTable, faultTable, neverWaived, voidTable } from './tables';
