import { type ComponentType, createContext } from 'react';

/** Time zones of the United States, where the month is written first. */
const MONTH_FIRST =
  /^(America\/(New_York|Detroit|Chicago|Denver|Phoenix|Boise|Los_Angeles|Anchorage|Juneau|Nome|Adak|Menominee|Indiana\/.*|Kentucky\/.*|North_Dakota\/.*)|Pacific\/Honolulu|US\/.*)$/;

export type DateHabit = 'en-GB' | 'en-US';

/**
 * How people where the shop is write a date: the day first, or the month.
 * @example dateHabitOf('America/Chicago') // 'en-US'
 */
export const dateHabitOf = (timeZone: string): DateHabit => (MONTH_FIRST.test(timeZone) ? 'en-US' : 'en-GB');

/** Where the shop is: the app provides it, every date field reads and writes by that place's habit and by its day. */
export const TimeZoneContext = createContext('UTC');

export interface DatePickerProps {
  label: string;
  /** `YYYY-MM-DD`, or what is no date. */
  value: string;
  habit: DateHabit;
  onPick: (date: string) => void;
  onClose: () => void;
}
/** The calendar to pick a day from: the app provides it, for its code comes later than that of the fields. */
export const DatePickerContext = createContext<ComponentType<DatePickerProps> | null>(null);
