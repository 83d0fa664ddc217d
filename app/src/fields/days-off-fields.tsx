import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type DayOff, isLocalDate, longDate } from '@calvik/core';
import { DateInput } from '../ui/date-input';
import { LineInput } from '../ui/line-input';
import { IconButton, MainButton } from '../ui/screen';
import { Segments } from '../ui/segments';
import { Text } from '../ui/text';

/** Days off as they are typed, before they are added. */
export interface TypedDaysOff {
  from: string;
  to: string;
  why: string;
  part: DayOff['part'];
}
export const noDaysTyped: TypedDaysOff = { from: '', to: '', why: '', part: 'day' };

const parts: { value: DayOff['part']; label: string }[] = [
  { value: 'day', label: 'All day' },
  { value: 'morning', label: 'Morning' },
  { value: 'afternoon', label: 'Afternoon' },
];

/** What was typed as days off. @returns null where nothing was, else the days or what is wrong with them */
export function readDaysOff({ from, to, why, part }: TypedDaysOff): { day: DayOff } | { message: string } | null {
  if (from === '' && to === '' && why.trim() === '') return null;
  if (from === '') return { message: 'Give the first day.' };
  for (const date of [from, to])
    if (date !== '' && !isLocalDate(date)) return { message: `“${date}” is not a date. Type it like 24 Dec 2026.` };
  if (to !== '' && to < from) return { message: 'The days end before they begin.' };
  return { day: { from, to: to || from, why: why.trim(), part: part ?? 'day' } };
}

const spanText = ({ from, to, why, part }: DayOff): string =>
  [
    from === to ? longDate(from) : `${longDate(from)} to ${longDate(to)}`,
    part === 'morning' ? 'mornings' : part === 'afternoon' ? 'afternoons' : '',
    why,
  ]
    .filter(Boolean)
    .join(', ');

/** Days on which somebody is not there, or the shop is shut: whole ones, mornings, afternoons. What is typed here and not added yet is saved with the page. */
export function DaysOffFields({
  days,
  onChange,
  typed,
  onType,
  what,
}: {
  days: readonly DayOff[];
  onChange: (days: DayOff[]) => void;
  typed: TypedDaysOff;
  onType: (typed: TypedDaysOff) => void;
  /** "day off", "day shut". */
  what: string;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const add = (): void => {
    const read = readDaysOff(typed);
    if (read === null) return setProblem('Give the first day.');
    if ('message' in read) return setProblem(read.message);
    setProblem(null);
    onChange([...days, read.day].sort((a, b) => a.from.localeCompare(b.from)));
    onType(noDaysTyped);
  };
  return (
    <View style={styles.all}>
      {days.map((d, i) => (
        <View key={`${d.from} ${d.part} ${i}`} style={styles.row}>
          <Text style={styles.grow}>{spanText(d)}</Text>
          <IconButton
            icon="close"
            label={`Take away ${d.from}`}
            onPress={() => onChange(days.filter((_, k) => k !== i))}
          />
        </View>
      ))}
      <View style={styles.date}>
        <DateInput
          label={`First ${what}`}
          value={typed.from}
          onChange={(from) => onType({ ...typed, from })}
          invalid={problem !== null && typed.from === ''}
          optional
        />
      </View>
      <View style={styles.date}>
        <DateInput
          label={`Last ${what}`}
          value={typed.to}
          onChange={(to) => onType({ ...typed, to })}
          invalid={typed.to !== '' && typed.to < typed.from}
          optional
        />
      </View>
      <Segments
        label={`Which part of each ${what}`}
        value={typed.part}
        options={parts}
        onChange={(part) => onType({ ...typed, part })}
      />
      <LineInput label="Why" value={typed.why} onChange={(why) => onType({ ...typed, why })} maxLength={80} />
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
      <MainButton mode="outlined" onPress={add}>
        Add these days
      </MainButton>
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 10 },
  row: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  date: { minHeight: 56, flexDirection: 'row' },
});
