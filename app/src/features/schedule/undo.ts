import { useSyncExternalStore } from 'react';
import type { Job, Logbook } from '@calvik/core';
import type { Sync } from '../../state/sync';

/** One step that can be taken back: the jobs as they stood before it, null for one that was not there. */
interface Step {
  text: string;
  before: { id: string; job: Job | null }[];
}

let steps: Step[] = [];
const listeners = new Set<() => void>();
const changed = (next: Step[]): void => {
  steps = next;
  for (const listener of listeners) listener();
};

export const remember = (step: Step): void => changed([...steps.slice(-19), step]);

/** The last step on this device, until the page is left for good. */
export const useLastStep = (): Step | null =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => steps.at(-1) ?? null,
    () => null,
  );

/** Puts the jobs of the last step back as they stood. @returns what the server had against it, or null */
export async function undoLast(sync: Sync, logbook: Logbook): Promise<string | null> {
  const step = steps.at(-1);
  if (!step) return null;
  const back = step.before.flatMap(({ id, job }) => {
    const now = logbook.jobs.get(id);
    return now
      ? [{ collection: 'jobs' as const, body: job ? { ...job, version: now.version } : { ...now, archived: true } }]
      : [];
  });
  const result = back.length > 0 ? await sync.saveAll(back) : null;
  if (result?.state === 'refused') return result.sentence;
  changed(steps.slice(0, -1));
  return null;
}
