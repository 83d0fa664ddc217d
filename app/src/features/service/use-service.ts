import { useMemo } from 'react';
import {
  type Fact,
  type Finding,
  type Logbook,
  type ServiceJudgement,
  type ServiceStep,
  axleOfCorner,
  judgeService,
  stepOfReading,
} from '@calvik/core';
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
  ? Omit<
      F,
      'id' | 'at' | 'recordedAt' | 'by' | 'replaces' | 'because' | 'jobId' | 'carId' | 'outOfTurn' | 'explanation'
    >
  : never;
/** A fact of a service without what is filled in when it is saved. */
export type StepFact = Body<Fact>;

/**
 * That readings of a step contradict each other, with what they leave standing; empty where they agree. The third one is taken from nothing, not
 * from one of them.
 */
/** What is missing before a step may be saved: the sentence, and where it is answered. */
export interface Missing {
  says: string;
  /** The name of the group that it is answered in. */
  at?: string;
  /** Gives the keys to the line that is empty. */
  select?: () => void;
}
/** What a step makes: its facts, or what is missing. */
export type Made = StepFact[] | string | Missing;

export function disagreeing({ corners }: ServiceJudgement, { kind, corner }: ServiceStep): Finding[] {
  if (!corner || (kind !== 'pads' && kind !== 'rotor')) return [];
  const { padJudgement, rotorJudgement } = corners.corners[corner];
  const found = (kind === 'pads' ? padJudgement : rotorJudgement)?.findings ?? [];
  const isSaid = (f: Finding): boolean => f.code === 'padReadingsDisagree' || f.code === 'rotorReadingsDisagree';
  return found.some(isSaid) ? found.filter((f) => f.verdict === 'stop' || isSaid(f)) : [];
}

/** The reading of this service that a new one would correct; null where it is the first, or where doing it again is no correction. */
export function standingReading(s: ServiceJudgement, body: StepFact): Fact | null {
  const step = stepOfReading(body as Fact);
  if (!step) return null;
  // A nipple drawn again after the sequence began anew corrects nothing.
  if (body.kind === 'nippleBled') return s.exchange.steps[body.index]?.drawn ?? null;
  if (body.kind === 'clutchBled') return s.exchange.clutch;
  const found = s.facts.findLast((f) => f.kind === body.kind && stepOfReading(f)?.key === step.key) ?? null;
  // Measured again after something was fitted there: another set of parts, not a correction.
  const axle = step.corner ? axleOfCorner(step.corner) : step.axle;
  const fitted = s.facts.findLast((f) => f.kind === 'partsFitted' && f.changed !== 'none' && f.axle === axle);
  return found && fitted && found.at < fitted.at ? null : found;
}
