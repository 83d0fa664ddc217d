export * from './bottles';
export type { InventoryFindings } from './findings';
export * from './parts';
export * from './supply';
