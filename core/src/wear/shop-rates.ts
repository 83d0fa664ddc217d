/** What the shop has seen of how fast things wear: of every set and rotor pair that was read and driven. */
import { type KindOfPart, kindsOfPart } from '../inventory';
import { type Logbook, ofKind, remembered } from '../logbook';
import type { Fact, PadSet, RotorPair } from '../model';
import { isCeramic } from '../rotors';
import { type RatePrior, scatterMm2 } from './estimate';
import { type WearHistory, wearHistoryOfPart } from './faces';
import { type SeenRate, type WearKind, expectedRate, rateOfSheet } from './prior';

/** Worn by less than so many times what a reading is off by, a set tells nothing of its rate. */
const LEAST_WORN_SDS = 3;
/** So many of the latest sets of all cars speak, and of its own: compounds and drivers change. */
const LATEST_SETS = 80;
const OWN_SETS = 3;

/** What wears. Pads without a label are taken to be for the track. */
export const kindOfWear = ({
  of,
  axle,
  part,
  isLining,
}: Pick<WearHistory, 'of' | 'axle' | 'part' | 'isLining'>): WearKind =>
  of === 'rotors'
    ? part && 'material' in part && isCeramic(part)
      ? `${axle}.ceramic`
      : `${axle}.rotor`
    : isLining
      ? `${axle}.lining`
      : part === null || !('use' in part)
        ? `${axle}.track`
        : `${axle}.${part.use}`;
const kindOfPart = (of: KindOfPart, part: PadSet | RotorPair): WearKind =>
  kindOfWear({ of, axle: part.axle, part, isLining: 'isLining' in part && part.isLining });

const compoundOf = (part: PadSet | RotorPair | null): string | null =>
  part === null ? null : 'compoundId' in part ? part.compoundId : part.material;

/**
 * What the readings of a part alone say of its rate, in closed form: what was worn off from the first to the last of them over what was driven, the middle one of its
 * faces (they wear alike: together they say hardly more than one). Null where they say next to nothing.
 */
function seenRate(history: WearHistory): RatePrior | null {
  return remembered(history, 'seen', [], () => {
    const told = history.faces.flatMap(({ points }): RatePrior[] => {
      const read = points.filter((p) => p.factId !== null);
      const [first, last] = [read[0], read.at(-1)];
      if (!first || !last || first === last) return [];
      const driven = read.slice(1).reduce((sum, p) => sum + p.usualMin, 0);
      const [worn, off] = [first.mm - last.mm, Math.hypot(first.sdMm, last.sdMm)];
      if (driven <= 0 || worn < LEAST_WORN_SDS * off) return [];
      const rate = worn / driven;
      return [{ logMean: Math.log(rate), logSd: Math.hypot(off, Math.sqrt(scatterMm2(rate, driven))) / worn }];
    });
    if (told.length === 0) return null;
    return told.sort((a, b) => a.logMean - b.logMean)[Math.floor(told.length / 2)]!;
  });
}

type Seen = SeenRate & { partId: string };

/** What a part has shown, with the car that it was on last; null where it says nothing. */
function seenOf(logbook: Logbook, part: PadSet | RotorPair, of: KindOfPart): Seen | null {
  const on = ofKind(logbook.factsOfPart(part.id), 'partsFitted').at(-1);
  if (!on) return null;
  const rate = seenRate(wearHistoryOfPart(logbook, part, of));
  return rate && { ...rate, partId: part.id, carId: on.carId, compoundId: compoundOf(part) };
}

const partsOf = (logbook: Logbook, of: KindOfPart): ReadonlyMap<string, PadSet | RotorPair> =>
  of === 'pads' ? logbook.padSets : logbook.rotorPairs;

/** The latest parts of a kind that say something, the newest first. */
function latestOf(logbook: Logbook, kind: WearKind, of: KindOfPart): readonly Seen[] {
  return remembered(logbook, `latest ${kind}`, [], () => {
    const found: Seen[] = [];
    for (const part of [...partsOf(logbook, of).values()].reverse()) {
      if (kindOfPart(of, part) !== kind) continue;
      const seen = seenOf(logbook, part, of);
      if (seen) found.push(seen);
      if (found.length >= LATEST_SETS) break;
    }
    return found;
  });
}

/** The latest of a car's own. */
function ownOf(logbook: Logbook, carId: string, kind: WearKind, of: KindOfPart): Seen[] {
  return [...fittedTo(logbook.factsOfCar(carId), of)]
    .reverse()
    .flatMap((id) => {
      const part = partsOf(logbook, of).get(id);
      const isAlike = part !== undefined && kindOfPart(of, part) === kind;
      return (isAlike && seenOf(logbook, part, of)) || [];
    })
    .slice(0, OWN_SETS);
}
/** The last labels that were fitted to a car, oldest first. */
const fittedTo = (facts: readonly Fact[], of: KindOfPart): string[] =>
  remembered(facts, `fitted ${of}`, [], () => {
    const ids = ofKind(facts, 'partsFitted').flatMap((f) => f[kindsOfPart[of].label] ?? []);
    return [...new Set(ids.reverse())].slice(0, 3 * OWN_SETS).reverse();
  });

/** What to expect of a part before its own readings, and of how many other parts that is drawn. */
export function ratePriorOf(
  logbook: Logbook,
  carId: string,
  history: WearHistory,
): { prior: RatePrior; sets: number; ofCompound: number } {
  const kind = kindOfWear(history);
  const all = [...latestOf(logbook, kind, history.of), ...ownOf(logbook, carId, kind, history.of)];
  const others = [...new Map(all.map((s) => [s.partId, s])).values()].filter((s) => s.partId !== history.part?.id);
  const compoundId = compoundOf(history.part);
  const said = history.of === 'pads' ? logbook.compounds.get(compoundId ?? '')?.lostMmAnHour : null;
  return {
    prior: expectedRate(kind, others, carId, compoundId, said ? rateOfSheet(kind, said) : null),
    sets: others.length,
    ofCompound: others.filter((s) => s.compoundId === compoundId).length,
  };
}
