import { type PedalFeel, findingsOf } from '../model';

export interface PedalFindings {
  pedalGateOpen: Record<string, never>;
  pedalSoft: Record<string, never>;
  pedalSinks: Record<string, never>;
  pedalLong: Record<string, never>;
  pedalWorseThanBefore: { feel: PedalFeel; before: PedalFeel };
  pedalHeldTooShort: { heldSeconds: number | null; minSeconds: number };
  pedalSinkingNotSaid: Record<string, never>;
  pedalBoosterDead: Record<string, never>;
  pedalManyStrokes: { strokes: number };
}
export const pedalFinding = findingsOf<PedalFindings>();

/** Where to look when the pedal is not right. */
export type PedalSuspect =
  | 'airInCaliper'
  | 'nippleOpen'
  | 'hoseSwells'
  | 'airInAbs'
  | 'leak'
  | 'masterCylinder'
  | 'pistonsNotOut'
  | 'air'
  | 'rearAdjusters'
  | 'knockBack';
