import { type LocalDate, plusDays } from '../calendar';
import type { TrackEvent } from '../model';

/** The day on which the cars of an event are loaded: as it was said, else the day before. Work for the event is done by then. */
export const loadUpOf = (event: Pick<TrackEvent, 'startDate' | 'loadUpDate'>): LocalDate =>
  event.loadUpDate ?? plusDays(event.startDate, -1);
