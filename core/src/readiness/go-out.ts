/** Whether a car may go out again after a session, and who may say so. One function for the page, the gate and the server. */
import type { LocalDate } from '../calendar';
import type { HeatOutlook } from '../heat-outlook';
import { type Logbook, isLead } from '../logbook';
import { type Car, type Finding, type SessionDecision, type TrackEvent, distinctFindings, worstFirst } from '../model';
import { type Decision, type SessionLook, decisionFor, isMilder, judgeLook, openMoves } from '../paddock';
import { isOwnLimit } from '../service';
import { type TrackSession, decisionsOn, findSession } from '../sessions';
import { judgeCar } from './readiness';

export interface GoingOut {
  look: SessionLook;
  /** What the look found, and what stops the car by any other gate; the most serious first. */
  findings: Finding[];
  /** Null before it was looked at: then there is nothing to advise. */
  proposed: Decision | null;
  /** The decision that was signed last on this session. */
  signed: SessionDecision | null;
}

/** @param outlook of the session as it was driven, where somebody has computed it */
export function goingOut(
  logbook: Logbook,
  car: Car,
  event: TrackEvent | null,
  session: TrackSession,
  today: LocalDate,
  outlook: HeatOutlook | null = null,
): GoingOut {
  const look = judgeLook(logbook, car, session, outlook);
  const others = judgeCar(logbook, car, event, today)
    .gates.filter((g) => g.gate !== 'track')
    .flatMap((g) => g.findings.filter((f) => f.verdict === 'stop'));
  const moves = openMoves(logbook, car.id, session.fact.eventId);
  const findings = worstFirst(distinctFindings([...look.findings, ...others, ...moves]));
  const asks = decisionFor(findings);
  // A stop is one however much has still to be looked at.
  const isLookedAt = !findings.some((f) => f.code === 'lookOpen');
  return {
    look,
    findings,
    proposed: isLookedAt || asks === 'stop' ? asks : null,
    signed: decisionsOn(logbook, session).at(-1) ?? null,
  };
}

export type DecisionRefusal =
  | { code: 'stopStands'; finding: Finding }
  | { code: 'onlyLeadLetsGo' }
  | { code: 'notLookedAt' }
  | { code: 'decisionWithoutReason' }
  | { code: 'ownLimit' }
  | { code: 'notSessionOfCar' };

/**
 * Why a decision must not be saved. Nobody lets a stop pass; what only limits the lead may let go, with a reason.
 * @param outlook of the session as it was driven, where somebody has computed it: what it adds to the look counts as well
 */
export function refuseDecision(
  logbook: Logbook,
  fact: SessionDecision,
  today: LocalDate,
  outlook: HeatOutlook | null = null,
): DecisionRefusal | null {
  const car = logbook.cars.get(fact.carId);
  const session = car && findSession(logbook, car.id, fact.sessionId);
  if (!car || !session) return { code: 'notSessionOfCar' };
  const event = logbook.events.get(session.fact.eventId) ?? null;
  const { findings, proposed, signed } = goingOut(logbook, car, event, session, today, outlook);
  const hasReason = fact.reason.trim() !== '';
  if (proposed === null && fact.decision !== 'stop') {
    // Out without a look: the lead's waiver, with limits and a reason.
    if (!isLead(logbook, fact.by) || fact.decision === 'go') return { code: 'notLookedAt' };
    if (!hasReason) return { code: 'decisionWithoutReason' };
  }
  if (proposed !== null && isMilder(fact.decision, proposed)) {
    if (proposed === 'stop') return { code: 'stopStands', finding: findings[0]! };
    if (!isLead(logbook, fact.by)) return { code: 'onlyLeadLetsGo' };
    if (!hasReason) return { code: 'decisionWithoutReason' };
  }
  const moves = openMoves(logbook, car.id, session.fact.eventId).filter((f) => f.verdict !== 'watch');
  if (moves.length > 0 && fact.decision !== 'stop') {
    if (!isLead(logbook, fact.by)) return { code: 'onlyLeadLetsGo' };
    if (moves.some((f) => isOwnLimit(logbook, f, fact.by))) return { code: 'ownLimit' };
    if (!hasReason) return { code: 'decisionWithoutReason' };
  }
  const isOwnStop = fact.decision === 'stop' && proposed !== 'stop';
  const liftsStop = signed?.decision === 'stop' && fact.decision !== 'stop';
  return (isOwnStop || liftsStop) && !hasReason ? { code: 'decisionWithoutReason' } : null;
}
