import { useEffect, useMemo, useState } from 'react';
import type { Logbook, RunUpEvent, TrackEvent, judgeEvent } from '@calvik/core';
import { useAgreedLogbook, useAppSelector, useLoaded, useToday } from '../../state/hooks';
import { useWanted } from '../../state/when-wanted';
import { useRunUpJudge } from '../lazy-screen';

/** Up to here the board is judged in one go; beyond, event by event with room for the thumb between. */
const CARS_AT_ONCE = 40;

/**
 * The board: judged here once the logbook and the code that judges it are here, and until then as the server judged it with the same function.
 * @returns null while neither is here
 */
export function useRunUp(): RunUpEvent[] | null {
  const logbook = useAgreedLogbook();
  const today = useToday();
  const loaded = useLoaded();
  // The server has judged these very facts with the same function: it is not done once more before more is wanted.
  const isAsServer = useAppSelector(
    ({ logbook: l }) =>
      l.runUp !== null && l.runUp.cursor === l.cursor && l.runUp.today === today && l.unsent.length === 0,
  );
  const isWanted = useWanted();
  const code = useRunUpJudge(loaded && (isWanted || !isAsServer));
  const judge = loaded && !isAsServer ? code : null;
  const fromServer = useAppSelector((state) => state.logbook.runUp?.events ?? null);
  const events = useMemo(() => judge?.comingEvents(logbook, today) ?? [], [judge, logbook, today]);
  const many = events.reduce((sum, e) => sum + logbook.bookingsOfEvent(e.id).length, 0) > CARS_AT_ONCE;
  const atOnce = useMemo(() => (judge && !many ? judge.runUp(logbook, today) : null), [judge, many, logbook, today]);
  const inTurn = useInTurn(judge && many ? events : null, judge?.judgeEvent ?? null, logbook, today);
  return atOnce ?? inTurn ?? fromServer;
}

/** Judges one event after the other; hands out the last whole board until the next is whole. */
function useInTurn(
  events: TrackEvent[] | null,
  judge: typeof judgeEvent | null,
  logbook: Logbook,
  today: string,
): RunUpEvent[] | null {
  const [board, setBoard] = useState<RunUpEvent[] | null>(null);
  useEffect(() => {
    if (!events || !judge) return;
    const judged: RunUpEvent[] = [];
    let timer: ReturnType<typeof setTimeout>;
    const next = (): void => {
      const event = events[judged.length];
      if (!event) return setBoard(judged);
      judged.push(judge(logbook, event, today));
      timer = setTimeout(next);
    };
    timer = setTimeout(next);
    return () => clearTimeout(timer);
  }, [events, judge, logbook, today]);
  return events ? board : null;
}
