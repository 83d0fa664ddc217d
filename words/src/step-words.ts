import type { ServiceJudgement, StepId } from '@calvik/core';

/** Where a step is. */
export type StepAt = Pick<StepId, 'corner' | 'axle' | 'turn'>;

/** What a step is called, and what to do in it, in one sentence. */
export interface StepWords {
  name: (at: StepAt, s?: StepSubject) => string;
  what: (at: StepAt, s: StepSubject) => string;
  /** The usual caution, where it applies. */
  caution?: string;
}

/** What of a service its steps are named by. */
export type StepSubject = Pick<ServiceJudgement, 'car' | 'sheet' | 'exchange'>;
