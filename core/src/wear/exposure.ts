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

const isDuring = ({ fact }: TrackSession, { from, until }: Stint): boolean =>
  (from === null || fact.at > from.at) && (until === null || fact.at <= until);

/** Every session that a part was driven in, oldest first. */
export function exposuresOf(logbook: Logbook, stints: readonly Stint[]): Exposure[] {
  return stints
    .flatMap((stint): Exposure[] => {
      const car = logbook.cars.get(stint.carId);
      if (!car) return [];
      const severities = severitiesOf(logbook, car, stint.axle);
      return sessionsOfCar(logbook, car.id)
        .filter((s) => isDuring(s, stint))
        .map(({ fact, minutes }) => {
          const venueId = logbook.events.get(fact.eventId)?.venueId ?? null;
          const severity = venueId === null ? 1 : severities.of(venueId);
          return {
            sessionId: fact.id,
            venueId,
            at: fact.at,
            minutes,
            laps: fact.laps,
            isWet: fact.isWet,
            usualMin: minutes * severity * (fact.isWet ? WET_SHARE : 1),
          };
        });
    })
    .sort((a, b) => a.at.localeCompare(b.at));
}

/** Usual minutes after one moment and up to another. */
export const usualMinBetween = (exposures: readonly Exposure[], after: string, upTo: string): number =>
  exposures.reduce((sum, e) => (e.at > after && e.at <= upTo ? sum + e.usualMin : sum), 0);
