import { View } from 'react-native';
import type { WeekHours } from '@calvik/core';
import { readTimeSpan, writeTimeSpan } from '@calvik/core/calendar';
import { LineInput } from '../ui/line-input';

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** A week as typed: a line for each day, "8:00 to 17:00", empty for a day without work. */
export const weekText = (week: WeekHours): string[] => week.map((d) => (d ? writeTimeSpan(d) : ''));

/** Hours as they were understood, however they were written. @example spanAsRead('7.30-15h') // '07:30 to 15:00' */
export function spanAsRead(text: string): string | null {
  const span = readTimeSpan(text);
  return span && span.to > span.from ? writeTimeSpan(span) : null;
}

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
        <LineInput
          key={name}
          dense
          label={name}
          placeholder="no work"
          read={spanAsRead}
          value={week[i] ?? ''}
          onChange={(text) => onChange(week.map((w, k) => (k === i ? text : w)))}
        />
      ))}
    </View>
  );
}
