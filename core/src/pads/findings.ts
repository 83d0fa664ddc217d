import { type PadCondition, type Quantity, findingsOf } from '../model';

/** Which pad of a corner: in a drum the leading shoe stands as inner, the trailing one as outer. */
export type PadPosition = 'inner' | 'outer' | 'leading' | 'trailing';

/** Likely causes of uneven wear. */
export type UnevenWearCause = 'slidePin' | 'pistonOrSlidePin' | 'innerPiston' | 'outerPiston';

export interface PadFindings {
  padUnderLimit: { pad: PadPosition | null; thickness: Quantity; limit: Quantity };
  padThinForTrackStart: { pad: PadPosition | null; thickness: Quantity; percentOfNew: number };
  padAboveLimit: { pad: PadPosition | null; thickness: Quantity; limit: Quantity };
  padThickerThanNew: { pad: PadPosition; thickness: Quantity; new: Quantity };
  padThickerThanLast: { pad: PadPosition; thickness: Quantity; last: Quantity };
  padCondition: { pad: PadPosition; condition: PadCondition };
  padFaceNotSeen: { pad: PadPosition };
  /** What an earlier reading found stands against the last one: who read it cannot take it back alone, or nobody has said why. */
  padReadingsDisagree: { wantsOther: boolean };
  padNearHat: { clearance: Quantity; wanted: Quantity };
  padWornUnevenly: { inner: Quantity; outer: Quantity; cause: UnevenWearCause };
  padTapered: { pad: PadPosition; from: Quantity; to: Quantity };
  cornerOutOfFamily: { thin: Quantity; thick: Quantity; hasParkingBrake: boolean };
}
export const padFinding = findingsOf<PadFindings>();
