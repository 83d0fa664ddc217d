import { useContext, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { DatePickerInput, DatePickerModal, en, enGB, registerTranslation } from 'react-native-paper-dates';
import { DateHabitContext } from './date-habit';
import { IconButton } from './screen';

registerTranslation('en-GB', enGB);
registerTranslation('en-US', en);

const toDate = (text: string): Date | undefined => {
  const [y, m, d] = text.split('-').map(Number);
  return y && m && d ? new Date(y, m - 1, d) : undefined;
};
const fromDate = (date: Date | undefined): string =>
  date
    ? `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`
    : '';

/** A date typed or picked, as `YYYY-MM-DD`: a bare one, for dialogs and lists that are no form. */
export function DateInput({
  label,
  value,
  onChange,
  invalid,
  optional = false,
}: {
  label: string;
  value: string;
  onChange: (date: string) => void;
  invalid: boolean;
  /** May be empty: what stands there can be taken away again. */
  optional?: boolean;
}) {
  const [open, setOpen] = useState(false);
  const habit = useContext(DateHabitContext);
  return (
    <View style={styles.row}>
      <View style={styles.input}>
        <DatePickerInput
          locale={habit}
          label={label}
          aria-label={label}
          mode="outlined"
          value={toDate(value)}
          onChange={(date) => onChange(fromDate(date))}
          inputMode="start"
          withModal={false}
          hasError={invalid}
          hideValidationErrors
        />
      </View>
      {optional && value !== '' ? (
        <IconButton icon="close" label={`Clear: ${label}`} onPress={() => onChange('')} />
      ) : null}
      <IconButton icon="calendar" label={`Pick: ${label}`} onPress={() => setOpen(true)} />
      <DatePickerModal
        locale={habit}
        mode="single"
        startWeekOnMonday
        label={label}
        visible={open}
        date={toDate(value)}
        onDismiss={() => setOpen(false)}
        onConfirm={({ date }) => {
          setOpen(false);
          onChange(fromDate(date));
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flex: 1, flexDirection: 'row', alignItems: 'center', minWidth: 0 },
  input: { flex: 1, minWidth: 0, flexDirection: 'row' },
});
