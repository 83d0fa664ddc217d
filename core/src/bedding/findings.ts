import { type Quantity, findingsOf } from '../model';

/** Pads and rotors as they are called; empty where they have no label. */
interface Pair {
  pads: string;
  rotors: string;
}

export interface BeddingFindings {
  beddingInOrder: Record<string, never>;
  /** Never bedded since they came together. */
  pairGreen: Pair & { isReleased: boolean };
  /** Bedded once; the rotors have met another compound since. */
  otherCompoundMet: Pair & { compound: string };
  rotorsWereRefaced: Pair & { how: 'turned' | 'cleaned' };
  /** Driven, but nobody has looked at the faces. */
  pairNotLookedAt: Pair;
  /** Somebody looked, and decided otherwise than to accept. */
  pairWantsAgain: Pair & { decision: 'anotherCycle' | 'cleanAndAgain' | 'turn' };
  layerWornByRoad: Pair & { km: number; limitKm: number };
  layerWornByDays: Pair & { days: number; limitDays: number };
  layerWornByWords: Pair & { complaint: 'squeal' | 'firmNoBite' };
  layerSeenThin: Pair;
  /** Accepted by the faces alone: too little of the procedure was driven and counted. */
  acceptedNotDriven: Pair & { counted: number; wanted: number };
  acceptedNotCooled: Pair & { cooledMin: number; wantedMin: number };
  /** It has run, and nobody has written down how it was bedded or looked at the faces since. */
  layerUnknown: Pair;
  beddedInFirstSession: Record<string, never>;
  /** Of a choice of procedure. */
  reasonMissing: { proposed: string };
  makersDisagree: { pads: string; rotors: string };
  /** Of what a procedure will do. */
  countIsRight: { count: number };
  countTooSmall: { count: number; wanted: number; fromInstead: Quantity | null };
  countTooLarge: { count: number; wanted: number };
  neverReachesAim: { aim: Quantity; hottest: Quantity; fromInstead: Quantity | null };
  fasterThanLawful: { fastest: Quantity; lawful: Quantity };
  tooColdAtLawful: { lawful: Quantity };
  layerFormsAt: { application: number; fadeAt: number | null };
  /** The other axle, bedded along: its faces never get to where its layer forms. */
  otherAxleTooCold: { hottest: Quantity; layer: Quantity };
  secondCycleAt: { layerAt: number | null; fadeAt: number | null };
  /** Of a run. */
  releaseMissing: Record<string, never>;
  placeNotAllowed: { place: 'closedCourse' | 'privateGround' | 'road' };
  checksMissing: { checks: string[] };
  ductsStillTaped: Record<string, never>;
}
export const beddingFinding = findingsOf<BeddingFindings>();
