import { type LocalDate, dateIn, shortDate, timeIn } from '../calendar';
import type { Logbook } from '../logbook';
import { conflictSentence, conflictingJobs, workName } from '../jobs';
import type { Job } from '../model';
import { type WorkItem, workOfEvents } from '../work';
import { absenceOf, hoursOf, minutesOf, timeOf } from './from-logbook';

/** Every rule that a job at its time, with its people and on its lift, would break; a sentence each. */
export function slotObjections(logbook: Logbook, job: Job, today: LocalDate): string[] {
  const { timeZone } = logbook.shop;
  const said: string[] = [];
  const day = dateIn(job.startAt, timeZone);
  const from = minutesOf(timeIn(job.startAt, timeZone));
  const to = from + job.durationMin;
  if (day < today) said.push('That day is over.');

  const items = job.bookingId === null ? [] : itemsOf(logbook, job.bookingId, today);
  const covered = items.filter((i) => job.covers.includes(i.key));
  for (const item of covered) {
    // What is planned and overdue is late, not early.
    if (day < item.earliest && item.earliest > today)
      said.push(`${item.title}: not before ${shortDate(item.earliest)}${why(item)}.`);
    if (day > item.latest) said.push(`${item.title}: must be done by ${shortDate(item.latest)}, load-up.`);
  }
  for (const id of [job.crewId, job.helperId]) {
    const member = id === null ? undefined : logbook.crew.get(id);
    if (!member) continue;
    // At an event its crew is at work.
    const isThere = job.kind === 'atEvent' || (job.kind === 'bedding' && items.some((i) => i.place === 'event'));
    const absence = isThere ? null : absenceOf(logbook, member, day);
    const hours = isThere ? null : hoursOf(logbook, member, day);
    if (absence) said.push(absence);
    else if (hours && (from < hours.from || to > hours.to))
      said.push(`${member.name} works from ${timeOf(hours.from)} to ${timeOf(hours.to)} on that day.`);
    const lacking = covered.filter((i) => i.skill !== null && !member.skills.includes(i.skill));
    if (lacking.length > 0) said.push(`Not work for ${member.name}: ${lacking.map((i) => i.title).join(', ')}.`);
    if (covered.some((i) => i.place === 'customer') && !member.travels) said.push(`${member.name} does not travel.`);
  }
  if (covered.some((i) => i.crewNeeded === 2) && job.helperId === null) said.push('Wants two people.');
  if (covered.some((i) => i.needsLift) && job.liftId === null && [...logbook.lifts.values()].some((l) => !l.archived))
    said.push('Wants a lift.');
  for (const other of conflictingJobs(logbook, job)) said.push(conflictSentence(logbook, job, other));

  const ofBooking = logbook.jobsOfCar(job.carId).filter((j) => j.id !== job.id && j.bookingId === job.bookingId);
  for (const item of covered) {
    for (const { key, lagDays } of item.after) {
      const first = ofBooking.find((j) => j.covers.includes(key));
      if (first && (first.startAt >= job.startAt || dayGap(dateIn(first.startAt, timeZone), day) < lagDays))
        said.push(`${item.title} comes after ${workName(key).toLowerCase()}${lagDays > 0 ? `, ${lagDays} days` : ''}.`);
    }
  }
  for (const other of ofBooking) {
    for (const item of items.filter((i) => other.covers.includes(i.key))) {
      const rule = item.after.find((a) => job.covers.includes(a.key));
      if (rule && (other.startAt <= job.startAt || dayGap(day, dateIn(other.startAt, timeZone)) < rule.lagDays))
        said.push(`${workName(rule.key)} comes before ${item.title.toLowerCase()}.`);
    }
  }
  return [...new Set(said)];
}

const dayGap = (from: LocalDate, to: LocalDate): number => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);

function why(item: WorkItem): string {
  const waits = item.parts.find((p) => p.on === item.earliest && p.source !== 'shelf');
  if (waits) return `, ${waits.text}`;
  const rule = item.reasons.find((r) => r.from !== null);
  return rule?.from ? `, or it does not count for ${rule.from.name}` : '';
}

const lists = new WeakMap<Logbook, Map<string, ReadonlyMap<string, WorkItem[]>>>();

/** All work lists of a day, derived once for each logbook. */
export function workLists(logbook: Logbook, today: LocalDate): ReadonlyMap<string, WorkItem[]> {
  const days = lists.get(logbook) ?? new Map<string, ReadonlyMap<string, WorkItem[]>>();
  lists.set(logbook, days);
  let found = days.get(today);
  if (!found) {
    found = workOfEvents(logbook, today);
    days.set(today, found);
  }
  return found;
}

const itemsOf = (logbook: Logbook, bookingId: string, today: LocalDate): WorkItem[] =>
  workLists(logbook, today).get(bookingId) ?? [];
