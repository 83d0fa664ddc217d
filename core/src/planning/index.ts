export * from './jobs';
export { type CalendarEntry, calendarOfCrew, calendarOfEvent } from './calendar-entries';
