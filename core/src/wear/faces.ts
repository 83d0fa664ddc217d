/** The faces of a part that wear, each with its readings and what was driven between them. */
import { type KindOfPart, type Stint, readingsOfPart, stintsOf, stintsOn, axleParts, isAfter } from '../inventory';
import { isGuided } from '../jobs';
import { type Logbook, ofKind, remembered } from '../logbook';
import {
  type Axle,
  type Car,
  type Corner,
  type Fact,
  type PadMeasurement,
  type PadSet,
  type RotorMeasurement,
  type RotorPair,
  axleOfCorner,
  cornersOf,
} from '../model';
import { thinnestEnd } from '../pads';
import { type ByWeight, byWeight, newWeighedMm, overLeastMm, scalesSdMm } from './by-weight';
import type { WearPoint } from './estimate';
import { EVER, type Exposure, exposuresOf, usualMinBetween } from './exposure';
import { severitiesOf } from './severity';

/** Which face: of the two pads of a corner, or the rotor as a whole. */
export type WearSide = 'inner' | 'outer' | 'rotor';

export interface FacePoint extends WearPoint {
  /** Null for the label's thickness of a part that nobody read before it was driven. */
  factId: string | null;
  at: string;
}

/** One face through its own life, wherever the part was. */
export interface FaceHistory {
  corner: Corner;
  side: WearSide;
  /** Oldest first. */
  points: readonly FacePoint[];
  /** Readings with driving between them and the reading before: what tells of a rate. A label alone does not. */
  tells: number;
  /** Usual minutes since the last reading. */
  sinceMin: number;
  /** Of a rotor: the thickness at which its wear mark or slot is gone, mm; null where nobody read how much is left of it. */
  markGoneMm: number | null;
}

/** A part, or what is on an axle without a label, with all that it has been through. */
export interface WearHistory {
  of: KindOfPart;
  axle: Axle;
  part: PadSet | RotorPair | null;
  /** Shoes of a drum. */
  isLining: boolean;
  exposures: readonly Exposure[];
  faces: readonly FaceHistory[];
}

/** How far a reading is off, mm, standard deviation: caliper in the shop, gauge through the window at the track, micrometer. Common practice, no source; own figures. */
const READING_SD_MM = {
  caliper: 0.12,
  simulatedCaliper: 0.08,
  window: 0.3,
  thinnestOnly: 0.15,
  micrometer: 0.02,
} as const;
/** What a label says of a part that nobody read before it was driven, as a share: it may have been worn already. */
const LABEL_SPREAD = 0.1;

const padSdMm = (logbook: Logbook, m: PadMeasurement): number => {
  const job = logbook.jobs.get(m.jobId);
  const isAtTrack = job !== undefined && !isGuided(job);
  const read =
    m.instrument === 'simulatedCaliper'
      ? READING_SD_MM.simulatedCaliper
      : isAtTrack
        ? READING_SD_MM.window
        : READING_SD_MM.caliper;
  return m.isThinnestOnly ? Math.hypot(read, READING_SD_MM.thinnestOnly) : read;
};

interface Read {
  factId: string;
  at: string;
  mm: number;
  sdMm: number;
}

/** Readings of one pad. Where only the thinnest was read it is the pad that was thinner when both were. */
function padReads(logbook: Logbook, readings: readonly PadMeasurement[], side: 'inner' | 'outer'): Read[] {
  let thinner: 'inner' | 'outer' | null = null;
  return readings.flatMap((m): Read[] => {
    if (!m.isThinnestOnly) thinner = thinnestEnd(m.inner) <= thinnestEnd(m.outer) ? 'inner' : 'outer';
    else if (thinner !== null && thinner !== side) return [];
    return [{ factId: m.id, at: m.at, mm: thinnestEnd(m[side]), sdMm: padSdMm(logbook, m) }];
  });
}

const rotorReads = (readings: readonly RotorMeasurement[], weighed: ByWeight | null): Read[] =>
  weighed
    ? readings.flatMap((m) =>
        m.massKg === null
          ? []
          : [{ factId: m.id, at: m.at, mm: overLeastMm(weighed, m.massKg), sdMm: scalesSdMm(weighed) }],
      )
    : readings.map((m) => ({
        factId: m.id,
        at: m.at,
        mm: Math.min(...m.thicknessesMm),
        sdMm: READING_SD_MM.micrometer,
      }));

/** Both faces wear until the mark of each is gone: the rotor is thinner by twice what is left of it. */
function markGoneMm(readings: readonly RotorMeasurement[]): number | null {
  const last = readings.findLast((m) => typeof m.markLeftMm === 'number');
  return last ? Math.min(...last.thicknessesMm) - 2 * last.markLeftMm! : null;
}

/** Joins readings with what was driven between them; the label stands for a first reading that is missing. */
function faceHistory(
  corner: Corner,
  side: WearSide,
  reads: readonly Read[],
  exposures: readonly Exposure[],
  label: { mm: number; at: string } | null,
  markGoneMm: number | null = null,
): FaceHistory {
  const first = reads[0]?.at ?? null;
  const isDrivenBefore = label !== null && exposures.some((e) => e.at > label.at && (first === null || e.at <= first));
  const all: (Omit<Read, 'factId'> & { factId: string | null })[] = [
    ...(label && (first === null || isDrivenBefore)
      ? [{ factId: null, at: label.at, mm: label.mm, sdMm: label.mm * LABEL_SPREAD }]
      : []),
    ...reads,
  ];
  const points = all.map((read, i): FacePoint => ({
    ...read,
    usualMin: i === 0 ? 0 : usualMinBetween(exposures, all[i - 1]!.at, read.at),
  }));
  const last = points.at(-1);
  return {
    corner,
    side,
    points,
    tells: points.filter((p, i) => p.usualMin > 0 && typeof points[i - 1]?.factId === 'string').length,
    sinceMin: last ? usualMinBetween(exposures, last.at, EVER) : 0,
    markGoneMm,
  };
}

function historyOf(
  logbook: Logbook,
  of: KindOfPart,
  axle: Axle,
  part: PadSet | RotorPair | null,
  stints: readonly Stint[],
  readings: readonly Fact[],
  isLining: boolean,
): WearHistory {
  const from = stints[0]?.from?.at;
  const weighed = byWeight(part);
  const newMm = weighed ? newWeighedMm(weighed, part) : (part?.newThicknessMm ?? null);
  const label = newMm !== null && from !== undefined ? { mm: newMm, at: from } : null;
  if (readings.length === 0 && label === null) return { of, axle, part, isLining, exposures: [], faces: [] };
  const exposures = exposuresOf(logbook, stints);
  const faces = cornersOf(axle).flatMap((corner): FaceHistory[] => {
    const here = readings.filter((r) => (r as PadMeasurement | RotorMeasurement).corner === corner);
    if (of === 'rotors') {
      const read = ofKind(here, 'rotorMeasurement');
      return [
        faceHistory(corner, 'rotor', rotorReads(read, weighed), exposures, label, weighed ? null : markGoneMm(read)),
      ];
    }
    const pads = ofKind(here, 'padMeasurement');
    return (['inner', 'outer'] as const).map((side) =>
      faceHistory(corner, side, padReads(logbook, pads, side), exposures, label),
    );
  });
  return { of, axle, part, isLining, exposures, faces };
}

/** What a labelled part has been through. */
export function wearHistoryOfPart(logbook: Logbook, part: PadSet | RotorPair, of: KindOfPart): WearHistory {
  const own = logbook.factsOfPart(part.id);
  const cars = [...new Set(own.flatMap((f) => ('carId' in f && f.carId ? [f.carId] : [])))];
  const restsOn = cars.flatMap((id) => {
    const car = logbook.cars.get(id);
    return [logbook.factsOfCar(id), car, ...(car ? [severitiesOf(logbook, car, part.axle)] : [])];
  });
  return remembered(own, `wear ${of}`, [part, ...restsOn], () =>
    historyOf(
      logbook,
      of,
      part.axle,
      part,
      stintsOf(logbook, part.id, of),
      readingsOfPart(logbook, part.id, of),
      'isLining' in part && part.isLining,
    ),
  );
}

/** What is on an axle now, with or without a label. */
export function wearHistoryOn(logbook: Logbook, car: Car, axle: Axle, of: KindOfPart): WearHistory {
  const parts = axleParts(logbook, car, axle);
  const part = of === 'pads' ? parts.padSet : parts.rotorPair;
  if (part) return wearHistoryOfPart(logbook, part, of);
  const facts = logbook.factsOfCar(car.id);
  return remembered(facts, `wear ${of} ${axle}`, [car, severitiesOf(logbook, car, axle)], () => {
    const since = of === 'pads' ? parts.padsSince : parts.rotorsSince;
    const kind = of === 'pads' ? 'padMeasurement' : 'rotorMeasurement';
    const readings = ofKind(facts, kind).filter((f) => axleOfCorner(f.corner) === axle && isAfter(f, since));
    const isLining = of === 'pads' && car[axle].brake === 'drum';
    return historyOf(logbook, of, axle, null, stintsOn(logbook, car, axle, of), readings, isLining);
  });
}
