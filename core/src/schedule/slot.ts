import { type LocalDate, dateIn, daysBetween, minutesOfDay, timeOfDay } from '../calendar';
import { loadUpOf } from '../demand';
import { conflictFinding, conflictingJobs, judgeDay, spanOfJob } from '../jobs';
import type { Logbook } from '../logbook';
import { type Finding, type Job, distinctFindings, kindOfWork } from '../model';
import { type WorkItem, workOfEventsInTurn } from '../work';
import { type ScheduleFindings, scheduleFinding } from './findings';
import { absenceOf, hoursOf } from './hours';
import { toolFindings } from './tools';

/** Every rule that a job at its time, with its people and on its lift, would break. */
export function slotFindings(logbook: Logbook, job: Job, today: LocalDate): Finding[] {
  const { timeZone } = logbook.shop;
  const day = dateIn(job.startAt, timeZone);
  const items = job.bookingId === null ? [] : itemsOf(logbook, job.bookingId, today);
  const covered = items.filter((i) => job.covers.includes(i.key));
  const hasLift = [...logbook.lifts.values()].some((l) => !l.archived);
  return distinctFindings([
    ...(day < today ? [said('dayIsOver', {})] : []),
    ...lateFor(logbook, job, day),
    ...covered.flatMap((item) => windowFindings(item, day, today)),
    ...loadUpFindings(logbook, job, covered, day),
    ...[job.crewId, job.helperId].flatMap((id) => personFindings(logbook, job, id, items)),
    ...(covered.some((i) => i.crewNeeded === 2) && job.helperId === null ? [said('wantsTwo', {})] : []),
    ...(covered.some((i) => i.needsLift) && job.liftId === null && hasLift ? [said('wantsLift', {})] : []),
    ...toolFindings(logbook, job, (id) => itemsOf(logbook, id, today)),
    ...conflictingJobs(logbook, job).map((other) => conflictFinding(logbook, job, other)),
    ...orderFindings(logbook, job, items),
  ]);
}

/** Work of no list that was planned for before an event, on a day on which it goes on: the event has been moved, or the job. */
function lateFor(logbook: Logbook, job: Job, day: LocalDate): Finding[] {
  const event = logbook.events.get(job.eventId ?? '');
  if (!event || job.bookingId !== null || !beforeEvents.has(job.kind)) return [];
  const late = judgeDay(day, event);
  if (late) return [late];
  return loadUpOf(event) === day && event.loadUpTime !== null
    ? endsAfter(logbook, job, minutesOfDay(event.loadUpTime))
    : [];
}
const beforeEvents: ReadonlySet<Job['kind']> = new Set<Job['kind']>(['service', 'flush', 'bleed', 'boilingTest']);

const said = <C extends keyof ScheduleFindings & string>(code: C, values: ScheduleFindings[C]): Finding =>
  scheduleFinding(code, 'needsWork', {}, values);
const ref = ({ kind, ownTitle }: WorkItem) => ({ work: kind, ownTitle });

function windowFindings(item: WorkItem, day: LocalDate, today: LocalDate): Finding[] {
  const { earliest, latest } = item;
  // What is planned and overdue is late, not early.
  const isEarly = day < earliest && earliest > today;
  const waits = item.parts.find((p) => p.on === earliest && p.source !== 'shelf');
  const rule = (item.reasons.find((r) => r.notBefore === earliest) ?? item.reasons.find((r) => r.from !== null))?.from;
  const because = waits ? ('part' as const) : rule ? ('rule' as const) : null;
  return [
    ...(isEarly
      ? [said('workTooEarly', { ...ref(item), earliest, because, part: waits?.name ?? '', rule: rule?.name ?? '' })]
      : []),
    ...(day > latest ? [said('workTooLate', { ...ref(item), latest })] : []),
  ];
}

/** That work ends after the cars are loaded, on that day. */
function loadUpFindings(logbook: Logbook, job: Job, covered: readonly WorkItem[], day: LocalDate): Finding[] {
  const by = Math.min(...covered.map((i) => (i.latest === day ? (i.endsBy ?? Infinity) : Infinity)));
  return endsAfter(logbook, job, by);
}

function endsAfter(logbook: Logbook, job: Job, by: number): Finding[] {
  const { to } = spanOfJob(logbook, job);
  return to > by ? [said('endsAfterLoadUp', { ends: timeOfDay(to), loadUp: timeOfDay(by) })] : [];
}

function personFindings(logbook: Logbook, job: Job, crewId: string | null, items: readonly WorkItem[]): Finding[] {
  const member = crewId === null ? undefined : logbook.crew.get(crewId);
  if (!member) return [];
  const { timeZone } = logbook.shop;
  const person = member.name;
  const day = dateIn(job.startAt, timeZone);
  const { from, to } = spanOfJob(logbook, job);
  const covered = items.filter((i) => job.covers.includes(i.key));
  // At an event its crew is at work.
  const isThere = job.kind === 'atEvent' || covered.some((i) => i.place === 'event');
  const event = logbook.events.get(job.eventId ?? '');
  const stays = isThere && event !== undefined && !event.archived && !event.crewIds.includes(member.id);
  const absence = isThere ? null : absenceOf(logbook, member, day);
  const hours = isThere || absence ? null : hoursOf(logbook, member, day);
  const lacking = covered.filter((i) => i.skill !== null && !member.skills.includes(i.skill));
  return [
    ...(stays ? [said('doesNotGoThere', { person, event: event.name })] : []),
    ...(absence ? [absence] : []),
    ...(hours && (from < hours.from || to > hours.to)
      ? [said('outsideHours', { person, from: timeOfDay(hours.from), to: timeOfDay(hours.to) })]
      : []),
    ...(lacking.length > 0 ? [said('notTheirWork', { person, works: lacking.map((i) => i.key) })] : []),
    ...(covered.some((i) => i.place === 'customer') && !member.travels ? [said('doesNotTravel', { person })] : []),
  ];
}

/** Work of the same booking that stands before what comes first, or too soon after it. */
function orderFindings(logbook: Logbook, job: Job, items: readonly WorkItem[]): Finding[] {
  const dayOf = (j: Job): LocalDate => dateIn(j.startAt, logbook.shop.timeZone);
  const others = logbook.jobsOfCar(job.carId).filter((j) => j.id !== job.id && j.bookingId === job.bookingId);
  const isTooSoon = (first: Job, second: Job, lagDays: number): boolean =>
    first.startAt >= second.startAt || daysBetween(dayOf(first), dayOf(second)) < lagDays;
  return items.flatMap((item) =>
    item.after.flatMap(({ key, lagDays }): Finding[] => {
      const first = kindOfWork(key);
      if (job.covers.includes(item.key))
        return others.some((j) => j.covers.includes(key) && isTooSoon(j, job, lagDays))
          ? [said('comesAfter', { ...ref(item), first, lagDays })]
          : [];
      return job.covers.includes(key) && others.some((j) => j.covers.includes(item.key) && isTooSoon(job, j, lagDays))
        ? [said('comesBefore', { ...ref(item), first })]
        : [];
    }),
  );
}

const lists = new WeakMap<Logbook, Map<string, ReadonlyMap<string, WorkItem[]>>>();

type WorkLists = ReadonlyMap<string, WorkItem[]>;

/** All work lists of a day, derived once for each logbook. */
export function workLists(logbook: Logbook, today: LocalDate): WorkLists {
  const deriving = workListsInTurn(logbook, today);
  let step = deriving.next();
  while (!step.done) step = deriving.next();
  return step.value;
}

/** {@link workLists} booking by booking: derived without holding up whoever waits for something else. */
export function* workListsInTurn(logbook: Logbook, today: LocalDate): Generator<undefined, WorkLists, undefined> {
  const days = lists.get(logbook) ?? new Map<string, WorkLists>();
  lists.set(logbook, days);
  const found = days.get(today) ?? (yield* workOfEventsInTurn(logbook, today));
  days.set(today, found);
  return found;
}

const itemsOf = (logbook: Logbook, bookingId: string, today: LocalDate): WorkItem[] =>
  workLists(logbook, today).get(bookingId) ?? [];
