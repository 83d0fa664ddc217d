import type { LocalDate } from '../calendar';
import type { Grade } from '../model';
import { Timetable, teamsOf } from './greedy';
import type { Plan, Problem, Task } from './problem';
import { endOf } from '../jobs';

/** Something that would make room for work that does not fit; `minutes` is what it costs somebody: by it the cheapest come first. */
export type WayOut = { minutes: number } & (
  | { kind: 'moreHours'; person: string; event: string | null; on: LocalDate; extraMin: number }
  | { kind: 'anotherDay'; person: string; event: string | null; on: LocalDate; forMin: number }
  | { kind: 'unpin'; jobId: string; on: LocalDate }
  | { kind: 'onStands' }
  | { kind: 'drop'; key: string; ownTitle: string | null; car: string }
  | { kind: 'fromStock'; pads: string; compound: string }
  | { kind: 'otherFluid'; fluid: string; ml: number }
  | { kind: 'enterFluid'; grade: Grade }
  | { kind: 'enterSupplier' }
  | { kind: 'enterPart' }
  | { kind: 'dropWithReason' }
);

const EXTRA_MIN = [30, 60, 90, 120, 180, 240];

function timetableOf(problem: Problem, plan: Plan, without?: string): Timetable {
  const timetable = new Timetable(problem);
  for (const v of plan.visits)
    for (const t of v.tasks) if (t.id !== without) timetable.assign(t, { day: v.day, people: v.people });
  return timetable;
}

/** Whether a task finds a place beside a plan when the problem is changed a little. */
const fits = (problem: Problem, plan: Plan, task: Task, days = task.days, without?: string): boolean => {
  // The plan is checked as a whole: the task as it would be has to stand in it.
  const changed = { ...problem, tasks: problem.tasks.map((t) => (t.id === task.id ? task : t)) };
  const timetable = timetableOf(changed, plan, without);
  return days.some((day) => teamsOf(task).some((team) => timetable.put(task, day, team)));
};

/** Whether a task that a plan leaves out would find a place if nothing ran out. */
export const onlyWantsStock = (problem: Problem, plan: Plan, task: Task): boolean =>
  task.uses.length > 0 && !fits(problem, plan, task) && fits({ ...problem, stocks: [] }, plan, { ...task, uses: [] });

/**
 * The cheapest ways to get a task done that a plan leaves out: an hour more for somebody, a day on which nobody works, a pinned job that may
 * move, the car on stands instead of a lift, something smaller dropped.
 */
export function waysOut(problem: Problem, plan: Plan, task: Task): WayOut[] {
  const ways: WayOut[] = [];
  const withHours = (p: number, day: number, span: { from: number; to: number }): Problem => ({
    ...problem,
    people: problem.people.map((person, i) =>
      i === p ? { ...person, hours: person.hours.map((h, d) => (d === day ? span : h)) } : person,
    ),
  });
  if (task.crewNeeded === 1) {
    for (const p of task.people) {
      const person = problem.people[p]!;
      const more: WayOut[] = [];
      for (const day of task.days) {
        const on = problem.days[day]!;
        const { name, event } = person;
        const hours = person.hours[day];
        if (hours) {
          const extra = EXTRA_MIN.find((min) =>
            fits(withHours(p, day, { from: hours.from, to: hours.to + min }), plan, { ...task, people: [p] }, [day]),
          );
          if (extra !== undefined)
            more.push({ kind: 'moreHours', minutes: extra, person: name, event, on, extraMin: extra });
        } else {
          const minutes = task.minutes + problem.setupMin + task.travelMin;
          const span = { from: 8 * 60, to: endOf(8 * 60, Math.ceil(minutes / 30) * 30, person.breaks) };
          if (fits(withHours(p, day, span), plan, { ...task, people: [p] }, [day]))
            more.push({
              kind: 'anotherDay',
              // Coming in costs more than staying.
              minutes: span.to - span.from + 60,
              person: name,
              event,
              on,
              forMin: span.to - span.from,
            });
        }
      }
      const cheapest = more.sort((a, b) => a.minutes - b.minutes)[0];
      if (cheapest) ways.push(cheapest);
    }
  }
  for (const f of problem.fixed) {
    const without = { ...problem, fixed: problem.fixed.filter((o) => o !== f) };
    if (fits(without, plan, task))
      ways.push({ kind: 'unpin', minutes: f.span.to - f.span.from, jobId: f.id, on: problem.days[f.day]! });
  }
  if (task.needsLift && fits(problem, plan, { ...task, needsLift: false }))
    ways.push({ kind: 'onStands', minutes: 20 });
  const planned = plan.visits.flatMap((v) => v.tasks).sort((a, b) => a.minutes - b.minutes);
  const dropped = planned.find(
    (t) => !task.after.some((a) => a.id === t.id) && fits(problem, plan, task, task.days, t.id),
  );
  if (dropped) {
    const { key, ownTitle, car } = dropped;
    ways.push({ kind: 'drop', minutes: dropped.minutes + 30, key, ownTitle, car });
  }
  return ways.sort((a, b) => a.minutes - b.minutes).slice(0, 4);
}
