import { type CheckName, type FaultKind, type Proof, type Quantity, findingsOf } from '../model';
import type { Act } from './tables';

export interface ConditionFindings {
  /** Of a list: something on it was not in order. */
  checkFault: { check: CheckName; remark: string };
  hoseFault: { remark: string };
  /** Of a check, an instrument or somebody's eyes. */
  faultFound: { fault: FaultKind };
  /** Something was done that voids it, and nobody has shown it since. */
  notShownSince: { proof: Proof; act: Act };
  /** Fluid that boiled was drawn, but not all of it. */
  notEnoughDrawn: { drawn: Quantity; wanted: Quantity };
}
export const conditionFinding = findingsOf<ConditionFindings>();
