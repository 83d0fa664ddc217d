import {
  type CheckName,
  type Complaint,
  type Finding,
  type MovableLimit,
  type PartsDecision,
  type Quantity,
  type StepKind,
  findingsOf,
} from '../model';

type Subject = PartsDecision['subject'];
type StepValues = { step: StepKind; turn: number | null };

/** As it is measured; a plain number where it is one of a few: see `LIMIT_CHOICES`. */
export type LimitValue = Quantity | number;

export interface ServiceFindings {
  padSetUnderLimit: { pads: string };
  aboveLimitAtBoth: { subject: 'pads' | 'rotors' };
  notMeasured: { subject: 'pads' | 'rotors' };
  /** Before an event, or at all. */
  neverMeasured: Record<string, never>;
  cornersNotMeasured: { missing: number };
  rotorsNotMeasured: { missing: number };
  notMeasuredSinceEvent: { event: string };
  measuredLongAgo: { measuredOn: string };
  skimNotMeasured: Record<string, never>;
  scrappedIsOn: { part: string };
  notBedded: { subject: 'pads' | 'rotors' | 'both' };
  exchangeUnfinished: { left: number; of: number };
  retractedNothingFitted: Record<string, never>;
  /** While the service was open. */
  limitMoved: { limit: MovableLimit; label: string; from: LimitValue; to: LimitValue | null; by: string };
  /** Another label for what is on, with no change of parts, and a milder limit. */
  relabelled: { was: string; label: string; from: Quantity; to: Quantity | null; by: string };
  /** Meanwhile; `who` and `by` are of the crew. */
  madeLead: { name: string; who: string; by: string };
  renamed: { was: string; name: string };
  fittedNotMeasured: { subject: 'pads' | 'rotors' };
  changeNotFitted: { subject: Subject };
  referred: { subject: Subject; reason: string };
  spareToCarry: { subject: Subject; reason: string };
  hoseChanged: { corners: string[] };
  driverSays: { complaint: Complaint };
  stepSkipped: StepValues & { reason: string };
  stepNotDone: StepValues;
  /** Points of a list that nobody has answered. */
  listNotAnswered: StepValues & { points: CheckName[] };
  /** What an earlier version stored as a sentence and this one cannot find again. */
  earlierWording: { text: string };
}
export const serviceFinding = findingsOf<ServiceFindings>();

/** What a driver's words point at. */
export const judgeComplaints = (complaints: readonly Complaint[]): Finding[] =>
  complaints.map((complaint) => serviceFinding('driverSays', 'watch', {}, { complaint }));
