import { DatePickerInput } from 'react-native-paper-dates';

const toDate = (text: string): Date | undefined => {
  const [y, m, d] = text.split('-').map(Number);
  return y && m && d ? new Date(y, m - 1, d) : undefined;
};
const fromDate = (date: Date | undefined): string =>
  date
    ? `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`
    : '';

/** A date typed or picked, as `YYYY-MM-DD`. Loaded with the first form that asks for one. */
export default function DateInput({
  label,
  value,
  onChange,
  invalid,
}: {
  label: string;
  value: string;
  onChange: (date: string) => void;
  invalid: boolean;
}) {
  return (
    <DatePickerInput
      locale="en-GB"
      label={label}
      aria-label={label}
      mode="outlined"
      value={toDate(value)}
      onChange={(date) => onChange(fromDate(date))}
      inputMode="start"
      hasError={invalid}
      hideValidationErrors
    />
  );
}
