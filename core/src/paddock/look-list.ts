/** The look after a session: what is asked of this car now, in which order, and what has been answered. */
import { type Logbook, ofKind, brakeSheetOf } from '../logbook';
import {
  type Car,
  type Complaint,
  type Corner,
  type DiagnosisClosed,
  type Fact,
  type FaultSeen,
  type Finding,
  type LookCheck,
  type LookFault,
  type LookKind,
  type TorqueSet,
  type TrackCheck,
  type Verdict,
  axleOfCorner,
  corners,
  cornersOf,
  lookChecks,
  mm,
  severity,
  worst,
  worstFirst,
  worstOf,
} from '../model';
import { type HeatOutlook } from '../heat-outlook';
import { judgeCorners } from '../service';
import { type TorqueLine, judgeTorque } from '../torque';
import {
  type CornerHeats,
  type LevelSum,
  type TrackSession,
  factsAfter,
  isLookDue,
  judgeCornerHeat,
  judgeLevelAfter,
  sessionsOfCar,
  trackFinding,
} from '../sessions';

/** The order on a quiet day: what cools first, what can be seen with the wheels on, what takes longest last. */
const usualOrder: LookKind[] = [
  'heat',
  'pedal',
  'leaks',
  'wheelInside',
  'hoses',
  'ducts',
  'pads',
  'faces',
  'level',
  'debris',
  'torque',
];

/** How serious each thing is that can be seen. Common practice, no source. */
const faultVerdicts: Record<LookFault, Verdict> = {
  pedalLong: 'needsWork',
  pedalSoft: 'stop',
  pedalSinks: 'stop',
  damp: 'stop',
  dripping: 'stop',
  hoseChafed: 'stop',
  hoseSwollen: 'stop',
  hoseCracked: 'stop',
  crazing: 'inOrder',
  crack: 'needsWork',
  crackToEdge: 'stop',
  crackJoinsHoles: 'stop',
  faceSmeared: 'needsWork',
  ductOff: 'needsWork',
  ductTorn: 'watch',
  tapeOn: 'needsWork',
  fluidInWheel: 'stop',
  greaseInWheel: 'needsWork',
  gravelInCaliper: 'needsWork',
  grassInDuct: 'watch',
};
/** A crack longer than this is out, mm. Common practice, no source. */
const LONGEST_CRACK_MM = 10;

/** What a driver's words mean for going out again. Nobody drives on a doubtful pedal. Common practice, no source. */
const complaintVerdicts: Record<Complaint, Verdict> = {
  softAfterHeat: 'stop',
  softFromCold: 'stop',
  firstPressLong: 'needsWork',
  firmNoBite: 'stop',
  judder: 'needsWork',
  pulls: 'needsWork',
  squeal: 'watch',
  highPedalEffort: 'needsWork',
  cornerHot: 'needsWork',
  levelDown: 'needsWork',
  grabs: 'needsWork',
};
/** Complaints about the pedal are over only when somebody has pressed it again. */
const ofPedal: ReadonlySet<Complaint> = new Set(['softAfterHeat', 'softFromCold', 'firstPressLong', 'firmNoBite']);

export interface LookItem {
  kind: LookKind;
  /** Open, begun, or gone through. */
  state: 'open' | 'begun' | 'done';
  /** Why it comes first, or is asked at all: what was odd last time, or the first session. */
  because: 'oddLastTime' | 'firstSession' | 'wheelsWereOff' | null;
  findings: Finding[];
  verdict: Verdict;
  /** Who has answered. */
  by: string[];
  /** Corners that are still to be read, where it is read corner by corner. */
  left: Corner[];
}

export interface SessionLook {
  session: TrackSession;
  items: LookItem[];
  heat: CornerHeats;
  level: LevelSum | null;
  torque: TorqueLine[];
  /** Everything that was found, the most serious first; what is still open stands in it too. */
  findings: Finding[];
}

const faultFinding = ({ fault, corner, lengthMm }: FaultSeen): Finding => {
  const isLong = fault === 'crack' && lengthMm !== null && lengthMm > LONGEST_CRACK_MM;
  return trackFinding('lookFault', isLong ? 'stop' : faultVerdicts[fault], corner ? { corner } : {}, {
    fault,
    length: lengthMm === null ? null : mm(lengthMm),
  });
};

/** Of one line of a look the answer that counts. */
export const answerTo = (facts: readonly Fact[], sessionId: string, check: LookCheck): TrackCheck | null =>
  ofKind(facts, 'trackCheck').findLast((f) => f.sessionId === sessionId && f.check === check) ?? null;

/** Nuts and bolts that are torqued again after the first session: wheels, and what holds the calipers. */
const reTorqued: ReadonlySet<string> = new Set(['wheel', 'caliper', 'bracket']);

function torqueLinesAfter(logbook: Logbook, car: Car, after: readonly Fact[]): TorqueLine[] {
  const sets = after.filter((f): f is TorqueSet => f.kind === 'torqueSet');
  return brakeSheetOf(logbook, car)
    .fasteners.filter((f) => reTorqued.has(f.group))
    .flatMap((fastener) =>
      cornersOf(fastener.axle).map((corner) =>
        judgeTorque(
          fastener,
          corner,
          sets.findLast((s) => s.fastenerKey === fastener.key && s.corner === corner) ?? null,
        ),
      ),
    );
}

/** Whether wheels were off, or parts changed, between the session before this one and this one. */
function wheelsWereOff(logbook: Logbook, session: TrackSession): boolean {
  const before = sessionsOfCar(logbook, session.fact.carId)
    .filter((s) => s.fact.eventId === session.fact.eventId && s.nth === session.nth - 1)
    .at(-1);
  return (
    before !== undefined &&
    logbook
      .factsOfCar(session.fact.carId)
      .some(
        (f) =>
          f.at >= before.fact.at &&
          f.at < session.fact.outAt &&
          ((f.kind === 'partsFitted' && f.changed !== 'none') ||
            (f.kind === 'checksDone' && f.step === 'ground') ||
            f.kind === 'nippleBled'),
      )
  );
}

/** What the driver said, as far as nobody has found out what it was. */
function complaintFindings(logbook: Logbook, session: TrackSession, facts: readonly Fact[]): Finding[] {
  const own = ofKind(facts, 'diagnosisOpened').filter((d) => d.sessionId === session.fact.id);
  const closed = ofKind(facts, 'diagnosisClosed').filter((c) => own.some((d) => d.id === c.diagnosisId));
  const answer = answerTo(facts, session.fact.id, 'pedal');
  const explains = (complaint: Complaint, c: DiagnosisClosed): boolean =>
    own.some((d) => d.id === c.diagnosisId && d.signs.includes(complaint));
  return session.fact.complaints.map((complaint) => {
    const known = closed.findLast((c) => explains(complaint, c)) ?? null;
    const isPedalRight =
      !ofPedal.has(complaint) ||
      (answer !== null && known !== null && answer.at > known.at && answer.faults.length === 0);
    return known && isPedalRight
      ? trackFinding('driverExplained', 'watch', {}, { complaint, cause: known.cause })
      : trackFinding('driverComplained', complaintVerdicts[complaint], {}, { complaint });
  });
}

/** It boiled, and nothing has been drawn since. */
function boiledFindings(after: readonly Fact[]): Finding[] {
  const boiled = after.findLast((f) => f.kind === 'heatReading' && f.read.instrument === 'fluidBoiled');
  const isChanged = boiled && after.some((f) => f.kind === 'fluidExchange' && f.at > boiled.at);
  return boiled && !isChanged ? [trackFinding('boiledInSession', 'stop', {}, {})] : [];
}

/** Handed on in writing, and not to be driven: until a service has released it. */
function referralFindings(facts: readonly Fact[], session: TrackSession): Finding[] {
  const own = new Set(
    ofKind(facts, 'diagnosisOpened')
      .filter((d) => d.sessionId === session.fact.id)
      .map((d) => d.id),
  );
  const referral = ofKind(facts, 'referralWritten').findLast((f) => own.has(f.diagnosisId));
  const isOver =
    referral && facts.some((f) => (f.kind === 'carReleased' || f.kind === 'systemCleared') && f.at > referral.at);
  return referral && !referral.mayBeDriven && !isOver
    ? [trackFinding('referredNotDriven', 'stop', {}, { to: referral.to })]
    : [];
}

/**
 * A corner that was too hot is explained once somebody has found out why: before that it stands, however cool it is by now.
 */
function heatFindings(heat: CornerHeats, facts: readonly Fact[], session: TrackSession): Finding[] {
  const own = ofKind(facts, 'diagnosisOpened').filter((d) => d.sessionId === session.fact.id);
  const isExplained = ofKind(facts, 'diagnosisClosed').some((c) =>
    own.some((d) => d.id === c.diagnosisId && d.signs.includes('cornerHot')),
  );
  return isExplained ? heat.findings.filter((f) => f.code === 'hotterThanModel') : heat.findings;
}

/** Which lines are asked of this car after this session. */
function wanted(logbook: Logbook, car: Car, session: TrackSession): Map<LookKind, LookItem['because']> {
  const hasRotors = corners.some((c) => car[axleOfCorner(c)].brake !== 'drum');
  const asked = new Map<LookKind, LookItem['because']>(
    usualOrder
      .filter((k) => (k === 'ducts' ? brakeSheetOf(logbook, car).hasDucts : k === 'faces' ? hasRotors : k !== 'torque'))
      .map((k) => [k, null]),
  );
  if (session.nth === 1) asked.set('torque', 'firstSession');
  else if (wheelsWereOff(logbook, session)) asked.set('torque', 'wheelsWereOff');
  return asked;
}

/** What was odd after the session before this one, by its line: it comes first now. */
function oddBefore(logbook: Logbook, car: Car, session: TrackSession): Map<LookKind, Verdict> {
  const before = sessionsOfCar(logbook, car.id).findLast(
    (s) => s.fact.eventId === session.fact.eventId && s.nth === session.nth - 1,
  );
  if (!before) return new Map();
  const after = factsAfter(logbook, before);
  const odd = new Map<LookKind, Verdict>();
  for (const check of lookChecks) {
    const seen = ofKind(after, 'trackCheck').filter((f) => f.sessionId === before.fact.id && f.check === check);
    odd.set(check, worst(seen.flatMap((f) => f.faults.map((fault) => faultFinding(fault).verdict))));
  }
  odd.set('heat', worstOf(judgeCornerHeat(logbook, car, before).findings));
  odd.set('level', judgeLevelAfter(logbook, car, before)?.finding.verdict ?? 'inOrder');
  return odd;
}

/**
 * The look after a session as it stands: every line with what was answered, judged as it is given. Pure: two people who share it see the same.
 * @param outlook of the session as it was driven, where somebody has computed it
 */
export function judgeLook(
  logbook: Logbook,
  car: Car,
  session: TrackSession,
  outlook: HeatOutlook | null = null,
): SessionLook {
  const facts = logbook.factsOfCar(car.id);
  const after = factsAfter(logbook, session);
  const heat = judgeCornerHeat(logbook, car, session, outlook);
  const level = judgeLevelAfter(logbook, car, session);
  const asked = wanted(logbook, car, session);
  // What somebody torqued without being asked is judged all the same.
  const torque = torqueLinesAfter(logbook, car, after).filter((l) => asked.has('torque') || l.set !== null);
  if (torque.length > 0 && !asked.has('torque')) asked.set('torque', null);
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  const padReads = ofKind(after, 'padMeasurement');
  const odd = oddBefore(logbook, car, session);

  const item = (kind: LookKind, because: LookItem['because']): LookItem => {
    const make = (answered: readonly Fact[], left: Corner[], isDone: boolean, findings: Finding[]): LookItem => ({
      kind,
      state: isDone ? 'done' : answered.length > 0 ? 'begun' : 'open',
      because: severity(odd.get(kind) ?? 'inOrder') > 0 ? 'oddLastTime' : because,
      findings: worstFirst(findings),
      verdict: worstOf(findings),
      by: [...new Set(answered.map((f) => f.by))],
      left,
    });
    switch (kind) {
      case 'heat': {
        const left = corners.filter((c) => !heat.readings[c]);
        const reads = corners.flatMap((c) => heat.readings[c]?.read ?? []);
        return make(reads, left, left.length === 0, heatFindings(heat, facts, session));
      }
      case 'pads': {
        const gauged = corners.filter((c) => car[axleOfCorner(c)].brake !== 'drum');
        const left = gauged.filter((c) => !padReads.some((r) => r.corner === c));
        const findings = gauged.flatMap((c) => state.corners[c].padJudgement?.findings ?? []);
        return make(padReads, left, left.length === 0, padReads.length > 0 ? findings : []);
      }
      case 'level':
        return make(
          ofKind(after, 'levelRead'),
          [],
          level !== null,
          level && level.finding.verdict !== 'inOrder' ? [level.finding] : [],
        );
      case 'torque': {
        const sets = torque.flatMap((l) => l.set ?? []);
        // Without a figure nobody can torque it: said, and held against the car, but not open for ever.
        const open = torque.filter((l) => l.set === null && l.fastener.torqueNm !== null);
        const bare = torque.filter((l) => l.fastener.torqueNm === null).length;
        const found = [
          ...torque.flatMap((l) =>
            l.findings.filter((f) => f.code !== 'notTorqued' && f.code !== 'torqueFigureMissing'),
          ),
          ...(bare > 0 ? [trackFinding('torqueFiguresMissing', 'needsWork', {}, { count: bare })] : []),
        ];
        return make(sets, [...new Set(open.map((l) => l.corner))], open.length === 0, found);
      }
      default: {
        const answer = answerTo(facts, session.fact.id, kind);
        const found = (answer?.faults ?? []).map(faultFinding).filter((f) => f.verdict !== 'inOrder');
        return make(answer ? [answer] : [], [], answer !== null, found);
      }
    }
  };
  const items = [...asked]
    .map(([kind, because]) => item(kind, because))
    .sort((a, b) => severity(odd.get(b.kind) ?? 'inOrder') - severity(odd.get(a.kind) ?? 'inOrder'));
  const left = items.filter((i) => i.state !== 'done').map((i) => i.kind);
  const findings = worstFirst([
    ...boiledFindings(after),
    ...referralFindings(facts, session),
    ...complaintFindings(logbook, session, facts),
    ...items.flatMap((i) => i.findings),
    ...(left.length > 0 && isLookDue(logbook, session) ? [trackFinding('lookOpen', 'needsWork', {}, { left })] : []),
  ]);
  return { session, items, heat, level, torque, findings };
}

/** Whether an answer leaves out without a word what the one before it had found. */
export function unexplainedFaults(facts: readonly Fact[], check: TrackCheck): FaultSeen[] {
  if (check.done !== '') return [];
  const before = answerTo(
    facts.filter((f) => f.id !== check.id && f.at <= check.at),
    check.sessionId,
    check.check,
  );
  return (before?.faults ?? []).filter(
    (f) =>
      faultVerdicts[f.fault] !== 'inOrder' &&
      !check.faults.some((now) => now.fault === f.fault && now.corner === f.corner),
  );
}
