/** The timetable of an event. */
import type { LocalDate } from '../calendar';
import type { PlannedSession, TrackEvent } from '../model';

/** Sessions of a day, in order; of one group, and those of everybody. */
export const sessionsOfDay = (event: TrackEvent, day: LocalDate, group: string | null): PlannedSession[] =>
  event.timetable
    .filter((s) => s.day === day && (group === null || s.group === '' || s.group === group))
    .sort((a, b) => a.from.localeCompare(b.from));
