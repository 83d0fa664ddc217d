import { useSyncExternalStore } from 'react';
import type { Job, Logbook } from '@calvik/core';
import { read, write } from '../../state/storage';
import type { Sync } from '../../state/sync';

/** One step that can be taken back: the jobs as they stood before it, null for one that was not there, and as it left them. */
interface Step {
  text: string;
  before: { id: string; job: Job | null; after: Job }[];
}

const KEY = 'calvik.undo';
/** A plan of a large shop is long, and what waits for the server shares the device's store. */
const KEPT = 5;
let steps: Step[] = (read<Step[]>(KEY) ?? []).filter((s) => s.before.every((b) => b.after));
const listeners = new Set<() => void>();
const changed = (next: Step[]): void => {
  steps = next;
  write(KEY, next.slice(-KEPT));
  for (const listener of listeners) listener();
};

export const remember = (step: Step): void => changed([...steps.slice(-19), step]);

/** The last step on this device. */
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
  // What somebody else has changed since is kept: only what the step did is taken back.
  const back = step.before.flatMap(({ id, job, after }) =>
    logbook.jobs.has(id)
      ? [{ collection: 'jobs' as const, body: job ?? { ...after, archived: true }, base: after }]
      : [],
  );
  const result = back.length > 0 ? await sync.saveAll(back) : null;
  if (result?.state === 'refused') return result.sentence;
  changed(steps.slice(0, -1));
  return null;
}
