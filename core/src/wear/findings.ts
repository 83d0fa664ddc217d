import { type Axle, type Quantity, findingsOf } from '../model';

/** Which parts of an axle. */
type Worn = { part: 'pads' | 'rotors' };
export type WornPart = `${Axle}.${Worn['part']}`;

export interface WearFindings {
  /** Read under the strictest limit that holds. */
  wearUnderNow: Worn & { limit: Quantity };
  /** More likely than not under a limit before the last session is over. */
  wearWillNotLast: Worn & { percent: number; limit: Quantity; session: number | null };
  /** With a chance that is worth a spare. */
  wearMayNotLast: Worn & { percent: number; limit: Quantity; lookAfter: number | null };
  /** By what is driven before it, more likely than not under the share of new that a track start is warned of at. */
  wearThinAtStart: Worn & { percent: number; limit: Quantity };
  /** The same, and a spare set is reserved. */
  spareGoesAlong: Worn & { percent: number; spare: string; lookAfter: number | null };
  /** A reading that does not fit what was read before and driven since. */
  wearReadingOff: { pad: 'inner' | 'outer' | null; read: Quantity; expected: Quantity };
  /** What lasts, and of what too little was read to say. */
  wearInOrder: { percent: number; lasts: WornPart[]; notTold: WornPart[] };
  /** Read too seldom to say anything. */
  wearNotTold: Record<string, never>;
  noEventForWear: Record<string, never>;
}
export const wearFinding = findingsOf<WearFindings>();
