import { useMemo } from 'react';
import { type RunUpEvent, runUp } from '@calvik/core';
import { useAppSelector, useLoaded, useLogbook, useToday } from '../../store/hooks';

/**
 * The board: judged here once the logbook has been read, and until then as the server judged it with the same function.
 * @returns null while neither is here
 */
export function useRunUp(): RunUpEvent[] | null {
  const logbook = useLogbook();
  const today = useToday();
  const loaded = useLoaded();
  const fromServer = useAppSelector((state) => state.logbook.board);
  return useMemo(
    () => (loaded ? runUp(logbook, today) : (fromServer?.events ?? null)),
    [loaded, logbook, today, fromServer],
  );
}
