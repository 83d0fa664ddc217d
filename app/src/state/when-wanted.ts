import { useSyncExternalStore } from 'react';
import { WIDE } from '../theme/tokens';

/** So long the run-up is left alone before anything is fetched ahead, unless somebody touches it, ms. */
const QUIET_MS = 5_500;
/** What somebody does when they want more than what is shown. */
const SIGNS = ['pointerdown', 'keydown', 'wheel'] as const;

let isWanted = false;
const waiting = new Set<() => void>();

function want(): void {
  if (isWanted) return;
  isWanted = true;
  for (const sign of SIGNS) removeEventListener(sign, want, true);
  for (const go of waiting) go();
  waiting.clear();
}

/**
 * Begins to watch: a phone's processor first draws what the server has judged. Whatever else it could do ahead waits for a touch, or until the page has
 * been quiet for a while; any other page than the run-up, and a wide screen, want all of it at once.
 */
export function watchForWanted(path = location.pathname): void {
  if (path !== '/' || innerWidth >= WIDE) return want();
  for (const sign of SIGNS) addEventListener(sign, want, true);
  setTimeout(want, QUIET_MS);
}

const subscribe = (go: () => void): (() => void) => {
  waiting.add(go);
  return () => waiting.delete(go);
};
/** Whether more than the first page is wanted by now. */
export const useWanted = (): boolean => useSyncExternalStore(subscribe, () => isWanted);
/** Resolves when more is wanted. */
export const whenWanted = (): Promise<void> => new Promise((go) => (isWanted ? go() : waiting.add(go)));
