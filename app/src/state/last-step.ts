import type { StepKey } from '@calvik/core';
import { read, write } from './storage';

const KEY = 'calvik.lastStep';

/** A step of a service that this device was on. */
export interface LastStep {
  jobId: string;
  key: StepKey;
}

/** The step that this device was on last: also after a flat battery. */
export const lastStep = (): LastStep | null => read<LastStep>(KEY);
export const rememberStep = (step: LastStep): void => write(KEY, step);
