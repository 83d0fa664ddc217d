/** When a job is worked on: its minutes, with the shop's breaks between them. Everybody who says when a job ends asks here. */
import { type Instant, dateIn, minutesOfDay, timeIn } from '../calendar';
import type { Logbook } from '../logbook';
import type { Job } from '../model';

/** A stretch of a day, minutes since its midnight on the shop's clock. */
export interface Span {
  from: number;
  to: number;
}
export type Timed = Pick<Job, 'startAt' | 'durationMin' | 'crewId'> & Partial<Pick<Job, 'eventId'>>;

/** Breaks of every working day in the shop, ascending. */
export const breaksOfShop = (logbook: Logbook): Span[] =>
  logbook.shop.breaks
    .map((b) => ({ from: minutesOfDay(b.from), to: minutesOfDay(b.to) }))
    .sort((a, b) => a.from - b.from);

/**
 * When work that begins at a moment ends: breaks that it lies over come on top.
 * @param breaks ascending
 * @example endOf(11 * 60, 90, [{ from: 12 * 60, to: 12 * 60 + 30 }]) // 13 * 60
 */
export function endOf(start: number, minutes: number, breaks: readonly Span[]): number {
  let end = start + minutes;
  for (const b of breaks) if (start < b.to && end > b.from) end += b.to - Math.max(b.from, start);
  return end;
}

/**
 * When work of so many minutes begins that ends at a moment: {@link endOf} read backwards.
 * @param breaks ascending @example startBefore(13 * 60, 90, [{ from: 12 * 60, to: 12 * 60 + 30 }]) // 11 * 60
 */
export function startBefore(end: number, minutes: number, breaks: readonly Span[]): number {
  let start = end - minutes;
  for (const b of [...breaks].reverse()) if (b.from < end && b.to > start) start -= Math.min(b.to, end) - b.from;
  return start;
}

/** Whether a job is done at its event, by somebody who was sent there: by the event's clock, and away from the shop. */
export function isDoneThere(logbook: Logbook, job: Timed): boolean {
  const event = logbook.events.get(job.eventId ?? '');
  const day = dateIn(job.startAt, logbook.shop.timeZone);
  return !!event && event.crewIds.includes(job.crewId) && event.startDate <= day && day <= event.endDate;
}

const breaksOfJob = (logbook: Logbook, job: Timed): Span[] => (isDoneThere(logbook, job) ? [] : breaksOfShop(logbook));

/** From when to when on its day, breaks in between; may go past midnight. */
export function spanOfJob(logbook: Logbook, job: Timed): Span {
  const from = minutesOfDay(timeIn(job.startAt, logbook.shop.timeZone));
  return { from, to: endOf(from, job.durationMin, breaksOfJob(logbook, job)) };
}

/** When a job ends: what every plan, paper, calendar and text tells. */
export function endOfJob(logbook: Logbook, job: Timed): Instant {
  const { from, to } = spanOfJob(logbook, job);
  return new Date(Date.parse(job.startAt) + (to - from) * 60_000).toISOString();
}

/** The stretches of its day on which a job is worked on: one, or several around breaks. */
export function stretchesOfJob(logbook: Logbook, job: Timed): Span[] {
  const { from, to } = spanOfJob(logbook, job);
  const stretches: Span[] = [];
  let at = from;
  for (const b of breaksOfJob(logbook, job)) {
    if (b.to <= at || b.from >= to) continue;
    if (b.from > at) stretches.push({ from: at, to: b.from });
    at = b.to;
  }
  return at < to ? [...stretches, { from: at, to }] : stretches;
}
