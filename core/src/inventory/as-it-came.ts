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
  type RotorPair,
  axles,
  cornersOf,
  recordDefaults,
  usualSweptBandMm,
} from '../model';
import { compoundByName, nextLabel } from './labels';

/** What is known of an axle; all thicknesses in mm. */
export interface AxleAsItCame {
  pads: { compound: string; use: PadSet['use']; newMm: number; nowMm: number | null } | null;
  rotors: { newMm: number; discardMm: number; nowMm: number | null } | null;
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

/** What the axles share: labels given out and compounds made, which are not on record yet. */
interface Made {
  compounds: Compound[];
  padSets: number;
  rotorPairs: number;
}

/**
 * The records and facts that say what a car came with, in the order in which they are to be saved: parts first, then the job that they were seen
 * in, then what was seen. Nothing where nothing is known.
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
    const rotorPair = rotors && rotorPairOf(logbook, car, axle, rotors, made, writer);
    if (rotorPair) parts.push({ collection: 'rotorPairs', body: rotorPair });
    const padSet = pads && padSetOf(logbook, car, axle, pads, rotorPair, made, writer, parts);
    if (padSet) parts.push({ collection: 'padSets', body: padSet });
    for (const body of seenOf(axle, known[axle], padSet, rotorPair, { job, writer }))
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
  { job, writer }: { job: Job; writer: AsItCameWriter },
): Fact[] {
  const base = () => ({ id: writer.newId(), at: writer.now, recordedAt: writer.now, by: writer.by });
  const ofJob = { carId: job.carId!, jobId: job.id };
  const padSetId = padSet?.id ?? null;
  const rotorPairId = rotorPair?.id ?? null;
  const facts: Fact[] = [{ ...base(), ...ofJob, kind: 'partsFitted', axle, padSetId, rotorPairId, changed: 'none' }];
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
