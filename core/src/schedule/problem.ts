/** The planning problem as numbers: days, people, lifts and tasks. Minutes count from midnight of the shop's wall clock. */
import type { LocalDate } from '../calendar';
import { type Span, startBefore } from '../jobs';

export interface Person {
  id: string;
  name: string;
  /** The event at whose venue this person works; somebody who goes to one stands in the list twice. */
  event: string | null;
  /** By day index; null where the person is not there. */
  hours: (Span | null)[];
  /** Nobody works then, on any day; a visit that lies over one ends so much later. */
  breaks: Span[];
}

/** A bottle, or pieces on a shelf: what work may draw from. */
export interface Lot {
  amount: number;
  /** Day indices on which it can be drawn from; `until` null: as long as the plan goes. */
  from: number;
  until: number | null;
  /** Days for which it may be used once something was taken out of it; null for what is open already, or keeps. */
  daysOnceOpen: number | null;
  /** The booking that it is reserved for: no other draws from it. */
  owner: string | null;
}

/** One fluid, mL, or one kind of small part, pieces. */
export interface Stock {
  id: string;
  lots: Lot[];
}

/** What a piece of work draws. */
export interface Use {
  stock: string;
  amount: number;
  /** The booking that the work is for. */
  owner: string;
}

/** What a visit takes of the tools of which there are few: one of some, for a while before the visit ends. */
export interface ToolUse {
  /** Any one of these, by index, ascending. */
  anyOf: number[];
  /** Working minutes that it is needed for; where several tasks of a visit need it, one after the other, or once for all of them. */
  minutes: number;
  isOnce: boolean;
  /** Working minutes from when it is laid down to the end of the visit. */
  beforeEnd: number;
}

/** A tool, and when it is at a car. */
export interface ToolTaken {
  tool: number;
  span: Span;
}

/** Work that is assigned as a whole to one day and one team. */
export interface Task {
  id: string;
  /** Tasks with the same key, day and team are one visit. */
  visit: string;
  carId: string;
  /** The piece of work, what a person called it who added it, and its car's name: for whoever shows the answer. */
  key: string;
  ownTitle: string | null;
  car: string;
  minutes: number;
  /** Day indices on which it may be done, ascending. */
  days: number[];
  /** Day index from which it counts as late, less one. */
  target: number;
  crewNeeded: 1 | 2;
  /** People who can do it, by index; for a pair both must be among them. */
  people: number[];
  needsLift: boolean;
  /** Wheels come off: a visit with such a task takes the set-up time once. */
  wheelsOff: boolean;
  /** Minutes on the road, both ways, that its visit takes once. */
  travelMin: number;
  after: { id: string; lagDays: number }[];
  uses: Use[];
  tools: ToolUse[];
  /** On the last of its days it has to be over by then, min; null: by the evening. */
  endsBy: number | null;
}

/** Something that stays where it is: a pinned job, one that is under way, one that somebody planned by hand. */
export interface Fixed {
  id: string;
  carId: string;
  day: number;
  span: Span;
  people: number[];
  /** Index of the lift; null without. */
  lift: number | null;
  /** Tasks that it does. */
  does: string[];
  uses: Use[];
  tools: ToolTaken[];
}

export interface Problem {
  days: LocalDate[];
  people: Person[];
  /** Names, in the order of their index. */
  lifts: { id: string; name: string }[];
  tools: { id: string; name: string }[];
  tasks: Task[];
  fixed: Fixed[];
  /** Minutes for wheels off and on again, once a visit. */
  setupMin: number;
  /** Where a task stood before, to be moved as little as can be. */
  previous: ReadonlyMap<string, { day: number; people: number[] }>;
  stocks: Stock[];
  /** Which end of its window work is drawn to: `late` as near to its target as can be, `early` as far from it. */
  pace: 'late' | 'early';
  /** What work that is fixed waits for. */
  fixedAfter?: ReadonlyMap<string, Task['after']>;
}

export interface Assignment {
  day: number;
  people: number[];
}

export interface Visit {
  key: string;
  carId: string;
  day: number;
  people: number[];
  tasks: Task[];
  minutes: number;
  /** From its beginning, 0 without a lift. */
  liftMinutes: number;
  tools: ToolUse[];
}

export interface PlacedVisit extends Omit<Visit, 'tools'> {
  span: Span;
  lift: number | null;
  tools: ToolTaken[];
}

export interface Plan {
  visits: PlacedVisit[];
  unscheduled: Task[];
}

/** What a plan costs, in the order in which it matters. */
export interface Score {
  unscheduled: number;
  lateDays: number;
  moves: number;
  visits: number;
  /** How far work stands from the end of its window that it is drawn to: share of all the days that it could, 0 to 1. */
  offPace: number;
  /** The busiest person's share of own hours on the busiest day, 0 to 1. */
  peakLoad: number;
}

/** Visits of an assignment of tasks. */
export function visitsOf(problem: Problem, assigned: ReadonlyMap<string, Assignment>): Visit[] {
  const groups = new Map<string, Visit>();
  for (const task of problem.tasks) {
    const a = assigned.get(task.id);
    if (!a) continue;
    const key = `${task.visit} ${a.day} ${a.people.join('+')}`;
    const visit = groups.get(key) ?? {
      key,
      carId: task.carId,
      day: a.day,
      people: a.people,
      tasks: [],
      minutes: 0,
      liftMinutes: 0,
      tools: [],
    };
    visit.tasks.push(task);
    groups.set(key, visit);
  }
  for (const visit of groups.values()) {
    const setup = visit.tasks.some((t) => t.wheelsOff) ? problem.setupMin : 0;
    const sum = (tasks: Task[]): number => tasks.reduce((n, t) => n + t.minutes, 0);
    visit.minutes = setup + sum(visit.tasks) + Math.max(...visit.tasks.map((t) => t.travelMin));
    // The car stays where it is until the visit is over.
    visit.liftMinutes = visit.tasks.some((t) => t.needsLift) ? visit.minutes : 0;
    visit.tools = mergedTools(visit.tasks.flatMap((t) => t.tools));
  }
  return [...groups.values()];
}

/** What several pieces of work take together: one after the other, or once for all of them. */
export function mergedTools(uses: readonly ToolUse[]): ToolUse[] {
  const found = new Map<string, ToolUse>();
  for (const use of uses) {
    const key = use.anyOf.join();
    const known = found.get(key);
    if (!known) found.set(key, { ...use });
    else if (use.isOnce) known.minutes = Math.max(known.minutes, use.minutes);
    else known.minutes += use.minutes;
  }
  return [...found.values()];
}

/** When a visit has a tool: so long before its end. @param breaks ascending */
export function spanOfTool({ minutes, beforeEnd }: ToolUse, visit: Span, breaks: readonly Span[]): Span {
  const to = startBefore(visit.to, beforeEnd, breaks);
  return { from: startBefore(to, minutes, breaks), to };
}

/** Until when a visit must be over on its day: the earliest load-up of what it does. */
export const closesAt = (visit: Pick<Visit, 'day' | 'tasks'>): number =>
  Math.min(...visit.tasks.map((t) => (t.endsBy !== null && t.days.at(-1) === visit.day ? t.endsBy : Infinity)));

/** Minutes between two moments of a day that are no break. */
export const workingMinutes = (from: number, to: number, breaks: readonly Span[]): number =>
  to - from - breaks.reduce((n, b) => n + Math.max(0, Math.min(to, b.to) - Math.max(from, b.from)), 0);

/** What of a stretch lies in a person's own hours on a day, min: whoever is put down for another time has those hours still. */
export function takenOf(person: Person, day: number, { from, to }: Span): number {
  const hours = person.hours[day];
  if (!hours) return 0;
  const [begins, ends] = [Math.max(from, hours.from), Math.min(to, hours.to)];
  return begins < ends ? workingMinutes(begins, ends, person.breaks) : 0;
}

/** What a person can work on a day, min. */
export const capacityOf = (person: Person, day: number): number => {
  const hours = person.hours[day];
  return hours ? workingMinutes(hours.from, hours.to, person.breaks) : 0;
};

/** Days of a task from the end of its window that it is drawn to. */
export const offPaceDays = (problem: Pick<Problem, 'pace'>, task: Task, day: number): number =>
  problem.pace === 'late' ? Math.max(0, task.target - day) : Math.max(0, Math.min(day, task.target) - task.days[0]!);

/** The most that {@link offPaceDays} of all tasks can come to; 1 where there is nothing to choose. */
export const mostOffPace = (problem: Problem): number =>
  Math.max(
    1,
    problem.tasks.reduce((n, t) => n + Math.max(0, t.target - (t.days[0] ?? t.target)), 0),
  );

export function scoreOf(problem: Problem, plan: Plan): Score {
  let lateDays = 0;
  let moves = 0;
  let offPace = 0;
  for (const v of plan.visits) {
    for (const t of v.tasks) {
      offPace += offPaceDays(problem, t, v.day);
      lateDays += Math.max(0, v.day - t.target);
      const was = problem.previous.get(t.id);
      if (was && (was.day !== v.day || was.people.join() !== v.people.join())) moves += 1;
    }
  }
  return {
    unscheduled: plan.unscheduled.length,
    lateDays,
    moves,
    visits: plan.visits.length,
    offPace: offPace / mostOffPace(problem),
    peakLoad: peakLoadOf(problem, plan),
  };
}

/** The busiest person's share of own hours on the busiest day. */
export function peakLoadOf(problem: Problem, plan: Pick<Plan, 'visits'>): number {
  const load = new Map<string, number>();
  const add = (p: number, day: number, minutes: number): void =>
    void load.set(`${p} ${day}`, (load.get(`${p} ${day}`) ?? 0) + minutes);
  for (const f of problem.fixed) for (const p of f.people) add(p, f.day, takenOf(problem.people[p]!, f.day, f.span));
  for (const v of plan.visits) for (const p of v.people) add(p, v.day, v.minutes);
  let peak = 0;
  problem.people.forEach((person, p) =>
    person.hours.forEach((hours, day) => {
      if (hours) peak = Math.max(peak, (load.get(`${p} ${day}`) ?? 0) / Math.max(1, capacityOf(person, day)));
    }),
  );
  return peak;
}

export interface Weights {
  unscheduled: number;
  late: number;
  move: number;
  visit: number;
  pace: number;
  peak: number;
}

/**
 * Weights that make one sum of a {@link Score}: work left out before lateness, lateness before visits, visits before pace and even load,
 * strictly; a level day is worth a little of the pace. A task moved counts as two visits: nothing is moved to save a single one.
 */
export function weightsOf(problem: Problem): Weights {
  const n = problem.tasks.length;
  const peak = 1;
  const pace = 4;
  // Fixed work may fill somebody's hours to more than the whole.
  const visit = pace + peak + 3;
  const move = problem.previous.size > 0 ? 2 * visit : 0;
  const below = visit * n + move * problem.previous.size + visit;
  const mostLate = problem.tasks.reduce((sum, t) => sum + Math.max(0, (t.days.at(-1) ?? 0) - t.target), 0);
  return { unscheduled: below * (mostLate + 1), late: below, move, visit, pace, peak };
}

export const costOf = (score: Score, w: Weights): number =>
  w.unscheduled * score.unscheduled +
  w.late * score.lateDays +
  w.move * score.moves +
  w.visit * score.visits +
  w.pace * score.offPace +
  w.peak * score.peakLoad;
