import { type Quantity, type WorkKind, findingsOf } from '../model';

/** A piece of work by its kind, or by what the person called it who added it. */
interface Work {
  work: WorkKind;
  ownTitle: string | null;
}

export interface ScheduleFindings {
  dayIsOver: Record<string, never>;
  workTooEarly: Work & { earliest: string; because: 'part' | 'rule' | null; part: string; rule: string };
  workTooLate: Work & { latest: string };
  /** It would still be going on when the cars are loaded. */
  endsAfterLoadUp: { ends: string; loadUp: string };
  hasLeft: { person: string };
  isOff: { person: string; why: string };
  shopIsShut: { why: string };
  isAtEvent: { person: string; event: string };
  /** Work at an event by somebody who is not sent there. */
  doesNotGoThere: { person: string; event: string };
  doesNotWorkThatDay: { person: string };
  outsideHours: { person: string; from: string; to: string };
  notTheirWork: { person: string; works: string[] };
  doesNotTravel: { person: string };
  wantsTwo: Record<string, never>;
  wantsLift: Record<string, never>;
  /** The only bleeder, or every wrench in range, is at another car from and to an hour. */
  toolIsTaken: { tool: 'bleeder' | 'wrench'; car: string; from: string; to: string };
  /** More of the shop’s trailers are counted on for a day than there are. */
  trailersShort: { has: number; wanted: number; on: string; events: string[] };
  noWrenchReaches: { torque: Quantity };
  comesAfter: Work & { first: WorkKind; lagDays: number };
  comesBefore: Work & { first: WorkKind };
  waitsForWork: Work;
  liftIsGone: { lift: string };
  eventCancelled: { event: string };
  bookingCancelled: { event: string };
  /** The work list does not want it any more, or an earlier event has it. */
  workNotWanted: { works: string[] };
  carAtTwoEvents: { event: string; on: string };
  /** A text to the customer says another day than holds now; `now` null: no day any more. */
  textSaysOtherDay: { about: 'event' | 'bringIn'; told: string; now: string | null };
  /** What is on the shelf went to others; `on`: when more can be here, null where nobody sells it. */
  stockShort: { name: string; on: string | null };
  noRoom: Record<string, never>;
}
export const scheduleFinding = findingsOf<ScheduleFindings>();
