import { useMemo } from 'react';
import { type Car, type Fact, type FluidJudgement, type TrackEvent, judgeFluid, withFacts } from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';

/** The next event that a car is booked to, running ones included. */
export function useNextEvent(carId: string): TrackEvent | null {
  const logbook = useLogbook();
  const today = useToday();
  return useMemo(() => {
    const coming = logbook
      .bookingsOfCar(carId)
      .map((b) => logbook.events.get(b.eventId))
      .filter((e): e is TrackEvent => e !== undefined && !e.archived && e.endDate >= today)
      .sort((a, b) => a.startDate.localeCompare(b.startDate));
    return coming[0] ?? null;
  }, [logbook, carId, today]);
}

/** The event named in the address, or the car's next one. */
export function useEventFor(carId: string, eventId: string | undefined): TrackEvent | null {
  const logbook = useLogbook();
  const next = useNextEvent(carId);
  const named = eventId ? logbook.events.get(eventId) : undefined;
  return named && !named.archived ? named : next;
}

/** The judgement of a car's fluid, also with a fact that is still being typed. */
export function useFluid(car: Car, event: TrackEvent | null, draft?: Fact | null): FluidJudgement {
  const logbook = useLogbook();
  const today = useToday();
  return useMemo(
    () => judgeFluid(draft ? withFacts(logbook, [draft]) : logbook, car, event, today),
    [logbook, car, event, today, draft],
  );
}
