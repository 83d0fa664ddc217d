/** Tools of which a shop has few: the pressure bleeder, and torque wrenches that reach what a car’s wheels take. */
import { dateIn, timeOfDay } from '../calendar';
import { breaksOfShop, isDone, isDoneThere, spanOfJob } from '../jobs';
import { type Logbook, brakeSheetOf, carLabel } from '../logbook';
import { type Car, type Finding, type Job, newtonMetres } from '../model';
import { VISIT_MINUTES, type WorkItem, bleedMethod } from '../work';
import { scheduleFinding } from './findings';
import { type ToolTaken, type ToolUse, mergedTools, spanOfTool } from './problem';

/** Half of the set-up: wheels on and nuts run up, min. */
const WHEELS_ON_MIN = Math.floor(VISIT_MINUTES / 2);
/** Four wheels to torque, min. Own figure. */
const TORQUE_MIN = 10;

export interface ShopTool {
  id: string;
  name: string;
  kind: 'bleeder' | 'wrench';
}

/** What there is, in a fixed order: bleeders by number, wrenches by label. Of bleeders nobody has counted there are enough. */
export function shopTools(logbook: Logbook): ShopTool[] {
  const bleeders = Array.from({ length: logbook.shop.pressureBleeders ?? 0 }, (_, i): ShopTool => ({
    id: `bleeder ${i + 1}`,
    name: String(i + 1),
    kind: 'bleeder',
  }));
  const wrenches = [...logbook.wrenches.values()]
    .filter((w) => !w.archived)
    .sort((a, b) => a.label.localeCompare(b.label))
    .map(({ id, label }): ShopTool => ({ id, name: label, kind: 'wrench' }));
  return [...bleeders, ...wrenches];
}

/** What a car’s wheel nuts take, N·m; empty where no figure is on record. */
const wheelTorquesNm = (logbook: Logbook, car: Car): number[] =>
  brakeSheetOf(logbook, car).fasteners.flatMap((f) => (f.group === 'wheel' && f.torqueNm !== null ? [f.torqueNm] : []));

/** Wrenches whose scale holds all of some figures; one of which nobody has said its scale may. By index in `tools`. */
function wrenchesFor(logbook: Logbook, tools: readonly ShopTool[], torquesNm: readonly number[]): number[] {
  return tools.flatMap(({ id, kind }, at) => {
    const wrench = kind === 'wrench' ? logbook.wrenches.get(id) : undefined;
    return wrench && torquesNm.every((nm) => nm >= (wrench.minNm ?? 0) && nm <= (wrench.maxNm ?? Infinity)) ? [at] : [];
  });
}

/** What a piece of work of a list takes. */
export function toolsOfItem(logbook: Logbook, tools: readonly ShopTool[], item: WorkItem): ToolUse[] {
  const car = logbook.cars.get(item.carId);
  // Whoever goes to an event has a kit of his own.
  if (!car || item.place === 'event') return [];
  const isBleeding = (item.kind === 'flush' || item.kind === 'bleed') && bleedMethod(logbook, car) === 'pressure';
  return [
    ...(isBleeding ? bleederFor(tools, item.duration.minutes, item.wheelsOff) : []),
    ...(item.wheelsOff ? wrenchFor(logbook, tools, car) : []),
  ];
}

function bleederFor(tools: readonly ShopTool[], minutes: number, wheelsOff: boolean): ToolUse[] {
  const anyOf = tools.flatMap(({ kind }, at) => (kind === 'bleeder' ? [at] : []));
  // Fluid comes last of what is done with the wheels off.
  return anyOf.length > 0 ? [{ anyOf, minutes, isOnce: false, beforeEnd: wheelsOff ? WHEELS_ON_MIN : 0 }] : [];
}

function wrenchFor(logbook: Logbook, tools: readonly ShopTool[], car: Car): ToolUse[] {
  const anyOf = wrenchesFor(logbook, tools, wheelTorquesNm(logbook, car));
  return anyOf.length > 0 ? [{ anyOf, minutes: TORQUE_MIN, isOnce: true, beforeEnd: 0 }] : [];
}

/** What a job as a whole takes. @param items its booking’s list */
export function toolsOfJob(
  logbook: Logbook,
  tools: readonly ShopTool[],
  job: Job,
  items: readonly WorkItem[],
): ToolUse[] {
  const car = logbook.cars.get(job.carId);
  if (!car || job.kind === 'atEvent' || job.kind === 'trackBleed' || isDoneThere(logbook, job)) return [];
  const covered = items.filter((i) => job.covers.includes(i.key));
  const uses = covered.flatMap((i) => toolsOfItem(logbook, tools, i));
  // Work of no list goes by what kind of job it is.
  if (
    job.covers.length === 0 &&
    (job.kind === 'flush' || job.kind === 'bleed') &&
    bleedMethod(logbook, car) === 'pressure'
  )
    uses.push(...bleederFor(tools, job.durationMin, false));
  return mergedTools(uses).map((u) => ({ ...u, minutes: Math.min(u.minutes, job.durationMin - u.beforeEnd) }));
}

/** Which tools jobs of one day have and when, the first to begin choosing first; one that finds none free has none. */
export function toolsTaken(
  logbook: Logbook,
  jobs: readonly { job: Job; uses: readonly ToolUse[] }[],
): Map<string, ToolTaken[]> {
  const breaks = breaksOfShop(logbook);
  const all: ToolTaken[] = [];
  const found = new Map<string, ToolTaken[]>();
  for (const { job, uses } of [...jobs].sort((a, b) => a.job.startAt.localeCompare(b.job.startAt))) {
    const own = uses.flatMap((use): ToolTaken[] => {
      const span = spanOfTool(use, spanOfJob(logbook, job), breaks);
      const isFree = (tool: number): boolean =>
        !all.some((t) => t.tool === tool && t.span.from < span.to && span.from < t.span.to);
      const tool = use.anyOf.find(isFree);
      return tool === undefined ? [] : [{ tool, span }];
    });
    all.push(...own);
    found.set(job.id, own);
  }
  return found;
}

/**
 * That the bleeder or every wrench in range is at another car when a job wants it, or that no wrench reaches what its wheels take.
 * @param listOf the work list of a booking
 */
export function toolFindings(
  logbook: Logbook,
  job: Job,
  listOf: (bookingId: string) => readonly WorkItem[],
): Finding[] {
  const tools = shopTools(logbook);
  if (tools.length === 0) return [];
  const listed = (j: Job): readonly WorkItem[] => (j.bookingId === null ? [] : listOf(j.bookingId));
  const uses = toolsOfJob(logbook, tools, job, listed(job));
  const found: Finding[] = [];
  const car = logbook.cars.get(job.carId);
  const takesWheelsOff = listed(job).some((i) => job.covers.includes(i.key) && i.wheelsOff && i.place !== 'event');
  if (car && takesWheelsOff && tools.some((t) => t.kind === 'wrench')) {
    const torquesNm = wheelTorquesNm(logbook, car);
    if (torquesNm.length > 0 && wrenchesFor(logbook, tools, torquesNm).length === 0)
      found.push(scheduleFinding('noWrenchReaches', 'needsWork', {}, { torque: newtonMetres(Math.max(...torquesNm)) }));
  }
  if (uses.length === 0) return found;
  const day = dateIn(job.startAt, logbook.shop.timeZone);
  const breaks = breaksOfShop(logbook);
  const others = [...logbook.jobs.values()]
    .filter(
      (j) => j.id !== job.id && !j.archived && dateIn(j.startAt, logbook.shop.timeZone) === day && !isDone(logbook, j),
    )
    .map((other) => ({ other, uses: toolsOfJob(logbook, tools, other, listed(other)) }));
  for (const use of uses) {
    const span = spanOfTool(use, spanOfJob(logbook, job), breaks);
    const inTheWay = others.flatMap(({ other, uses: theirs }) =>
      theirs
        .filter((u) => u.anyOf.every((t) => use.anyOf.includes(t)))
        .map((u) => ({ other, span: spanOfTool(u, spanOfJob(logbook, other), breaks) }))
        .filter(({ span: s }) => s.from < span.to && span.from < s.to),
    );
    const first = inTheWay[0];
    if (first && inTheWay.length >= use.anyOf.length)
      found.push(
        scheduleFinding(
          'toolIsTaken',
          'needsWork',
          {},
          {
            tool: tools[use.anyOf[0]!]!.kind,
            car: carLabel(logbook, first.other.carId),
            from: timeOfDay(first.span.from),
            to: timeOfDay(first.span.to),
          },
        ),
      );
  }
  return found;
}
