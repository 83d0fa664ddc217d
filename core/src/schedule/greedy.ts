/** Plans by rule of thumb: earliest due first, each task on the first day that takes it. */
import { daysBetween } from '../calendar';
import { type Assignment, type Plan, type Problem, type Task, visitsOf } from './problem';
import { sequenceDay } from './sequence';
import { stockShort } from './stock';

/** Teams that may do a task: one person, or two. */
export function teamsOf(task: Task): number[][] {
  if (task.crewNeeded === 1) return task.people.map((p) => [p]);
  return task.people.flatMap((a, i) => task.people.slice(i + 1).map((b) => [a, b]));
}

/** An assignment of tasks that can be taken further, one task at a time; every day of it fits. */
export class Timetable {
  readonly assigned = new Map<string, Assignment>();
  private readonly fixedDay = new Map<string, number>();
  private readonly byId: ReadonlyMap<string, Task>;
  private readonly ofDay = new Map<number, Set<string>>();

  constructor(readonly problem: Problem) {
    this.byId = new Map(problem.tasks.map((t) => [t.id, t]));
    for (const f of problem.fixed) for (const id of f.does) this.fixedDay.set(id, f.day);
  }

  private dayOf(id: string): number | null {
    return this.assigned.get(id)?.day ?? this.fixedDay.get(id) ?? null;
  }

  /** Whether a day is after everything that must come first, and before everything that waits for it. */
  private keepsOrder(task: Task, day: number): boolean {
    for (const { id, lagDays } of task.after) {
      const first = this.dayOf(id);
      if (first === null) {
        // What must come first and is not planned yet would have to fit before.
        if (this.byId.has(id)) return false;
        continue;
      }
      if (this.calendarGap(first, day) < lagDays) return false;
    }
    for (const f of this.problem.fixed)
      for (const waiting of f.does)
        for (const rule of this.problem.fixedAfter?.get(waiting) ?? [])
          if (rule.id === task.id && this.calendarGap(day, f.day) < rule.lagDays) return false;
    for (const other of this.problem.tasks) {
      const rule = other.after.find((a) => a.id === task.id);
      const at = rule && this.dayOf(other.id);
      if (rule && at !== null && at !== undefined && this.calendarGap(day, at) < rule.lagDays) return false;
    }
    return true;
  }

  /** Days on the calendar from one day index to another; negative when it is before. */
  private calendarGap(from: number, to: number): number {
    return calendarGap(this.problem, from, to);
  }

  private fits(day: number): boolean {
    const ids = this.ofDay.get(day) ?? new Set();
    const only = new Map([...ids].map((id) => [id, this.assigned.get(id)!]));
    const tasks = this.problem.tasks.filter((t) => ids.has(t.id));
    return sequenceDay({ ...this.problem, tasks }, visitsOf({ ...this.problem, tasks }, only), true).placed !== null;
  }

  remove(id: string): void {
    const a = this.assigned.get(id);
    if (!a) return;
    this.assigned.delete(id);
    this.ofDay.get(a.day)?.delete(id);
  }

  /** @returns whether it went in */
  put(task: Task, day: number, team: number[]): boolean {
    if (!this.keepsOrder(task, day)) return false;
    // One team at a car on a day: two would stand in each other’s way.
    for (const id of this.ofDay.get(day) ?? []) {
      const other = this.byId.get(id)!;
      if (other.visit === task.visit && this.assigned.get(id)!.people.join() !== team.join()) return false;
    }
    this.assigned.set(task.id, { day, people: team });
    this.ofDay.set(day, (this.ofDay.get(day) ?? new Set()).add(task.id));
    if (this.fits(day) && (task.uses.length === 0 || stockShort(this.problem, this.assigned) === null)) return true;
    this.remove(task.id);
    return false;
  }

  /** Takes over what is known to fit. */
  assign(task: Task, a: Assignment): void {
    this.assigned.set(task.id, a);
    this.ofDay.set(a.day, (this.ofDay.get(a.day) ?? new Set()).add(task.id));
  }

  /** Puts a task wherever it fits, in time if it can be. @returns whether it went in */
  putAnywhere(task: Task): boolean {
    const here = new Map<number, number[]>();
    for (const [id, a] of this.assigned) if (this.byId.get(id)!.visit === task.visit) here.set(a.day, a.people);
    const days = [...task.days].sort(
      (a, b) =>
        Number(a > task.target) - Number(b > task.target) ||
        Number(here.has(b)) - Number(here.has(a)) ||
        nearer(this.problem, task.target, a, b),
    );
    return days.some((day) => {
      const own = here.get(day);
      const teams =
        own && own.every((p) => task.people.includes(p)) && own.length >= task.crewNeeded ? [own] : teamsOf(task);
      return teams.some((team) => this.put(task, day, team));
    });
  }

  plan(): Plan {
    const visits = visitsOf(this.problem, this.assigned);
    const days = [...new Set(visits.map((v) => v.day))];
    const placed = days.flatMap((day) => {
      const ofDay = visits.filter((v) => v.day === day);
      const { placed: quick } = sequenceDay(this.problem, ofDay, true);
      return quick ?? sequenceDay(this.problem, ofDay).placed ?? [];
    });
    return { visits: placed, unscheduled: this.problem.tasks.filter((t) => !this.assigned.has(t.id)) };
  }
}

/** Days on the calendar between two day indices. */
export const calendarGap = (problem: Problem, from: number, to: number): number =>
  daysBetween(problem.days[from]!, problem.days[to]!);

/** Which of two days to try first: by the pace up to the target, after it the earlier one. */
const nearer = (problem: Problem, due: number, a: number, b: number): number =>
  problem.pace === 'early' || a > due || b > due ? a - b : b - a;

/** Day by which each task must be done so that what waits for it can be in time too. */
function dueDays(problem: Problem): Map<string, number> {
  const due = new Map(problem.tasks.map((t) => [t.id, t.target]));
  for (let isMoved = true, rounds = 0; isMoved && rounds <= problem.tasks.length; rounds++) {
    isMoved = false;
    for (const t of problem.tasks)
      for (const { id, lagDays } of t.after) {
        const first = due.get(id);
        const by = due.get(t.id)! - lagDays;
        if (first === undefined || first <= by) continue;
        due.set(id, by);
        isMoved = true;
      }
  }
  return due;
}

/** Tasks so that what must come first does, and among the rest the earliest due. */
function inOrder(problem: Problem): Task[] {
  const left = new Map(problem.tasks.map((t) => [t.id, t]));
  const order: Task[] = [];
  while (left.size > 0) {
    const ready = [...left.values()].filter((t) => !t.after.some((a) => left.has(a.id)));
    const next = (ready.length > 0 ? ready : [...left.values()]).reduce((a, b) =>
      b.target < a.target || (b.target === a.target && b.id < a.id) ? b : a,
    );
    order.push(next);
    left.delete(next.id);
  }
  return order;
}

/**
 * Earliest due date first. Without `merge` each task is a visit of its own, on the first day and with the first team that takes it: the
 * plain rule that plans are compared with. With it, a day on which the car is here anyway, and where the task stood before, are tried
 * first, and the team with least to do.
 */
export function earliestDueFirst(problem: Problem, merge: boolean): Plan {
  const own = merge ? problem : { ...problem, tasks: problem.tasks.map((t) => ({ ...t, visit: t.id })) };
  const timetable = new Timetable(own);
  const load = own.people.map(() => 0);
  const due = dueDays(own);
  for (const task of inOrder(own)) {
    const here = new Set(
      [...timetable.assigned].flatMap(([id, a]) =>
        own.tasks.find((t) => t.id === id)!.visit === task.visit ? [a.day] : [],
      ),
    );
    const was = own.previous.get(task.id);
    const days = merge
      ? [...task.days].sort(
          (a, b) =>
            Number(a > task.target) - Number(b > task.target) ||
            Number(b === was?.day) - Number(a === was?.day) ||
            Number(here.has(b)) - Number(here.has(a)) ||
            Number(a > due.get(task.id)!) - Number(b > due.get(task.id)!) ||
            nearer(own, due.get(task.id)!, a, b),
        )
      : task.days;
    const teams = teamsOf(task);
    const isOld = (team: number[]): number => Number(was?.people.join() === team.join());
    const sorted = merge
      ? [...teams].sort(
          (a, b) => isOld(b) - isOld(a) || Math.max(...a.map((p) => load[p]!)) - Math.max(...b.map((p) => load[p]!)),
        )
      : teams;
    days.some((day) =>
      sorted.some((team) => {
        if (!timetable.put(task, day, team)) return false;
        for (const p of team) load[p]! += task.minutes;
        return true;
      }),
    );
  }
  const plan = timetable.plan();
  // Tasks of the caller, with the visits that they belong to.
  const byId = new Map(problem.tasks.map((t) => [t.id, t]));
  return {
    visits: plan.visits.map((v) => ({ ...v, tasks: v.tasks.map((t) => byId.get(t.id)!) })),
    unscheduled: plan.unscheduled.map((t) => byId.get(t.id)!),
  };
}
