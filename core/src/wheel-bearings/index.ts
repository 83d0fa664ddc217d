export type { WheelBearingFindings } from './findings';
export * from './judge';
