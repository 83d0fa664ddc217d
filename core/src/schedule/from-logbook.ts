import {
  type Instant,
  type LocalDate,
  dateIn,
  daysBetween,
  instantAt,
  plusDays,
  plusWorkingDays,
  minutesOfDay,
  timeIn,
  timeOfDay,
} from '../calendar';
import { type Logbook, carLabel, shopIsShut, withJobs } from '../logbook';
import { type Span, breaksOfShop, isDone, spanOfJob, wayMin } from '../jobs';
import { awaited, bottleState, fastestSupplier, onShelf, onShelfFrom } from '../inventory';
import type { Job } from '../model';
import { VISIT_MINUTES, type WorkItem, bottleSizeMl, workFinding, workOfEvents } from '../work';
import { hoursOf } from './hours';
import type { Fixed, Lot, Person, PlacedVisit, Plan, Problem, Stock, Task, Use } from './problem';
import { shopTools, toolsOfItem, toolsOfJob, toolsTaken } from './tools';

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

const taskId = (item: Pick<WorkItem, 'bookingId' | 'key'>): string => `${item.bookingId} ${item.key}`;

/** Whether a job stays where it is when a plan is made. A pin holds until its day is over: what was not begun then is planned anew. */
export const staysPut = (logbook: Logbook, job: Job, today: LocalDate): boolean =>
  (job.isPinned && dateIn(job.startAt, logbook.shop.timeZone) >= today) ||
  job.covers.length === 0 ||
  logbook.factsOfJob(job.id).length > 0;

/**
 * All work that is to be planned from now on, with who and what there is to do it.
 * @param now nothing is planned before it
 */
export function planningCase(logbook: Logbook, now: Instant): PlanningCase {
  const { timeZone } = logbook.shop;
  const today = dateIn(now, timeZone);
  const nowMinutes = minutesOfDay(timeIn(now, timeZone));
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

  const members = [...logbook.crew.values()].filter((m) => !m.archived).sort((a, b) => a.name.localeCompare(b.name));
  const people: Person[] = members.map((m) => ({
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
  const crewIds = members.map((m) => m.id);
  // Somebody at an event is there for its work only.
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
  const lifts = [...logbook.lifts.values()]
    .filter((l) => !l.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map(({ id, name }) => ({ id, name }));

  const index = (crewId: string): number => members.findIndex((m) => m.id === crewId);
  const fixed: Fixed[] = [];
  const fixedItems = new Set<string>();
  for (const job of logbook.jobs.values()) {
    const day = days.indexOf(dateIn(job.startAt, timeZone));
    const person = index(job.crewId);
    if (job.archived || isDone(logbook, job) || !staysPut(logbook, job, today)) continue;
    const helper = job.helperId === null ? -1 : index(job.helperId);
    const lift = lifts.findIndex((l) => l.id === job.liftId);
    const does = open.filter((i) => i.job?.id === job.id).map(taskId);
    // Of a pin that lies too late somebody has to say what becomes of it: its work is not planned a second time.
    if (day >= 0 || job.isPinned) for (const id of does) fixedItems.add(id);
    if (day < 0) continue;
    fixed.push({
      id: job.id,
      carId: job.carId,
      day,
      span: spanOfJob(logbook, job),
      // Whoever has left does nothing any more: the car is taken all the same.
      people: [person, helper].filter((p) => p >= 0),
      lift: lift >= 0 ? lift : null,
      does,
      uses: open.filter((i) => i.job?.id === job.id).flatMap((i) => usesOf(i)),
      tools: [],
    });
  }
  const tools = shopTools(logbook);
  for (let day = 0; day < days.length; day++) {
    const ofDay = fixed.filter((f) => f.day === day);
    const jobs = ofDay.map((f) => logbook.jobs.get(f.id)!);
    const listed = jobs.map((job) => ({
      job,
      uses: toolsOfJob(
        logbook,
        tools,
        job,
        all.filter((i) => i.job?.id === job.id),
      ),
    }));
    const taken = toolsTaken(logbook, listed);
    for (const f of ofDay) f.tools = taken.get(f.id)!;
  }

  const tasks: Task[] = [];
  const items = new Map<string, WorkItem>();
  const previous = new Map<string, { day: number; people: number[] }>();
  const forDriver: WorkItem[] = [];
  const impossible = all.filter((i) => i.impossible !== null);
  for (const item of open) {
    const id = taskId(item);
    if (fixedItems.has(id)) continue;
    const booking = logbook.bookings.get(item.bookingId)!;
    const isAway = item.place === 'event';
    const there = isAway ? (atEvent.get(booking.eventId) ?? []) : [];
    if (isAway && there.length === 0) {
      forDriver.push(item);
      continue;
    }
    const able = (p: number): boolean => {
      const member = logbook.crew.get(crewIds[p]!)!;
      return (
        (item.skill === null || member.skills.includes(item.skill)) && (item.place !== 'customer' || member.travels)
      );
    };
    const who = (isAway ? there : members.map((_, p) => p)).filter(able);
    const window = days.flatMap((day, d) => (item.earliest <= day && day <= item.latest ? [d] : []));
    if (who.length < item.crewNeeded) {
      impossible.push({
        ...item,
        impossible: workFinding('nobodyHasTheSkill', 'needsWork', {}, { wantsTwo: item.crewNeeded === 2 }),
      });
      continue;
    }
    items.set(id, item);
    tasks.push({
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
      people: who,
      needsLift: item.needsLift && lifts.length > 0,
      wheelsOff: item.wheelsOff,
      travelMin: item.place === 'customer' ? wayMin(logbook, item.carId) : 0,
      after: item.after.map((a) => ({ id: taskId({ bookingId: item.bookingId, key: a.key }), lagDays: a.lagDays })),
      uses: usesOf(item),
      tools: toolsOfItem(logbook, tools, item),
      endsBy: item.endsBy,
    });
    if (item.job) {
      const day = days.indexOf(dateIn(item.job.startAt, timeZone));
      const was = isAway ? there.find((p) => crewIds[p] === item.job!.crewId) : index(item.job.crewId);
      const helper = item.job.helperId === null ? [] : [index(item.job.helperId)];
      if (day >= 0 && was !== undefined && was >= 0)
        previous.set(id, { day, people: [was, ...helper].sort((a, b) => a - b) });
    }
  }
  const fixedAfter = new Map(
    open
      .filter((i) => fixedItems.has(taskId(i)))
      .map((i) => [
        taskId(i),
        i.after.map((a) => ({ id: taskId({ bookingId: i.bookingId, key: a.key }), lagDays: a.lagDays })),
      ]),
  );
  return {
    problem: {
      days,
      people,
      lifts,
      tools: tools.map(({ id, name }) => ({ id, name })),
      tasks,
      fixed,
      setupMin: VISIT_MINUTES,
      previous,
      fixedAfter,
      stocks: stocksFor(
        logbook,
        days,
        [...tasks, ...fixed].flatMap((t) => t.uses),
      ),
      pace: logbook.shop.planPace,
    },
    items,
    crewIds,
    impossible,
    forDriver,
    today,
  };
}

/** What work draws from stock that others draw from too. */
export function usesOf(item: WorkItem): Use[] {
  const owner = item.bookingId;
  const parts = item.parts.flatMap((p): Use[] =>
    p.goods === 'wearPart' && p.likeId !== null ? [{ stock: p.likeId, amount: p.count, owner }] : [],
  );
  const { fluid } = item;
  return fluid?.fluidId ? [...parts, { stock: fluid.fluidId, amount: fluid.ml, owner }] : parts;
}

/** Bottles and counted parts that are here, ordered ones, and what a supplier can bring. */
export function stocksFor(logbook: Logbook, days: readonly LocalDate[], uses: readonly Use[]): Stock[] {
  const [today] = days;
  if (today === undefined) return [];
  const coming = awaited(logbook);
  const dayOf = (date: LocalDate): number => Math.max(0, daysBetween(today, date));
  return [...new Set(uses.map((u) => u.stock))].sort().map((id): Stock => {
    const isFluid = logbook.fluids.has(id);
    const lots: Lot[] = [];
    const { openBottleDays } = logbook.shop;
    const ofFluid = [...logbook.bottles.values()].filter((b) => b.fluidId === id);
    for (const bottle of ofFluid) {
      const { leftMl, daysOpen, openTooLong, reservedFor } = bottleState(logbook, bottle, today);
      if (bottle.archived || leftMl <= 0 || openTooLong) continue;
      const lot = { amount: leftMl, from: 0, owner: reservedFor?.id ?? null };
      lots.push(
        daysOpen === null
          ? { ...lot, until: null, daysOnceOpen: openBottleDays }
          : { ...lot, until: openBottleDays - daysOpen, daysOnceOpen: null },
      );
    }
    const shelf = isFluid ? 0 : onShelf(logbook, id);
    if (shelf > 0) lots.push({ amount: shelf, from: 0, until: null, daysOnceOpen: null, owner: null });
    const sizeMl = bottleSizeMl(logbook, id);
    const one = (from: number): Lot =>
      isFluid
        ? { amount: sizeMl, from, until: null, daysOnceOpen: openBottleDays, owner: null }
        : { amount: 1, from, until: null, daysOnceOpen: null, owner: null };
    for (const a of coming)
      if (a.likeId === id)
        for (let n = 0; n < a.left; n++) lots.push(one(dayOf(onShelfFrom(a.arrivesOn < today ? today : a.arrivesOn))));
    const supplier = fastestSupplier(logbook, isFluid ? 'bottle' : 'wearPart');
    // What is bought is bought in whole bottles, as many as it takes: it cannot run out.
    if (supplier)
      lots.push({
        amount: uses.reduce((n, u) => n + (u.stock === id ? u.amount : 0), 0),
        from: dayOf(onShelfFrom(plusWorkingDays(today, supplier.leadDays, shopIsShut(logbook)))),
        until: null,
        daysOnceOpen: null,
        owner: null,
      });
    return { id, lots };
  });
}

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
