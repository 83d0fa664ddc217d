import { type WorkKind, findingsOf } from '../model';

/** A piece of work by its kind, or by what the person called it who added it. */
interface Work {
  work: WorkKind;
  ownTitle: string | null;
}

export interface ScheduleFindings {
  dayIsOver: Record<string, never>;
  workTooEarly: Work & { earliest: string; because: 'part' | 'rule' | null; part: string; rule: string };
  workTooLate: Work & { latest: string };
  hasLeft: { person: string };
  isOff: { person: string; why: string };
  isAtEvent: { person: string; event: string };
  doesNotWorkThatDay: { person: string };
  outsideHours: { person: string; from: string; to: string };
  notTheirWork: { person: string; works: string[] };
  doesNotTravel: { person: string };
  wantsTwo: Record<string, never>;
  wantsLift: Record<string, never>;
  comesAfter: Work & { first: WorkKind; lagDays: number };
  comesBefore: Work & { first: WorkKind };
  waitsForWork: Work;
  noRoom: Record<string, never>;
}
export const scheduleFinding = findingsOf<ScheduleFindings>();
