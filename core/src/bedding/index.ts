export * from './bands';
export * from './choice';
export type { BeddingFindings } from './findings';
export { beddingFinding } from './findings';
export * from './judge';
export * from './layer';
export * from './look';
export * from './run';
