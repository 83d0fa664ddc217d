import { View } from 'react-native';
import { TextInput } from 'react-native-paper';
import { type WeekHours, readTimeSpan } from '@calvik/core';

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** A week as typed: a line for each day, "8:00 to 17:00", empty for a day without work. */
export const weekText = (week: WeekHours): string[] => week.map((d) => (d ? `${d.from} to ${d.to}` : ''));

/** Reads a typed week. @returns the week, or the day that cannot be read */
export function readWeek(lines: readonly string[]): { week: WeekHours } | { day: number; message: string } {
  const week: WeekHours = [];
  for (const [day, text] of lines.entries()) {
    if (text.trim() === '') {
      week.push(null);
      continue;
    }
    const span = readTimeSpan(text);
    if (!span) return { day, message: `${weekdays[day]}: like 8:00 to 17:00, or empty.` };
    if (span.to <= span.from) return { day, message: `${weekdays[day]} ends before it begins.` };
    week.push(span);
  }
  return { week };
}

/** A line for each day of the week. */
export function WeekFields({ week, onChange }: { week: string[]; onChange: (week: string[]) => void }) {
  return (
    <View style={{ gap: 8 }}>
      {weekdays.map((name, i) => (
        <TextInput
          key={name}
          mode="outlined"
          dense
          label={name}
          aria-label={name}
          placeholder="no work"
          value={week[i] ?? ''}
          onChangeText={(text) => onChange(week.map((w, k) => (k === i ? text : w)))}
        />
      ))}
    </View>
  );
}
