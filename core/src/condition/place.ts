/** Where acts, proofs and faults meet: corner, axle or the whole car; a fastener where there is one. */
import { type Corner, type Place, corners, cornersOf } from '../model';

/** The corners that a place is about; all of them where it names none. */
export const cornersAt = ({ corner, axle }: Place): readonly Corner[] =>
  corner ? [corner] : axle ? cornersOf(axle) : corners;

/** Whether two places have a corner in common, and no two different fasteners. */
export const meets = (a: Place, b: Place): boolean =>
  (a.fastener === undefined || b.fastener === undefined || a.fastener === b.fastener) &&
  cornersAt(a).some((c) => cornersAt(b).includes(c));

export const placeKey = ({ corner, axle, nipple, fastener }: Place): string =>
  `${corner ?? axle ?? ''} ${nipple ?? ''} ${fastener ?? ''}`;
