/** What is on a car when it comes to the shop, written down before anything is measured. */
import type { Instant } from '../calendar';
import type { Logbook } from '../logbook';
import {
  type Axle,
  type Car,
  type Compound,
  type Fact,
  type Job,
  type PadSet,
  type PartsFitted,
  type RotorPair,
  axles,
  cornersOf,
  recordDefaults,
  usualSweptBandMm,
} from '../model';
import { compoundByName, isNamed, nextLabel } from './labels';
import { axleParts, changedParts } from './axle-parts';
import { compoundOf } from './parts';

/** What is known of an axle; all thicknesses in mm. */
export interface AxleAsItCame {
  pads: { compound: string; use: PadSet['use']; newMm: number; nowMm: number | null } | null;
  /** Without a discard thickness: rotors that are judged by their weight. */
  rotors: { newMm: number; discardMm: number | null; nowMm: number | null } | null;
  /** Whether they are bedded to each other; null where nobody knows. */
  isBedded: boolean | null;
}

/** A record or a fact to be saved, and where. */
export type AsItCameEntry =
  | { collection: 'compounds'; body: Compound }
  | { collection: 'rotorPairs'; body: RotorPair }
  | { collection: 'padSets'; body: PadSet }
  | { collection: 'jobs'; body: Job }
  | { collection: 'facts'; body: Fact };

/** Who writes it down. */
export interface AsItCameWriter {
  by: string;
  now: Instant;
  /** A new id for every record and fact. */
  newId: () => string;
}

/** Thicknesses of new parts that differ by less are the same, mm: nobody reads a label closer. */
const SAME_MM = 0.05;
const isSame = (a: number | null, b: number | null): boolean =>
  a === null || b === null ? a === b : Math.abs(a - b) < SAME_MM;

/** The pads and rotors on record for an axle that are those which somebody found on it; null where they are others, or nobody says. */
export function foundAgain(logbook: Logbook, car: Car, axle: Axle, { pads, rotors }: AxleAsItCame) {
  const { padSet, rotorPair } = axleParts(logbook, car, axle);
  const compound = compoundOf(logbook, padSet);
  const isSameSet =
    padSet &&
    pads &&
    compound &&
    isNamed(compound, pads.compound) &&
    padSet.use === pads.use &&
    isSame(padSet.newThicknessMm, pads.newMm);
  const isSamePair =
    rotorPair &&
    rotors &&
    isSame(rotorPair.newThicknessMm, rotors.newMm) &&
    isSame(rotorPair.discardThicknessMm, rotors.discardMm);
  return { padSet: isSameSet ? padSet : null, rotorPair: isSamePair ? rotorPair : null };
}

/** What the axles share: labels given out and compounds made, which are not on record yet. */
interface Made {
  compounds: Compound[];
  padSets: number;
  rotorPairs: number;
}

/**
 * The records and facts that say what a car came with, in the order in which they are to be saved: parts first, then the job that they were seen
 * in, then what was seen. Nothing where nothing is known, or nothing that is not on record. Parts that are found again keep their label; others
 * than those on record have been changed, whoever did it.
 *
 * Nobody has looked at the faces: a thickness alone says nothing of cracks, and a layer that nobody vouches for counts as none. Diameters are usual
 * ones, marked as assumed.
 * @example asItCame(logbook, car, { front: known, rear: nothing }, { by: crewId, now, newId: uuidv7 })
 */
export function asItCame(
  logbook: Logbook,
  car: Car,
  known: Record<Axle, AxleAsItCame>,
  writer: AsItCameWriter,
): AsItCameEntry[] {
  const job: Job = {
    ...newRecord(writer),
    ...recordDefaults.jobs,
    kind: 'errand',
    carId: car.id,
    eventId: null,
    crewId: writer.by,
    startAt: writer.now,
    durationMin: 5,
    notes: 'As it came',
  };
  const made: Made = { compounds: [], padSets: 0, rotorPairs: 0 };
  const parts: AsItCameEntry[] = [];
  const facts: AsItCameEntry[] = [];
  for (const axle of axles) {
    const { pads, rotors } = known[axle];
    if (!pads && !rotors) continue;
    const again = foundAgain(logbook, car, axle, known[axle]);
    const newPair = rotors && !again.rotorPair ? rotorPairOf(logbook, car, axle, rotors, made, writer) : null;
    if (newPair) parts.push({ collection: 'rotorPairs', body: newPair });
    const rotorPair = again.rotorPair ?? newPair;
    const newSet = pads && !again.padSet ? padSetOf(logbook, car, axle, pads, rotorPair, made, writer, parts) : null;
    if (newSet) parts.push({ collection: 'padSets', body: newSet });
    const padSet = again.padSet ?? newSet;
    const on = axleParts(logbook, car, axle);
    const fitted = {
      isNew: newSet !== null || newPair !== null,
      changed: changedParts(on.padSet !== null && newSet !== null, on.rotorPair !== null && newPair !== null),
    };
    for (const body of seenOf(axle, known[axle], padSet, rotorPair, { job, writer, fitted }))
      facts.push({ collection: 'facts', body });
  }
  return facts.length > 0 ? [...parts, { collection: 'jobs', body: job }, ...facts] : [];
}

const newRecord = ({ newId }: AsItCameWriter) => ({ id: newId(), version: 0, archived: false });

function rotorPairOf(
  logbook: Logbook,
  car: Car,
  axle: Axle,
  { newMm, discardMm }: NonNullable<AxleAsItCame['rotors']>,
  made: Made,
  writer: AsItCameWriter,
): RotorPair {
  return {
    ...newRecord(writer),
    ...recordDefaults.rotorPairs,
    label: nextLabel('R', [...logbook.rotorPairs.values()], made.rotorPairs++),
    axle,
    carId: car.id,
    newThicknessMm: newMm,
    discardThicknessMm: discardMm,
    sweptOuterDiameterMm: usualSweptBandMm[axle].outer,
    sweptInnerDiameterMm: usualSweptBandMm[axle].inner,
    isSizeAssumed: true,
    newMassKg: null,
    face: 'plain',
    hasCurvedVanes: false,
    isTwoPiece: false,
    notes: 'As the car came',
  };
}

function padSetOf(
  logbook: Logbook,
  car: Car,
  axle: Axle,
  pads: NonNullable<AxleAsItCame['pads']>,
  rotorPair: RotorPair | null,
  made: Made,
  writer: AsItCameWriter,
  parts: AsItCameEntry[],
): PadSet {
  let compound = compoundByName([...logbook.compounds.values(), ...made.compounds], pads.compound);
  if (!compound) {
    compound = { ...newRecord(writer), ...recordDefaults.compounds, name: pads.compound.trim(), use: pads.use };
    made.compounds.push(compound);
    parts.push({ collection: 'compounds', body: compound });
  }
  return {
    ...newRecord(writer),
    ...recordDefaults.padSets,
    label: nextLabel('P', [...logbook.padSets.values()], made.padSets++),
    compoundId: compound.id,
    axle,
    use: pads.use,
    isLining: car[axle].brake === 'drum',
    carId: car.id,
    rotorPairId: rotorPair?.id ?? null,
    newThicknessMm: pads.newMm,
    limitMm: null,
    hasSensorSlot: false,
    isDirectional: false,
    notes: 'As the car came',
  };
}

function seenOf(
  axle: Axle,
  { pads, rotors, isBedded }: AxleAsItCame,
  padSet: PadSet | null,
  rotorPair: RotorPair | null,
  {
    job,
    writer,
    fitted,
  }: { job: Job; writer: AsItCameWriter; fitted: { isNew: boolean; changed: PartsFitted['changed'] } },
): Fact[] {
  const base = () => ({ id: writer.newId(), at: writer.now, recordedAt: writer.now, by: writer.by });
  const ofJob = { carId: job.carId!, jobId: job.id };
  const padSetId = padSet?.id ?? null;
  const rotorPairId = rotorPair?.id ?? null;
  const facts: Fact[] = fitted.isNew
    ? [{ ...base(), ...ofJob, kind: 'partsFitted', axle, padSetId, rotorPairId, changed: fitted.changed }]
    : [];
  for (const corner of cornersOf(axle)) {
    const padNowMm = pads?.nowMm ?? null;
    if (padNowMm !== null) {
      const face = { thicknessMm: padNowMm, otherEndMm: null, conditions: [], isSeen: false };
      facts.push({
        ...base(),
        ...ofJob,
        kind: 'padMeasurement',
        corner,
        padSetId,
        inner: face,
        outer: face,
        hatClearanceMm: null,
        instrument: 'byHand',
      });
    }
    const rotorNowMm = rotors?.nowMm ?? null;
    if (rotorNowMm !== null)
      facts.push({
        ...base(),
        ...ofJob,
        kind: 'rotorMeasurement',
        corner,
        rotorPairId,
        thicknessesMm: [rotorNowMm],
        runoutMm: null,
        lipMm: null,
        massKg: null,
        crack: 'none',
        crackLengthMm: null,
        wearMarksGone: false,
        transferLayer: isBedded === true ? 'even' : 'none',
        isSeen: false,
        instrument: 'byHand',
      });
  }
  // Said to be green it is bedded again, like a pair that was looked at and not accepted.
  if (isBedded !== null)
    facts.push({
      ...base(),
      ...ofJob,
      kind: 'beddingLook',
      runId: null,
      axle,
      padSetId,
      rotorPairId,
      faces: cornersOf(axle).flatMap((corner) =>
        (['inner', 'outer'] as const).map((side) => ({ corner, side, seen: [isBedded ? 'even' : 'silver'] })),
      ),
      driverSays: [],
      decision: isBedded ? 'accept' : 'anotherCycle',
      reason: isBedded ? 'Bedded when the car came.' : 'Not bedded when the car came.',
      photoIds: [],
    });
  return facts;
}
