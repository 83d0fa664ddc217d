/** All work that is to be planned from now on, with who and what there is to do it, as a problem for the solver. */
import { type Instant, type LocalDate, dateIn, daysBetween, minutesOfDay, plusDays, timeIn } from '../calendar';
import { type Span, breaksOfShop, isDone, spanOfJob, wayMin } from '../jobs';
import { type Logbook, carLabel } from '../logbook';
import type { Job } from '../model';
import { VISIT_MINUTES, type WorkItem, workFinding, workOfEvents } from '../work';
import { hoursOf } from './hours';
import type { Fixed, Person, Problem, Task } from './problem';
import { stocksFor, usesOf } from './shelf';
import { type ShopTool, shopTools, toolsOfItem, toolsOfJob, toolsTaken } from './tools';

/** When an event's first session is over, and its day. Own figure. */
const EVENT_HOURS: Span = { from: 10 * 60 + 30, to: 18 * 60 };
/** Events further off than this are not planned for yet. */
const HORIZON_DAYS = 45;

/** The problem with what is needed to read its answer. */
export interface PlanningCase {
  problem: Problem;
  /** The work behind each task. */
  items: ReadonlyMap<string, WorkItem>;
  /** Crew member of each index: somebody who goes to an event stands there twice. */
  crewIds: string[];
  /** No day, no part or no time left. */
  impossible: WorkItem[];
  /** At an event to which nobody of the crew goes: for the driver’s sheet. */
  forDriver: WorkItem[];
  today: LocalDate;
}

export const taskId = (item: Pick<WorkItem, 'bookingId' | 'key'>): string => `${item.bookingId} ${item.key}`;
const taskOf = (item: WorkItem, after: WorkItem['after'][number]) => ({
  id: taskId({ bookingId: item.bookingId, key: after.key }),
  lagDays: after.lagDays,
});

/** Whether a job stays where it is when a plan is made. A pin holds until its day is over: what was not begun then is planned anew. */
export const staysPut = (logbook: Logbook, job: Job, today: LocalDate): boolean =>
  (job.isPinned && dateIn(job.startAt, logbook.shop.timeZone) >= today) ||
  job.covers.length === 0 ||
  logbook.factsOfJob(job.id).length > 0;

/** Who is there on which day of a plan. */
interface Hands {
  people: Person[];
  /** Crew member of each index: somebody who goes to an event stands there twice. */
  crewIds: string[];
  /** Whoever is of the shop, by index; the first so many of `people`. */
  members: number;
  /** Who goes to each event, by index. */
  atEvent: ReadonlyMap<string, number[]>;
}

/** The crew by the day: at the shop by their hours, at an event for its work only. */
function handsOn(logbook: Logbook, days: readonly LocalDate[], nowMinutes: number): Hands {
  const today = days[0]!;
  const crew = [...logbook.crew.values()].filter((m) => !m.archived).sort((a, b) => a.name.localeCompare(b.name));
  const people: Person[] = crew.map((m) => ({
    id: m.id,
    name: m.name,
    event: null,
    breaks: breaksOfShop(logbook),
    hours: days.map((day) => {
      const hours = hoursOf(logbook, m, day);
      if (!hours || day !== today) return hours;
      return nowMinutes >= hours.to ? null : { from: Math.max(hours.from, nowMinutes), to: hours.to };
    }),
  }));
  const crewIds = crew.map((m) => m.id);
  const atEvent = new Map<string, number[]>();
  for (const event of logbook.events.values()) {
    if (event.archived || event.endDate < today) continue;
    for (const id of event.crewIds) {
      const member = logbook.crew.get(id);
      if (!member || member.archived) continue;
      people.push({
        id,
        name: member.name,
        event: event.name,
        breaks: [],
        hours: days.map((day) => (event.startDate <= day && day <= event.endDate ? EVENT_HOURS : null)),
      });
      crewIds.push(id);
      atEvent.set(event.id, [...(atEvent.get(event.id) ?? []), people.length - 1]);
    }
  }
  return { people, crewIds, members: crew.length, atEvent };
}

/** What a plan is made of, besides the work. */
interface Frame {
  logbook: Logbook;
  days: readonly LocalDate[];
  hands: Hands;
  lifts: { id: string; name: string }[];
  tools: ShopTool[];
}
const memberAt = ({ hands }: Frame, crewId: string): number => hands.crewIds.slice(0, hands.members).indexOf(crewId);

/** Jobs that stay where they are, and the work that they cover: by task. */
function fixedJobs(f: Frame, all: readonly WorkItem[]): { fixed: Fixed[]; fixedItems: Set<string> } {
  const { logbook, days, lifts, tools } = f;
  const open = all.filter((i) => i.impossible === null);
  const fixed: Fixed[] = [];
  const fixedItems = new Set<string>();
  for (const job of logbook.jobs.values()) {
    if (job.archived || isDone(logbook, job) || !staysPut(logbook, job, days[0]!)) continue;
    const day = days.indexOf(dateIn(job.startAt, logbook.shop.timeZone));
    const ofJob = open.filter((i) => i.job?.id === job.id);
    // Of a pin that lies too late somebody has to say what becomes of it: its work is not planned a second time.
    if (day >= 0 || job.isPinned) for (const item of ofJob) fixedItems.add(taskId(item));
    if (day < 0) continue;
    const lift = lifts.findIndex((l) => l.id === job.liftId);
    fixed.push({
      id: job.id,
      carId: job.carId,
      day,
      span: spanOfJob(logbook, job),
      // Whoever has left does nothing any more: the car is taken all the same.
      people: [job.crewId, job.helperId].flatMap((id) => (id === null ? [] : [memberAt(f, id)])).filter((p) => p >= 0),
      lift: lift >= 0 ? lift : null,
      does: ofJob.map(taskId),
      uses: ofJob.flatMap((i) => usesOf(i)),
      tools: [],
    });
  }
  for (let day = 0; day < days.length; day++) {
    const ofDay = fixed.filter((j) => j.day === day);
    const listed = ofDay.map(({ id }) => {
      const job = logbook.jobs.get(id)!;
      const items = all.filter((i) => i.job?.id === id);
      return { job, uses: toolsOfJob(logbook, tools, job, items) };
    });
    const taken = toolsTaken(logbook, listed);
    for (const j of ofDay) j.tools = taken.get(j.id)!;
  }
  return { fixed, fixedItems };
}

/** Who of those there can do a piece of work, by index. */
function whoCan({ logbook, hands }: Frame, item: WorkItem, there: readonly number[]): number[] {
  return there.filter((p) => {
    const member = logbook.crew.get(hands.crewIds[p]!)!;
    return (item.skill === null || member.skills.includes(item.skill)) && (item.place !== 'customer' || member.travels);
  });
}

function taskFor({ logbook, days, lifts, tools }: Frame, item: WorkItem, people: number[]): Task {
  const id = taskId(item);
  const window = days.flatMap((day, d) => (item.earliest <= day && day <= item.latest ? [d] : []));
  return {
    id,
    // A visit is of one booking, at one place, by as many people; what is split goes by itself.
    visit: item.isSplit ? id : `${item.bookingId}/${item.place}/${item.crewNeeded}`,
    carId: item.carId,
    key: item.key,
    ownTitle: item.ownTitle,
    car: carLabel(logbook, item.carId),
    minutes: item.duration.minutes,
    days: window,
    target: Math.max(days.indexOf(item.target), window[0]!),
    crewNeeded: item.crewNeeded,
    people,
    needsLift: item.needsLift && lifts.length > 0,
    wheelsOff: item.wheelsOff,
    travelMin: item.place === 'customer' ? wayMin(logbook, item.carId) : 0,
    after: item.after.map((a) => taskOf(item, a)),
    uses: usesOf(item),
    tools: toolsOfItem(logbook, tools, item),
    endsBy: item.endsBy,
  };
}

/** Where a piece of work stands in the present plan, on a day of this one. */
function plannedBefore(f: Frame, item: WorkItem, there: readonly number[]): { day: number; people: number[] } | null {
  const { job } = item;
  if (!job) return null;
  const day = f.days.indexOf(dateIn(job.startAt, f.logbook.shop.timeZone));
  const was = item.place === 'event' ? there.find((p) => f.hands.crewIds[p] === job.crewId) : memberAt(f, job.crewId);
  if (day < 0 || was === undefined || was < 0) return null;
  const helper = job.helperId === null ? [] : [memberAt(f, job.helperId)];
  return { day, people: [was, ...helper].sort((a, b) => a - b) };
}

/**
 * All work that is to be planned from now on, with who and what there is to do it.
 * @param now nothing is planned before it
 */
export function planningCase(logbook: Logbook, now: Instant): PlanningCase {
  const { timeZone } = logbook.shop;
  const today = dateIn(now, timeZone);
  const all = [...workOfEvents(logbook, today)]
    .filter(([bookingId]) => {
      const event = logbook.events.get(logbook.bookings.get(bookingId)?.eventId ?? '');
      return event !== undefined && daysBetween(today, event.startDate) <= HORIZON_DAYS;
    })
    .flatMap(([, items]) => items)
    .filter((i) => i.state === 'todo' || i.state === 'planned');
  const open = all.filter((i) => i.impossible === null);
  const last = open.reduce((day, i) => (i.latest > day ? i.latest : day), plusDays(today, 7));
  const days = Array.from({ length: daysBetween(today, last) + 1 }, (_, i) => plusDays(today, i));
  const lifts = [...logbook.lifts.values()]
    .filter((l) => !l.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map(({ id, name }) => ({ id, name }));
  const hands = handsOn(logbook, days, minutesOfDay(timeIn(now, timeZone)));
  const frame: Frame = { logbook, days, hands, lifts, tools: shopTools(logbook) };
  const { fixed, fixedItems } = fixedJobs(frame, all);

  const tasks: Task[] = [];
  const items = new Map<string, WorkItem>();
  const previous = new Map<string, { day: number; people: number[] }>();
  const forDriver: WorkItem[] = [];
  const impossible = all.filter((i) => i.impossible !== null);
  for (const item of open) {
    const id = taskId(item);
    if (fixedItems.has(id)) continue;
    const isAway = item.place === 'event';
    const eventId = logbook.bookings.get(item.bookingId)!.eventId;
    const there = isAway ? (hands.atEvent.get(eventId) ?? []) : Array.from({ length: hands.members }, (_, p) => p);
    if (isAway && there.length === 0) {
      forDriver.push(item);
      continue;
    }
    const who = whoCan(frame, item, there);
    if (who.length < item.crewNeeded) {
      const noSkill = workFinding('nobodyHasTheSkill', 'needsWork', {}, { wantsTwo: item.crewNeeded === 2 });
      impossible.push({ ...item, impossible: noSkill });
      continue;
    }
    items.set(id, item);
    tasks.push(taskFor(frame, item, who));
    const before = plannedBefore(frame, item, there);
    if (before) previous.set(id, before);
  }
  return {
    problem: {
      days,
      people: hands.people,
      lifts,
      tools: frame.tools.map(({ id, name }) => ({ id, name })),
      tasks,
      fixed,
      setupMin: VISIT_MINUTES,
      previous,
      fixedAfter: new Map(
        open.filter((i) => fixedItems.has(taskId(i))).map((i) => [taskId(i), i.after.map((a) => taskOf(i, a))]),
      ),
      stocks: stocksFor(
        logbook,
        days,
        [...tasks, ...fixed].flatMap((t) => t.uses),
      ),
      pace: logbook.shop.planPace,
    },
    items,
    crewIds: hands.crewIds,
    impossible,
    forDriver,
    today,
  };
}
