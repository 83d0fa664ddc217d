import { useCallback, useState } from 'react';
import { read, remove, write } from './storage';

const DRAFT = 'calvik.draft.';

/** State that survives a reload, a crash and a dead battery: every change is kept on the device until it is cleared. */
export function useDraft<T extends object>(
  key: string,
  initial: T,
): { draft: T; change: (over: Partial<T>) => void; clear: () => void; isRestored: boolean } {
  const [stored] = useState(() => read<T>(DRAFT + key));
  const [draft, setDraft] = useState<T>(() => ({ ...initial, ...stored }));
  const change = useCallback(
    (over: Partial<T>) =>
      setDraft((now) => {
        const next = { ...now, ...over };
        write(DRAFT + key, next);
        return next;
      }),
    [key],
  );
  const clear = useCallback(() => remove(DRAFT + key), [key]);
  return { draft, change, clear, isRestored: stored !== null };
}
