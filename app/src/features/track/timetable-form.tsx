import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Booking,
  type PlannedSession,
  type TrackEvent,
  dateSpan,
  daysBetween,
  plusDays,
  readTime,
  shortDate,
  carLabel,
} from '@calvik/core';
import { readCount } from '@calvik/core/units';
import { useLogbook, useSync, useToday } from '../../state/hooks';
import { useDraft } from '../../state/use-draft';
import { LineInput } from '../../ui/line-input';
import { IconButton, MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';

export function TimetableScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const event = useLogbook().events.get(id);
  return event ? <TimetablePage key={event.id} event={event} /> : <Gone what="event" back="/" />;
}

interface Row {
  day: string;
  from: string;
  minutes: string;
  group: string;
}
const rowOf = (s: PlannedSession): Row => ({ day: s.day, from: s.from, minutes: String(s.minutes), group: s.group });

/** The sessions of an event, typed once; and which group each car drives in. */
function TimetablePage({ event }: { event: TrackEvent }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const sync = useSync();
  const days = Array.from({ length: daysBetween(event.startDate, event.endDate) + 1 }, (_, i) =>
    plusDays(event.startDate, i),
  );
  const [day, setDay] = useState(days.includes(today) ? today : days[0]!);
  const { draft, change, clear, openedAs } = useDraft<{ rows: Row[]; groups: Record<string, string> }, TrackEvent>(
    `timetable.${event.id}`,
    {
      rows: event.timetable.map(rowOf),
      groups: {},
    },
    event,
  );
  const [sentence, setSentence] = useState<string | null>(null);
  const [saving, setSaving] = useState(false);
  const set = (rows: Row[]): void => {
    setSentence(null);
    change({ rows });
  };
  const bookings = logbook.bookingsOfEvent(event.id);
  const groupOf = (b: Booking): string => draft.groups[b.id] ?? b.group;
  const add = (): void => {
    const own = draft.rows.filter((r) => r.day === day);
    const last = own.at(-1);
    const from = last ? readTime(last.from) : null;
    const next = from ? Number(from.slice(0, 2)) * 60 + Number(from.slice(3)) + 60 : 9 * 60;
    const time = `${String(Math.floor(next / 60) % 24).padStart(2, '0')}:${String(next % 60).padStart(2, '0')}`;
    set([...draft.rows, { day, from: time, minutes: last?.minutes ?? '20', group: last?.group ?? '' }]);
  };
  const save = async (): Promise<void> => {
    const timetable: PlannedSession[] = [];
    for (const row of draft.rows) {
      const from = readTime(row.from);
      const minutes = readCount(row.minutes, ['min']) ?? Number.NaN;
      if (!from) return setSentence(`${shortDate(row.day)}: “${row.from}” is no time. Give it like 09:30.`);
      if (!Number.isInteger(minutes) || minutes < 3 || minutes > 240)
        return setSentence(`${shortDate(row.day)} ${from}: 3 to 240 whole minutes.`);
      if (row.group.trim().length > 20) return setSentence('A group has a short name: A, novice.');
      timetable.push({ day: row.day, from, minutes, group: row.group.trim() });
    }
    timetable.sort((a, b) => a.day.localeCompare(b.day) || a.from.localeCompare(b.from));
    setSaving(true);
    const regrouped = bookings.filter((b) => groupOf(b).trim() !== b.group);
    const result = await sync.saveAll([
      { collection: 'events', body: { ...event, timetable }, base: openedAs },
      ...regrouped.map((b) => ({
        collection: 'bookings' as const,
        body: { ...b, group: groupOf(b).trim().slice(0, 20) },
      })),
    ]);
    setSaving(false);
    if (result.state === 'refused') return setSentence(result.sentence);
    clear();
    router.replace(routes.eventDay(event.id));
  };
  return (
    <Screen
      title="Timetable"
      above={`${event.name}, ${dateSpan(event.startDate, event.endDate)}`}
      back={routes.eventDay(event.id)}
      notice={sentence}
      footer={
        <MainButton onPress={() => void save()} loading={saving}>
          Save the timetable
        </MainButton>
      }
    >
      {days.length > 1 ? (
        <Segments
          label="Day"
          value={day}
          onChange={setDay}
          options={days.map((d) => ({ value: d, label: shortDate(d) }))}
        />
      ) : null}
      <Section
        title="Sessions"
        aside={
          <MainButton mode="text" icon="plus" onPress={add}>
            Add a session
          </MainButton>
        }
      >
        {draft.rows.every((r) => r.day !== day) ? <Text tone="inkSoft">None on this day yet.</Text> : null}
        {draft.rows.map((row, i) =>
          row.day === day ? (
            <View key={i} style={styles.row}>
              <LineInput
                dense
                label={`From, session ${i + 1}`}
                value={row.from}
                read={readTime}
                onChange={(from) => set(draft.rows.map((r, j) => (j === i ? { ...r, from } : r)))}
                style={styles.grow}
              />
              <LineInput
                dense
                label={`Minutes, session ${i + 1}`}
                value={row.minutes}
                onChange={(minutes) => set(draft.rows.map((r, j) => (j === i ? { ...r, minutes } : r)))}
                style={styles.grow}
              />
              <LineInput
                dense
                label={`Group, session ${i + 1}`}
                value={row.group}
                onChange={(group) => set(draft.rows.map((r, j) => (j === i ? { ...r, group } : r)))}
                style={styles.grow}
              />
              <IconButton
                icon="close"
                label={`Take session ${i + 1} out`}
                onPress={() => set(draft.rows.filter((_, j) => j !== i))}
              />
            </View>
          ) : null,
        )}
        <Text as="small">Without a group a session is for everybody.</Text>
      </Section>
      <Section title="Which group each car drives in">
        {bookings.map((b) => (
          <View key={b.id} style={styles.row}>
            <Text style={styles.wide}>{carLabel(logbook, b.carId) || 'A car that is gone'}</Text>
            <LineInput
              dense
              label={`Group of ${carLabel(logbook, b.carId)}`}
              value={groupOf(b)}
              onChange={(group) => change({ groups: { ...draft.groups, [b.id]: group } })}
              style={styles.grow}
            />
          </View>
        ))}
      </Section>
    </Screen>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  wide: { flex: 1.4, minWidth: 0 },
});
