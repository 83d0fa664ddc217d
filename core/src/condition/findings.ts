import { type CheckName, type FaultKind, type Proof, type Quantity, findingsOf } from '../model';
import type { Requirable } from './purposes';
import type { Act } from './tables';

export interface ConditionFindings {
  /** Of a list: something on it was not in order. */
  checkFault: { check: CheckName; remark: string };
  hoseFault: { remark: string };
  /** Of a check, an instrument or somebody's eyes. */
  faultFound: { fault: FaultKind };
  /** Something was done that voids it, and nobody has shown it since. */
  notShownSince: { proof: Proof; act: Act };
  /** Nobody ever has, here. */
  neverLookedAt: { proofs: Requirable[] };
  /** The car drove at another event since. */
  notSinceEvent: { proofs: Requirable[] };
  /** Fluid that boiled was drawn, but not all of it. */
  notEnoughDrawn: { drawn: Quantity; wanted: Quantity };
}
export const conditionFinding = findingsOf<ConditionFindings>();
