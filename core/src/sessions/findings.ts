import type { AskedWork } from '../fluid';
import { type Cause, type Complaint, type LookFault, type LookKind, type Quantity, findingsOf } from '../model';

export interface TrackFindings {
  /** Of the level: what it fell by, and what of that the pads have worn. */
  levelByWear: { drop: Quantity; explained: Quantity };
  levelMoreThanWear: { drop: Quantity; explained: Quantity };
  levelLeak: { drop: Quantity; explained: Quantity };
  levelRose: { rise: Quantity };
  /** With what it would be of each front pad, if all of it went there. */
  levelWearUnknown: { drop: Quantity; frontPad: Quantity };
  levelNotComparable: Record<string, never>;
  levelUnderMin: { level: Quantity; min: Quantity };
  /** Of the heat, brought to one moment. */
  cornerWarmer: { hot: Quantity; other: Quantity };
  cornerHotter: { hot: Quantity; other: Quantity };
  cornerDrags: { hot: Quantity; other: Quantity };
  hotterThanModel: { read: Quantity; edge: Quantity };
  hotTooLate: { minutes: number };
  /** Of what somebody saw. */
  lookFault: { fault: LookFault; length: Quantity | null };
  /** Nuts and bolts of the look that have no figure on the sheet. */
  torqueFiguresMissing: { count: number };
  lookOpen: { left: LookKind[] };
  driverComplained: { complaint: Complaint };
  driverExplained: { complaint: Complaint; cause: Cause };
  boiledInSession: Record<string, never>;
  referredNotDriven: { to: string };
  /** Of the state of a car. */
  sessionNotLookedAt: { session: number };
  stoppedAtTrack: { session: number; reason: string };
  drivenOnStop: { session: number };
  drivenUndecided: { session: number };
  /** Something was found after it was decided. */
  decisionEnded: { session: number };
  goesWithLimits: {
    laps: number | null;
    minutes: number | null;
    coolDownLap: boolean;
    notInTheWet: boolean;
    lookAfter: number;
  };
  trackInOrder: { sessions: number };
  /** Of the end of an event. */
  closeSessionsOpen: { count: number };
  closeStopped: Record<string, never>;
  closeDuctsOn: Record<string, never>;
  closeTapeOn: Record<string, never>;
  closeRoadPads: { pads: string; rotors: string };
  closeOtherRotors: { pads: string; rotors: string };
  closeSetNotRead: { pads: string };
  /** What is left of it, in minutes at a usual venue of the car. */
  closeSetOnShelf: { pads: string; minutes: number };
  closeFluidWanted: { work: AskedWork };
  closeFluidOut: { volume: Quantity };
  closeNotTold: Record<string, never>;
  closeReferred: { to: string };
  closeNextDue: { on: string; work: AskedWork };
}
export const trackFinding = findingsOf<TrackFindings>();
