import { layerOfPair } from '../bedding';
import { dateIn } from '../calendar';
import { type Voided, conditionOf } from '../condition';
import type { FluidJudgement } from '../demand';
import { type ExchangeProgress, circuitAtRisk, judgeLevel } from '../hydraulics';
import { isAfter, scrappedBy } from '../inventory';
import { type Logbook, isLead, ofKind } from '../logbook';
import {
  type Axle,
  type BrakeSheet,
  type Car,
  type CarReleased,
  type CheckName,
  type Corner,
  type Fact,
  type FaultKind,
  type Finding,
  type HoldWaived,
  type PartsDecision,
  type Place,
  type StepKind,
  axleOfCorner,
  axles,
  corners,
  cornersOf,
  distinctFindings,
  isSameFinding,
  onEveryCar,
} from '../model';
import type { PedalJudgement } from '../pedal';
import { judgeFacesSeen } from '../pads';
import { type TorqueLine, judgeCalibration } from '../torque';
import type { CarCorners } from './corners';
import { type Recommendation, isChange } from './decide';
import { earlierFaults } from './earlier-rules';
import { serviceFinding } from './findings';
import { judgeMeasurements } from './measurements';
import { isOwnLimit } from './moved-limits';
import { type ServiceStep, checksOf, stepDefinitions } from './steps';

export interface HeldItem {
  finding: Finding;
  /** The lead's word for waiving it; null while it holds the car. */
  waived: HoldWaived | null;
}

export interface ReleaseGate {
  /** Nobody waives these. */
  stops: Finding[];
  /** These the lead may waive, with a name and a reason. */
  holds: HeldItem[];
  /** Worth knowing; they hold nothing up. */
  open: Finding[];
  /** No stop, and every hold waived. */
  canRelease: boolean;
  signed: CarReleased | null;
  /** Signed, and nothing that came to light since speaks against it. */
  isReleased: boolean;
  /** Signed, but something written down later stops or holds it again, or did so for a while: nothing brings a signature back. */
  isReopened: boolean;
}

export interface GateInput {
  logbook: Logbook;
  car: Car;
  sheet: BrakeSheet;
  facts: readonly Fact[];
  steps: readonly ServiceStep[];
  corners: CarCorners;
  recommendations: readonly Recommendation[];
  exchange: ExchangeProgress;
  torque: readonly TorqueLine[];
  pedal: PedalJudgement;
  fluid: FluidJudgement;
  /** Corners where a hose was changed. */
  hoses: readonly Corner[];
  /** The rules that it is judged by: see {@link GATE_RULES}. */
  rules: number;
  /** Limits that were moved since it began. */
  movedLimits: readonly Finding[];
  /** The signature was ended by something that is over by now. */
  isEnded: boolean;
}

/** What this job's own exchange left behind is said nipple by nipple: the rest of what is found of the fluid. */
function fluidFindings({ exchange, fluid, rules }: GateInput): Finding[] {
  const isOwn = exchange.begun !== null && fluid.state.lastBleed?.id === exchange.begun.id;
  return fluid.findings.filter(
    (f) => (!isOwn || !fluid.state.bleedFaults.includes(f)) && (rules >= 4 || f.code !== 'boiledSinceFlush'),
  );
}

function exchangeFindings({ exchange, hoses, rules }: GateInput): Finding[] {
  const findings = exchange.findings.filter((f) => rules >= 6 || f.code !== 'levelNotRead');
  if (exchange.begun && !exchange.isDone) {
    const left = exchange.steps.filter((s) => s.drawn === null).length;
    findings.push(serviceFinding('exchangeUnfinished', 'stop', {}, { left, of: exchange.steps.length }));
  }
  const isFlushed = exchange.isDone && exchange.begun?.scope === 'full';
  if (hoses.length > 0 && !isFlushed) findings.push(serviceFinding('hoseChanged', 'stop', {}, { corners: [...hoses] }));
  return findings;
}

/** The level as somebody saw it last; what was drawn or pushed back since is asked for again by its step. */
function levelFindings({ car, facts, rules }: GateInput): Finding[] {
  const seen = ofKind(facts, 'reservoirSeen').at(-1);
  if (!seen || (rules < 2 && seen.levelMl === car.reservoirMinMl)) return [];
  return judgeLevel(car, seen, null);
}

/** What was taken apart on an axle and not put together again, or put together without a label. */
const fittingFindings = ({ logbook, facts, corners: state }: GateInput): Finding[] =>
  axles.flatMap((axle) => {
    const retracted = ofKind(facts, 'pistonsRetracted').findLast((f) => f.axle === axle);
    const fitted = ofKind(facts, 'partsFitted').findLast((f) => f.axle === axle);
    const isOpen = retracted && (!fitted || isAfter(retracted, fitted));
    // What went on without a label is known by nothing but a reading; the one before was of other parts.
    const unknown = (['pads', 'rotors'] as const).filter(
      (subject) =>
        wasChanged(facts, axle, subject) &&
        cornersOf(axle).some((c) => state.corners[c][subject === 'pads' ? 'padMm' : 'rotorMm'] === null),
    );
    const { padSet, rotorPair } = state.parts[axle];
    const scrapped = [padSet, rotorPair].filter((part) => part && scrappedBy(logbook, part.id));
    return [
      ...scrapped.map((part) => serviceFinding('scrappedIsOn', 'stop', { axle }, { part: part!.label })),
      ...(isOpen ? [serviceFinding('retractedNothingFitted', 'stop', { axle }, {})] : []),
      ...unknown.map((subject) => serviceFinding('fittedNotMeasured', 'needsWork', { axle }, { subject })),
    ];
  });

function decisionFindings(facts: readonly Fact[], decision: PartsDecision): Finding[] {
  const { subject, axle, corner, action, reason } = decision;
  const place: Place = corner ? { corner } : { axle };
  const isPart = subject === 'pads' || subject === 'rotors';
  if (isChange(action) && isPart && !wasChanged(facts, axle, subject))
    return [serviceFinding('changeNotFitted', 'needsWork', place, { subject })];
  if (action === 'skim') {
    const isMeasured = cornersOf(axle).every((c) =>
      facts.some((f) => f.kind === 'rotorMeasurement' && f.corner === c && isAfter(f, decision)),
    );
    return isMeasured ? [] : [serviceFinding('skimNotMeasured', 'needsWork', place, {})];
  }
  if (action === 'refer') return [serviceFinding('referred', 'needsWork', place, { subject, reason })];
  return action === 'carrySpare' ? [serviceFinding('spareToCarry', 'watch', place, { subject, reason })] : [];
}

/** What stands against the car, in whatever job, look or session it was found. A fault of a brake line takes a circuit with it. */
function faultFindings({ logbook, car, facts, hoses, rules }: GateInput): Finding[] {
  if (rules < 5) return earlierFaults(car, facts, rules, hoses);
  const { faults, voided } = conditionOf(logbook, car);
  // What the steps of this service ask for is asked there; a repair that was written down asks on its own, and so does what another job has left.
  const isOwn = ({ by }: Voided): boolean => by.jobId !== undefined && facts.some((f) => f.jobId === by.jobId);
  const isAskedHere = (v: Voided): boolean =>
    v.by.kind !== 'repairDone' && (rules < 8 || (v.proof !== 'dry' && isOwn(v)));
  const asked = voided.filter((v) => !isAskedHere(v)).map((v) => v.finding);
  const standing = faults.flatMap(({ kind, place, finding, state, ended }) => [
    ...(state === 'open' || (state === 'letPass' && ended?.kind === 'holdWaived') ? [finding] : []),
    // What a lead has let pass for a while stays in view.
    ...(state === 'letPass' && ended?.kind === 'faultLetPass' ? [{ ...finding, verdict: 'watch' as const }] : []),
    ...(state === 'open' && place.corner && lineFaults.has(kind) ? [circuitAtRisk(car, place.corner)] : []),
  ]);
  return [...standing, ...asked];
}
const lineFaults: ReadonlySet<FaultKind> = new Set<FaultKind>([
  'hoses',
  'leaks',
  'damp',
  'dripping',
  'hoseChafed',
  'hoseSwollen',
  'hoseCracked',
  'fluidInWheel',
]);

function stepFindings({ car, sheet, steps, facts, rules }: GateInput): Finding[] {
  return steps.flatMap((step): Finding[] => {
    const { kind, corner, axle, turn, state, fact, isRequired } = step;
    const place: Place = { ...(corner ? { corner } : {}), ...(axle ? { axle } : {}) };
    if (kind === 'release') return [];
    if (state === 'skipped' && fact?.kind === 'stepSkipped') {
      const verdict = stepDefinitions[kind].isFreelySkipped ? 'watch' : 'needsWork';
      return [serviceFinding('stepSkipped', verdict, place, { step: kind, turn, reason: fact.reason })];
    }
    const points = state === 'done' && rules >= 7 ? notAnswered({ car, sheet, facts }, step) : [];
    if (points.length > 0) return [serviceFinding('listNotAnswered', 'needsWork', place, { step: kind, turn, points })];
    return state === 'todo' && !isRequired
      ? [serviceFinding('stepNotDone', 'needsWork', place, { step: kind, turn })]
      : [];
  });
}

/** Lists that ask the same whatever goes on. */
const wholeLists: ReadonlySet<StepKind> = new Set<StepKind>(['ground', 'look', 'down']);
/** Points of a list that its last answer says nothing of: what nobody looked at is not in order. */
function notAnswered(c: Pick<GateInput, 'car' | 'sheet' | 'facts'>, step: ServiceStep): CheckName[] {
  const items = ofKind(c.facts, 'checksDone').findLast((f) => f.step === step.key)?.items ?? [];
  const asked = wholeLists.has(step.kind) ? checksOf(c, step) : [];
  const missing = asked.filter((check) => !items.some((i) => i.check === check));
  // Nobody has looked who says of a point that every car has that it is not there.
  const denied = items.flatMap((i) => (i.result === 'notThere' && onEveryCar.has(i.check) ? [i.check] : []));
  return [...new Set([...missing, ...denied])];
}

/** Wrenches whose calibration was over when they were used, each said once. */
const calibrationFindings = ({ logbook, torque }: GateInput): Finding[] =>
  torque.flatMap(({ set }) => {
    const finding = set && judgeCalibration(set.wrench, set.calibratedOn, dateIn(set.at, logbook.shop.timeZone));
    return finding?.verdict === 'needsWork' ? [finding] : [];
  });

/** Whether a waiver is of this very finding; a wrench is the same at every corner, and earlier versions named one. */
const isOf = (waiver: HoldWaived, finding: Finding): boolean =>
  isSameFinding(
    finding.code === 'calibrationOver' ? { ...waiver.finding, place: finding.place } : waiver.finding,
    finding,
  );

/** Pads whose faces nobody has looked at in this service. */
const faceFindings = ({ car, facts, corners: state, rules }: GateInput): Finding[] =>
  rules < 3
    ? []
    : corners.flatMap((c) => {
        const reading = ofKind(facts, 'padMeasurement').findLast((f) => f.corner === c);
        // What was measured of parts that have come off since is no matter.
        return reading && state.corners[c].pads?.id === reading.id
          ? judgeFacesSeen(reading, car[axleOfCorner(c)].brake)
          : [];
      });

/** Uneven wear whose caliper was freed and greased in this job only shows: the wear stays, its cause is gone. */
function serviced({ corners: state, recommendations }: GateInput, found: Finding[]): Finding[] {
  const freed = new Set(
    recommendations.filter((r) => r.subject === 'other' && r.decision?.action === 'service').map((r) => r.corner),
  );
  const patterns = new Set(
    corners.flatMap((c) => [...(state.corners[c].padJudgement?.patterns ?? []), state.odd[axleOfCorner(c)]]),
  );
  return found.map((f) =>
    patterns.has(f) && f.place.corner && freed.has(f.place.corner) && f.verdict === 'needsWork'
      ? { ...f, verdict: 'watch' }
      : f,
  );
}

/** New parts that have not been bedded to each other: said, until bedding is work of its own. */
const beddingFindings = ({ logbook, facts }: GateInput): Finding[] =>
  axles.flatMap((axle) => {
    const fitted = ofKind(facts, 'partsFitted').findLast((f) => f.axle === axle && f.changed !== 'none');
    if (!fitted || fitted.changed === 'none') return [];
    // A pair that has run together before goes on as it came off.
    const hasRun = logbook
      .factsOfPart(fitted.rotorPairId ?? '')
      .some(
        (f) =>
          f.kind === 'partsFitted' &&
          f.rotorPairId === fitted.rotorPairId &&
          isAfter(fitted, f) &&
          logbook.padSets.has(fitted.padSetId ?? '') &&
          f.padSetId === fitted.padSetId,
      );
    const [pads, rotors] = [
      logbook.padSets.get(fitted.padSetId ?? ''),
      logbook.rotorPairs.get(fitted.rotorPairId ?? ''),
    ];
    const isBedded = pads && rotors && layerOfPair(logbook, pads, rotors).state === 'bedded';
    return hasRun || isBedded ? [] : [serviceFinding('notBedded', 'watch', { axle }, { subject: fitted.changed })];
  });

/** From which rules on something is found of a torque; what is not named always was. */
const torqueSince: Partial<Record<string, number>> = { torqueFigureOdd: 6, wrenchOutOfRange: 6, torqueOverStrength: 9 };

/** Everything that is found of a service, before anybody has waived anything. */
const findingsAtGate = (g: GateInput): Finding[] => [
  ...g.pedal.findings,
  ...serviced(g, [
    ...corners.flatMap((c) => g.corners.corners[c].findings),
    ...axles.flatMap((axle) => g.corners.axleFindings[axle]),
  ]),
  ...beddingFindings(g),
  ...faceFindings(g),
  ...judgeMeasurements(g.facts, g.sheet).map((m) => m.finding),
  ...exchangeFindings(g),
  ...levelFindings(g),
  ...g.torque.flatMap((line) => line.findings.filter((f) => g.rules >= (torqueSince[f.code] ?? 0))),
  ...fluidFindings(g),
  ...fittingFindings(g),
  ...g.recommendations.flatMap((r) => (r.decision ? decisionFindings(g.facts, r.decision) : [])),
  ...faultFindings(g),
  ...stepFindings(g),
  ...calibrationFindings(g),
  ...g.movedLimits,
];

/**
 * Everything that stands between a car and its release. A stop is outside anybody's say: soft pedal, wrong mix, pads or rotors
 * under the limit, missing or failed torque, an open nipple or a sequence that was broken off. What only holds the car the lead
 * waives, finding by finding: another finding wants another word. The order in which facts arrived is irrelevant.
 */
export function releaseGate(g: GateInput): ReleaseGate {
  const found = distinctFindings(findingsAtGate(g));
  const of = (verdict: Finding['verdict']): Finding[] => found.filter((f) => f.verdict === verdict);
  const waivers = ofKind(g.facts, 'holdWaived').filter((w) => isLead(g.logbook, w.by));
  const holds = of('needsWork').map((finding): HeldItem => ({
    finding,
    waived: waivers.findLast((w) => isOf(w, finding) && !isOwnLimit(g.logbook, finding, w.by)) ?? null,
  }));
  const stops = of('stop');
  const canRelease = stops.length === 0 && holds.every((h) => h.waived !== null);
  const signed = ofKind(g.facts, 'carReleased').at(-1) ?? null;
  return {
    stops,
    holds,
    open: of('watch'),
    canRelease,
    signed,
    isReleased: signed !== null && canRelease && !g.isEnded,
    isReopened: signed !== null && (!canRelease || g.isEnded),
  };
}

/** Whether pads, or rotors, came new to an axle in this job. */
const wasChanged = (facts: readonly Fact[], axle: Axle, subject: 'pads' | 'rotors'): boolean =>
  facts.some((f) => f.kind === 'partsFitted' && f.axle === axle && (f.changed === subject || f.changed === 'both'));
