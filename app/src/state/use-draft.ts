import { useCallback, useState } from 'react';
import { read, remove, write } from './storage';

const DRAFT = 'calvik.draft.';
const OPENED = '#opened';
const CURSOR = '.cursor';

/** Which line of a form has the keys; after a reload it has them still. @param first the one that has them in the beginning */
export function useCursor(
  key: string,
  first: string,
): [at: string, set: (to: string | ((now: string) => string)) => void] {
  const [at, setAt] = useState(() => read<string>(DRAFT + key + CURSOR) ?? first);
  const set = useCallback(
    (to: string | ((now: string) => string)) =>
      setAt((now) => {
        const next = typeof to === 'function' ? to(now) : to;
        write(DRAFT + key + CURSOR, next);
        return next;
      }),
    [key],
  );
  return [at, set];
}

/**
 * State that survives a reload, a crash and a dead battery: every change is kept on the device until it is cleared.
 * @param record what it was filled in from: what somebody else makes of it meanwhile is told by `openedAs`, the record as it was then
 */
export function useDraft<T extends object, R extends object = object>(
  key: string,
  initial: T,
  record?: R,
): {
  draft: T;
  change: (over: Partial<T>) => void;
  clear: () => void;
  isRestored: boolean;
  openedAs: R | undefined;
} {
  const [stored] = useState(() => read<T>(DRAFT + key));
  const [openedAs] = useState(() => read<R>(DRAFT + key + OPENED) ?? record);
  const [draft, setDraft] = useState<T>(() => ({ ...initial, ...stored }));
  const change = useCallback(
    (over: Partial<T>) =>
      setDraft((now) => {
        const next = { ...now, ...over };
        write(DRAFT + key, next);
        if (openedAs) write(DRAFT + key + OPENED, openedAs);
        return next;
      }),
    [key, openedAs],
  );
  const clear = useCallback(() => {
    remove(DRAFT + key);
    remove(DRAFT + key + OPENED);
    remove(DRAFT + key + CURSOR);
  }, [key]);
  return { draft, change, clear, isRestored: stored !== null, openedAs };
}
