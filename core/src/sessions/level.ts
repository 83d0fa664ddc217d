/** The level after a session against what the pads have worn: the overflow sum of the service, backwards. */
import { type CornerWear, returnedMl } from '../hydraulics';
import { padReadingsAt } from '../inventory';
import { type Logbook, countBefore } from '../logbook';
import {
  type Car,
  type Corner,
  type Fact,
  type Finding,
  type LevelRead,
  type PadMeasurement,
  axleOfCorner,
  corners,
  millilitres,
  mm,
} from '../model';
import { wornBetween } from '../pads';
import { trackFinding } from './findings';
import { type TrackSession, factsAfter } from './session';

/** A reservoir is read to this, and a pad through its window to a tenth; a share of the wear stands for that, mL. Calvik's own figures. */
const READ_TO_ML = 4;
const WEAR_SHARE = 0.3;
/** So much more than wear explains is fluid on the ground, mL. Calvik's own figure. */
const LEAK_ML = 20;

export interface LevelSum {
  /** How far the level fell, mL; negative where it rose. */
  dropMl: number;
  /** What of it went into calipers whose pistons came out by what the pads have worn, mL. */
  explainedMl: number;
  /** Whether every corner's pads were read before and after. */
  isWearKnown: boolean;
  finding: Finding;
}

/**
 * What a fall of the level means. Pistons follow the wear: `ΔV = Σ piston area × wear`, as they would give it back.
 * @param wear of each corner since the level was read before; null where nobody gauged it
 * @example levelAgainstWear(car, wear, 250, 244).finding.code // 'levelByWear'
 */
export function levelAgainstWear(
  car: Pick<Car, 'front' | 'rear' | 'reservoirMinMl'>,
  wear: Record<Corner, CornerWear | null>,
  fromMl: number,
  toMl: number,
): LevelSum {
  const dropMl = fromMl - toMl;
  const explainedMl = corners.reduce((sum, c) => sum + (wear[c] ? returnedMl(car[axleOfCorner(c)], wear[c]) : 0), 0);
  const isWearKnown = corners.every((c) => wear[c] !== null);
  const toleranceMl = READ_TO_ML + WEAR_SHARE * explainedMl;
  const values = { drop: millilitres(dropMl), explained: millilitres(explainedMl) };
  const over = dropMl - explainedMl;
  // Both pads of both front corners together, worn by a millimetre.
  const mlPerMm = 2 * returnedMl(car.front, { innerPadMm: 1, outerPadMm: 1, rotorMm: 0 });
  const frontPadMm = Math.max(0, over) / mlPerMm;
  const finding =
    toMl < car.reservoirMinMl
      ? trackFinding('levelUnderMin', 'stop', {}, { level: millilitres(toMl), min: millilitres(car.reservoirMinMl) })
      : over > LEAK_ML + toleranceMl
        ? trackFinding('levelLeak', 'stop', {}, values)
        : over > toleranceMl
          ? isWearKnown
            ? trackFinding('levelMoreThanWear', 'needsWork', {}, values)
            : trackFinding('levelWearUnknown', 'needsWork', {}, { drop: values.drop, frontPad: mm(frontPadMm) })
          : dropMl < -toleranceMl
            ? trackFinding('levelRose', 'watch', {}, { rise: millilitres(-dropMl) })
            : trackFinding('levelByWear', 'inOrder', {}, values);
  return { dropMl, explainedMl, isWearKnown, finding };
}

/** Entries after which nobody knows the level before it is read again. */
const movesFluid = (f: Fact): boolean =>
  f.kind === 'pistonsRetracted' ||
  f.kind === 'nippleBled' ||
  f.kind === 'clutchBled' ||
  f.kind === 'reservoirToppedUp' ||
  f.kind === 'fluidExchange' ||
  (f.kind === 'partsFitted' && f.changed !== 'none');

/**
 * The level as it stood when it was known last, and when that was; null where fluid was moved since and nobody has read it.
 * @param facts of the car, oldest first
 */
export function levelBefore(facts: readonly Fact[], before: string): { levelMl: number; at: string } | null {
  for (let i = countBefore(facts, before) - 1; i >= 0; i--) {
    const f = facts[i]!;
    if (f.kind === 'levelRead') return { levelMl: f.levelMl + f.toppedUpMl, at: f.at };
    if (f.kind === 'reservoirSeen') return { levelMl: f.levelMl, at: f.at };
    if (movesFluid(f)) return null;
  }
  return null;
}

function wearBetween(before: PadMeasurement, after: PadMeasurement): CornerWear {
  const { inner, outer } = wornBetween(before, after);
  // A session takes hundredths off a rotor: less than a gauge through the window can tell.
  return { innerPadMm: Math.max(0, inner), outerPadMm: Math.max(0, outer), rotorMm: 0 };
}

/** What each corner's pads have worn between a moment and the look after a session; null where they were not read at both ends. */
export function wearSince(
  logbook: Logbook,
  car: Car,
  session: TrackSession,
  since: string,
): Record<Corner, CornerWear | null> {
  return Object.fromEntries(
    corners.map((corner) => {
      const readings = padReadingsAt(logbook, car, corner);
      let last = countBefore(readings, since);
      while (readings[last]?.at === since) last++;
      const before = readings[last - 1] ?? null;
      const end = session.until === null ? readings.length : countBefore(readings, session.until);
      const read = readings[end - 1];
      const after = read && read.at >= session.fact.at ? read : null;
      return [corner, before && after ? wearBetween(before, after) : null];
    }),
  ) as Record<Corner, CornerWear | null>;
}

/** The level read after a session, judged; null where nobody has read it yet. */
export function judgeLevelAfter(
  logbook: Logbook,
  car: Car,
  session: TrackSession,
): (LevelSum & { read: LevelRead }) | null {
  const read = factsAfter(logbook, session).findLast((f) => f.kind === 'levelRead');
  return read ? { ...levelSumOf(logbook, car, session, read.levelMl), read } : null;
}

/** The same while somebody is still typing. @param levelMl as it is read now */
export function levelSumOf(logbook: Logbook, car: Car, session: TrackSession, levelMl: number): LevelSum {
  const before = levelBefore(logbook.factsOfCar(car.id), session.fact.at);
  if (before) return levelAgainstWear(car, wearSince(logbook, car, session, before.at), before.levelMl, levelMl);
  const isUnderMin = levelMl < car.reservoirMinMl;
  return {
    dropMl: 0,
    explainedMl: 0,
    isWearKnown: false,
    finding: isUnderMin
      ? trackFinding('levelUnderMin', 'stop', {}, { level: millilitres(levelMl), min: millilitres(car.reservoirMinMl) })
      : trackFinding('levelNotComparable', 'watch', {}, {}),
  };
}
