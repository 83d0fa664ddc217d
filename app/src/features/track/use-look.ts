import { useMemo } from 'react';
import {
  type Car,
  type SessionLook,
  type TrackSession,
  brakeSheetOf,
  heatCase,
  outlookOf,
  planOf,
  withDucts,
} from '@calvik/core';
import { goingOut } from '@calvik/core/track';
import { type FastenerNames, fastenerNames } from '@calvik/words';
import { useLogbook, useToday } from '../../state/hooks';

/** What every panel of the look is drawn from. */
export interface PanelProps {
  car: Car;
  session: TrackSession;
  look: SessionLook;
  onDone: () => void;
}

/** What the nuts and bolts of a car are called on its sheet. */
export function useFastenerNames(car: Car): FastenerNames {
  const logbook = useLogbook();
  return useMemo(() => fastenerNames(brakeSheetOf(logbook, car).fasteners), [logbook, car]);
}

/** The look as it stands, with what the heat model says is normal where it has been computed. */
export function useLook(car: Car, session: TrackSession) {
  const logbook = useLogbook();
  const today = useToday();
  return useMemo(() => {
    const event = logbook.events.get(session.fact.eventId) ?? null;
    const venue = logbook.venues.get(event?.venueId ?? '');
    const found = venue && heatCase(logbook, car, venue, withDucts(logbook, car, planOf(session)));
    const known = found && found.missing.length === 0 && outlookOf.has(found.heatCase);
    const outlook = known ? outlookOf(found.heatCase) : null;
    return { ...goingOut(logbook, car, event, session, today, outlook), outlook };
  }, [logbook, car, session, today]);
}
