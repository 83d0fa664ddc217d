export * from './as-it-came';
export * from './bottles';
export type { InventoryFindings } from './findings';
export * from './labels';
export * from './parts';
export * from './supply';
