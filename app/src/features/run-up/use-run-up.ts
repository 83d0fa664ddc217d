import { useEffect, useMemo, useState } from 'react';
import { type Logbook, type RunUpEvent, comingEvents, judgeEvent, runUp } from '@calvik/core';
import { useAppSelector, useLoaded, useLogbook, useToday } from '../../state/hooks';

/** Up to here the board is judged in one go; beyond, event by event with room for the thumb between. */
const CARS_AT_ONCE = 40;

/**
 * The board: judged here once the logbook has been read, and until then as the server judged it with the same function.
 * @returns null while neither is here
 */
export function useRunUp(): RunUpEvent[] | null {
  const logbook = useLogbook();
  const today = useToday();
  const loaded = useLoaded();
  const fromServer = useAppSelector((state) => state.logbook.runUp?.events ?? null);
  const events = useMemo(() => (loaded ? comingEvents(logbook, today) : []), [loaded, logbook, today]);
  const many = events.reduce((sum, e) => sum + logbook.bookingsOfEvent(e.id).length, 0) > CARS_AT_ONCE;
  const atOnce = useMemo(() => (loaded && !many ? runUp(logbook, today) : null), [loaded, many, logbook, today]);
  const inTurn = useInTurn(many ? events : null, logbook, today);
  return atOnce ?? inTurn ?? fromServer;
}

/** Judges one event after the other; hands out the last whole board until the next is whole. */
function useInTurn(
  events: Parameters<typeof judgeEvent>[1][] | null,
  logbook: Logbook,
  today: string,
): RunUpEvent[] | null {
  const [board, setBoard] = useState<RunUpEvent[] | null>(null);
  useEffect(() => {
    if (!events) return;
    const judged: RunUpEvent[] = [];
    let timer: ReturnType<typeof setTimeout>;
    const next = (): void => {
      const event = events[judged.length];
      if (!event) return setBoard(judged);
      judged.push(judgeEvent(logbook, event, today));
      timer = setTimeout(next);
    };
    timer = setTimeout(next);
    return () => clearTimeout(timer);
  }, [events, logbook, today]);
  return events ? board : null;
}
