import { calendarGap } from './greedy';
import type { Plan, Problem } from './problem';

/** What a plan can break. */
export type PlanBreak = {
  rule:
    | 'overlap'
    | 'absent'
    | 'outsideHours'
    | 'noLift'
    | 'wrongLength'
    | 'outsideWindow'
    | 'wrongCrew'
    | 'notTheirWork'
    | 'notOnce'
    | 'firstNotPlanned'
    | 'tooSoon'
    | 'wrongOrder';
  /** Whom or what it is about: a person, a lift, a car, a task. */
  about: string;
};

/** Everything that a plan breaks; empty for a plan that holds. Written without the code that makes plans. */
export function planBreaks(problem: Problem, plan: Plan): PlanBreak[] {
  const breaks: PlanBreak[] = [];
  const say = (rule: PlanBreak['rule'], about: string): void => void breaks.push({ rule, about });
  interface Block {
    day: number;
    from: number;
    to: number;
  }
  const busy = new Map<string, Block[]>();
  const take = (who: string, block: Block): void => {
    const list = busy.get(who) ?? [];
    for (const other of list)
      if (other.day === block.day && block.from < other.to && other.from < block.to) say('overlap', who);
    busy.set(who, [...list, block]);
  };
  for (const f of problem.fixed) {
    const block = { day: f.day, ...f.span };
    for (const p of f.people) take(problem.people[p]!.name, block);
    if (f.lift !== null) take(problem.lifts[f.lift]!.name, block);
    take(`Car ${f.carId}`, block);
  }
  const dayOf = new Map<string, { day: number; from: number }>();
  for (const f of problem.fixed) for (const id of f.does) dayOf.set(id, { day: f.day, from: f.span.from });
  const seen = new Map<string, number>();
  for (const v of plan.visits) {
    const what = v.tasks.map((t) => t.id).join(', ');
    const block = { day: v.day, ...v.span };
    for (const p of v.people) {
      const person = problem.people[p]!;
      take(person.name, block);
      const hours = person.hours[v.day];
      if (!hours) say('absent', person.name);
      else if (v.span.from < hours.from || v.span.to > hours.to) say('outsideHours', person.name);
    }
    take(`Car ${v.carId}`, block);
    const lifted = v.tasks.filter((t) => t.needsLift);
    const setup = v.tasks.some((t) => t.wheelsOff) ? problem.setupMin : 0;
    if (lifted.length > 0) {
      if (v.lift === null) say('noLift', what);
      else take(problem.lifts[v.lift]!.name, block);
    }
    const wanted = setup + v.tasks.reduce((n, t) => n + t.minutes, 0) + Math.max(...v.tasks.map((t) => t.travelMin));
    if (v.span.to - v.span.from !== wanted) say('wrongLength', what);
    for (const t of v.tasks) {
      seen.set(t.id, (seen.get(t.id) ?? 0) + 1);
      dayOf.set(t.id, { day: v.day, from: v.span.from });
      if (!t.days.includes(v.day)) say('outsideWindow', t.id);
      if (v.people.length !== t.crewNeeded) say('wrongCrew', t.id);
      for (const p of v.people) if (!t.people.includes(p)) say('notTheirWork', t.id);
    }
  }
  for (const t of plan.unscheduled) seen.set(t.id, (seen.get(t.id) ?? 0) + 1);
  for (const t of problem.tasks) if (seen.get(t.id) !== 1) say('notOnce', t.id);
  for (const v of plan.visits) {
    for (const t of v.tasks) {
      for (const { id, lagDays } of t.after) {
        const first = dayOf.get(id);
        if (!first) {
          if (problem.tasks.some((o) => o.id === id)) say('firstNotPlanned', t.id);
          continue;
        }
        if (calendarGap(problem, first.day, v.day) < lagDays) say('tooSoon', t.id);
        else if (first.day === v.day && first.from > v.span.from) say('wrongOrder', t.id);
      }
    }
  }
  return breaks;
}
