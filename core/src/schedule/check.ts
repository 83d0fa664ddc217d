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
    | 'wrongOrder'
    | 'nothingLeft'
    | 'afterLoadUp'
    | 'wrongTool';
  /** Whom or what it is about: a person, a lift, a car, a task, a stock. */
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
    for (const { tool, span } of f.tools) take(problem.tools[tool]!.id, { day: f.day, ...span });
    take(`Car ${f.carId}`, block);
  }
  const dayOf = new Map<string, Block & { at: unknown }>();
  for (const f of problem.fixed) for (const id of f.does) dayOf.set(id, { day: f.day, ...f.span, at: f });
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
    const pauses = new Map(v.people.flatMap((p) => problem.people[p]!.breaks.map((b) => [`${b.from} ${b.to}`, b])));
    let paused = 0;
    for (const b of pauses.values()) {
      if (b.from <= v.span.from && v.span.from < b.to) say('outsideHours', what);
      if (v.span.from < b.to && b.from < v.span.to) paused += b.to - b.from;
    }
    if (v.span.to - v.span.from !== wanted + paused) say('wrongLength', what);
    // Minute by minute back from the end: who works, and with what.
    const isWorked = (minute: number): boolean => ![...pauses.values()].some((b) => b.from <= minute && minute < b.to);
    const worked = (from: number, to: number): number =>
      Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i).filter(isWorked).length;
    const groups = new Map<string, Problem['tasks'][number]['tools']>();
    for (const u of v.tasks.flatMap((t) => t.tools))
      groups.set(u.anyOf.join(), [...(groups.get(u.anyOf.join()) ?? []), u]);
    for (const [key, uses] of groups) {
      const has = v.tools.filter(({ tool }) => uses[0]!.anyOf.includes(tool));
      const all = uses.map((u) => u.minutes);
      const needed = uses[0]!.isOnce ? Math.max(...all) : all.reduce((a, b) => a + b, 0);
      const [own] = has;
      if (has.length !== 1 || !own) say('wrongTool', what);
      else if (worked(own.span.from, own.span.to) !== needed || worked(own.span.to, v.span.to) !== uses[0]!.beforeEnd)
        say('wrongTool', `${what} ${key}`);
    }
    for (const { tool, span } of v.tools) take(problem.tools[tool]!.id, { day: v.day, ...span });
    for (const t of v.tasks) {
      if (t.endsBy !== null && v.day === t.days[t.days.length - 1] && v.span.to > t.endsBy) say('afterLoadUp', t.id);
      seen.set(t.id, (seen.get(t.id) ?? 0) + 1);
      dayOf.set(t.id, { ...block, at: v });
      if (!t.days.includes(v.day)) say('outsideWindow', t.id);
      if (v.people.length !== t.crewNeeded) say('wrongCrew', t.id);
      for (const p of v.people) if (!t.people.includes(p)) say('notTheirWork', t.id);
    }
  }
  for (const t of plan.unscheduled) seen.set(t.id, (seen.get(t.id) ?? 0) + 1);
  for (const t of problem.tasks) if (seen.get(t.id) !== 1) say('notOnce', t.id);
  const waits = [
    ...plan.visits.flatMap((v) => v.tasks.map((t) => ({ id: t.id, after: t.after }))),
    ...problem.fixed.flatMap((f) => f.does.map((id) => ({ id, after: problem.fixedAfter?.get(id) ?? [] }))),
  ];
  for (const { id: waiting, after } of waits) {
    const then = dayOf.get(waiting)!;
    const isFixed = problem.fixed.some((f) => f === then.at);
    for (const { id, lagDays } of after) {
      const first = dayOf.get(id);
      if (!first) {
        // What stands fixed stands, whatever of the rest finds no place.
        if (!isFixed && problem.tasks.some((o) => o.id === id)) say('firstNotPlanned', waiting);
        continue;
      }
      // Two that both stand fixed are no matter of the plan.
      if (isFixed && problem.fixed.some((f) => f === first.at)) continue;
      if (calendarGap(problem, first.day, then.day) < lagDays) say('tooSoon', waiting);
      else if (first.at !== then.at && first.day === then.day && first.to > then.from) say('wrongOrder', waiting);
    }
  }
  for (const stock of problem.stocks) if (!canBeDrawn(problem, plan, stock)) say('nothingLeft', stock.id);
  return breaks;
}

/** Whether bottles can be chosen so that everything drawn is there: by trying every choice. */
function canBeDrawn(problem: Problem, plan: Plan, { id, lots }: Problem['stocks'][number]): boolean {
  const draws: { day: number; amount: number; owner: string }[] = [];
  const add = (day: number, uses: Problem['tasks'][number]['uses']): void => {
    for (const u of uses) if (u.stock === id && u.amount > 0) draws.push({ day, amount: u.amount, owner: u.owner });
  };
  for (const f of problem.fixed) add(f.day, f.uses);
  for (const v of plan.visits) for (const t of v.tasks) add(v.day, t.uses);
  draws.sort((a, b) => a.day - b.day);
  const left = lots.map((l) => ({ left: l.amount, openedOn: null as number | null }));
  const draw = (i: number, wanted: number): boolean => {
    if (wanted <= 1e-9) return i + 1 >= draws.length || draw(i + 1, draws[i + 1]!.amount);
    const { day, owner } = draws[i]!;
    return lots.some((lot, at) => {
      const mine = left[at]!;
      const { openedOn } = mine;
      const isOff = lot.daysOnceOpen !== null && openedOn !== null && day > openedOn + lot.daysOnceOpen;
      if (lot.owner !== null && lot.owner !== owner) return false;
      if (mine.left <= 1e-9 || day < lot.from || (lot.until !== null && day > lot.until) || isOff) return false;
      const taken = Math.min(wanted, mine.left);
      mine.left -= taken;
      mine.openedOn = openedOn ?? day;
      const isEnough = draw(i, wanted - taken);
      if (!isEnough) {
        mine.left += taken;
        mine.openedOn = openedOn;
      }
      return isEnough;
    });
  };
  return draws.length === 0 || draw(0, draws[0]!.amount);
}
