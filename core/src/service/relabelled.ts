import { type KindOfPart, changes, isAfter, kindsOfPart } from '../inventory';
import { type Logbook, ofKind } from '../logbook';
import { type Finding, type Job, type PartsFitted, axles, mm } from '../model';
import { padLimit } from '../pads';
import { serviceFinding } from './findings';

/** Labels that were put in the place of others in a service, with no change of parts, and that have a milder limit. */
export function judgeRelabelled(logbook: Logbook, job: Job): Finding[] {
  const fittings = ofKind(logbook.factsOfCar(job.carId), 'partsFitted');
  const own = fittings.filter((f) => f.jobId === job.id);
  const corrected = logbook
    .replacedOfCar(job.carId)
    .flatMap(({ fact, by }) => (fact.kind === 'partsFitted' && by.kind === 'partsFitted' ? [{ fact, by }] : []));
  return (Object.keys(kindsOfPart) as KindOfPart[]).flatMap((of) =>
    axles.flatMap((axle) => {
      const labelOf = (f: PartsFitted): string | null => f[kindsOfPart[of].label];
      const before = (f: PartsFitted): string | null => {
        const last = fittings.findLast((o) => o.axle === axle && isAfter(f, o) && (labelOf(o) || changes(o, of)));
        return last ? labelOf(last) : null;
      };
      const swaps = [
        ...own
          .filter((f) => f.axle === axle && !changes(f, of))
          .map((f) => ({ was: before(f), now: labelOf(f), by: f.by })),
        ...corrected
          .filter(({ fact, by }) => fact.axle === axle && by.jobId === job.id && changes(fact, of) === changes(by, of))
          .map(({ fact, by }) => ({ was: labelOf(fact), now: labelOf(by), by: by.by })),
      ];
      return swaps.flatMap(({ was, now, by }): Finding[] => {
        if (!was || !now || was === now) return [];
        const [from, to] = [limitOfPart(logbook, of, was), limitOfPart(logbook, of, now)];
        if (from.limitMm === null || (to.limitMm !== null && to.limitMm >= from.limitMm)) return [];
        const values = {
          was: from.label,
          label: to.label,
          from: mm(from.limitMm),
          to: to.limitMm === null ? null : mm(to.limitMm),
          by,
        };
        return [serviceFinding('relabelled', 'needsWork', { axle }, values)];
      });
    }),
  );
}
/** The limit that goes with a labelled part; null for one without. */
function limitOfPart(logbook: Logbook, of: KindOfPart, id: string): { label: string; limitMm: number | null } {
  if (of === 'rotors') {
    const pair = logbook.rotorPairs.get(id);
    return { label: pair?.label ?? '', limitMm: pair?.discardThicknessMm ?? null };
  }
  const set = logbook.padSets.get(id);
  return { label: set?.label ?? '', limitMm: padLimit(set?.limitMm ?? null, null, logbook.shop.padLimitMm).limitMm };
}
