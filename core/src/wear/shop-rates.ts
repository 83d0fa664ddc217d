/** What the shop has seen of how fast things wear: of every set and rotor pair that was read and driven. */
import { type Logbook, remembered } from '../logbook';
import type { PadSet, RotorPair } from '../model';
import { type RatePrior, estimateWear, rateOf } from './estimate';
import { type PartHistoryOfWear, wearHistoryOfPart } from './faces';
import { type SeenRate, type WearKind, expectedRate, usualRate } from './prior';

/** So wide that a rate is told by its readings alone. */
const OPEN_SD = 1.5;
/** Less than this tells nothing of a rate. */
const LEAST_PRECISION = 0.5;

export const kindOfWear = ({ of, axle, part }: Pick<PartHistoryOfWear, 'of' | 'axle' | 'part'>): WearKind =>
  of === 'rotors'
    ? `${axle}.rotor`
    : part === null || !('use' in part)
      ? `${axle}.track`
      : part.isLining
        ? `${axle}.lining`
        : `${axle}.${part.use}`;

const compoundOf = (part: PadSet | RotorPair | null): string | null =>
  part === null ? null : 'compoundId' in part ? part.compoundId : part.material;

/** What the readings of a part alone say of its rate; null where they say next to nothing. */
function seenRate(history: PartHistoryOfWear): (RatePrior & { carId: string | null }) | null {
  return remembered(history, 'seen', [], () => {
    const open = { logMean: usualRate(kindOfWear(history)).logMean, logSd: OPEN_SD };
    const told = history.faces.flatMap((face) => {
      if (face.tells === 0) return [];
      const after = rateOf(estimateWear(face.points, open));
      const precision = 1 / after.logSd ** 2 - 1 / OPEN_SD ** 2;
      if (precision < LEAST_PRECISION) return [];
      const mean = (after.logMean / after.logSd ** 2 - open.logMean / OPEN_SD ** 2) / precision;
      return [{ mean, precision }];
    });
    if (told.length === 0) return null;
    const total = told.reduce((sum, t) => sum + t.precision, 0);
    // Faces of one set wear alike: together they say hardly more than one of them.
    return {
      logMean: told.reduce((sum, t) => sum + t.mean * t.precision, 0) / total,
      logSd: Math.sqrt(told.length / total),
      carId: null,
    };
  });
}

type Seen = SeenRate & { partId: string };

/** What every part of the shop has shown, by kind. */
function seenByKind(logbook: Logbook): ReadonlyMap<WearKind, Seen[]> {
  return remembered(logbook, 'seen rates', [], () => {
    const found = new Map<WearKind, Seen[]>();
    const add = (part: PadSet | RotorPair, of: 'pads' | 'rotors'): void => {
      const carId = logbook
        .factsOfPart(part.id)
        .reduce<string | null>((id, f) => ('carId' in f && f.kind === 'partsFitted' ? f.carId : id), null);
      if (carId === null) return;
      const history = wearHistoryOfPart(logbook, part, of);
      const rate = seenRate(history);
      if (!rate) return;
      const kind = kindOfWear(history);
      const { logMean, logSd } = rate;
      found.set(kind, [
        ...(found.get(kind) ?? []),
        { partId: part.id, carId, compoundId: compoundOf(part), logMean, logSd },
      ]);
    };
    for (const set of logbook.padSets.values()) add(set, 'pads');
    for (const pair of logbook.rotorPairs.values()) add(pair, 'rotors');
    return found;
  });
}

/** What to expect of a part before its own readings, and of how many other parts that is drawn. */
export function ratePriorOf(
  logbook: Logbook,
  carId: string,
  history: PartHistoryOfWear,
): { prior: RatePrior; sets: number; ofCompound: number } {
  const kind = kindOfWear(history);
  const others = (seenByKind(logbook).get(kind) ?? []).filter((s) => s.partId !== history.part?.id);
  const compoundId = compoundOf(history.part);
  return {
    prior: expectedRate(kind, others, carId, compoundId),
    sets: others.length,
    ofCompound: others.filter((s) => s.compoundId === compoundId).length,
  };
}
