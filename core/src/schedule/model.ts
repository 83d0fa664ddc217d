/** The planning problem as a mixed-integer model: which task on which day with whom. The clock comes afterwards. */
import { calendarGap, teamsOf } from './greedy';
import {
  type Assignment,
  type Plan,
  type Problem,
  capacityOf,
  closesAt,
  mostOffPace,
  offPaceDays,
  peakLoadOf,
  takenOf,
  weightsOf,
  workingMinutes,
} from './problem';

/** A mixed-integer minimisation, rows sparse. */
export interface MipModel {
  cost: number[];
  lower: number[];
  upper: number[];
  isInteger: boolean[];
  rows: { lower: number; upper: number; columns: number[]; values: number[] }[];
}

export interface SolverProgress {
  best: number | null;
  bound: number;
  gap: number;
  seconds: number;
}

export interface MipSolution {
  values: ArrayLike<number> | null;
  /** No solution is better than this. */
  bound: number;
  isOptimal: boolean;
}

export type MipSolver = (
  model: MipModel,
  settings: {
    seconds: number;
    /** Relative gap at which it may stop. */
    gap: number;
    start: readonly number[] | null;
    onProgress?: ((p: SolverProgress) => void) | undefined;
    shouldStop?: (() => boolean) | undefined;
  },
) => MipSolution;

/** An assignment that does not fit on the clock, or finds its stock empty: at least one of its tasks must be elsewhere. `people` null: whoever does it. */
export type Cut = { task: string; day: number; people: number[] | null }[];

interface Column {
  task: number;
  day: number;
  people: number[];
  at: number;
}

/** One team at one visit on one day: whether it goes there, and whether it takes the wheels off. */
interface VisitColumns {
  visit: string;
  day: number;
  people: number[];
  at: number;
  liftedAt: number | null;
}
const visitKey = (visit: string, day: number, people: readonly number[]): string =>
  `${visit} ${day} ${people.join('+')}`;

export class ScheduleModel {
  readonly mip: MipModel = { cost: [], lower: [], upper: [], isInteger: [], rows: [] };
  private readonly assign: Column[] = [];
  private readonly byTask: Column[][];
  private readonly left: number[] = [];
  private readonly visits = new Map<string, VisitColumns>();
  private readonly peak: number;

  constructor(private readonly problem: Problem) {
    const w = weightsOf(problem);
    const { tasks, people } = problem;
    const travelOf = new Map<string, number>();
    for (const t of tasks) travelOf.set(t.visit, Math.max(travelOf.get(t.visit) ?? 0, t.travelMin));
    const perPaceDay = w.pace / mostOffPace(problem);
    const isThere = (p: number, day: number): boolean => problem.people[p]!.hours[day] !== null;

    this.byTask = tasks.map((task, i) => {
      const u = this.column(w.unscheduled, 0, 1);
      this.left.push(u);
      const was = problem.previous.get(task.id);
      const teams = teamsOf(task);
      const columns: Column[] = [];
      for (const day of task.days) {
        for (const team of teams) {
          if (!team.every((p) => isThere(p, day))) continue;
          const moved = was !== undefined && (was.day !== day || was.people.join() !== team.join());
          const cost =
            w.late * Math.max(0, day - task.target) +
            (moved ? w.move : 0) +
            perPaceDay * offPaceDays(problem, task, day);
          const at = this.column(cost, 0, 1);
          columns.push({ task: i, day, people: team, at });
          const visit = this.visitOf(task.visit, day, team, w.visit);
          this.row(-Infinity, 0, [at, visit.at], [1, -1]);
          if (task.wheelsOff) {
            if (visit.liftedAt === null) {
              visit.liftedAt = this.column(0, 0, 1);
              this.row(-Infinity, 0, [visit.liftedAt, visit.at], [1, -1]);
            }
            this.row(-Infinity, 0, [at, visit.liftedAt], [1, -1]);
          }
        }
      }
      this.assign.push(...columns);
      this.row(1, 1, [u, ...columns.map((c) => c.at)], [1, ...columns.map(() => 1)]);
      return columns;
    });

    // One team at a car on a day.
    const perDay = new Map<string, number[]>();
    for (const { visit, day, at } of this.visits.values()) {
      const place = visitKey(visit, day, []);
      perDay.set(place, [...(perDay.get(place) ?? []), at]);
    }
    for (const columns of perDay.values())
      if (columns.length > 1)
        this.row(
          -Infinity,
          1,
          columns,
          columns.map(() => 1),
        );

    // Minutes of people and of lifts, day by day.
    this.peak = this.column(w.peak, 0, Infinity, false);
    const fixedOn = (day: number, of: (f: Problem['fixed'][number]) => number): number =>
      problem.fixed.filter((f) => f.day === day).reduce((n, f) => n + of(f), 0);
    for (let day = 0; day < problem.days.length; day++) {
      const use = people.map((): { columns: number[]; values: number[] } => ({ columns: [], values: [] }));
      const lifts: { columns: number[]; values: number[] } = { columns: [], values: [] };
      for (const c of this.assign) {
        if (c.day !== day) continue;
        const task = tasks[c.task]!;
        for (const p of c.people) push(use[p]!, c.at, task.minutes);
        if (task.needsLift) push(lifts, c.at, task.minutes);
      }
      for (const v of this.visits.values()) {
        if (v.day !== day) continue;
        const travel = travelOf.get(v.visit) ?? 0;
        for (const p of v.people) {
          if (travel > 0) push(use[p]!, v.at, travel);
          if (v.liftedAt !== null) push(use[p]!, v.liftedAt, problem.setupMin);
        }
        if (v.liftedAt !== null && tasks.some((t) => t.visit === v.visit && t.needsLift))
          push(lifts, v.liftedAt, problem.setupMin);
      }
      people.forEach((person, p) => {
        const hours = person.hours[day];
        if (!hours) return;
        const taken = fixedOn(day, (f) => (f.people.includes(p) ? takenOf(person, day, f.span) : 0));
        const capacity = capacityOf(person, day);
        if (use[p]!.columns.length > 0)
          this.row(-Infinity, Math.max(0, capacity - taken), use[p]!.columns, use[p]!.values);
        if (use[p]!.columns.length > 0 || taken > 0)
          this.row(-Infinity, -taken, [...use[p]!.columns, this.peak], [...use[p]!.values, -Math.max(1, capacity)]);
      });
      const spans = people.flatMap((p) => p.hours[day] ?? []);
      if (lifts.columns.length > 0 && spans.length > 0) {
        const open = Math.max(...spans.map((s) => s.to)) - Math.min(...spans.map((s) => s.from));
        const taken = fixedOn(day, (f) => (f.lift === null ? 0 : f.span.to - f.span.from));
        this.row(-Infinity, Math.max(0, open * problem.lifts.length - taken), lifts.columns, lifts.values);
      }
    }
    this.tools();
    this.stocks();
    this.precedence();
  }

  /** Hours of tools of which there are few, day by day; and what has to be over by an hour fits before it. */
  private tools(): void {
    const { problem } = this;
    const minutesOf = (c: Column): number => problem.tasks[c.task]!.minutes;
    const limit = (columns: Column[], minutes: (c: Column) => number, most: number): void => {
      const using = columns.filter((c) => minutes(c) > 0);
      if (using.length > 1)
        this.row(
          -Infinity,
          Math.max(0, most),
          using.map((c) => c.at),
          using.map(minutes),
        );
    };
    const groups = new Map(
      problem.tasks.flatMap((t) => t.tools.flatMap((u) => (u.isOnce ? [] : [[u.anyOf.join(), u.anyOf] as const]))),
    );
    for (let day = 0; day < problem.days.length; day++) {
      const ofDay = this.assign.filter((c) => c.day === day);
      if (ofDay.length === 0) continue;
      const spans = problem.people.flatMap((p) => p.hours[day] ?? []);
      const open = Math.max(...spans.map((s) => s.to)) - Math.min(...spans.map((s) => s.from));
      for (const [key, anyOf] of groups)
        limit(
          ofDay,
          (c) => problem.tasks[c.task]!.tools.find((u) => u.anyOf.join() === key)?.minutes ?? 0,
          open * anyOf.length,
        );
      const closing = (c: Column): number => closesAt({ day, tasks: [problem.tasks[c.task]!] });
      for (const by of new Set(ofDay.map(closing)))
        if (by !== Infinity)
          problem.people.forEach((person, p) => {
            const hours = person.hours[day];
            const own = ofDay.filter((c) => c.people.includes(p) && closing(c) <= by);
            if (hours) limit(own, minutesOf, workingMinutes(hours.from, Math.min(hours.to, by), person.breaks));
          });
    }
  }

  /** What is drawn by the end of a day is no more than what has come by then. Bottles that go off are left to {@link Cut}s. */
  private stocks(): void {
    const { problem } = this;
    for (const { id, lots } of problem.stocks) {
      const reserved = (owner: string): number => lots.reduce((n, l) => n + (l.owner === owner ? l.amount : 0), 0);
      // What is reserved comes off at once, whether it lasts until then or not: that is left to cuts too.
      const amountOf = (uses: Problem['tasks'][number]['uses']): number =>
        uses.reduce((n, u) => n + (u.stock === id ? Math.max(0, u.amount - reserved(u.owner)) : 0), 0);
      const drawing = this.assign.filter((c) => amountOf(problem.tasks[c.task]!.uses) > 0);
      for (const day of new Set(drawing.map((c) => c.day))) {
        const upTo = drawing.filter((c) => c.day <= day);
        const here = lots.reduce((n, l) => n + (l.owner === null && l.from <= day ? l.amount : 0), 0);
        const fixed = problem.fixed.reduce((n, f) => n + (f.day <= day ? amountOf(f.uses) : 0), 0);
        this.row(
          -Infinity,
          Math.max(0, here - fixed),
          upTo.map((c) => c.at),
          upTo.map((c) => amountOf(problem.tasks[c.task]!.uses)),
        );
      }
    }
  }

  /** Work that comes first is on an earlier day or the same one; what is left out lets the other go free. */
  private precedence(): void {
    const { problem } = this;
    const index = new Map(problem.tasks.map((t, i) => [t.id, i]));
    const fixedDay = new Map(problem.fixed.flatMap((f) => f.does.map((id) => [id, f.day] as const)));
    const forbid = (columns: Column[]): void => {
      for (const c of columns) this.mip.upper[c.at] = 0;
    };
    problem.tasks.forEach((task, later) => {
      for (const { id, lagDays } of task.after) {
        const fixed = fixedDay.get(id);
        if (fixed !== undefined)
          forbid(this.byTask[later]!.filter((c) => calendarGap(problem, fixed, c.day) < lagDays));
        const first = index.get(id);
        if (first === undefined) continue;
        // For each day: the later one by then, only if the first one is by then less the lag.
        for (const day of task.days) {
          const late = this.byTask[later]!.filter((c) => c.day <= day);
          const early = this.byTask[first]!.filter((c) => calendarGap(problem, c.day, day) >= lagDays);
          if (late.length === 0) continue;
          this.row(
            -Infinity,
            0,
            [...late.map((c) => c.at), ...early.map((c) => c.at)],
            [...late.map(() => 1), ...early.map(() => -1)],
          );
        }
      }
    });
    // What stands fixed must not come before what it waits for.
    for (const f of problem.fixed) {
      for (const id of f.does) {
        for (const rule of fixedRules(problem, id)) {
          const first = index.get(rule.id);
          if (first !== undefined)
            forbid(this.byTask[first]!.filter((c) => calendarGap(problem, c.day, f.day) < rule.lagDays));
        }
      }
    }
  }

  addCut(cut: Cut): void {
    const columns = cut.flatMap((c) =>
      this.assign
        .filter(
          (a) =>
            this.problem.tasks[a.task]!.id === c.task &&
            a.day === c.day &&
            (c.people === null || a.people.join() === c.people.join()),
        )
        .map((a) => a.at),
    );
    this.row(
      -Infinity,
      cut.length - 1,
      columns,
      columns.map(() => 1),
    );
  }

  /** Values of the columns for a plan, to start from. */
  valuesOf(plan: Plan): number[] {
    const values = this.mip.cost.map(() => 0);
    const set = new Map(this.assign.map((c) => [`${c.task} ${c.day} ${c.people.join('+')}`, c.at]));
    const index = new Map(this.problem.tasks.map((t, i) => [t.id, i]));
    for (const t of plan.unscheduled) values[this.left[index.get(t.id)!]!] = 1;
    for (const v of plan.visits) {
      for (const t of v.tasks) {
        const at = set.get(`${index.get(t.id)!} ${v.day} ${v.people.join('+')}`);
        if (at !== undefined) values[at] = 1;
        const visit = this.visits.get(visitKey(t.visit, v.day, v.people));
        if (!visit) continue;
        values[visit.at] = 1;
        if (t.wheelsOff && visit.liftedAt !== null) values[visit.liftedAt] = 1;
      }
    }
    values[this.peak] = peakLoadOf(this.problem, plan);
    return values;
  }

  /** Who does what on which day, by the values of the columns. */
  assignmentOf(values: ArrayLike<number>): Map<string, Assignment> {
    const assigned = new Map<string, Assignment>();
    for (const c of this.assign)
      if (values[c.at]! > 0.5) assigned.set(this.problem.tasks[c.task]!.id, { day: c.day, people: c.people });
    return assigned;
  }

  private column(cost: number, lower: number, upper: number, isInteger = true): number {
    this.mip.cost.push(cost);
    this.mip.lower.push(lower);
    this.mip.upper.push(upper);
    this.mip.isInteger.push(isInteger);
    return this.mip.cost.length - 1;
  }

  private visitOf(visit: string, day: number, people: number[], cost: number): VisitColumns {
    const key = visitKey(visit, day, people);
    const known = this.visits.get(key);
    if (known) return known;
    const made: VisitColumns = { visit, day, people, at: this.column(cost, 0, 1), liftedAt: null };
    this.visits.set(key, made);
    return made;
  }

  private row(lower: number, upper: number, columns: number[], values: number[]): void {
    this.mip.rows.push({ lower, upper, columns, values });
  }
}

const push = (list: { columns: number[]; values: number[] }, column: number, value: number): void => {
  list.columns.push(column);
  list.values.push(value);
};

/** What fixed work waits for is only known for tasks that still stand in the problem beside it. */
const fixedRules = (problem: Problem, id: string): Problem['tasks'][number]['after'] =>
  problem.fixedAfter?.get(id) ?? [];
