import { useEffect, useMemo, useState } from 'react';
import { type Car, type TrackSession, heatCase, judgeFluid, outlookOf, planOf, withDucts } from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { sessionHeat } from '../../workers/heat-worker';
import '../../workers/heat-here';

export interface LongestSession {
  /** Minutes like the driven ones that keep the fluid's margin; null where even a session as long as that does. */
  minutes: number | null;
  /** False until it has been computed, and where it cannot be. */
  isKnown: boolean;
}

/** What the next session may last, by the heat model: computed in the worker, said when it is there. */
export function useLongestSession(car: Car, session: TrackSession): LongestSession {
  const logbook = useLogbook();
  const today = useToday();
  const asked = useMemo(() => {
    const event = logbook.events.get(session.fact.eventId) ?? null;
    const venue = logbook.venues.get(event?.venueId ?? '');
    const found = venue && heatCase(logbook, car, venue, withDucts(logbook, car, planOf(session)));
    const boils = judgeFluid(logbook, car, event, today).boilingOnDay?.value ?? null;
    return found && found.missing.length === 0 && boils !== null
      ? { heatCase: found.heatCase, limitC: boils - logbook.shop.demandedMarginC }
      : null;
  }, [logbook, car, session, today]);
  const [found, setFound] = useState<{ minutes: number | null } | null>(null);
  useEffect(() => {
    if (!asked) return;
    let isMine = true;
    sessionHeat(asked.heatCase, asked.limitC, logbook.shop.peakCertaintyPercent)
      .then(({ outlook, longestMin }) => {
        if (!outlookOf.has(asked.heatCase)) outlookOf.remember(asked.heatCase, outlook);
        if (isMine) setFound({ minutes: longestMin });
      })
      // Without it the decision stands on what was looked at.
      .catch(() => undefined);
    return () => {
      isMine = false;
    };
  }, [asked, logbook.shop.peakCertaintyPercent]);
  return { minutes: found?.minutes ?? null, isKnown: found !== null };
}
