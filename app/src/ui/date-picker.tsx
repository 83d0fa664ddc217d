import { DatePickerModal, en, enGB, registerTranslation } from 'react-native-paper-dates';
import { isLocalDate } from '@calvik/core/calendar';
import type { DatePickerProps } from './date-habit';

registerTranslation('en-GB', enGB);
registerTranslation('en-US', en);

const toDate = (text: string): Date | undefined => {
  const [y, m, d] = isLocalDate(text) ? text.split('-').map(Number) : [];
  return y && m && d ? new Date(y, m - 1, d) : undefined;
};
const fromDate = (date: Date | undefined): string =>
  date
    ? `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`
    : '';

/** A calendar to pick a day from. It comes when somebody opens it first: every date can be typed as well. */
export function DatePicker({ label, value, habit, onPick, onClose }: DatePickerProps) {
  return (
    <DatePickerModal
      locale={habit}
      mode="single"
      startWeekOnMonday
      label={label}
      visible
      date={toDate(value)}
      onDismiss={onClose}
      onConfirm={({ date }) => onPick(fromDate(date))}
    />
  );
}
