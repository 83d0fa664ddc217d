/** Whether a car may go out again: what a session's look and its decision leave standing. */
import { type Fault, conditionOf, notShownFor, standingFaults } from '../condition';
import { isAfter } from '../inventory';
import { type Logbook, isLead, ofKind } from '../logbook';
import {
  type Car,
  type Finding,
  type SessionDecision,
  type Verdict,
  distinctFindings,
  severity,
  worstFirst,
  worstOf,
} from '../model';
import { isOwnLimit, limitsMovedAt } from '../service';
import { type SessionLook, judgeLook } from './look-list';
import {
  type TrackSession,
  decisionsOn,
  isLookDue,
  lastDecisionBefore,
  lastSession,
  sessionsOfCar,
  trackFinding,
} from '../sessions';

export type Decision = SessionDecision['decision'];
const howStrict: Record<Decision, number> = { go: 0, limits: 1, stop: 2 };
export const isMilder = (a: Decision, b: Decision): boolean => howStrict[a] < howStrict[b];

/** What the findings ask for: a stop stops, what needs work limits, all else goes. */
export const decisionFor = (findings: readonly Finding[]): Decision => {
  const verdict = worstOf(findings);
  return verdict === 'stop' ? 'stop' : verdict === 'needsWork' ? 'limits' : 'go';
};

/** The decision that was in force when a session began: the last one that had been signed by then. */
export const decisionBefore = (logbook: Logbook, session: TrackSession): SessionDecision | null => {
  const before = sessionsOfCar(logbook, session.fact.carId).filter((s) => s.fact.at <= session.fact.outAt);
  const last = before.at(-1);
  return last ? (decisionsOn(logbook, last).findLast((d) => d.at <= session.fact.outAt) ?? null) : null;
};

/** Marks a session that a car should not have been out in. */
export function judgeStart(logbook: Logbook, session: TrackSession): Finding[] {
  const before = sessionsOfCar(logbook, session.fact.carId)
    .filter((s) => s.fact.at <= session.fact.outAt && s.fact.eventId === session.fact.eventId)
    .at(-1);
  if (!before) return [];
  const decision = decisionBefore(logbook, session);
  if (decision?.decision === 'stop') return [trackFinding('drivenOnStop', 'needsWork', {}, { session: before.nth })];
  return decision === null ? [trackFinding('drivenUndecided', 'watch', {}, { session: before.nth })] : [];
}

export interface TrackState {
  session: TrackSession | null;
  look: SessionLook | null;
  /** The decision that counts. */
  decision: SessionDecision | null;
  verdict: Verdict;
  headline: Finding;
  findings: Finding[];
}

/**
 * The gate of the track: what stands against the car, the look after its last session, and what was decided. A stop stands until a later decision
 * lifts it; a fault that stops the car stops it whatever was signed, and one that only limits it is covered by a decision of this event that
 * was signed after it had been found.
 * @param eventId for which event it is asked; null: for none in particular
 */
export function judgeTrack(logbook: Logbook, car: Car, eventId: string | null = null): TrackState {
  const ofLogbook = known.get(logbook) ?? new Map<string, TrackState>();
  known.set(logbook, ofLogbook);
  const key = `${car.id} ${eventId ?? ''}`;
  const state = ofLogbook.get(key) ?? trackState(logbook, car, eventId);
  ofLogbook.set(key, state);
  return state;
}

/** The day, the gate and a car's page ask for the same one. */
const known = new WeakMap<Logbook, Map<string, TrackState>>();

function trackState(logbook: Logbook, car: Car, eventId: string | null): TrackState {
  const session = lastSession(logbook, car);
  const faults = standingFaults(logbook, car, eventId);
  const nothing = trackFinding('trackInOrder', 'inOrder', {}, { sessions: sessionsOfCar(logbook, car.id).length });
  const state = (of: Pick<TrackState, 'session' | 'look' | 'decision'>, found: readonly Finding[]): TrackState => {
    const findings = worstFirst(distinctFindings(found));
    return { ...of, verdict: worstOf(findings), headline: findings[0] ?? nothing, findings };
  };
  if (!session)
    return state({ session: null, look: null, decision: null }, [
      ...faults.map((f) => f.finding),
      ...notShownFor(logbook, car, eventId === null ? 'road' : 'event', eventId),
    ]);
  const look = judgeLook(logbook, car, session);
  const own = decisionsOn(logbook, session).at(-1) ?? null;
  // Where no look is due yet, what was decided before still holds.
  const signed = own ?? (isLookDue(logbook, session) ? null : lastDecisionBefore(logbook, session));
  const ended = signed && signed.decision !== 'stop' && endedBy(logbook, car, signed);
  const decision = ended ? null : signed;
  const isOfThisEvent = eventId === null || session.fact.eventId === eventId;
  const isCovered = (f: Fault): boolean =>
    isOfThisEvent && decision !== null && f.finding.verdict !== 'stop' && isAfter(decision, f.found.at(-1)!);
  const found: Finding[] = [];
  if (decision?.decision === 'stop')
    found.push(trackFinding('stoppedAtTrack', 'stop', {}, { session: session.nth, reason: decision.reason }));
  else if (decision?.decision === 'limits' && isOfThisEvent) found.push(limitsFinding(decision));
  // What was decided on was looked at, or let go without.
  const purpose = !isOfThisEvent ? 'event' : decision === null ? 'session' : 'road';
  found.push(
    ...faults.filter((f) => !isCovered(f)).map((f) => f.finding),
    ...notShownFor(logbook, car, purpose, eventId),
  );
  const ofFaults = new Set(faults.map((f) => f.finding));
  // Parts and fluid are judged by their own gates.
  found.push(
    ...look.findings.filter(
      (f) => !ofFaults.has(f) && (decision === null ? f.code !== 'lookOpen' : f.verdict === 'stop'),
    ),
  );
  found.push(...openMoves(logbook, car.id, session.fact.eventId));
  if (ended) found.push(trackFinding('decisionEnded', 'needsWork', {}, { session: session.nth }));
  else if (decision === null) found.push(trackFinding('sessionNotLookedAt', 'needsWork', {}, { session: session.nth }));
  return state({ session, look, decision }, found);
}

/** Limits that were moved while the event ran, and that no lead has let a car go by since who had not moved them. */
export const openMoves = (logbook: Logbook, carId: string, eventId: string): Finding[] =>
  limitsMovedAt(logbook, carId, eventId).flatMap(({ finding, last }) =>
    ofKind(logbook.factsOfCar(carId), 'sessionDecision').some(
      (d) => d.decision !== 'stop' && isAfter(d, last) && isLead(logbook, d.by) && !isOwnLimit(logbook, finding, d.by),
    )
      ? []
      : [finding],
  );

/**
 * What was found after a decision and is over by now: it has ended the decision all the same, and nothing brings that back but a new one, or the
 * release of a service after it.
 */
function endedBy(logbook: Logbook, car: Car, decision: SessionDecision): Fault | undefined {
  const released = ofKind(logbook.factsOfCar(car.id), 'carReleased').at(-1) ?? null;
  return conditionOf(logbook, car).faults.find(
    (f) =>
      (f.state === 'cured' || f.state === 'retracted') &&
      severity(f.finding.verdict) >= severity('needsWork') &&
      f.found.some((found) => isAfter(found, decision)) &&
      !(released && f.ended && isAfter(released, f.ended)),
  );
}

const limitsFinding = ({ limits }: SessionDecision): Finding =>
  trackFinding(
    'goesWithLimits',
    'watch',
    {},
    {
      laps: limits.maxLaps,
      minutes: limits.maxMinutes,
      coolDownLap: limits.coolDownLap,
      notInTheWet: limits.notInTheWet,
      lookAfter: limits.lookAfterSessions,
    },
  );
