/** The shop’s trailers: away with an event from load-up until its last day. */
import { type LocalDate, plusDays } from '../calendar';
import { loadUpOf } from '../demand';
import type { Logbook } from '../logbook';
import type { Finding, TrackEvent } from '../model';
import { scheduleFinding } from './findings';

/**
 * That an event counts on trailers that are away at another then: said of the first day on which they do not do.
 * @param event as it stands, or as it is being typed
 * @returns null where they do, or where nobody has said how many there are
 */
export function trailersShort(
  logbook: Logbook,
  event: Pick<TrackEvent, 'id' | 'startDate' | 'endDate' | 'loadUpDate' | 'trailers'>,
): Finding | null {
  const has = logbook.shop.trailers;
  if (has === null || event.trailers === 0) return null;
  const others = [...logbook.events.values()].filter((e) => !e.archived && e.id !== event.id && e.trailers > 0);
  const isAway = (e: typeof event, day: LocalDate): boolean => loadUpOf(e) <= day && day <= e.endDate;
  for (let day = loadUpOf(event); day <= event.endDate; day = plusDays(day, 1)) {
    const away = others.filter((e) => isAway(e, day));
    const wanted = away.reduce((n, e) => n + e.trailers, event.trailers);
    if (wanted > has)
      return scheduleFinding(
        'trailersShort',
        'needsWork',
        {},
        { has, wanted, on: day, events: away.map((e) => e.name).sort() },
      );
  }
  return null;
}
