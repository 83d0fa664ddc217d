/** The same change to several jobs of an event, or to several pieces of work of one job. */
import { dateIn, instantAt, plusDays, timeIn } from '../calendar';
import { isDone } from '../jobs';
import type { Logbook } from '../logbook';
import { type Job, kindOfWork } from '../model';
import { VISIT_MINUTES, type WorkItem, durationOf } from '../work';

/** Jobs of an event that nobody has begun, soonest first. */
export const openJobsOfEvent = (logbook: Logbook, eventId: string): Job[] =>
  [...logbook.jobs.values()]
    .filter((j) => !j.archived && j.eventId === eventId && !isDone(logbook, j) && logbook.factsOfJob(j.id).length === 0)
    .sort((a, b) => a.startAt.localeCompare(b.startAt));

/** Jobs so many days later (or earlier, when negative), each at the same time of day. */
export function movedByDays(logbook: Logbook, jobs: readonly Job[], days: number): Job[] {
  const { timeZone } = logbook.shop;
  return jobs.map((job) => ({
    ...job,
    startAt: instantAt(plusDays(dateIn(job.startAt, timeZone), days), timeIn(job.startAt, timeZone), timeZone),
  }));
}

/** A job is no shorter than this, min. */
const SHORTEST_MIN = 5;

/**
 * A job without some of its work, shorter by what that takes; without all of it, it is put away.
 * @param items the list of its booking: how long each piece takes there
 */
export function jobWithout(logbook: Logbook, job: Job, keys: readonly string[], items: readonly WorkItem[]): Job {
  const rest = job.covers.filter((key) => !keys.includes(key));
  if (rest.length === 0) return { ...job, archived: true };
  const itemOf = (key: string): WorkItem | undefined => items.find((i) => i.key === key);
  const out = job.covers.filter((key) => keys.includes(key));
  const minutes = out.reduce(
    (n, key) => n + (itemOf(key)?.duration ?? durationOf(logbook, kindOfWork(key), job.carId)).minutes,
    0,
  );
  const takesWheelsOff = (list: readonly string[]): boolean => list.some((key) => itemOf(key)?.wheelsOff);
  const setup = takesWheelsOff(out) && !takesWheelsOff(rest) ? VISIT_MINUTES : 0;
  return { ...job, covers: rest, durationMin: Math.max(SHORTEST_MIN, job.durationMin - minutes - setup) };
}
