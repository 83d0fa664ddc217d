/** Sessions of a car at an event, and what was written down after each. */
import { cameInOf } from '../heat-outlook';
import { type Logbook, countBefore, ofKind } from '../logbook';
import type { Car, Fact, SessionDecision, SessionDriven, SessionPlan } from '../model';

export interface TrackSession {
  fact: SessionDriven;
  /** Of this car at this event, from 1. */
  nth: number;
  minutes: number;
  /** When the next one came in: what is written down from then on is of that one. Null for the last. */
  until: string | null;
}

/** Where nobody has read how long the car stands after a session, min. Common practice, no source. */
const PARKED_MIN = 20;

const sessionsByFacts = new WeakMap<readonly Fact[], readonly TrackSession[]>();

/** Every session of a car, oldest first, whatever the event. */
export function sessionsOfCar(logbook: Logbook, carId: string): readonly TrackSession[] {
  const facts = logbook.factsOfCar(carId);
  const known = sessionsByFacts.get(facts);
  if (known) return known;
  const counts = new Map<string, number>();
  const driven = ofKind(facts, 'sessionDriven');
  const found = driven.map((fact, i): TrackSession => {
    const nth = (counts.get(fact.eventId) ?? 0) + 1;
    counts.set(fact.eventId, nth);
    return { fact, nth, minutes: minutesOf(fact), until: driven[i + 1]?.at ?? null };
  });
  sessionsByFacts.set(facts, found);
  return found;
}

/** From leaving the pit lane to standing again, min. */
export const minutesOf = ({ at, outAt }: Pick<SessionDriven, 'at' | 'outAt'>): number =>
  (Date.parse(at) - Date.parse(outAt)) / 60_000;

export const sessionsAt = (logbook: Logbook, carId: string, eventId: string): TrackSession[] =>
  sessionsOfCar(logbook, carId).filter((s) => s.fact.eventId === eventId);

export const findSession = (logbook: Logbook, carId: string, sessionId: string): TrackSession | null =>
  sessionsOfCar(logbook, carId).find((s) => s.fact.id === sessionId) ?? null;

/** What was written down about a car after a session and before the next one came in, oldest first. */
export function factsAfter(logbook: Logbook, { fact, until }: TrackSession): Fact[] {
  const facts = logbook.factsOfCar(fact.carId);
  const end = until === null ? facts.length : countBefore(facts, until);
  return facts.slice(countBefore(facts, fact.at), end).filter((f) => f.id !== fact.id);
}

/** The decisions on a session, oldest first: the last one counts. */
export const decisionsOn = (logbook: Logbook, { fact }: TrackSession): SessionDecision[] =>
  ofKind(logbook.factsOfCar(fact.carId), 'sessionDecision').filter((d) => d.sessionId === fact.id);

/** A session as the heat model drives it. */
export const planOf = ({ fact, minutes }: TrackSession): SessionPlan => ({
  outLap: true,
  drivenMin: fact.laps === null ? Math.max(1, Math.round(minutes)) : null,
  laps: fact.laps,
  coolDownLap: fact.coolDownLap,
  cameIn: cameInOf(fact),
  ...(fact.brakesHeld === undefined ? {} : { brakesHeld: fact.brakesHeld }),
  battery: fact.battery ?? 'unknown',
  parkedMin: PARKED_MIN,
  airTempC: fact.airTempC,
  isWet: fact.isWet,
  ducts: fact.ducts,
});

/** The sessions that count for a car's last decision: none where it has never been out. */
export const lastSession = (logbook: Logbook, car: Pick<Car, 'id'>): TrackSession | null =>
  sessionsOfCar(logbook, car.id).at(-1) ?? null;

/** The last decision on an earlier session of the same event. */
export function lastDecisionBefore(logbook: Logbook, session: TrackSession): SessionDecision | null {
  for (const s of sessionsAt(logbook, session.fact.carId, session.fact.eventId).reverse()) {
    const decision = s.nth < session.nth ? decisionsOn(logbook, s).at(-1) : undefined;
    if (decision) return decision;
  }
  return null;
}

/** Whether a look is due after this session: as many sessions after the last decision as that one said. */
export function isLookDue(logbook: Logbook, session: TrackSession): boolean {
  const decision = lastDecisionBefore(logbook, session);
  const decided = decision && findSession(logbook, session.fact.carId, decision.sessionId);
  return !decision || !decided || session.nth - decided.nth >= decision.limits.lookAfterSessions;
}
