export type { JobFindings } from './findings';
export * from './jobs';
export { type Span, breaksOfShop, endOf, endOfJob, isDoneThere, spanOfJob, startBefore, stretchesOfJob } from './when';
