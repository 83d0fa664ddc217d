import { type CheckName, type FaultKind, type Quantity, findingsOf } from '../model';

export interface ConditionFindings {
  /** Of a list: something on it was not in order. */
  checkFault: { check: CheckName; remark: string };
  hoseFault: { remark: string };
  /** Of a check, an instrument or somebody's eyes. */
  faultFound: { fault: FaultKind };
  /** Fluid that boiled was drawn, but not all of it. */
  notEnoughDrawn: { drawn: Quantity; wanted: Quantity };
}
export const conditionFinding = findingsOf<ConditionFindings>();
