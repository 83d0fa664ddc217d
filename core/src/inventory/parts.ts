/**
 * Pad sets and rotor pairs: what is on which axle, what is on the shelf, what is promised, and which compound each
 * rotor has met. All of it follows from facts; nothing of it is stored.
 */
import type { LocalDate } from '../calendar';
import { type Logbook, byTime, carLabel, ofKind, remembered } from '../logbook';
import {
  type Axle,
  type Booking,
  type Car,
  type Compound,
  type Corner,
  type Fact,
  type Finding,
  type PadMeasurement,
  type PadSet,
  type PartsDecision,
  type PartsFitted,
  type RotorMeasurement,
  type RotorPair,
  type SentForBedding,
  axleOfCorner,
  axles,
  corners,
  standingFindings,
} from '../model';
import { seenOnPads } from '../pads';
import { seenOnRotor } from '../rotors';
import { inventoryFinding } from './findings';

/** What is on one axle of a car. */
export interface AxleParts {
  padSet: PadSet | null;
  rotorPair: RotorPair | null;
  /** The fitting that made it so; null where nobody has recorded one. */
  fitting: PartsFitted | null;
  /** Last time pads, and last time rotors, came new to the axle: older readings are of something else. */
  padsSince: PartsFitted | null;
  rotorsSince: PartsFitted | null;
}

/** Whether a fact comes after another, with ids deciding between equal moments. */
export const isAfter = (fact: Fact, other: Fact | null): boolean =>
  other === null || fact.at > other.at || (fact.at === other.at && fact.id > other.id);

/** The label and the readings of each kind of part. */
const kindsOfPart = {
  pads: { label: 'padSetId', reading: 'padMeasurement' },
  rotors: { label: 'rotorPairId', reading: 'rotorMeasurement' },
} as const;
type KindOfPart = keyof typeof kindsOfPart;
type ReadingOf<K extends KindOfPart> = Extract<Fact, { kind: (typeof kindsOfPart)[K]['reading'] }>;

/** What of an axle came new with a fitting, as it is stored. */
export const changedParts = (pads: boolean, rotors: boolean): PartsFitted['changed'] =>
  pads ? (rotors ? 'both' : 'pads') : rotors ? 'rotors' : 'none';

/** Whether pads, or rotors, came new to an axle with a fitting. */
const changes = (fitting: PartsFitted, of: KindOfPart): boolean => fitting.changed === of || fitting.changed === 'both';

/** What is on an axle, by the last fitting that says so: one without a label that changed nothing leaves on what was on. */
export function axleParts(logbook: Logbook, car: Car, axle: Axle): AxleParts {
  const fittings = ofKind(logbook.factsOfCar(car.id), 'partsFitted').filter((f) => f.axle === axle);
  const fitting = fittings.at(-1) ?? null;
  const labelOn = (of: KindOfPart): string =>
    fittings.findLast((f) => f[kindsOfPart[of].label] !== null || changes(f, of))?.[kindsOfPart[of].label] ?? '';
  return {
    padSet: logbook.padSets.get(labelOn('pads')) ?? null,
    rotorPair: logbook.rotorPairs.get(labelOn('rotors')) ?? null,
    fitting,
    padsSince: fittings.findLast((f) => changes(f, 'pads')) ?? null,
    rotorsSince: fittings.findLast((f) => changes(f, 'rotors')) ?? null,
  };
}

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

/** Whether a fitting puts something else on than this part; one without a label only where it says that parts were changed. */
const takesOff = (fitting: PartsFitted, partId: string, of: KindOfPart): boolean => {
  const label = fitting[kindsOfPart[of].label];
  return label === null ? changes(fitting, of) : label !== partId;
};

/**
 * Every reading of a labelled part, oldest first, wherever it was on: those that name it, and those without a label that were taken while it
 * stood as fitted. A set that is recorded as fitted a second time is the same set.
 */
function readingsOfPart<K extends KindOfPart>(logbook: Logbook, partId: string, of: K): readonly ReadingOf<K>[] {
  const { label } = kindsOfPart[of];
  const own = logbook.factsOfPart(partId);
  const places = new Map(
    ofKind(own, 'partsFitted')
      .filter((f) => f[label] === partId)
      .map(({ carId, axle }) => [`${carId} ${axle}`, { facts: logbook.factsOfCar(carId), axle }]),
  );
  const on = [...places.values()];
  return remembered(own, of, on.flatMap(Object.values), () => readingsInTurn(own, on, partId, of));
}

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
    const all: readonly (PadMeasurement | RotorMeasurement)[] = [...ofPart, ...here];
    return byTimeOnce(all.filter((f) => f.corner === corner)) as ReadingOf<K>[];
  });
}

/**
 * Every reading of the pads that are at a corner now, oldest first: of a labelled set wherever it has been, of pads without a label since
 * they were fitted.
 */
export const padReadingsAt = (logbook: Logbook, car: Car, corner: Corner): readonly PadMeasurement[] =>
  readingsOn(logbook, car, corner, 'pads');

/** Every reading of the rotor that is at a corner now, oldest first. */
export const rotorReadingsAt = (logbook: Logbook, car: Car, corner: Corner): readonly RotorMeasurement[] =>
  readingsOn(logbook, car, corner, 'rotors');

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

/** The thinner end of the thinner pad of a measurement, mm. */
export const thinnest = (m: Pick<PadMeasurement, 'inner' | 'outer'>): number =>
  Math.min(
    ...[m.inner, m.outer].flatMap((p) => (p.otherEndMm === null ? [p.thicknessMm] : [p.thicknessMm, p.otherEndMm])),
  );

/** The decision by which a part was scrapped, where that is the last word on its axle in that job; else null. */
export const scrappedBy = (logbook: Logbook, partId: string): PartsDecision | null =>
  ofKind(logbook.factsOfPart(partId), 'partsDecision').findLast(
    (d) =>
      d.action === 'scrap' &&
      (d.scrappedPadSetId === partId || d.scrappedRotorPairId === partId) &&
      ofKind(logbook.factsOfJob(d.jobId), 'partsDecision').findLast(
        (o) => o.subject === d.subject && o.axle === d.axle && o.corner === d.corner,
      )?.id === d.id,
  ) ?? null;

/** What was seen on a part and still stands, wherever it lies: it is said before anybody fits it. */
export function findingsOfPart(logbook: Logbook, part: PadSet | RotorPair): Finding[] {
  const brake = 'isLining' in part && part.isLining ? 'drum' : 'floatingCaliper';
  return corners.flatMap((corner) => [
    ...standingFindings(
      readingsOfPart(logbook, part.id, 'pads').filter((f) => f.corner === corner),
      (reading) => seenOnPads(reading, brake),
    ),
    ...standingFindings(
      readingsOfPart(logbook, part.id, 'rotors').filter((f) => f.corner === corner),
      seenOnRotor,
    ),
  ]);
}

/** Where a pad set or a rotor pair is. */
export type PartPlace =
  { at: 'car'; carId: string; axle: Axle; since: string } | { at: 'shelf' } | { at: 'scrapped'; since: string };

/** Where a part is: on the car whose axle it was last fitted to and not taken off again, else on the shelf. */
export function placeOf(logbook: Logbook, partId: string): PartPlace {
  const last = logbook.factsOfPart(partId).findLast((f): f is PartsFitted => f.kind === 'partsFitted');
  const scrapped = scrappedBy(logbook, partId);
  const shelf: PartPlace = scrapped ? { at: 'scrapped', since: scrapped.at } : { at: 'shelf' };
  if (!last) return shelf;
  const car = logbook.cars.get(last.carId);
  const now = car && axleParts(logbook, car, last.axle);
  return now && (now.padSet?.id === partId || now.rotorPair?.id === partId)
    ? { at: 'car', carId: last.carId, axle: last.axle, since: last.at }
    : shelf;
}

/** The decision that promises a part to a car, while that car's service is neither fitted nor released; else null. */
export function reservationOf(logbook: Logbook, partId: string): PartsDecision | null {
  const decision = logbook.factsOfPart(partId).findLast((f): f is PartsDecision => f.kind === 'partsDecision');
  if (!decision) return null;
  const later = logbook.factsOfCar(decision.carId).filter((f) => isAfter(f, decision));
  const isOver = later.some(
    (f) =>
      (f.kind === 'carReleased' && f.jobId === decision.jobId) ||
      (f.kind === 'partsFitted' && (f.padSetId === partId || f.rotorPairId === partId)) ||
      (f.kind === 'partsDecision' &&
        f.jobId === decision.jobId &&
        f.axle === decision.axle &&
        f.corner === decision.corner &&
        f.subject === decision.subject),
  );
  return isOver ? null : decision;
}

/** The booking that a labelled part or a bottle is reserved for until its event is over; null when it is free. */
export const bookingReserving = (logbook: Logbook, partId: string, today: LocalDate): Booking | null =>
  [...logbook.bookings.values()].find(
    (b) => !b.archived && b.reservedIds.includes(partId) && (logbook.events.get(b.eventId)?.endDate ?? '') >= today,
  ) ?? null;

/** For whom something is reserved. */
export const reservedForFinding = (logbook: Logbook, booking: Booking): Finding =>
  inventoryFinding(
    'reservedFor',
    'watch',
    {},
    {
      car: carLabel(logbook, booking.carId),
      event: logbook.events.get(booking.eventId)?.name ?? '',
    },
  );

/** What a set of pads or linings is made of; null for no set, and where its record is not here. */
export const compoundOf = (logbook: Logbook, padSet: Pick<PadSet, 'compoundId'> | null): Compound | null =>
  logbook.compounds.get(padSet?.compoundId ?? '') ?? null;
/** Its name, to be shown; empty where nobody knows it. */
export const compoundName = (logbook: Logbook, padSet: Pick<PadSet, 'compoundId'> | null): string =>
  compoundOf(logbook, padSet)?.name ?? '';

/** The compounds that a rotor pair has run with, oldest first, without repetitions in a row. */
export function compoundHistory(logbook: Logbook, rotorPairId: string): Pick<Compound, 'id' | 'name'>[] {
  const compounds: Pick<Compound, 'id' | 'name'>[] = [];
  for (const fact of logbook.factsOfPart(rotorPairId)) {
    if (fact.kind !== 'partsFitted' || fact.rotorPairId !== rotorPairId) continue;
    const set = logbook.padSets.get(fact.padSetId ?? '');
    if (set && compounds.at(-1)?.id !== set.compoundId)
      compounds.push({ id: set.compoundId, name: compoundName(logbook, set) });
  }
  return compounds;
}

/**
 * Whether a pad set suits a rotor pair: each compound keeps to its own rotors, a transfer layer of one spoils another; and a set
 * that is tied to other rotors goes back to them. Common practice, no source.
 * @returns what is wrong; empty when nothing is
 */
export function judgePairing(logbook: Logbook, padSet: PadSet | null, rotorPair: RotorPair | null): Finding[] {
  if (!padSet || !rotorPair) return [];
  const place = { axle: rotorPair.axle };
  const findings: Finding[] = [];
  const met = compoundHistory(logbook, rotorPair.id);
  const last = met.at(-1)?.id === padSet.compoundId ? met.at(-2) : met.at(-1);
  const pads = padSet.label;
  const rotors = rotorPair.label;
  if (last !== undefined && last.id !== padSet.compoundId)
    findings.push(
      inventoryFinding('otherCompound', 'needsWork', place, {
        rotors,
        met: last.name,
        pads,
        compound: compoundName(logbook, padSet),
      }),
    );
  if (padSet.rotorPairId && padSet.rotorPairId !== rotorPair.id) {
    const ownRotors = logbook.rotorPairs.get(padSet.rotorPairId)?.label ?? '';
    findings.push(inventoryFinding('otherRotors', 'needsWork', place, { pads, ownRotors, rotors }));
  }
  return findings;
}

/** The dispatch of a set or a pair that is away to be bedded; null while it is here. */
export function awayForBedding(logbook: Logbook, partId: string): SentForBedding | null {
  const facts = logbook.factsOfPart(partId);
  const sent = ofKind(facts, 'sentForBedding').at(-1) ?? null;
  return sent && ofKind(facts, 'backFromBedding').some((f) => f.sentId === sent.id) ? null : sent;
}

/** Parts for an axle of a car that are on the shelf and promised to nobody else; the car's own first. */
export function fittingCandidates(
  logbook: Logbook,
  car: Car,
  axle: Axle,
): { padSets: PadSet[]; rotorPairs: RotorPair[] } {
  const isDrum = car[axle].brake === 'drum';
  const isFree = (part: PadSet | RotorPair): boolean => {
    if (part.archived || part.axle !== axle || (part.carId !== null && part.carId !== car.id)) return false;
    const promise = reservationOf(logbook, part.id);
    return (
      placeOf(logbook, part.id).at === 'shelf' &&
      awayForBedding(logbook, part.id) === null &&
      (promise === null || promise.carId === car.id)
    );
  };
  const ownFirst = (a: PadSet | RotorPair, b: PadSet | RotorPair): number =>
    findingsOfPart(logbook, a).length - findingsOfPart(logbook, b).length ||
    Number(b.carId === car.id) - Number(a.carId === car.id) ||
    a.label.localeCompare(b.label);
  return {
    padSets: [...logbook.padSets.values()].filter((p) => isFree(p) && p.isLining === isDrum).sort(ownFirst),
    rotorPairs: [...logbook.rotorPairs.values()].filter(isFree).sort(ownFirst),
  };
}

/** Every axle of a car with what is on it. */
export const allAxleParts = (logbook: Logbook, car: Car): Record<Axle, AxleParts> =>
  Object.fromEntries(axles.map((axle) => [axle, axleParts(logbook, car, axle)])) as Record<Axle, AxleParts>;
