/** What must not be saved, whatever a phone has shown: asked by the server of every fact that may not simply be written. */
import { isForLeadToState, wantsReason } from '../bedding';
import type { LocalDate } from '../calendar';
import { type Fault, conditionOf } from '../condition';
import { type Logbook, isLead } from '../logbook';
import { peakDemand } from '../demand';
import { type MoveRefusal, refuseMove } from '../queue-moves';
import type { BeddingLook, Fact, FaultLetPass, PeakTakenOver } from '../model';
import { type ServiceRefusal, needsServicePermission, refuseServiceFact } from '../service';
import { type DecisionRefusal, refuseDecision } from './go-out';

/** Why a fact must not be saved. */
export type Refusal =
  | ServiceRefusal
  | DecisionRefusal
  | MoveRefusal
  | { code: 'lookWithoutReason' | 'onlyLeadAccepts' | 'onlyLeadStates' | 'onlyLeadTakesOver' | 'notEnoughRead' }
  | { code: 'notToLetPass' | 'signerHasLeft' | 'carIsPutAway' | 'jobIsCancelled' };

/** Facts that somebody must be allowed to write: see {@link refusalOf}. */
export const needsPermission = (fact: Fact): boolean =>
  fact.kind === 'sessionDecision' ||
  fact.kind === 'faultLetPass' ||
  fact.kind === 'queueMove' ||
  fact.kind === 'beddingLook' ||
  fact.kind === 'peakTakenOver' ||
  needsServicePermission(fact);

/** Why a fact must not be saved; null when nothing speaks against it. */
export function refusalOf(logbook: Logbook, fact: Fact, today: LocalDate): Refusal | null {
  const unsigned = isSignature(fact) ? refuseSignature(logbook, fact) : null;
  if (unsigned) return unsigned;
  if (fact.kind === 'sessionDecision') return refuseDecision(logbook, fact, today);
  if (fact.kind === 'faultLetPass') {
    if (!isLead(logbook, fact.by)) return { code: 'onlyLeadWaives' };
    const car = logbook.cars.get(fact.carId);
    const fault = car && conditionOf(logbook, car).faults.find((f) => isLetPass(f, fact));
    return !fault || fault.finding.verdict === 'stop' ? { code: 'notToLetPass' } : null;
  }
  if (fact.kind === 'queueMove') return refuseMove(logbook, fact);
  if (fact.kind === 'peakTakenOver') return refuseTakeOver(logbook, fact);
  if (fact.kind === 'beddingLook') return refuseLook(logbook, fact);
  return refuseServiceFact(logbook, fact, today);
}

/** Faces that ask for more are accepted by a lead alone, with a reason. */
function refuseLook(logbook: Logbook, look: BeddingLook): Refusal | null {
  const car = logbook.cars.get(look.carId);
  // All that is known of it counts for the car that stays: here nothing would speak against it.
  if (car?.archived && car.mergedIntoId) return { code: 'carIsPutAway' };
  if (car && isForLeadToState(logbook, car, look)) return { code: 'onlyLeadStates' };
  if (!wantsReason(look)) return null;
  if (look.decision === 'accept' && !isLead(logbook, look.by)) return { code: 'onlyLeadAccepts' };
  return look.reason.trim() === '' ? { code: 'lookWithoutReason' } : null;
}

/** Less than this is the same figure, °C: it was rounded on its way. */
const SAME_C = 0.6;

/** What is computed is taken over by a lead, where the car's own readings are enough, and as it is computed. */
function refuseTakeOver(logbook: Logbook, fact: PeakTakenOver): Refusal | null {
  if (!isLead(logbook, fact.by)) return { code: 'onlyLeadTakesOver' };
  const car = logbook.cars.get(fact.carId);
  const event = logbook.events.get(fact.eventId);
  if (!car || event?.venueId !== fact.venueId) return { code: 'notEnoughRead' };
  const { computed, lacks } = peakDemand(logbook, car, event, fact.by);
  return !computed || lacks.length > 0 || fact.tempC < computed.value - SAME_C ? { code: 'notEnoughRead' } : null;
}

/** What lets a car go, or a fault pass. */
type Signature = Extract<Fact, { kind: 'carReleased' | 'holdWaived' | 'sessionDecision' | 'faultLetPass' }>;
export const isSignature = (fact: Fact): fact is Signature =>
  fact.kind === 'carReleased' ||
  fact.kind === 'holdWaived' ||
  fact.kind === 'sessionDecision' ||
  fact.kind === 'faultLetPass';

/** Nobody signs who has left, for a car that is put away, or in a job that was cancelled. */
function refuseSignature(logbook: Logbook, fact: Signature): Refusal | null {
  if (logbook.crew.get(fact.by)?.archived === true) return { code: 'signerHasLeft' };
  if (logbook.cars.get(fact.carId)?.archived === true) return { code: 'carIsPutAway' };
  const job = fact.jobId === undefined ? undefined : logbook.jobs.get(fact.jobId);
  return job?.archived === true ? { code: 'jobIsCancelled' } : null;
}

/** Whether a word is about this very fault, as it was found last. */
const isLetPass = ({ kind, place, found }: Fault, fact: FaultLetPass): boolean =>
  kind === fact.fault &&
  (place.corner ?? null) === fact.corner &&
  (place.axle ?? null) === fact.axle &&
  found.at(-1)?.id === fact.foundId;
