import {
  type AxleParts,
  allAxleParts,
  judgePairing,
  lastPadReadings,
  lastRotorReadings,
  padsAt,
  rotorAt,
  thinnest,
} from '../inventory';
import { type Logbook, ofKind } from '../logbook';
import {
  type Axle,
  type BrakeSheet,
  type Car,
  type Corner,
  type Fact,
  type Finding,
  type PadMeasurement,
  type PadSet,
  type RotorMeasurement,
  type RotorPair,
  axleOfCorner,
  corners,
  cornersOf,
} from '../model';
import { LINING_MM, type PadJudgement, type PadSpec, judgePads, oddCorner, padLimit } from '../pads';
import { type RotorJudgement, judgeRotor, judgeRotorThickness } from '../rotors';
import { serviceFinding } from './findings';

/** What is at one corner of a car, and what is made of it. */
export interface CornerState {
  corner: Corner;
  axle: Axle;
  spec: PadSpec;
  padSet: PadSet | null;
  rotorPair: RotorPair | null;
  /** Of the parts that are on the car now. */
  pads: PadMeasurement | null;
  padJudgement: PadJudgement | null;
  rotor: RotorMeasurement | null;
  rotorJudgement: RotorJudgement | null;
  /** The thinnest pad, mm: measured, or by the last reading or the label of what was fitted; null where nobody knows. */
  padMm: number | null;
  rotorMm: number | null;
  findings: Finding[];
}

export interface CarCorners {
  parts: Record<Axle, AxleParts>;
  corners: Record<Corner, CornerState>;
  /** The corner of an axle that wears unlike its partner. */
  odd: Record<Axle, Finding | null>;
  /** Left against right, and pads against rotors. */
  axleFindings: Record<Axle, Finding[]>;
}

export function padSpec(logbook: Logbook, car: Car, sheet: BrakeSheet, axle: Axle, padSet: PadSet | null): PadSpec {
  const { brake } = car[axle];
  // The shop's limit is for pads: a lining is hardly thicker than that when it is new.
  const usual = brake === 'drum' ? LINING_MM.limit : logbook.shop.padLimitMm;
  const { limitMm, limitFrom } = padLimit(padSet?.limitMm ?? null, sheet.padLimitMm[axle], usual);
  return {
    limitMm,
    limitFrom: brake === 'drum' && limitFrom === 'shop' ? 'usualForLinings' : limitFrom,
    newMm: padSet?.newThicknessMm ?? null,
    trackStartPercent: logbook.shop.padTrackStartPercent,
    brake,
  };
}

function cornerState(logbook: Logbook, car: Car, sheet: BrakeSheet, corner: Corner, parts: AxleParts): CornerState {
  const axle = axleOfCorner(corner);
  const { padSet, rotorPair } = parts;
  const spec = padSpec(logbook, car, sheet, axle, padSet);
  const pads = padsAt(logbook, car, corner);
  const rotor = car[axle].brake === 'drum' ? null : rotorAt(logbook, car, corner);
  const padJudgement = pads && judgePads(pads, spec);
  const rotorJudgement = rotor && judgeRotor(rotor, rotorPair);
  const findings: Finding[] = [...(padJudgement?.findings ?? []), ...(rotorJudgement?.findings ?? [])];

  // Parts that were fitted and not measured since are what their last reading or their label says.
  const kept =
    padSet && (lastPadReadings(logbook, padSet.id)[corner] ?? Object.values(lastPadReadings(logbook, padSet.id))[0]);
  const padMm = pads ? thinnest(pads) : padSet ? (kept ? thinnest(kept) : padSet.newThicknessMm) : null;
  if (!pads && kept && padSet) {
    findings.push(...judgePads({ ...kept, corner }, spec).findings.filter((f) => f.verdict === 'stop'));
  } else if (!pads && padSet && padSet.newThicknessMm < spec.limitMm) {
    findings.push(serviceFinding('padSetUnderLimit', 'stop', { corner }, { pads: padSet.label }));
  }
  const keptRotor = rotorPair && lastRotorReadings(logbook, rotorPair.id)[corner];
  const rotorMm =
    rotorJudgement?.thinnest.value ??
    (keptRotor ? Math.min(...keptRotor.thicknessesMm) : rotorPair?.newThicknessMm) ??
    null;
  if (!rotor && keptRotor) {
    const last = judgeRotorThickness(Math.min(...keptRotor.thicknessesMm), rotorPair, corner);
    if (last.verdict === 'stop') findings.push(last);
  }
  return { corner, axle, spec, padSet, rotorPair, pads, padJudgement, rotor, rotorJudgement, padMm, rotorMm, findings };
}

/** Pads and rotors of a whole car as they are now. */
export function judgeCorners(logbook: Logbook, car: Car, sheet: BrakeSheet): CarCorners {
  const parts = allAxleParts(logbook, car);
  const states = Object.fromEntries(
    corners.map((c) => [c, cornerState(logbook, car, sheet, c, parts[axleOfCorner(c)])]),
  ) as Record<Corner, CornerState>;
  const byAxle = <T>(make: (axle: Axle) => T): Record<Axle, T> => ({ front: make('front'), rear: make('rear') });
  const odd = byAxle((axle) => {
    const [left, right] = cornersOf(axle);
    const [a, b] = [states[left].pads, states[right].pads];
    // Two readings of the same day: one old and one new say nothing about each other.
    return a && b && a.jobId === b.jobId
      ? oddCorner({ corner: left, mm: thinnest(a) }, { corner: right, mm: thinnest(b) })
      : null;
  });
  const axleFindings = byAxle((axle) => [
    ...(odd[axle] ? [odd[axle]] : []),
    ...judgePairing(logbook, parts[axle].padSet, parts[axle].rotorPair),
  ]);
  return { parts, corners: states, odd, axleFindings };
}

type CornerReading = 'padMeasurement' | 'rotorMeasurement' | 'wheelBearingMeasurement';

/** The last reading of a kind at a corner before a job: what last time's figure was. */
export const readingBefore = <K extends CornerReading>(
  logbook: Logbook,
  car: Car,
  kind: K,
  corner: Corner,
  jobId: string,
): Extract<Fact, { kind: K }> | null =>
  ofKind(logbook.factsOfCar(car.id), kind).findLast((f) => {
    const reading = f as { corner: Corner; jobId: string };
    return reading.corner === corner && reading.jobId !== jobId;
  }) ?? null;

/** What a job measured at a corner first, before anything was changed. */
export const measuredIn = <K extends CornerReading>(
  facts: readonly Fact[],
  kind: K,
  corner: Corner,
): Extract<Fact, { kind: K }> | null =>
  ofKind(facts, kind).find((f) => (f as { corner: Corner }).corner === corner) ?? null;
