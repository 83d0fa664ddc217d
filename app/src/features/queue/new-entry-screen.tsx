import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type TrackEvent, carLabel, dateIn } from '@calvik/core';
import { isOver, queueStates } from '@calvik/core/queue';
import { queueEntry } from '@calvik/core/model/schemas';
import type { Saved } from '../../api/client';
import { useSaveFact } from '../../facts/save-fact';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { useLogbook, useSync } from '../../state/hooks';
import { fieldErrors } from '../../state/new-record';
import { useDraft } from '../../state/use-draft';
import { useOwnIds } from '../../state/use-own-ids';
import { useSay } from '../../state/use-say';
import { ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { Empty, MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { type EntryDraft, MoreFields, WantChips, emptyDraft, readEntry } from './entry-fields';

export function NewInQueueScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const event = useLogbook().events.get(id);
  return event ? <NewPage event={event} /> : <Gone what="event" back="/" />;
}

type Draft = EntryDraft & { kind: 'booked' | 'walkIn'; carId: string };

/** A car for the queue: a booked one by its name, a walk-in by three things; all else later. */
function NewPage({ event }: { event: TrackEvent }) {
  const router = useRouter();
  const logbook = useLogbook();
  const sync = useSync();
  const say = useSay();
  const { idFor } = useOwnIds();
  const { saveFacts, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const [isMore, setMore] = useState(false);
  const [isSaving, setSaving] = useState(false);
  const { timeZone } = logbook.shop;
  const now = new Date().toISOString();
  const waiting = new Set(
    queueStates(logbook, event.id, now).flatMap((s) => (isOver(s) || s.entry.carId === null ? [] : [s.entry.carId])),
  );
  const cars = logbook
    .bookingsOfEvent(event.id)
    .flatMap((b) => logbook.cars.get(b.carId) ?? [])
    .filter((c) => !c.archived && !waiting.has(c.id))
    .sort((a, b) => a.name.localeCompare(b.name));
  const { draft, change, clear } = useDraft<Draft>(`queue.${event.id}`, {
    ...emptyDraft,
    kind: cars.length > 0 ? 'booked' : 'walkIn',
    carId: '',
  });
  const set = (over: Partial<Draft>): void => {
    setSentence(null);
    change(over);
  };
  const isWalkIn = draft.kind === 'walkIn';
  const save = async (): Promise<void> => {
    const moment = new Date().toISOString();
    const car = isWalkIn ? null : (cars.find((c) => c.id === draft.carId) ?? null);
    if (!isWalkIn && !car) return setSentence('Choose the car.');
    if (isWalkIn && (draft.driver.trim() === '' || draft.car.trim() === ''))
      return setSentence('Who is it, and which car?');
    const typed = readEntry(draft, moment, timeZone);
    if (typeof typed === 'string') return setSentence(typed);
    const body = {
      id: idFor('entry'),
      version: 0,
      archived: false,
      eventId: event.id,
      carId: car?.id ?? null,
      walkIn: isWalkIn ? { driver: draft.driver.trim(), car: draft.car.trim(), phone: draft.phone.trim() } : null,
      arrivedAt: moment,
      ...typed,
    };
    const checked = queueEntry.safeParse(body);
    if (!checked.success) return setSentence(fieldErrors(checked.error, say)[0]?.message ?? 'This cannot be saved.');
    if (draft.said.length > 0) {
      const isSaved = await saveFacts(
        [
          {
            draft: {
              kind: 'queueMove',
              queueEntryId: body.id,
              ...(car ? { carId: car.id } : {}),
              move: { move: 'said', complaints: draft.said },
            },
            given: { id: idFor('said') },
          },
        ],
        dateIn(moment, timeZone),
        [{ collection: 'queueEntries', body: checked.data as Saved }],
      );
      if (!isSaved) return;
    } else {
      setSaving(true);
      const result = await sync.save('queueEntries', checked.data as Saved);
      setSaving(false);
      if (result.state === 'refused') return setSentence(result.sentence);
    }
    clear();
    router.replace(routes.queueEntry(event.id, body.id));
  };
  const groups = [...new Set(event.timetable.map((s) => s.group).filter(Boolean))].sort();
  return (
    <Screen
      title="Into the queue"
      above={event.name}
      back={routes.queue(event.id)}
      notice={sentence ?? problem}
      footer={
        <MainButton onPress={() => void save()} loading={saving || isSaving}>
          Put it in the queue
        </MainButton>
      }
    >
      <Segments
        label="Who"
        value={draft.kind}
        onChange={(kind) => set({ kind })}
        options={[
          { value: 'booked', label: 'Booked car' },
          { value: 'walkIn', label: 'Walk-in' },
        ]}
      />
      {isWalkIn ? (
        <View style={styles.fields}>
          <LineInput label="Driver" value={draft.driver} onChange={(driver) => set({ driver })} maxLength={60} />
          <LineInput label="Car" value={draft.car} onChange={(car) => set({ car })} maxLength={60} />
        </View>
      ) : cars.length === 0 ? (
        <Empty text="No car is booked, or all are in the queue." />
      ) : (
        <ChoiceChips
          label="Car"
          value={draft.carId}
          onChange={(carId) => set({ carId })}
          options={cars.map((c) => ({ value: c.id, label: carLabel(logbook, c.id) }))}
        />
      )}
      <Section title="Wants">
        <WantChips label="Wants" chosen={draft.wants} onChange={(wants) => set({ wants })} />
      </Section>
      {isMore ? (
        <>
          {isWalkIn ? (
            <LineInput label="Phone" value={draft.phone} onChange={(phone) => set({ phone })} maxLength={40} />
          ) : null}
          <MoreFields draft={draft} set={set} isWalkIn={isWalkIn} groups={groups} />
        </>
      ) : (
        <MainButton mode="text" onPress={() => setMore(true)}>
          What the driver says, when it goes out, fluid
        </MainButton>
      )}
    </Screen>
  );
}

const styles = StyleSheet.create({ fields: { gap: 10 } });
