/** Puts the visits of one day on the clock: nobody, no lift and no car twice at the same time. */
import { type Span, endOf } from '../jobs';
import {
  type Fixed,
  type PlacedVisit,
  type Problem,
  type ToolTaken,
  type ToolUse,
  type Visit,
  closesAt,
  spanOfTool,
} from './problem';

/** Starts are planned in these steps, min. */
const STEP = 5;
/** More visits than this on a day are placed by priority only, not by trying every order. */
const MOST_TRIED = 20_000;

interface Busy {
  people: Span[][];
  lifts: Span[][];
  tools: Span[][];
  cars: Map<string, Span[]>;
}

const overlaps = (a: Span, b: Span): boolean => a.from < b.to && b.from < a.to;

/** Moves a start behind whatever is in its way; the first start at which nothing is, and no break. */
function firstFree(start: number, minutes: number, busy: readonly Span[], breaks: readonly Span[]): number {
  let at = start;
  for (let moved = true; moved;) {
    moved = false;
    for (const span of breaks) {
      if (span.from <= at && at < span.to) {
        at = Math.ceil(span.to / STEP) * STEP;
        moved = true;
      }
    }
    for (const span of busy) {
      if (overlaps({ from: at, to: endOf(at, minutes, breaks) }, span)) {
        at = Math.ceil(span.to / STEP) * STEP;
        moved = true;
      }
    }
  }
  return at;
}

/** The breaks of a team, ascending and none into another. */
export function breaksOf(problem: Pick<Problem, 'people'>, people: readonly number[]): Span[] {
  const all = people.flatMap((p) => problem.people[p]!.breaks).sort((a, b) => a.from - b.from);
  const merged: Span[] = [];
  for (const b of all) {
    const last = merged.at(-1);
    if (last && b.from <= last.to) last.to = Math.max(last.to, b.to);
    else merged.push({ ...b });
  }
  return merged;
}

function busyOf(problem: Problem, fixed: readonly Fixed[]): Busy {
  const busy: Busy = {
    people: problem.people.map(() => []),
    lifts: problem.lifts.map(() => []),
    tools: problem.tools.map(() => []),
    cars: new Map(),
  };
  for (const f of fixed) {
    for (const p of f.people) busy.people[p]!.push(f.span);
    if (f.lift !== null) busy.lifts[f.lift]!.push(f.span);
    for (const { tool, span } of f.tools) busy.tools[tool]!.push(span);
    busy.cars.set(f.carId, [...(busy.cars.get(f.carId) ?? []), f.span]);
  }
  return busy;
}

/** One free tool for each use; null where one is at another car. */
function freeTools(uses: readonly ToolUse[], visit: Span, breaks: readonly Span[], busy: Busy): ToolTaken[] | null {
  const taken: ToolTaken[] = [];
  for (const use of uses) {
    const span = spanOfTool(use, visit, breaks);
    const tool = use.anyOf.find((t) => !busy.tools[t]!.some((b) => overlaps(b, span)));
    if (tool === undefined) return null;
    taken.push({ tool, span });
  }
  return taken;
}

/** What stands fixed on a day and is done before a visit, or waits for it: from when and until when the visit must lie. */
function boundsOf(problem: Problem, visit: Visit): Span {
  const bounds: Span = { from: 0, to: Infinity };
  const own = new Set(visit.tasks.map((t) => t.id));
  const first = new Set(visit.tasks.flatMap((t) => t.after.map((a) => a.id)));
  for (const f of problem.fixed) {
    if (f.day !== visit.day) continue;
    if (f.does.some((id) => first.has(id))) bounds.from = Math.max(bounds.from, f.span.to);
    const waits = f.does.flatMap((id) => problem.fixedAfter?.get(id) ?? []);
    if (waits.some((a) => own.has(a.id))) bounds.to = Math.min(bounds.to, f.span.from);
  }
  return bounds;
}

/** The earliest place of a visit beside what is there already; null when the day is too short. @param within it must lie within these bounds */
function place(problem: Problem, visit: Visit, busy: Busy, within: Span): PlacedVisit | null {
  const hours = visit.people.map((p) => problem.people[p]!.hours[visit.day]);
  if (hours.some((h) => !h)) return null;
  const opens = Math.max(within.from, ...hours.map((h) => h!.from));
  const closes = Math.min(within.to, closesAt(visit), ...hours.map((h) => h!.to));
  const others = [...visit.people.flatMap((p) => busy.people[p]!), ...(busy.cars.get(visit.carId) ?? [])];
  const breaks = breaksOf(problem, visit.people);
  let at = Math.ceil(opens / STEP) * STEP;
  while (at + visit.minutes <= closes) {
    const free = firstFree(at, visit.minutes, others, breaks);
    const span = { from: free, to: endOf(free, visit.minutes, breaks) };
    if (span.to > closes) return null;
    const lift = visit.liftMinutes === 0 ? null : busy.lifts.findIndex((l) => !l.some((b) => overlaps(b, span)));
    if (lift === null || lift >= 0) {
      const tools = freeTools(visit.tools, span, breaks, busy);
      if (tools) return { ...visit, span, lift, tools };
      at = free + STEP;
      continue;
    }
    // Wait for the lift that comes free first.
    const next = busy.lifts.map((l) => firstFree(free, visit.liftMinutes, l, breaks));
    if (next.length === 0) return null;
    at = Math.max(free + STEP, Math.min(...next));
  }
  return null;
}

function occupy(busy: Busy, v: PlacedVisit): () => void {
  const lists = v.people.map((p) => busy.people[p]!);
  const car = busy.cars.get(v.carId) ?? [];
  busy.cars.set(v.carId, car);
  for (const list of lists) list.push(v.span);
  car.push(v.span);
  if (v.lift !== null) busy.lifts[v.lift]!.push(v.span);
  for (const { tool, span } of v.tools) busy.tools[tool]!.push(span);
  return () => {
    for (const { tool } of v.tools) busy.tools[tool]!.pop();
    for (const list of lists) list.pop();
    car.pop();
    if (v.lift !== null) busy.lifts[v.lift]!.pop();
  };
}

/** Which visits must end before another begins: split visits of one car on one day. */
function predecessors(visits: readonly Visit[]): number[][] {
  const where = new Map<string, number>();
  visits.forEach((v, i) => v.tasks.forEach((t) => where.set(t.id, i)));
  return visits.map((v, i) => [
    ...new Set(
      v.tasks.flatMap((t) =>
        t.after.flatMap((a) => {
          const at = where.get(a.id);
          return at === undefined || at === i ? [] : [at];
        }),
      ),
    ),
  ]);
}

export interface DaySequence {
  placed: PlacedVisit[] | null;
  /** False when not every order could be tried: then "does not fit" is not proven. */
  isExact: boolean;
}

/**
 * Puts visits of one day in an order that fits, trying every order if need be (visits in any order, each as early as it can be, contain
 * a plan that fits whenever there is one).
 * @param visits all of the same day
 * @param quick only the first order: longest on a lift first
 */
export function sequenceDay(problem: Problem, visits: readonly Visit[], quick = false): DaySequence {
  if (visits.length === 0) return { placed: [], isExact: true };
  const day = visits[0]!.day;
  const busy = busyOf(
    problem,
    problem.fixed.filter((f) => f.day === day),
  );
  const before = predecessors(visits);
  const bounds = visits.map((v) => boundsOf(problem, v));
  const order = visits
    .map((_, i) => i)
    .sort((a, b) => visits[b]!.liftMinutes - visits[a]!.liftMinutes || visits[b]!.minutes - visits[a]!.minutes);
  const placed: (PlacedVisit | null)[] = visits.map(() => null);
  let tried = 0;
  const search = (left: number): boolean => {
    if (left === 0) return true;
    for (const i of order) {
      if (placed[i] || before[i]!.some((b) => !placed[b])) continue;
      tried += 1;
      if (tried > MOST_TRIED) return false;
      const from = Math.max(bounds[i]!.from, ...before[i]!.map((b) => placed[b]!.span.to));
      const at = place(problem, visits[i]!, busy, { from, to: bounds[i]!.to });
      // Too late already for this one: every further order makes it later still.
      if (!at) return false;
      const undo = occupy(busy, at);
      placed[i] = at;
      if (search(left - 1)) return true;
      undo();
      placed[i] = null;
      if (quick) return false;
    }
    return false;
  };
  const fits = search(visits.length);
  if (fits) return { placed: placed as PlacedVisit[], isExact: true };
  if (quick || tried > MOST_TRIED) return { placed: null, isExact: false };
  // A tool is taken late in a visit: as early as can be is not always what lets the others have it. Without tools the proof holds.
  const hasTools = visits.some((v) => v.tools.length > 0);
  const bare = hasTools ? visits.map((v) => ({ ...v, tools: [] })) : null;
  return {
    placed: null,
    isExact: bare === null || (({ placed: p, isExact }) => !p && isExact)(sequenceDay(problem, bare)),
  };
}
