/** The guided service: one job on one car, judged from its facts. */
import { isEqual } from 'es-toolkit/predicate';
import { type LocalDate, dateIn } from '../calendar';
import { type Fault, standingFaults } from '../condition';
import { type FluidJudgement, judgeFluid } from '../demand';
import {
  type ExchangeProgress,
  type OverflowSum,
  exchangeProgress,
  finalLevel,
  levelNow,
  overflowSum,
  pumpedOutMl,
  returnedMl,
} from '../hydraulics';
import { isAfter, lastPadReadings } from '../inventory';
import { type Logbook, brakeSheetOf, byTime, filtered, isLead, ofKind, onceEach, withFacts } from '../logbook';
import {
  type Axle,
  type BrakeSheet,
  type Car,
  type CarReleased,
  type Corner,
  type Fact,
  type Fastener,
  type Figure,
  type Finding,
  type Job,
  type NippleBled,
  type Origin,
  type PartsFitted,
  type PedalCheck,
  type TorqueSet,
  type TrackEvent,
  axleOfCorner,
  axles,
  corners,
  cornersOf,
  fromDefault,
  fromFact,
  fromRecord,
  stepKindsOf,
} from '../model';
import { thinnest, usualNewPadMm } from '../pads';
import { type PedalJudgement, judgePedal } from '../pedal';
import { type TorqueLine, judgeTorque } from '../torque';
import { decidedParts } from './checks';
import { type CarCorners, type CornerState, judgeCorners } from './corners';
import { type DecidedWork, type Recommendation, decidedWork, recommendationsOf } from './decide';
import { type ReleaseGate, releaseGate } from './gate';
import { GATE_RULES, limitsOf, withLimits } from './limits';
import { isOwnLimit, judgeMovedLimits } from './moved-limits';
import { judgeRelabelled } from './relabelled';
import { isAsked, questionsOf } from './questions';
import { type ServiceStep, lastGate, serviceSteps } from './steps';

export interface ServiceJudgement {
  job: Job;
  car: Car;
  event: TrackEvent | null;
  sheet: BrakeSheet;
  facts: readonly Fact[];
  steps: ServiceStep[];
  corners: CarCorners;
  recommendations: Recommendation[];
  work: DecidedWork;
  exchange: ExchangeProgress;
  torque: TorqueLine[];
  baseline: PedalCheck | null;
  pedal: PedalJudgement;
  fluid: FluidJudgement;
  gate: ReleaseGate;
}

/** Which fasteners a job undoes: wheels always; an axle's others when its parts were changed; a hose's where one was. */
function wantsTorque(f: Fastener, corner: Corner, work: DecidedWork, fitted: Set<Axle>): boolean {
  const touched = work.pads[f.axle] || work.rotors[f.axle] || fitted.has(f.axle);
  switch (f.group) {
    case 'wheel':
      return true;
    case 'bleedNipple':
      return false;
    case 'hose':
      return work.hoses.includes(corner);
    case 'rotorHat':
      return work.rotors[f.axle];
    default:
      return touched || work.others.includes(corner);
  }
}

/** @param wrong what was torqued wrong at some time, and stands: it is asked for again, whatever this job undoes */
function torqueLines(
  sheet: BrakeSheet,
  facts: readonly Fact[],
  work: DecidedWork,
  exchange: ExchangeProgress,
  wrong: readonly Fault[],
): TorqueLine[] {
  const fittings = facts.filter((f): f is PartsFitted => f.kind === 'partsFitted' && f.changed !== 'none');
  const fitted = new Set(fittings.map((f) => f.axle));
  const lines = sheet.fasteners.flatMap((fastener) =>
    cornersOf(fastener.axle)
      .filter(
        (corner) =>
          wantsTorque(fastener, corner, work, fitted) ||
          wrong.some(({ place }) => place.corner === corner && place.fastener === fastener.key),
      )
      .map((corner) => {
        const lastFit = fittings.findLast((f) => f.axle === fastener.axle) ?? null;
        const set =
          facts.findLast(
            (f): f is TorqueSet =>
              f.kind === 'torqueSet' && f.fastenerKey === fastener.key && f.corner === corner && isAfter(f, lastFit),
          ) ?? null;
        return judgeTorque(fastener, corner, set);
      }),
  );
  // Nipples are tightened as they are closed: each one's reading stands with its draw.
  for (const step of exchange.steps) {
    if (!step.drawn) continue;
    const fastener = sheet.fasteners.find((f) => f.group === 'bleedNipple' && f.axle === axleOfCorner(step.corner));
    if (fastener)
      lines.push(
        judgeTorque(
          { ...fastener, perCorner: 1 },
          step.corner,
          asSet(step.drawn, fastener),
          step.nipple === 'single' ? undefined : step.nipple,
        ),
      );
    else {
      const missing = { ...defaultNipple, axle: axleOfCorner(step.corner) };
      lines.push(judgeTorque(missing, step.corner, asSet(step.drawn, missing)));
    }
  }
  return lines;
}

const defaultNipple: Omit<Fastener, 'axle'> = {
  key: 'bleedNipple',
  name: 'Bleed nipple',
  group: 'bleedNipple',
  perCorner: 1,
  torqueNm: null,
  angleDeg: null,
  tolerancePercent: 8,
  condition: 'dry',
  threadDiameterMm: 8,
  isOneUse: false,
  needsThreadLocker: false,
  source: '',
};
const asSet = (d: NippleBled, f: Fastener): TorqueSet | null =>
  d.torqueNm === null
    ? null
    : {
        ...d,
        kind: 'torqueSet',
        fastenerKey: f.key,
        readingsNm: [d.torqueNm],
        condition: f.condition,
        newBolts: null,
        threadLocker: null,
        angleDone: null,
        wrench: '',
        calibratedOn: null,
        instrument: 'byHand',
      };

/** The same logbook as it was measured in a job, before anything was fitted in it: what a decision rests on. */
function beforeFitting(logbook: Logbook, car: Car, jobId: string): Logbook {
  const isNew = (f: Fact): boolean =>
    f.kind === 'partsFitted' && f.changed !== 'none' && f.jobId === jobId && f.carId === car.id;
  const without = (find: (id: string) => readonly Fact[]) => onceEach((id) => filtered(find(id), (f) => !isNew(f)));
  return { ...logbook, factsOfCar: without(logbook.factsOfCar), factsOfPart: without(logbook.factsOfPart) };
}

/** The logbook as it stood at a moment, and everything of one job whenever it was written. */
function asOf(logbook: Logbook, job: Job, at: string): Logbook {
  const until = (find: (id: string) => readonly Fact[]) =>
    onceEach((id) => {
      const facts = find(id);
      return (facts.at(-1)?.at ?? '') <= at ? facts : filtered(facts, (f) => f.at <= at || f.jobId === job.id);
    });
  return {
    ...logbook,
    factsOfCar: until(logbook.factsOfCar),
    factsOfPart: until(logbook.factsOfPart),
    replacedOfCar: onceEach((id) =>
      filtered(logbook.replacedOfCar(id), ({ fact }) => fact.at <= at || fact.jobId === job.id),
    ),
  };
}

/**
 * A service as it stands: its steps, what was measured and decided, where the exchange is, the torque table, the pedal and
 * the release gate. Pure: the same facts give the same answer on every phone, on the server, and in a test.
 * @param today in the shop's time zone
 * @param drafts facts that are still being typed
 */
export function judgeService(
  given: Logbook,
  job: Job,
  today: LocalDate,
  drafts: readonly Fact[] = [],
): ServiceJudgement | null {
  const withDrafts = drafts.length > 0 ? withFacts(given, drafts) : given;
  const judged = judgeAsSigned(withDrafts, job, today, false);
  // Signatures of before rules 6 stand, and fall, as they did.
  if (!judged?.gate.signed || (judged.gate.signed.limits?.rules ?? 1) < 6) return judged;
  // One that counts no more is judged as whoever signs again is: by what there is to know now, and by the limits of now.
  const stands = judged.gate.isReleased && !hasEnded(withDrafts, job, judged.gate.signed, today);
  return stands ? judged : judgeAsSigned(withDrafts, job, today, true);
}

/**
 * Whether a signature was ended by something that was written down after it and has been put right, or taken back, since. What was found after it
 * is gone, and the signature with it: whoever signs again looks again.
 */
function hasEnded(logbook: Logbook, job: Job, signed: CarReleased, today: LocalDate): boolean {
  const isLater = (f: Fact): boolean => f.jobId === job.id && f.id !== signed.id && f.recordedAt > signed.recordedAt;
  const replaced = logbook.replacedOfCar(job.carId).filter((r) => isLater(r.by));
  const moments = [...logbook.factsOfJob(job.id), ...replaced.map((r) => r.fact)]
    .filter(isLater)
    .map((f) => f.recordedAt);
  return [...new Set(moments)].some((moment) => {
    const late = (f: Fact): boolean => f.jobId === job.id && f.recordedAt > moment;
    const back = replaced.filter(({ fact, by }) => late(by) && !late(fact)).map(({ fact }) => fact);
    const then = (find: (id: string) => readonly Fact[], of: (f: Fact) => string | undefined) =>
      onceEach((id) => [...find(id).filter((f) => !late(f)), ...back.filter((f) => of(f) === id)].sort(byTime));
    return !judgeAsSigned(
      {
        ...logbook,
        factsOfCar: then(logbook.factsOfCar, (f) => ('carId' in f ? f.carId : undefined)),
        factsOfJob: then(logbook.factsOfJob, (f) => f.jobId),
        replacedOfCar: onceEach((id) => filtered(logbook.replacedOfCar(id), ({ by }) => !late(by))),
      },
      job,
      today,
      false,
    )?.gate.isReleased;
  });
}

function judgeAsSigned(withDrafts: Logbook, job: Job, today: LocalDate, isEnded: boolean): ServiceJudgement | null {
  const signed = ofKind(withDrafts.factsOfJob(job.id), 'carReleased').at(-1) ?? null;
  const signedAt = isEnded ? null : (signed?.at ?? null);
  // A signature is judged by what there was to know and by the limits of its moment: fluid that has aged since, pads that have worn, or a
  // limit that was changed do not unsign it.
  const known = signedAt === null ? withDrafts : asOf(withDrafts, job, signedAt);
  const rules = signed && !isEnded ? (signed.limits?.rules ?? 1) : GATE_RULES;
  const limited = signed?.limits && !isEnded ? withLimits(known, job, signed.limits) : known;
  const logbook = rules === GATE_RULES ? limited : { ...limited, signedRules: rules };
  const day = signedAt === null ? today : dateIn(signedAt, withDrafts.shop.timeZone);
  const car = logbook.cars.get(job.carId);
  if (!car) return null;
  const event = logbook.events.get(job.eventId ?? '') ?? null;
  const sheet = brakeSheetOf(logbook, car);
  const facts = logbook.factsOfJob(job.id);
  const carCorners = judgeCorners(logbook, car, sheet, rules);
  const hasFitted = facts.some((f) => f.kind === 'partsFitted');
  const measured = hasFitted ? judgeCorners(beforeFitting(logbook, car, job.id), car, sheet, rules) : carCorners;
  const recommendations = recommendationsOf(car, facts, measured, sheet);
  const work = decidedWork(facts);
  const exchange = exchangeProgress(logbook, car, job.id);
  const wrong = rules < 5 ? [] : standingFaults(logbook, car).filter((f) => f.kind === 'torqueWrong');
  const torque = torqueLines(sheet, facts, work, exchange, wrong);
  const baseline = facts.find((f): f is PedalCheck => f.kind === 'pedalCheck' && f.moment === 'baseline') ?? null;
  const pedal = judgePedal(lastGate(facts), baseline);
  const fluid = judgeFluid(logbook, car, event, day);
  // A signature is asked for the steps that there were when it was given.
  const asked = isEnded ? null : signed?.limits;
  const kinds = stepKindsOf(job).filter((kind) => asked?.steps.includes(kind) ?? true);
  const base = { car, sheet, facts, recommendations, exchange, torque, corners: carCorners, work, pedal, kinds, rules };
  const gate = releaseGate({
    ...base,
    logbook,
    steps: serviceSteps({ ...base, isReleased: false }),
    fluid,
    hoses: work.hoses,
    movedLimits: [
      ...(rules < 6 ? [] : judgeMovedLimits(logbook, job)),
      ...(rules < 8 ? [] : judgeRelabelled(logbook, job)),
    ],
    isEnded,
  });
  return {
    job,
    event,
    ...base,
    steps: serviceSteps({ ...base, isReleased: gate.isReleased }),
    baseline,
    fluid,
    gate,
  };
}

const wearOf = (logbook: Logbook, s: CornerState, newPadMm: number, newRotorMm: number | null) => {
  const worn = (mm: number): number => Math.max(0, newPadMm - mm);
  const inner = s.pads
    ? Math.min(s.pads.inner.thicknessMm, s.pads.inner.otherEndMm ?? Infinity)
    : (s.padMm ?? newPadMm);
  const outer = s.pads
    ? Math.min(s.pads.outer.thicknessMm, s.pads.outer.otherEndMm ?? Infinity)
    : (s.padMm ?? newPadMm);
  const rotor = newRotorMm !== null && s.rotorMm !== null ? Math.max(0, newRotorMm - s.rotorMm) : 0;
  const origin: Origin = s.pads
    ? fromFact(s.pads.id, `Measured at the ${s.corner}`)
    : fromDefault('Not measured, taken as new');
  return { name: s.corner, wear: { innerPadMm: worn(inner), outerPadMm: worn(outer), rotorMm: rotor }, origin };
};

/**
 * The overflow sum of an axle before its pistons go back: from what is on it now to the set that was decided on, or to
 * what it was when new.
 * @param readMl the level as it is read now, mL; without it the last one on record
 */
export function overflowOf(
  logbook: Logbook,
  s: ServiceJudgement,
  axle: Axle,
  readMl: number | null = null,
): OverflowSum {
  const { car, facts } = s;
  const { padSetId, rotorPairId } = decidedParts(facts, axle);
  const set = logbook.padSets.get(padSetId ?? '');
  const pair = logbook.rotorPairs.get(rotorPairId ?? '');
  const last = set && Object.values(lastPadReadings(logbook, set.id))[0];
  const own = s.corners.parts[axle];
  const newPadMm =
    (set ? (last ? thinnest(last) : set.newThicknessMm) : own.padSet?.newThicknessMm) ?? usualNewPadMm(car[axle].brake);
  const newRotorMm = pair?.newThicknessMm ?? own.rotorPair?.newThicknessMm ?? null;
  const level = facts.findLast(
    (f) => f.kind === 'pistonsRetracted' || (f.kind === 'reservoirSeen' && f.moment === 'intake'),
  );
  const known = level
    ? fromFact(level.id, level.kind === 'pistonsRetracted' ? 'Level after the other axle' : 'Level at intake')
    : fromDefault('Taken to be at MAX: nobody has looked');
  return overflowSum({
    axle,
    brake: car[axle],
    corners: cornersOf(axle).map((c) => wearOf(logbook, s.corners.corners[c], newPadMm, newRotorMm)),
    levelMl: readMl ?? levelNow(car, facts),
    levelOrigin: readMl === null ? known : fromRecord('Level as it is read now'),
    maxMl: car.reservoirMaxMl,
  });
}

/** The level to set at the end, with what worn pads will give back one day; and by how much pumping lowers it now, mL. */
export function levelTarget(logbook: Logbook, s: ServiceJudgement): { target: Figure; dropMl: number } {
  const wears = corners.map((c) => {
    const state = s.corners.corners[c];
    const own = s.corners.parts[state.axle];
    const newPadMm = own.padSet?.newThicknessMm ?? Math.max(usualNewPadMm(s.car[state.axle].brake), state.padMm ?? 0);
    return { axle: state.axle, ...wearOf(logbook, state, newPadMm, own.rotorPair?.newThicknessMm ?? null) };
  });
  const returnsMl = wears.reduce((sum, w) => sum + returnedMl(s.car[w.axle], w.wear), 0);
  const retracted = axles.filter((axle) => s.facts.some((f) => f.kind === 'pistonsRetracted' && f.axle === axle));
  const dropMl = wears
    .filter((w) => retracted.includes(w.axle))
    .reduce((sum, w) => sum + pumpedOutMl(s.car[w.axle], w.wear), 0);
  return {
    target: finalLevel(
      s.car.reservoirMaxMl,
      s.car.reservoirMinMl,
      returnsMl,
      fromRecord('Measured pads and rotors, geometry'),
    ),
    dropMl,
  };
}

/** Facts of a service that somebody must be allowed to write: see {@link refuseServiceFact}. */
export const needsServicePermission = (fact: Fact): boolean =>
  fact.kind === 'holdWaived' || fact.kind === 'carReleased' || isAsked(fact);

/** Why a fact of a service must not be saved. */
export type ServiceRefusal =
  | { code: 'onlyLeadWaives' }
  | { code: 'ownLimit' }
  | { code: 'notCarOfJob' }
  | { code: 'limitsChanged' }
  | { code: 'notExplained'; finding: Finding }
  | { code: 'notReleased'; finding: Finding };

/**
 * Why a fact must not be saved; null when nothing speaks against it. A car is released only through the open gate and by the limits of
 * the moment, and only the lead waives a hold: the server asks this before it saves a fact, whatever a phone has shown.
 */
export function refuseServiceFact(logbook: Logbook, fact: Fact, today: LocalDate): ServiceRefusal | null {
  if (fact.kind === 'holdWaived') {
    if (!isLead(logbook, fact.by)) return { code: 'onlyLeadWaives' };
    return isOwnLimit(logbook, fact.finding, fact.by) ? { code: 'ownLimit' } : null;
  }
  if (isAsked(fact)) {
    const asked = 'explanation' in fact && fact.explanation ? undefined : questionsOf(logbook, fact, true)[0];
    return asked ? { code: 'notExplained', finding: asked } : null;
  }
  if (fact.kind !== 'carReleased') return null;
  const job = logbook.jobs.get(fact.jobId);
  const judged = job && judgeService(logbook, job, today);
  if (!judged || judged.car.id !== fact.carId) return { code: 'notCarOfJob' };
  // Compared by what they say: a migrated record has its fields in another order.
  if (!isEqual(fact.limits, limitsOf(logbook, job))) return { code: 'limitsChanged' };
  const { stops, holds } = judged.gate;
  const finding = stops[0] ?? holds.find((h) => h.waived === null)?.finding;
  return finding ? { code: 'notReleased', finding } : null;
}
