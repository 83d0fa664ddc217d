/**
 * Pad sets and rotor pairs: what is on the shelf, what is promised, and which compound each
 * rotor has met. All of it follows from facts; nothing of it is stored.
 */
import type { LocalDate } from '../calendar';
import { type Logbook, carLabel, ofKind } from '../logbook';
import {
  type Axle,
  type Booking,
  type Car,
  type Compound,
  type Finding,
  type PadSet,
  type PartsDecision,
  type PartsFitted,
  type RotorPair,
  type SentForBedding,
} from '../model';
import { axleParts, isAfter } from './axle-parts';
import { inventoryFinding } from './findings';
import { findingsOfPart } from './readings';

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
