/** The look after a session: what is asked of this car now, in which order, and what has been answered. */
import { type Logbook, ofKind, brakeSheetOf } from '../logbook';
import {
  type Car,
  type Corner,
  type Fact,
  type Finding,
  type LookCheck,
  type LookKind,
  type TorqueSet,
  type TrackCheck,
  type Verdict,
  axleOfCorner,
  corners,
  cornersOf,
  distinctFindings,
  faultsByCheck,
  lookChecks,
  severity,
  worst,
  worstFirst,
  worstOf,
} from '../model';
import { conditionOf, findingOfSeen, neverLookedAt, notShownFor, standingFaults } from '../condition';
import { type HeatOutlook } from '../heat-outlook';
import { judgeCorners } from '../service';
import { type TorqueLine, judgeTorque } from '../torque';
import { padsDue } from './pads-due';
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
  'wheelPlay',
  'torque',
];

/** Faults that the sum of the level finds. */
const ofLevel: readonly string[] = ['levelLeak', 'levelMoreThanWear', 'levelUnderMin'];

export interface LookItem {
  kind: LookKind;
  /** Open, begun, or gone through. */
  state: 'open' | 'begun' | 'done';
  /** Why it comes first, or is asked at all: what was odd last time, or the first session. */
  because: 'oddLastTime' | 'firstSession' | 'wheelsWereOff' | 'knockBack' | null;
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

/** Lines that cost a jack or a wrench: asked after the first session, and where there is a reason. */
const isAskedAtTimes: ReadonlySet<LookKind> = new Set<LookKind>(['wheelPlay', 'torque']);

const mayBeKnockBack = (logbook: Logbook, car: Car, session: TrackSession): boolean =>
  session.fact.complaints.includes('firstPressLong') ||
  standingFaults(logbook, car, session.fact.eventId).some(
    ({ kind }) => kind === 'pedalLong' || kind === 'firstPressLong' || kind === 'playFelt' || kind === 'bearingPlay',
  );

/** Which lines are asked of this car after this session. */
function wanted(logbook: Logbook, car: Car, session: TrackSession): Map<LookKind, LookItem['because']> {
  const hasRotors = corners.some((c) => car[axleOfCorner(c)].brake !== 'drum');
  const asked = new Map<LookKind, LookItem['because']>(
    usualOrder
      .filter((k) =>
        k === 'ducts' ? brakeSheetOf(logbook, car).hasDucts : k === 'faces' ? hasRotors : !isAskedAtTimes.has(k),
      )
      .map((k) => [k, null]),
  );
  // What somebody gauged without being asked stays in view.
  const isGauged = factsAfter(logbook, session).some((f) => f.kind === 'padMeasurement');
  if (!isGauged && !padsDue(logbook, car, session)) asked.delete('pads');
  const because = session.nth === 1 ? 'firstSession' : wheelsWereOff(logbook, session) ? 'wheelsWereOff' : null;
  if (because) for (const kind of isAskedAtTimes) asked.set(kind, because);
  // A first press that is long is pads knocked back, until the wheels have been rocked.
  else if (mayBeKnockBack(logbook, car, session)) asked.set('wheelPlay', 'knockBack');
  // What nobody has ever looked at is asked, and what was answered stays in view.
  const facts = logbook.factsOfCar(car.id);
  const never = neverLookedAt(logbook, car);
  if (never.includes('torqued') && !asked.has('torque')) asked.set('torque', null);
  if (!asked.has('wheelPlay') && (never.includes('rockedTight') || answerTo(facts, session.fact.id, 'wheelPlay')))
    asked.set('wheelPlay', null);
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
    odd.set(check, worst(seen.flatMap((f) => f.faults.map((seen) => findingOfSeen(seen).verdict))));
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
  // A wheel that was off, whenever it was: its nuts, and no others.
  const { voided } = conditionOf(logbook, car);
  const isWheelOff = !asked.has('torque') && voided.some((v) => v.proof === 'torqued');
  if (isWheelOff) asked.set('torque', 'wheelsWereOff');
  const isAsked = ({ corner, fastener }: TorqueLine): boolean =>
    !isWheelOff || voided.some(({ place }) => place.corner === corner && place.fastener === fastener.key);
  // What somebody torqued without being asked is judged all the same.
  const torque = torqueLinesAfter(logbook, car, after).filter(
    (l) => (asked.has('torque') && isAsked(l)) || l.set !== null,
  );
  if (torque.length > 0 && !asked.has('torque')) asked.set('torque', null);
  const state = judgeCorners(logbook, car, brakeSheetOf(logbook, car));
  const padReads = ofKind(after, 'padMeasurement');
  const odd = oddBefore(logbook, car, session);
  const standing = standingFaults(logbook, car, session.fact.eventId);
  /** What stands against the car of the kinds that a line asks about, whenever it was found. */
  const standingOf = (kinds: readonly string[]): Finding[] =>
    standing.flatMap((f) => (kinds.includes(f.kind) ? [f.finding] : []));

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
        const rest = heat.findings.filter((f) => f.code !== 'cornerHotter' && f.code !== 'cornerDrags');
        return make(reads, left, left.length === 0, [...standingOf(['cornerHotter', 'cornerDrags']), ...rest]);
      }
      case 'pads': {
        const gauged = corners.filter((c) => car[axleOfCorner(c)].brake !== 'drum');
        const left = gauged.filter((c) => !padReads.some((r) => r.corner === c));
        const findings = gauged.flatMap((c) => state.corners[c].padJudgement?.findings ?? []);
        return make(padReads, left, left.length === 0, padReads.length > 0 ? findings : []);
      }
      case 'level':
        return make(ofKind(after, 'levelRead'), [], level !== null, [
          ...standingOf(ofLevel),
          ...(level && level.finding.verdict !== 'inOrder' && !ofLevel.includes(level.finding.code)
            ? [level.finding]
            : []),
        ]);
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
        return make(answer ? [answer] : [], [], answer !== null, standingOf(faultsByCheck[kind]));
      }
    }
  };
  const items = [...asked]
    .map(([kind, because]) => item(kind, because))
    .sort((a, b) => severity(odd.get(b.kind) ?? 'inOrder') - severity(odd.get(a.kind) ?? 'inOrder'));
  const left = items.filter((i) => i.state !== 'done').map((i) => i.kind);
  const findings = worstFirst([
    ...distinctFindings([
      ...standing.map((f) => f.finding),
      ...notShownFor(logbook, car, 'session', session.fact.eventId),
      ...items.flatMap((i) => i.findings),
    ]),
    ...(left.length > 0 && isLookDue(logbook, session) ? [trackFinding('lookOpen', 'needsWork', {}, { left })] : []),
  ]);
  return { session, items, heat, level, torque, findings };
}
