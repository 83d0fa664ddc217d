import type { Logbook } from '../logbook';
import { LINING_MM, type PadJudgement, type PadSpec, judgePads, oddCorner, padLimit } from '../pads';
import {
  type AxleParts,
  allAxleParts,
  axleOfCorner,
  cornersOf,
  lastPadReadings,
  lastRotorReadings,
  padsAt,
  pairingReasons,
  rotorAt,
  thinnest,
} from '../inventory';
import { type RotorJudgement, judgeRotor, judgeRotorThickness } from '../rotors';
import {
  type Axle,
  type BrakeSheet,
  type Car,
  type Corner,
  type Fact,
  type PadMeasurement,
  type PadSet,
  type Reason,
  type RotorMeasurement,
  type RotorPair,
  corners,
} from '../model';

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
  reasons: Reason[];
}

export interface CarCorners {
  parts: Record<Axle, AxleParts>;
  corners: Record<Corner, CornerState>;
  /** The corner of an axle that wears unlike its partner. */
  odd: Record<Axle, ReturnType<typeof oddCorner>>;
  /** Left against right, and pads against rotors. */
  axleReasons: Record<Axle, Reason[]>;
}

export function padSpec(logbook: Logbook, car: Car, sheet: BrakeSheet, axle: Axle, padSet: PadSet | null): PadSpec {
  const { brake } = car[axle];
  // The shop's limit is for pads: a lining is hardly thicker than that when it is new.
  const usual = brake === 'drum' ? LINING_MM.limit : logbook.shop.padLimitMm;
  const { limitMm, limitFrom } = padLimit(padSet?.limitMm ?? null, sheet.padLimitMm[axle], usual);
  return {
    limitMm,
    limitFrom: brake === 'drum' && limitFrom === 'Shop’s limit' ? 'Usual limit of linings' : limitFrom,
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
  const reasons: Reason[] = [...(padJudgement?.reasons ?? []), ...(rotorJudgement?.reasons ?? [])];

  // Parts that were fitted and not measured since are what their last reading or their label says.
  const kept =
    padSet && (lastPadReadings(logbook, padSet.id)[corner] ?? Object.values(lastPadReadings(logbook, padSet.id))[0]);
  const padMm = pads ? thinnest(pads) : padSet ? (kept ? thinnest(kept) : padSet.newThicknessMm) : null;
  if (!pads && kept && padSet) {
    reasons.push(...judgePads({ ...kept, corner }, spec).reasons.filter((r) => r.verdict === 'stop'));
  } else if (!pads && padSet && padSet.newThicknessMm < spec.limitMm) {
    reasons.push({ verdict: 'stop', text: `Pads ${padSet.label} are under the limit by their label.` });
  }
  const keptRotor = rotorPair && lastRotorReadings(logbook, rotorPair.id)[corner];
  const rotorMm =
    rotorJudgement?.least.value ??
    (keptRotor ? Math.min(...keptRotor.thicknessesMm) : rotorPair?.newThicknessMm) ??
    null;
  if (!rotor && keptRotor) {
    const last = judgeRotorThickness(Math.min(...keptRotor.thicknessesMm), rotorPair);
    if (last.verdict === 'stop') reasons.push({ ...last, text: `Rotor ${corner} ${last.text}` });
  }
  return { corner, axle, spec, padSet, rotorPair, pads, padJudgement, rotor, rotorJudgement, padMm, rotorMm, reasons };
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
  const axleReasons = byAxle((axle) => [
    ...(odd[axle] ? [odd[axle].reason] : []),
    ...pairingReasons(logbook, parts[axle].padSet, parts[axle].rotorPair),
  ]);
  return { parts, corners: states, odd, axleReasons };
}

/** The measurement of a corner before a job: what last time's figure was. */
export function padsBefore(logbook: Logbook, car: Car, corner: Corner, jobId: string): PadMeasurement | null {
  return (
    logbook
      .factsOfCar(car.id)
      .findLast((f): f is PadMeasurement => f.kind === 'padMeasurement' && f.corner === corner && f.jobId !== jobId) ??
    null
  );
}
export function rotorBefore(logbook: Logbook, car: Car, corner: Corner, jobId: string): RotorMeasurement | null {
  return (
    logbook
      .factsOfCar(car.id)
      .findLast(
        (f): f is RotorMeasurement => f.kind === 'rotorMeasurement' && f.corner === corner && f.jobId !== jobId,
      ) ?? null
  );
}

/** What a job measured at a corner first, before anything was changed. */
export const measuredIn = <K extends 'padMeasurement' | 'rotorMeasurement'>(
  facts: readonly Fact[],
  kind: K,
  corner: Corner,
): Extract<Fact, { kind: K }> | null =>
  (facts.find((f) => f.kind === kind && (f as { corner?: Corner }).corner === corner) as
    Extract<Fact, { kind: K }> | undefined) ?? null;
