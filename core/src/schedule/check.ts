import { calendarGap } from './greedy';
import type { Plan, Problem } from './problem';

const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** Everything that a plan breaks, a sentence each; empty for a plan that holds. Written without the code that makes plans. */
export function planObjections(problem: Problem, plan: Plan): string[] {
  const said: string[] = [];
  interface Block {
    what: string;
    day: number;
    from: number;
    to: number;
  }
  const busy = new Map<string, Block[]>();
  const take = (who: string, block: Block): void => {
    const list = busy.get(who) ?? [];
    for (const other of list)
      if (other.day === block.day && block.from < other.to && other.from < block.to)
        said.push(
          `${who}: ${block.what} and ${other.what} overlap on ${problem.days[block.day]} at ${clock(Math.max(block.from, other.from))}.`,
        );
    busy.set(who, [...list, block]);
  };
  for (const f of problem.fixed) {
    const block = { what: 'a fixed job', day: f.day, ...f.span };
    for (const p of f.people) take(problem.people[p]!.name, block);
    if (f.lift !== null) take(problem.lifts[f.lift]!.name, block);
    take(`Car ${f.carId}`, block);
  }
  const dayOf = new Map<string, { day: number; from: number }>();
  for (const f of problem.fixed) for (const id of f.does) dayOf.set(id, { day: f.day, from: f.span.from });
  const seen = new Map<string, number>();
  for (const v of plan.visits) {
    const what = v.tasks.map((t) => t.title).join(', ');
    const block = { what, day: v.day, ...v.span };
    for (const p of v.people) {
      const person = problem.people[p]!;
      take(person.name, block);
      const hours = person.hours[v.day];
      if (!hours) said.push(`${person.name} is not there on ${problem.days[v.day]}.`);
      else if (v.span.from < hours.from || v.span.to > hours.to)
        said.push(`${what}: outside the hours of ${person.name}.`);
    }
    take(`Car ${v.carId}`, block);
    const lifted = v.tasks.filter((t) => t.needsLift);
    const setup = v.tasks.some((t) => t.wheelsOff) ? problem.setupMin : 0;
    if (lifted.length > 0) {
      if (v.lift === null) said.push(`${what}: no lift.`);
      else take(problem.lifts[v.lift]!.name, block);
    }
    const wanted = setup + v.tasks.reduce((n, t) => n + t.minutes, 0) + Math.max(...v.tasks.map((t) => t.travelMin));
    if (v.span.to - v.span.from !== wanted)
      said.push(`${what}: planned for ${v.span.to - v.span.from} min, takes ${wanted}.`);
    for (const t of v.tasks) {
      seen.set(t.id, (seen.get(t.id) ?? 0) + 1);
      dayOf.set(t.id, { day: v.day, from: v.span.from });
      if (!t.days.includes(v.day)) said.push(`${t.title}: outside its window.`);
      if (v.people.length !== t.crewNeeded) said.push(`${t.title}: wants ${t.crewNeeded} people.`);
      for (const p of v.people)
        if (!t.people.includes(p)) said.push(`${t.title}: not work for ${problem.people[p]!.name}.`);
    }
  }
  for (const t of plan.unscheduled) seen.set(t.id, (seen.get(t.id) ?? 0) + 1);
  for (const t of problem.tasks)
    if (seen.get(t.id) !== 1) said.push(`${t.title}: ${seen.get(t.id) ?? 0} times in the plan.`);
  for (const v of plan.visits) {
    for (const t of v.tasks) {
      for (const { id, lagDays } of t.after) {
        const first = dayOf.get(id);
        if (!first) {
          if (problem.tasks.some((o) => o.id === id)) said.push(`${t.title}: what comes first is not planned.`);
          continue;
        }
        if (calendarGap(problem, first.day, v.day) < lagDays) said.push(`${t.title}: too soon after what comes first.`);
        else if (first.day === v.day && first.from > v.span.from) said.push(`${t.title}: before what comes first.`);
      }
    }
  }
  return said;
}
