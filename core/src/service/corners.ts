import {
  type AxleParts,
  type PartHistory,
  allAxleParts,
  judgePairing,
  lastPadReadings,
  lastRotorReadings,
  padHistoryAt,
  padsAt,
  rotorAt,
  rotorHistoryAt,
} from '../inventory';
import { type Logbook, ofKind, remembered } from '../logbook';
import {
  type MeasuredKind,
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
import { LINING_MM, type PadJudgement, type PadSpec, judgePads, oddCorner, padLimit, thinnest } from '../pads';
import { type RotorJudgement, judgeRotor } from '../rotors';
import { serviceFinding } from './findings';
import { GATE_RULES } from './limits';

/** What is at one corner of a car, and what is made of it. */
export interface CornerState {
  corner: Corner;
  axle: Axle;
  spec: PadSpec;
  padSet: PadSet | null;
  rotorPair: RotorPair | null;
  /** The last reading since the parts that are on the car now were fitted. */
  pads: PadMeasurement | null;
  /** Of the last reading of these very pads, wherever it was taken. */
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

/** Whether an axle has drums: what was read of a rotor stands, whatever the car is said to have since. */
const hasDrums = (logbook: Logbook, car: Car, axle: Axle, rules: number): boolean =>
  car[axle].brake === 'drum' &&
  (rules < 8 || cornersOf(axle).every((c) => rotorHistoryAt(logbook, car, c).readings.length === 0));

export function padSpec(logbook: Logbook, car: Car, sheet: BrakeSheet, axle: Axle, padSet: PadSet | null): PadSpec {
  const isDrum = hasDrums(logbook, car, axle, logbook.signedRules ?? GATE_RULES);
  const brake = car[axle].brake === 'drum' && !isDrum ? 'fixedCaliper' : car[axle].brake;
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

const lastOf = <R>(history: PartHistory<R> | null): R | null =>
  history?.readings.findLast((r) => !history.retracting.isCorrected(r)) ?? null;
/** The other readings, by the rules of then: what was corrected counted for nothing. */
const earlier = <R extends Fact>({ readings, retracting }: PartHistory<R>, last: R, rules: number): R[] =>
  rules < 2 ? [] : readings.filter((r) => r.id !== last.id && (rules >= 7 || !retracting.isCorrected(r)));

function cornerState(
  logbook: Logbook,
  car: Car,
  sheet: BrakeSheet,
  corner: Corner,
  parts: AxleParts,
  rules: number,
): CornerState {
  const axle = axleOfCorner(corner);
  const { padSet, rotorPair } = parts;
  const spec = padSpec(logbook, car, sheet, axle, padSet);
  const isDrum = hasDrums(logbook, car, axle, rules);
  const pads = padsAt(logbook, car, corner);
  const rotor = isDrum ? null : rotorAt(logbook, car, corner);
  // What was seen stays with the part: a set that goes back on brings its readings along.
  const ofPads = padHistoryAt(logbook, car, corner);
  const ofRotor = isDrum ? null : rotorHistoryAt(logbook, car, corner);
  const lastPads = pads ?? lastOf(ofPads);
  const lastRotor = rotor ?? lastOf(ofRotor);
  const padJudgement =
    lastPads &&
    remembered(ofPads, 'judged', [lastPads, rules, ...Object.values(spec)], () =>
      judgePads(lastPads, spec, earlier(ofPads, lastPads, rules), rules < 7 ? null : ofPads.retracting),
    );
  const rotorJudgement =
    lastRotor &&
    ofRotor &&
    remembered(ofRotor, 'judged', [lastRotor, rotorPair, rules], () =>
      judgeRotor(lastRotor, rotorPair, earlier(ofRotor, lastRotor, rules), rules < 7 ? null : ofRotor.retracting),
    );
  // By the first rules a part that went back on brought along only what stops a car.
  const bringsAll = (reading: object | null): boolean => rules >= 2 || reading !== null;
  const brought = (found: readonly Finding[], reading: object | null): Finding[] =>
    found
      .filter((f) => bringsAll(reading) || f.verdict === 'stop')
      .filter((f) => rules >= 6 || f.code !== 'discardOdd')
      .map((f) => (rules < 6 && f.code === 'rotorWithoutDiscard' ? { ...f, verdict: 'watch' } : f));
  const findings: Finding[] = [
    ...brought(padJudgement?.findings ?? [], pads),
    ...brought(rotorJudgement?.findings ?? [], rotor),
  ];
  if (!lastPads && padSet && padSet.newThicknessMm < spec.limitMm)
    findings.push(serviceFinding('padSetUnderLimit', 'stop', { corner }, { pads: padSet.label }));

  // Of a set that was never read the label speaks; of one that was read at other corners nobody knows this one.
  const isUnreadSet = padSet !== null && Object.keys(lastPadReadings(logbook, padSet.id)).length === 0;
  const padMm = lastPads ? thinnest(lastPads) : isUnreadSet ? padSet.newThicknessMm : null;
  const isUnreadPair = rotorPair !== null && Object.keys(lastRotorReadings(logbook, rotorPair.id)).length === 0;
  const rotorMm = rotorJudgement?.thinnest.value ?? (isUnreadPair ? rotorPair.newThicknessMm : null);
  return { corner, axle, spec, padSet, rotorPair, pads, padJudgement, rotor, rotorJudgement, padMm, rotorMm, findings };
}

/** Pads and rotors of a whole car as they are now. */
export function judgeCorners(logbook: Logbook, car: Car, sheet: BrakeSheet, rules: number = GATE_RULES): CarCorners {
  const parts = allAxleParts(logbook, car);
  const states = Object.fromEntries(
    corners.map((c) => [c, cornerState(logbook, car, sheet, c, parts[axleOfCorner(c)], rules)]),
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

/** The last reading of a kind at a corner before a job: what last time's figure was. */
export const readingBefore = <K extends MeasuredKind>(
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
export const measuredIn = <K extends MeasuredKind>(
  facts: readonly Fact[],
  kind: K,
  corner: Corner,
): Extract<Fact, { kind: K }> | null =>
  ofKind(facts, kind).find((f) => (f as { corner: Corner }).corner === corner) ?? null;
