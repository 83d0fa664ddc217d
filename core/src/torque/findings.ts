import { type Quantity, type ThreadCondition, findingsOf } from '../model';

export interface TorqueFindings {
  torqueFigureMissing: Record<string, never>;
  notTorqued: Record<string, never>;
  /** `position`: the fastener's number in the tightening order; null where there is only one click to speak of. */
  torqueLow: { position: number | null; reading: Quantity; figure: Quantity };
  torqueHigh: { position: number | null; reading: Quantity; figure: Quantity };
  torqueInBand: { reading: Quantity };
  someNotTorqued: { missing: number; of: number };
  secondStageMissing: { angleDeg: number };
  threadNotAsMeant: { meant: ThreadCondition; is: ThreadCondition; preloadPercent: number };
  oneUseBoltsNotNew: Record<string, never>;
  threadLockerMissing: Record<string, never>;
}
export const torqueFinding = findingsOf<TorqueFindings>();
