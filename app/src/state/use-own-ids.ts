import { useCallback, useRef } from 'react';
import { v7 as uuidv7 } from 'uuid';

/**
 * Ids for what a page is going to make, each by a name of its own: asked for again it is the same, so that a second tap saves the first one's record and
 * not another.
 * @returns `idFor`, and `anew` for when what was made is done with
 */
export function useOwnIds(): { idFor: (name: string) => string; anew: () => void } {
  const ids = useRef(new Map<string, string>());
  const idFor = useCallback((name: string): string => {
    const known = ids.current.get(name) ?? uuidv7();
    ids.current.set(name, known);
    return known;
  }, []);
  const anew = useCallback((): void => ids.current.clear(), []);
  return { idFor, anew };
}
