/** What a part has been through: track time while it was on a car, in minutes of that car's usual venue. */
import type { Stint } from '../inventory';
import type { Logbook } from '../logbook';
import { type TrackSession, sessionsOfCar } from '../sessions';
import { WET_SHARE, severitiesOf } from './severity';

/** One session that wore a part. */
export interface Exposure {
  sessionId: string;
  venueId: string | null;
  /** When it came in. */
  at: string;
  /** On track, min. */
  minutes: number;
  laps: number | null;
  isWet: boolean;
  /** The same in dry minutes at a usual venue of the car. */
  usualMin: number;
}

/** The sessions of a car while a part was on it. */
function sessionsDuring(sessions: readonly TrackSession[], { from, until }: Stint): readonly TrackSession[] {
  const first = from === null ? 0 : sessions.findIndex((s) => s.fact.at > from.at);
  if (first < 0) return [];
  const end = until === null ? -1 : sessions.findIndex((s, i) => i >= first && s.fact.at > until);
  return sessions.slice(first, end < 0 ? undefined : end);
}

/** Every session that a part was driven in, oldest first. */
export function exposuresOf(logbook: Logbook, stints: readonly Stint[]): Exposure[] {
  return stints
    .flatMap((stint): Exposure[] => {
      const car = logbook.cars.get(stint.carId);
      if (!car) return [];
      const severities = severitiesOf(logbook, car, stint.axle);
      return sessionsDuring(sessionsOfCar(logbook, car.id), stint).map(({ fact, minutes }) => {
        const venue = logbook.venues.get(logbook.events.get(fact.eventId)?.venueId ?? '');
        return {
          sessionId: fact.id,
          venueId: venue?.id ?? null,
          at: fact.at,
          minutes,
          laps: fact.laps,
          isWet: fact.isWet,
          usualMin: minutes * severities.of(venue) * (fact.isWet ? WET_SHARE : 1),
        };
      });
    })
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}

/** Later than any moment. */
export const EVER = '9999';

/** Usual minutes after one moment and up to another. */
export const usualMinBetween = (exposures: readonly Exposure[], after: string, upTo: string): number =>
  exposures.reduce((sum, e) => (e.at > after && e.at <= upTo ? sum + e.usualMin : sum), 0);
