import { type JobKind, findingsOf } from '../model';

/** Another job in the way, when it is; `from` and `to` are moments. */
interface Conflict {
  job: JobKind;
  car: string;
  from: string;
  to: string;
}
export interface JobFindings {
  personIsBusy: Conflict & { person: string };
  carIsBusy: Conflict & { person: string };
  liftIsTaken: Conflict & { lift: string };
  notBeforeEvent: { event: string };
}
export const jobFinding = findingsOf<JobFindings>();
