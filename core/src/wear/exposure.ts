/** What a part has been through while it was on a car: track time, roads and bedding, in minutes of that car's usual venue. */
import type { Stint } from '../inventory';
import { type Logbook, ofKind } from '../logbook';
import type { Fact } from '../model';
import { sessionsOfCar } from '../sessions';
import { WET_SHARE, severitiesOf } from './severity';

/** One stretch of driving that wore a part. */
export interface Exposure {
  factId: string;
  /** Null off the track. */
  venueId: string | null;
  /** When it came in, or when it was written down. */
  at: string;
  /** On track, min; none on a road. */
  minutes: number;
  laps: number | null;
  isWet: boolean;
  /** The same in dry minutes at a usual venue of the car. */
  usualMin: number;
}

/** Road kilometres that wear as a usual minute of track does, and braking applications of a bedding run that do. Own figures. */
export const ROAD_KM_A_MINUTE = 250;
export const APPLICATIONS_A_MINUTE = 4;

/** What of a list, oldest first, happened while a part was on. */
function during<T>(list: readonly T[], atOf: (item: T) => string, { from, until }: Stint): readonly T[] {
  const first = from === null ? 0 : list.findIndex((item) => atOf(item) > from.at);
  if (first < 0) return [];
  const end = until === null ? -1 : list.findIndex((item, i) => i >= first && atOf(item) > until);
  return list.slice(first, end < 0 ? undefined : end);
}
const atOf = (f: Fact): string => f.at;

/** Off the track nobody drives at a venue: roads by their kilometres, bedding by its applications. */
const offTrack = (factId: string, at: string, usualMin: number): Exposure => ({
  factId,
  venueId: null,
  at,
  minutes: 0,
  laps: null,
  isWet: false,
  usualMin,
});

/** Everything that a part was driven in, oldest first. */
export function exposuresOf(logbook: Logbook, stints: readonly Stint[]): Exposure[] {
  return stints
    .flatMap((stint): Exposure[] => {
      const car = logbook.cars.get(stint.carId);
      if (!car) return [];
      const facts = logbook.factsOfCar(car.id);
      const severities = severitiesOf(logbook, car, stint.axle);
      const onTrack = during(sessionsOfCar(logbook, car.id), (s) => s.fact.at, stint).map(({ fact, minutes }) => {
        const venue = logbook.venues.get(logbook.events.get(fact.eventId)?.venueId ?? '');
        return {
          factId: fact.id,
          venueId: venue?.id ?? null,
          at: fact.at,
          minutes,
          laps: fact.laps,
          isWet: fact.isWet,
          usualMin: minutes * severities.of(venue) * (fact.isWet ? WET_SHARE : 1),
        };
      });
      return [
        ...onTrack,
        ...during(ofKind(facts, 'roadUse'), atOf, stint).map((f) => offTrack(f.id, f.at, f.km / ROAD_KM_A_MINUTE)),
        ...during(ofKind(facts, 'beddingDriven'), atOf, stint).map((f) =>
          offTrack(f.id, f.at, f.applications.length / APPLICATIONS_A_MINUTE),
        ),
      ];
    })
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}

/** Later than any moment. */
export const EVER = '9999';

/** Usual minutes after one moment and up to another. */
export const usualMinBetween = (exposures: readonly Exposure[], after: string, upTo: string): number =>
  exposures.reduce((sum, e) => (e.at > after && e.at <= upTo ? sum + e.usualMin : sum), 0);
