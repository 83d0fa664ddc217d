import { dateIn, shortDate, timeIn } from '../calendar';
import type { Logbook } from '../logbook';
import type { Job, WorkDone } from '../model';

/** How long work takes one person, minutes. Common practice, no source (a flush alone 45–60 min; pads, rotors, hoses and fluid by two about 2 h). */
export const usualDurationMin: Record<Job['kind'], number> = {
  service: 120,
  fluidExchange: 60,
  bleed: 30,
  boilingTest: 15,
  bedding: 45,
  errand: 15,
  atEvent: 15,
  afterEvent: 30,
};

export const jobName: Record<Job['kind'], string> = {
  service: 'Service',
  fluidExchange: 'Flush',
  bleed: 'Bleed',
  boilingTest: 'Boiling test',
  bedding: 'Bedding',
  errand: 'Preparation',
  atEvent: 'At the event',
  afterEvent: 'After the event',
};

const ends = (job: Pick<Job, 'startAt' | 'durationMin'>): number => Date.parse(job.startAt) + job.durationMin * 60_000;

/** Work of a job that was ticked off by name. */
export const tickedWork = (logbook: Logbook, jobId: string): WorkDone[] =>
  logbook.factsOfJob(jobId).filter((f): f is WorkDone => f.kind === 'workDone');

/**
 * A service is done when its car has been released; fluid work when a fact of it names the job; what has no guided screen when all of its work
 * has been ticked off.
 */
export const isDone = (logbook: Logbook, job: Job): boolean => {
  const facts = logbook.factsOfJob(job.id);
  if (job.kind === 'service') return facts.some((f) => f.kind === 'carReleased');
  if (job.kind === 'fluidExchange' || job.kind === 'bleed' || job.kind === 'boilingTest')
    return facts.some((f) => f.kind !== 'workDone');
  const ticked = new Set(tickedWork(logbook, job.id).flatMap((f) => f.items));
  return job.covers.length > 0 ? job.covers.every((key) => ticked.has(key)) : facts.length > 0;
};

export type PlannedSlot = Pick<Job, 'id' | 'crewId' | 'carId' | 'startAt' | 'durationMin'> &
  Partial<Pick<Job, 'helperId' | 'liftId'>>;

const handsOf = (job: PlannedSlot): string[] => [job.crewId, ...(job.helperId ? [job.helperId] : [])];
const shareHands = (a: PlannedSlot, b: PlannedSlot): string | null =>
  handsOf(a).find((id) => handsOf(b).includes(id)) ?? null;
const shareLift = (a: PlannedSlot, b: PlannedSlot): boolean => !!a.liftId && a.liftId === b.liftId;

/**
 * Jobs that overlap with a slot: of the same person, on the same car, or on the same lift. Ends that touch do not overlap; jobs that
 * are done are left out.
 */
export function conflictingJobs(logbook: Logbook, slot: PlannedSlot): Job[] {
  return [...logbook.jobs.values()].filter(
    (job) =>
      job.id !== slot.id &&
      !job.archived &&
      (shareHands(job, slot) !== null || job.carId === slot.carId || shareLift(job, slot)) &&
      Date.parse(job.startAt) < ends(slot) &&
      Date.parse(slot.startAt) < ends(job) &&
      !isDone(logbook, job),
  );
}

/** "Mara already has Flush on the Aldane, Thu 12 Nov 09:00–10:00." */
export function conflictSentence(logbook: Logbook, slot: PlannedSlot, other: Job): string {
  const { timeZone } = logbook.shop;
  const when = `${shortDate(dateIn(other.startAt, timeZone))} ${timeIn(other.startAt, timeZone)}–${timeIn(new Date(ends(other)).toISOString(), timeZone)}`;
  const what = `${jobName[other.kind].toLowerCase()} on ${logbook.cars.get(other.carId)?.name ?? 'another car'}`;
  const shared = shareHands(slot, other);
  const who = logbook.crew.get(shared ?? other.crewId)?.name ?? 'Somebody';
  if (shared !== null) return `${who} already has a ${what}, ${when}.`;
  if (other.carId === slot.carId) return `${who} is at this car then: ${what}, ${when}.`;
  return `${logbook.lifts.get(other.liftId ?? '')?.name ?? 'The lift'} is taken: ${what}, ${when}.`;
}

/** Planned jobs of a car that are still to do, soonest first. */
export const openJobsOfCar = (logbook: Logbook, carId: string): Job[] =>
  logbook
    .jobsOfCar(carId)
    .filter((job) => !isDone(logbook, job))
    .sort((a, b) => a.startAt.localeCompare(b.startAt));

/** Jobs of one of the crew that are still to do, soonest first; as helper too. */
export const openJobsOfCrew = (logbook: Logbook, crewId: string): Job[] =>
  [...logbook.jobs.values()]
    .filter((job) => !job.archived && handsOf(job).includes(crewId) && !isDone(logbook, job))
    .sort((a, b) => a.startAt.localeCompare(b.startAt));
