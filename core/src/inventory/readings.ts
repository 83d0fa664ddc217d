/** Readings of what is on a car, and of parts wherever they lie: what was seen stays with the part. */
import {
  type Logbook,
  byTime,
  correctedByOwnHand,
  leadsOf,
  mayTakeBack,
  ofKind,
  remembered,
  sameAsBefore,
} from '../logbook';
import {
  type Axle,
  type Car,
  type Corner,
  type Fact,
  type Finding,
  type PadMeasurement,
  type PadSet,
  type PartsFitted,
  type RotorMeasurement,
  type Retracting,
  type RotorPair,
  axleOfCorner,
  corners,
  standingFindings,
} from '../model';
import { seenOnPads, thinnest } from '../pads';
import { seenOnRotor } from '../rotors';
import { type KindOfPart, axleParts, isAfter, kindsOfPart } from './axle-parts';
import { takesOff } from './stints';

type ReadingOf<K extends KindOfPart> = Extract<Fact, { kind: (typeof kindsOfPart)[K]['reading'] }>;

/** The last measurement of the pads that are at a corner now; null when they have not been measured. */
export function padsAt(logbook: Logbook, car: Car, corner: Corner): PadMeasurement | null {
  const { padsSince } = axleParts(logbook, car, axleOfCorner(corner));
  return (
    ofKind(logbook.factsOfCar(car.id), 'padMeasurement').findLast(
      (f) => f.corner === corner && isAfter(f, padsSince),
    ) ?? null
  );
}

/** The last measurement of the rotor that is at a corner now. */
export function rotorAt(logbook: Logbook, car: Car, corner: Corner): RotorMeasurement | null {
  const { rotorsSince } = axleParts(logbook, car, axleOfCorner(corner));
  return (
    ofKind(logbook.factsOfCar(car.id), 'rotorMeasurement').findLast(
      (f) => f.corner === corner && isAfter(f, rotorsSince),
    ) ?? null
  );
}

const byTimeOnce = <F extends Fact>(facts: readonly F[]): F[] =>
  [...new Map(facts.map((f) => [f.id, f])).values()].sort(byTime);

/**
 * Every reading of a labelled part, oldest first, wherever it was on: those that name it, and those without a label that were taken while it
 * stood as fitted. A set that is recorded as fitted a second time is the same set.
 */
export function readingsOfPart<K extends KindOfPart>(logbook: Logbook, partId: string, of: K): readonly ReadingOf<K>[] {
  const own = logbook.factsOfPart(partId);
  const on = axlesThatHad(own, partId, of).map(({ carId, axle }) => ({ facts: logbook.factsOfCar(carId), axle }));
  return remembered(own, of, on.flatMap(Object.values), () => readingsInTurn(own, on, partId, of));
}

/** Every axle that a part was fitted to. */
const axlesThatHad = (own: readonly Fact[], partId: string, of: KindOfPart): Pick<PartsFitted, 'carId' | 'axle'>[] =>
  remembered(own, `axles ${of}`, [], () => {
    const fittings = ofKind(own, 'partsFitted').filter((f) => f[kindsOfPart[of].label] === partId);
    return [...new Map(fittings.map((f) => [`${f.carId} ${f.axle}`, f])).values()];
  });

function readingsInTurn<K extends KindOfPart>(
  own: readonly Fact[],
  places: readonly { facts: readonly Fact[]; axle: Axle }[],
  partId: string,
  of: K,
): readonly ReadingOf<K>[] {
  const { label, reading } = kindsOfPart[of];
  const whileOn = places.flatMap(({ facts, axle }) => {
    const onAxle = [
      ...ofKind(facts, 'partsFitted').filter((f) => f.axle === axle),
      ...ofKind(facts, reading).filter(
        (r) => (r as Partial<Record<typeof label, string | null>>)[label] === null && axleOfCorner(r.corner) === axle,
      ),
    ].sort(byTime);
    let isOn = false;
    return onAxle.filter((f) => {
      if (f.kind !== 'partsFitted') return isOn;
      if (f[label] === partId) isOn = true;
      else if (takesOff(f, partId, of)) isOn = false;
      return false;
    });
  });
  return byTimeOnce([...ofKind(own, reading), ...whileOn]) as ReadingOf<K>[];
}

/** Every reading of what is on an axle now, oldest first; a car of twenty years has thousands, and every corner asks for its own. */
function readingsOn<K extends KindOfPart>(logbook: Logbook, car: Car, corner: Corner, of: K): readonly ReadingOf<K>[] {
  const facts = logbook.factsOfCar(car.id);
  const parts = axleParts(logbook, car, axleOfCorner(corner));
  const [part, since] =
    of === 'pads' ? [parts.padSet, parts.padsSince] : ([parts.rotorPair, parts.rotorsSince] as const);
  const ofPart = part ? readingsOfPart(logbook, part.id, of) : [];
  return remembered(facts, `${of} ${corner}`, [since, part ? ofPart : null], () => {
    const here = ofKind(facts, kindsOfPart[of].reading).filter((f) => isAfter(f, since));
    // What is read while a set is on counts for it, whatever label was written beside the figures.
    const all: readonly Reading[] = [...ofPart, ...here];
    const ofCorner = byTimeOnce(all.filter((f) => f.corner === corner));
    return sameAsBefore(`${of} ${corner}`, ofCorner) as readonly ReadingOf<K>[];
  });
}

/**
 * Every reading of the pads that are at a corner now, oldest first: of a labelled set wherever it has been, of pads without a label since
 * they were fitted.
 */
export const padReadingsAt = (logbook: Logbook, car: Car, corner: Corner): readonly PadMeasurement[] =>
  readingsOn(logbook, car, corner, 'pads');

type Reading = PadMeasurement | RotorMeasurement;
/** All readings of one part at a corner, oldest first, and what takes back what one of them saw. */
export interface PartHistory<R> {
  readings: readonly R[];
  retracting: Retracting<R>;
}

/**
 * {@link readingsOn} with what was corrected by nobody who may take back a stop: typing it anew does not put it right.
 */
function historyOn<K extends KindOfPart>(logbook: Logbook, car: Car, corner: Corner, of: K): PartHistory<ReadingOf<K>> {
  const { label, reading } = kindsOfPart[of];
  const parts = axleParts(logbook, car, axleOfCorner(corner));
  const [part, since] =
    of === 'pads' ? [parts.padSet, parts.padsSince] : ([parts.rotorPair, parts.rotorsSince] as const);
  const readings: readonly Reading[] = readingsOn(logbook, car, corner, of);
  const isOfPart = (f: Reading): boolean =>
    f.corner === corner &&
    f.kind === reading &&
    ((part !== null && (f as Partial<Record<typeof label, string | null>>)[label] === part.id) ||
      (f.carId === car.id && isAfter(f, since)));
  return withCorrected(logbook, readings, [car.id], isOfPart) as PartHistory<ReadingOf<K>>;
}

/** Readings, and those on the same cars that were corrected by nobody who may take back a stop. */
function withCorrected(
  logbook: Logbook,
  readings: readonly Reading[],
  carIds: readonly string[],
  isOfPart: (reading: Reading) => boolean,
): PartHistory<Reading> {
  const corrected = [...new Set([...carIds, ...readings.map((r) => r.carId)])].flatMap((carId) =>
    correctedByOwnHand(logbook, carId).filter(
      (f): f is Reading => (f.kind === 'padMeasurement' || f.kind === 'rotorMeasurement') && isOfPart(f),
    ),
  );
  return remembered(readings, 'history', [...corrected, ...leadsOf(logbook)], () => {
    const ids = new Set(corrected.map((f) => f.id));
    const { crew } = logbook;
    return {
      readings: corrected.length === 0 ? readings : byTimeOnce([...readings, ...corrected]),
      retracting: { isCorrected: (r) => ids.has(r.id), mayEnd: (found, by) => mayTakeBack({ crew }, found, by) },
    };
  });
}

/** Every reading of the pads that are at a corner now, those that were corrected without anybody else's word too. */
export const padHistoryAt = (logbook: Logbook, car: Car, corner: Corner): PartHistory<PadMeasurement> =>
  historyOn(logbook, car, corner, 'pads');

/** Every reading of the rotor that is at a corner now, in the same way. */
export const rotorHistoryAt = (logbook: Logbook, car: Car, corner: Corner): PartHistory<RotorMeasurement> =>
  historyOn(logbook, car, corner, 'rotors');

/** The last reading of a set, wherever it was measured, by corner. */
export function lastPadReadings(logbook: Logbook, padSetId: string): Partial<Record<Corner, PadMeasurement>> {
  const found: Partial<Record<Corner, PadMeasurement>> = {};
  for (const fact of logbook.factsOfPart(padSetId)) {
    if (fact.kind === 'padMeasurement') found[fact.corner] = fact;
  }
  return found;
}

export function lastRotorReadings(logbook: Logbook, rotorPairId: string): Partial<Record<Corner, RotorMeasurement>> {
  const found: Partial<Record<Corner, RotorMeasurement>> = {};
  for (const fact of logbook.factsOfPart(rotorPairId)) {
    if (fact.kind === 'rotorMeasurement') found[fact.corner] = fact;
  }
  return found;
}

/** Every reading of a part at a corner, wherever it lies; what was corrected by nobody who may take back a stop, too. */
function historyOfPart<K extends KindOfPart>(
  logbook: Logbook,
  partId: string,
  of: K,
  corner: Corner,
): PartHistory<ReadingOf<K>> {
  const { label, reading } = kindsOfPart[of];
  const all: readonly Reading[] = readingsOfPart(logbook, partId, of);
  const own = all.filter((f) => f.corner === corner);
  const isOfPart = (f: Reading): boolean =>
    f.kind === reading && f.corner === corner && (f as Partial<Record<typeof label, string | null>>)[label] === partId;
  return withCorrected(logbook, own, [], isOfPart) as unknown as PartHistory<ReadingOf<K>>;
}

/**
 * The thinnest pad of a set, mm: no pad grows, so that what was read once counts until somebody who may says why it was wrong; null where nobody
 * has read any.
 */
export function thinnestOfSet(logbook: Logbook, padSetId: string): number | null {
  const all = corners.flatMap((corner) => {
    const { readings, retracting } = historyOfPart(logbook, padSetId, 'pads', corner);
    const isEnded = (found: PadMeasurement, i: number): boolean =>
      readings
        .slice(i + 1)
        .some((r) => !retracting.isCorrected(r) && Boolean(r.explanation) && retracting.mayEnd(found, r));
    return readings.filter((r, i) => !isEnded(r, i)).map(thinnest);
  });
  return all.length > 0 ? Math.min(...all) : null;
}

/** What was seen on a part and still stands, wherever it lies: it is said before anybody fits it. */
export function findingsOfPart(logbook: Logbook, part: PadSet | RotorPair): Finding[] {
  const brake = 'isLining' in part && part.isLining ? 'drum' : 'floatingCaliper';
  /** As the gate would say it of a car that it is on. */
  const standing = <K extends KindOfPart>(
    of: K,
    corner: Corner,
    seenIn: (reading: ReadingOf<K>) => Finding[],
  ): Finding[] => {
    const { readings, retracting } = historyOfPart(logbook, part.id, of, corner);
    return standingFindings(readings, seenIn, retracting);
  };
  return corners.flatMap((corner) => [
    ...standing('pads', corner, (reading) => seenOnPads(reading, brake)),
    ...standing('rotors', corner, seenOnRotor),
  ]);
}
