import { type Quantity, type RotorMeasurement, findingsOf } from '../model';

export interface RotorFindings {
  rotorWithoutDiscard: { thickness: Quantity };
  /** A discard figure that leaves more to wear off than any rotor has. */
  discardOdd: { discard: Quantity; new: Quantity };
  rotorUnderDiscard: { thickness: Quantity; discard: Quantity };
  rotorAboveDiscard: { thickness: Quantity; discard: Quantity };
  rotorThickerThanNew: { thickness: Quantity; new: Quantity };
  rotorThickerThanLast: { thickness: Quantity; last: Quantity };
  rotorFacesNotSeen: Record<string, never>;
  wearMarksGone: Record<string, never>;
  /** What an earlier reading found stands against the last one: who read it cannot take it back alone, or nobody has said why. */
  rotorReadingsDisagree: { wantsOther: boolean };
  crackToEdge: Record<string, never>;
  crackJoinsHoles: Record<string, never>;
  crackTooLong: { length: Quantity | null; max: Quantity };
  crackShort: { length: Quantity };
  thicknessVaries: { variation: Quantity; max: Quantity };
  fewPoints: { points: number; wanted: number };
  runoutTooHigh: { runout: Quantity; max: Quantity };
  runoutHigherThanNew: { runout: Quantity; new: Quantity };
  transferLayer: { transferLayer: RotorMeasurement['transferLayer'] };
  weightDisagrees: { byWeight: Quantity; byMicrometer: Quantity };
  ceramicUnderMass: { mass: Quantity; min: Quantity };
  ceramicAboveMass: { mass: Quantity; min: Quantity };
  ceramicNotWeighed: Record<string, never>;
  lipHigh: { lip: Quantity; max: Quantity };
}
export const rotorFinding = findingsOf<RotorFindings>();
