export type { JobFindings } from './findings';
export * from './jobs';
