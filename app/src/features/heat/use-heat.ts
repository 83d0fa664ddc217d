import { useEffect, useMemo, useState } from 'react';
import {
  type Car,
  type DrivenSession,
  type HeatCase,
  type Help,
  type TrackEvent,
  heatCase,
  helpLimits,
  shelfFor,
  outlookOf,
} from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import type { HeatRunResult } from '../../workers/heat-tasks';
import { cancelHeat, helpForCase, runHeatCase } from '../../workers/heat-worker';
import '../../workers/heat-here';

/** A run as far as it is. */
export interface Running<T> {
  result: T | null;
  /** 0 to 1 while something is computed; null otherwise. */
  progress: number | null;
  problem: string | null;
}

/** The case of a car in a session somebody is looking at. */
export function useHeatCase(car: Car, event: TrackEvent | null, session: DrivenSession) {
  const logbook = useLogbook();
  return useMemo(() => {
    const venue = event ? logbook.venues.get(event.venueId) : undefined;
    return venue ? { venue, ...heatCase(logbook, car, venue, session) } : null;
  }, [logbook, car, event, session]);
}

/** Runs a case in the worker; the answer for an earlier one is passed over. */
export function useHeatRun(
  c: HeatCase | null,
  certaintyPercent: number,
): Running<HeatRunResult> & { cancel: () => void; again: () => void } {
  const [state, setState] = useState<Running<HeatRunResult> & { of: HeatCase | null }>({
    result: null,
    progress: null,
    problem: null,
    of: null,
  });
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    if (!c) return;
    let isMine = true;
    const update = (over: Partial<Running<HeatRunResult>>): void => {
      if (isMine) setState((now) => ({ ...now, ...over, of: c }));
    };
    update({ progress: 0, problem: null });
    runHeatCase(c, certaintyPercent, (progress) => update({ progress: progress < 1 ? progress : null }))
      .then((result) => {
        // What the gates ask for next is here already.
        if (!outlookOf.has(c)) outlookOf.remember(c, result.outlook);
        update({ result, progress: null });
      })
      .catch((error: unknown) =>
        update({ progress: null, problem: error instanceof Error ? error.message : String(error) }),
      );
    return () => {
      isMine = false;
    };
  }, [c, certaintyPercent, turn]);
  const cancel = (): void => {
    cancelHeat();
    setState((now) => ({ ...now, progress: null, problem: 'Stopped.' }));
  };
  return { ...state, cancel, again: () => setTurn(turn + 1) };
}

/** What would help, computed once the run itself is there. */
export function useHelp(c: HeatCase | null, isReady: boolean, car: Car, event: TrackEvent | null): Help[] | null {
  const logbook = useLogbook();
  const today = useToday();
  const [found, setFound] = useState<{ help: Help[] } | null>(null);
  useEffect(() => {
    if (!c || !isReady) return;
    let isMine = true;
    helpForCase(
      c,
      shelfFor(logbook, car, event, today),
      helpLimits(logbook, car, event, today),
      logbook.shop.peakCertaintyPercent,
    )
      .then((help) => {
        if (isMine) setFound({ help });
      })
      .catch(() => undefined);
    return () => {
      isMine = false;
    };
  }, [c, isReady, logbook, car, event, today]);
  // What was found before stays until the next is: a list that blinks cannot be pressed.
  return found?.help ?? null;
}
