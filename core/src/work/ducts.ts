import { type LocalDate, dateIn } from '../calendar';
import { type ChecksDone, type Fact, type WorkDone, type WorkKind, kindOfWork } from '../model';
import type { Context } from './types';

/** The latest entry of a kind on the list of a check, with its date. */
function lastCheck(c: Context, check: 'ductsFitted'): { ok: boolean; on: LocalDate } | null {
  const fact = c.facts.findLast(
    (f): f is ChecksDone => f.kind === 'checksDone' && f.items.some((i) => i.check === check),
  );
  const item = fact?.items.find((i) => i.check === check);
  return fact && item ? { ok: item.result === 'ok', on: dateIn(fact.at, c.logbook.shop.timeZone) } : null;
}

export const doneOf = (facts: readonly Fact[], kind: WorkKind): { fact: WorkDone; keys: string[] }[] =>
  facts.flatMap((f) => {
    const keys = f.kind === 'workDone' ? f.items.filter((i) => kindOfWork(i) === kind) : [];
    return f.kind === 'workDone' && keys.length > 0 ? [{ fact: f, keys }] : [];
  });

/** Whether the car's ducts are on, by the last that anybody recorded. */
export function hasDuctsOn(c: Context): boolean {
  const { timeZone } = c.logbook.shop;
  const states = [
    ...doneOf(c.facts, 'ducts').map((d) => ({ on: dateIn(d.fact.at, timeZone), ok: true })),
    ...[...doneOf(c.facts, 'ductsOff'), ...doneOf(c.facts, 'ductsOffBefore')].map((d) => ({
      on: dateIn(d.fact.at, timeZone),
      ok: false,
    })),
  ];
  const check = lastCheck(c, 'ductsFitted');
  if (check) states.push(check);
  return states.sort((a, b) => a.on.localeCompare(b.on)).at(-1)?.ok ?? false;
}
