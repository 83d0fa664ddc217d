import { useMemo } from 'react';
import { type Fact, type Logbook, type ServiceJudgement, type ServiceStep, judgeService } from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';

/** A service as it stands, judged from the logbook, also with facts that are still being typed. */
export function useService(jobId: string): ServiceJudgement | null {
  const logbook = useLogbook();
  const today = useToday();
  const job = logbook.jobs.get(jobId);
  return useMemo(() => (job ? judgeService(logbook, job, today) : null), [logbook, job, today]);
}

/** What every step of a service is drawn from. */
export interface StepProps {
  s: ServiceJudgement;
  step: ServiceStep;
  logbook: Logbook;
}

type Body<F> = F extends Fact
  ? Omit<F, 'id' | 'at' | 'recordedAt' | 'by' | 'replaces' | 'because' | 'jobId' | 'carId' | 'outOfTurn'>
  : never;
/** A fact of a service without what is filled in when it is kept. */
export type StepFact = Body<Fact>;

/** Readings: kept anew, they correct what stands. Everything else is done again, and the last time counts. */
const READINGS = new Set<Fact['kind']>([
  'padMeasurement',
  'rotorMeasurement',
  'driverReport',
  'nippleBled',
  'pistonsRetracted',
]);
const identity = ['corner', 'axle', 'moment', 'index', 'exchangeId'] as const;

/** The reading of this service that a new one would correct; null where it is the first, or where doing it again is no correction. */
export function standingReading(s: ServiceJudgement, body: StepFact): Fact | null {
  const isFirstLook =
    (body.kind === 'reservoirSeen' && body.moment === 'intake') ||
    (body.kind === 'pedalCheck' && body.moment === 'baseline');
  if (!READINGS.has(body.kind) && !isFirstLook) return null;
  // A nipple drawn again after the sequence began anew corrects nothing.
  if (body.kind === 'nippleBled') return s.exchange.steps[body.index]?.drawn ?? null;
  const same = (fact: Fact): boolean =>
    fact.kind === body.kind &&
    identity.every((k) => (fact as Record<string, unknown>)[k] === (body as Record<string, unknown>)[k]);
  const found = s.facts.findLast(same) ?? null;
  // Measured again after something was fitted: another set of parts, not a correction.
  const fitted = s.facts.findLast((f) => f.kind === 'partsFitted' && f.changed !== 'none');
  return found && fitted && found.at < fitted.at ? null : found;
}
