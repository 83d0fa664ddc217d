import { findingsOf } from '../model';

export interface ReadinessFindings {
  partsInOrder: Record<string, never>;
  noServiceUnderWay: Record<string, never>;
  serviceUnderWay: { left: number };
  serviceReopened: Record<string, never>;
}
export const readinessFinding = findingsOf<ReadinessFindings>();
