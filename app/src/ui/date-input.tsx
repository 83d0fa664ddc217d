import { createElement, useContext, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import { dateIn, isLocalDate, longDate, shortDate } from '@calvik/core/calendar';
import { readDate, writeDate } from '@calvik/core/calendar/read-date';
import { DatePickerContext, TimeZoneContext, dateHabitOf } from './date-habit';
import { IconButton } from './screen';
import { Text } from './text';

/**
 * A date typed or picked: a bare one, for dialogs and lists that are no form. It holds what it shows: a date, nothing, or the text that is none, which
 * whoever saves refuses. Below it stands the date in words.
 * @param value `YYYY-MM-DD`, or what was typed and cannot be read
 */
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
  // What is being typed, until the field is left: then it shows what it holds.
  const [typing, setTyping] = useState<string | null>(null);
  // What stood there when it was entered: a date that follows another one changes nothing under the hand.
  const [entered, setEntered] = useState<string | null>(null);
  const timeZone = useContext(TimeZoneContext);
  const DatePicker = useContext(DatePickerContext);
  const habit = dateHabitOf(timeZone);
  const order = habit === 'en-US' ? 'monthFirst' : 'dayFirst';
  const isDate = isLocalDate(value);
  const shown = isDate ? writeDate(value, order) : value;
  const readIt = (text: string): string | null => readDate(text, order, dateIn(new Date().toISOString(), timeZone));
  // Half a date is none: it is read when the field is left, so that nothing follows a day that nobody meant.
  const type = (text: string): void => {
    setTyping(text);
    onChange(text.trim());
  };
  const leave = (): void => {
    if (typing !== null) onChange(readIt(typing) ?? typing.trim());
    setTyping(null);
    setEntered(null);
  };
  const isWrong = typing === null && value !== '' && !isDate;
  const words = isDate ? `${shortDate(value).split(' ')[0]} ${longDate(value)}` : isWrong ? 'Not a date' : '';
  return (
    <View style={styles.whole}>
      <View style={styles.row}>
        <TextInput
          mode="outlined"
          label={label}
          aria-label={label}
          value={typing ?? entered ?? shown}
          selectTextOnFocus
          onFocus={() => setEntered(shown)}
          onChangeText={type}
          onBlur={leave}
          placeholder={order === 'dayFirst' ? '5.1.2027' : '1/5/2027'}
          error={(invalid && typing === null) || isWrong}
          style={styles.input}
        />
        {optional && value !== '' ? (
          <IconButton
            icon="close"
            label={`Clear: ${label}`}
            onPress={() => {
              setTyping(null);
              onChange('');
            }}
          />
        ) : null}
        {DatePicker ? <IconButton icon="calendar" label={`Pick: ${label}`} onPress={() => setOpen(true)} /> : null}
      </View>
      {words ? (
        <Text as="small" tone={isWrong ? 'amber' : undefined}>
          {words}
        </Text>
      ) : null}
      {DatePicker && open
        ? createElement(DatePicker, {
            label,
            value,
            habit,
            onClose: () => setOpen(false),
            onPick: (date) => {
              setOpen(false);
              setTyping(null);
              onChange(date);
            },
          })
        : null}
    </View>
  );
}

const styles = StyleSheet.create({
  whole: { flex: 1, minWidth: 0, gap: 2 },
  row: { flexDirection: 'row', alignItems: 'center', minWidth: 0 },
  input: { flex: 1, minWidth: 0 },
});
