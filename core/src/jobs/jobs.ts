import type { LocalDate } from '../calendar';
import { type Logbook, carLabel } from '../logbook';
import type { Finding, Job, TrackEvent, WorkDone } from '../model';
import { jobFinding } from './findings';
import { endOfJob } from './when';

/** How long work takes one person, minutes. Common practice, no source (a flush alone 45–60 min; pads, rotors, hoses and fluid by two about 2 h). */
export const usualDurationMin: Record<Job['kind'], number> = {
  service: 120,
  flush: 60,
  bleed: 30,
  trackBleed: 25,
  boilingTest: 15,
  bedding: 45,
  errand: 15,
  atEvent: 15,
  afterEvent: 30,
};

/**
 * The way to a car that stands at its customer’s, there and back, min; 0 where it comes to the shop. Each visit counts all of it: from one customer straight
 * to the next is never longer.
 */
export function wayMin(logbook: Logbook, carId: string): number {
  const customer = logbook.customers.get(logbook.cars.get(carId)?.customerId ?? '');
  return customer?.atTheirPlace ? 2 * customer.travelMin : 0;
}

/** Work of a job that was ticked off by name. */
export const tickedWork = (logbook: Logbook, jobId: string): WorkDone[] =>
  logbook.factsOfJob(jobId).filter((f): f is WorkDone => f.kind === 'workDone');

/** Whether a job is gone through step by step, up to a release: a service, or a bleed between sessions. */
export const isGuided = (job: Pick<Job, 'kind'>): boolean => job.kind === 'service' || job.kind === 'trackBleed';

/**
 * A service is done when its car has been released; fluid work when a fact of it names the job; what has no guided screen when all of its work
 * has been ticked off.
 */
export const isDone = (logbook: Logbook, job: Job): boolean => {
  const facts = logbook.factsOfJob(job.id);
  if (isGuided(job)) return facts.some((f) => f.kind === 'carReleased');
  if (job.kind === 'flush' || job.kind === 'bleed' || job.kind === 'boilingTest')
    return facts.some((f) => f.kind !== 'workDone');
  const ticked = new Set(tickedWork(logbook, job.id).flatMap((f) => f.items));
  return job.covers.length > 0 ? job.covers.every((key) => ticked.has(key)) : facts.length > 0;
};

export type PlannedSlot = Pick<Job, 'id' | 'crewId' | 'carId' | 'startAt' | 'durationMin'> &
  Partial<Pick<Job, 'helperId' | 'liftId' | 'kind' | 'eventId'>>;

const handsOf = (job: PlannedSlot): string[] => [job.crewId, ...(job.helperId ? [job.helperId] : [])];
const shareHands = (a: PlannedSlot, b: PlannedSlot): string | null =>
  handsOf(a).find((id) => handsOf(b).includes(id)) ?? null;
const shareLift = (a: PlannedSlot, b: PlannedSlot): boolean => !!a.liftId && a.liftId === b.liftId;

/** At a track one pair of hands looks after several cars: their visits stand side by side. */
const isSameEvent = (a: PlannedSlot, b: PlannedSlot): boolean =>
  a.kind === 'atEvent' && b.kind === 'atEvent' && a.eventId === b.eventId && a.carId !== b.carId;

/**
 * Jobs that overlap with a slot: of the same person, on the same car, or on the same lift. Ends that touch do not overlap; jobs that
 * are done are left out.
 */
export function conflictingJobs(logbook: Logbook, slot: PlannedSlot): Job[] {
  const slotEnds = endOfJob(logbook, slot);
  return [...logbook.jobs.values()].filter(
    (job) =>
      job.id !== slot.id &&
      !job.archived &&
      !isSameEvent(job, slot) &&
      (shareHands(job, slot) !== null || job.carId === slot.carId || shareLift(job, slot)) &&
      job.startAt < slotEnds &&
      slot.startAt < endOfJob(logbook, job) &&
      !isDone(logbook, job),
  );
}

/** The first lift on which nothing stands at a job's time; null where there is none. */
export const freeLift = (logbook: Logbook, slot: PlannedSlot): string | null =>
  [...logbook.lifts.values()]
    .filter((l) => !l.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .find((l) => !conflictingJobs(logbook, { ...slot, liftId: l.id }).some((o) => o.liftId === l.id))?.id ?? null;

/** Whom, what and when another job is in the way of. */
export function conflictFinding(logbook: Logbook, slot: PlannedSlot, other: Job): Finding {
  const shared = shareHands(slot, other);
  const conflict = {
    job: other.kind,
    car: carLabel(logbook, other.carId),
    from: other.startAt,
    to: endOfJob(logbook, other),
  };
  const person = logbook.crew.get(shared ?? other.crewId)?.name ?? '';
  if (shared !== null) return jobFinding('personIsBusy', 'needsWork', {}, { ...conflict, person });
  if (other.carId === slot.carId) return jobFinding('carIsBusy', 'needsWork', {}, { ...conflict, person });
  const lift = logbook.lifts.get(other.liftId ?? '')?.name ?? '';
  return jobFinding('liftIsTaken', 'needsWork', {}, { ...conflict, lift });
}

/** Said of work for an event that is planned for its first day or later; null of any other. */
export const judgeDay = (day: LocalDate, event: Pick<TrackEvent, 'name' | 'startDate'> | null): Finding | null =>
  event && day >= event.startDate ? jobFinding('notBeforeEvent', 'needsWork', {}, { event: event.name }) : null;

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
