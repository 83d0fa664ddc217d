/** A plan as the jobs that it would make. */
import { type Instant, instantAt, timeOfDay } from '../calendar';
import { isDone } from '../jobs';
import { type Logbook, withJobs } from '../logbook';
import type { Job } from '../model';
import type { WorkItem } from '../work';
import { type PlanningCase, planningCase, staysPut, taskId } from './planning-case';
import type { PlacedVisit, Plan } from './problem';

/** What kind of job does this work. */
export function jobKindOf(work: readonly Pick<WorkItem, 'kind' | 'wheelsOff' | 'place'>[]): Job['kind'] {
  const kinds = new Set(work.map((i) => i.kind));
  if (work.some((i) => i.place === 'event' && i.kind !== 'bedding')) return 'atEvent';
  if (kinds.has('bedding')) return 'bedding';
  if (kinds.size === 1 && kinds.has('flush')) return 'flush';
  if (kinds.size === 1 && kinds.has('bleed')) return 'bleed';
  if (kinds.has('boilingTest') && !work.some((i) => i.wheelsOff)) return 'boilingTest';
  if (kinds.has('ductsOff') && !work.some((i) => i.wheelsOff)) return 'afterEvent';
  return work.some((i) => i.wheelsOff) ? 'service' : 'errand';
}

/** A plan as the jobs that it would make. */
export interface ProposedPlan {
  /** Jobs as they would stand; new ones with version 0. */
  jobs: Job[];
  /** Planned jobs that are not wanted any more. */
  drop: Job[];
  /** Of `jobs`, those that were planned before and are now elsewhere. */
  moved: { job: Job; from: Job }[];
  /** Minutes that one visit instead of many saves. */
  savedMin: number;
}

/**
 * A plan as job records. A visit takes over the record of the planned job with which it has most work in common, so that calendars
 * move an entry instead of losing one.
 * @param newId a new id for each job that was not planned before
 */
export function proposedPlan(logbook: Logbook, c: PlanningCase, plan: Plan, newId: () => string): ProposedPlan {
  const { timeZone } = logbook.shop;
  const old = new Map(
    [...logbook.jobs.values()]
      .filter((j) => !j.archived && j.covers.length > 0 && !isDone(logbook, j) && !staysPut(logbook, j, c.today))
      .map((j) => [j.id, j]),
  );
  const jobs: Job[] = [];
  const moved: ProposedPlan['moved'] = [];
  let savedMin = 0;
  const visits = [...plan.visits].sort((a, b) => a.day - b.day || a.span.from - b.span.from);
  for (const visit of visits) {
    const work = workOfVisit(c, visit);
    savedMin += c.problem.setupMin * Math.max(0, work.filter((i) => i.wheelsOff).length - 1);
    const first = work[0]!;
    const covers = work.map((i) => i.key);
    const common = (j: Job): number =>
      j.bookingId === first.bookingId ? j.covers.filter((key) => covers.includes(key)).length : 0;
    const same = [...old.values()].filter((j) => common(j) > 0).sort((a, b) => common(b) - common(a))[0];
    if (same) old.delete(same.id);
    const job: Job = {
      id: same?.id ?? newId(),
      version: same?.version ?? 0,
      archived: false,
      kind: jobKindOf(work),
      carId: visit.carId,
      eventId: logbook.bookings.get(first.bookingId)?.eventId ?? null,
      crewId: c.crewIds[visit.people[0]!]!,
      helperId: visit.people[1] === undefined ? null : c.crewIds[visit.people[1]]!,
      liftId: visit.lift === null ? null : c.problem.lifts[visit.lift]!.id,
      startAt: instantAt(c.problem.days[visit.day]!, timeOfDay(visit.span.from), timeZone),
      durationMin: visit.minutes,
      notes: same?.notes ?? '',
      bookingId: first.bookingId,
      covers,
      isPinned: false,
    };
    jobs.push(job);
    if (same && (same.startAt !== job.startAt || same.crewId !== job.crewId)) moved.push({ job, from: same });
  }
  return { jobs, drop: [...old.values()], moved, savedMin };
}

/**
 * What is wanted depends on what is planned: a flush for one event serves the next, or comes too early for it. Another round of planning, where a plan makes
 * wanted what nobody has planned for; null where it is whole.
 */
export function nextRound(logbook: Logbook, c: PlanningCase, plan: Plan, now: Instant): PlanningCase | null {
  const { jobs, drop } = proposedPlan(logbook, c, plan, () => `new ${(unsaved += 1)}`);
  const planned = withJobs(logbook, [...jobs, ...drop.map((j) => ({ ...j, archived: true }))]);
  const next = planningCase(planned, now);
  const known = new Set([...c.items.values(), ...c.impossible].map(taskId));
  return next.problem.tasks.some((t) => !known.has(t.id)) ? next : null;
}
let unsaved = 0;

const workOfVisit = (c: PlanningCase, visit: PlacedVisit): WorkItem[] => visit.tasks.map((t) => c.items.get(t.id)!);
