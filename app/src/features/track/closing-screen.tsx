import { type Href, useLocalSearchParams, useRouter } from 'expo-router';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TextInput } from 'react-native-paper';
import {
  carLabel,
  type Booking,
  type Car,
  type Job,
  type TrackEvent,
  openJobsOfCar,
  recordDefaults,
  traceOf,
  usualDurationMin,
  workKey,
} from '@calvik/core';
import { type ClosingItem, closingOf } from '@calvik/core/track';
import { closingNames } from '@calvik/words/track';
import { afterEventText } from '@calvik/words/documents/after-event';
import { useCrewOnDuty, useLogbook, useSync, useToday } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useDraft } from '../../state/use-draft';
import { useTokens } from '../../theme/use-tokens';
import { Icon } from '../../ui/icons';
import { LineInput } from '../../ui/line-input';
import { MainButton, Screen, Section } from '../../ui/screen';
import { SignButton } from '../../ui/sign-button';
import { Text } from '../../ui/text';
import { FindingLines } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { openFile } from '../../files/open-file';
import { routes } from '../../routes';
import { useSaveFact } from '../../facts/save-fact';
import { newRecord } from '../../state/new-record';
import { BleedHere } from './bleed-here';
import { jobAtEvent, newJobAtEvent } from './use-track';

export function ClosingScreen() {
  const { id, booking: bookingId } = useLocalSearchParams<{ id: string; booking: string }>();
  const logbook = useLogbook();
  const event = logbook.events.get(id);
  const booking = logbook.bookings.get(bookingId);
  const car = logbook.cars.get(booking?.carId ?? '');
  if (!event || !booking || !car) return <Gone what="booking" back="/" />;
  return <ClosingPage key={booking.id} event={event} booking={booking} car={car} />;
}

/** The end of an event for one car: what goes back on, what the customer is told, and the record closed. */
function ClosingPage({ event, booking, car }: { event: TrackEvent; booking: Booking; car: Car }) {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const sync = useSync();
  const { idFor, anew } = useOwnIds();
  const crew = useCrewOnDuty();
  const { saveFact, saveFacts, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const closing = closingOf(logbook, booking, car, event, today);
  const customer = logbook.customers.get(car.customerId);
  const { draft, change, clear } = useDraft(`closing.${booking.id}`, { advice: '', text: '' });
  const text = draft.text || afterEventText(logbook, booking, today);
  const last = closing.sessions.at(-1);
  /** The planned work that does it, or the job of this event. */
  const tick = async (item: 'ductsOff'): Promise<void> => {
    if (!crew) return setSentence('Choose who is on duty first, so that this entry carries a name.');
    const key = workKey(item);
    const planned = openJobsOfCar(logbook, car.id).find((j) => j.covers.includes(key));
    const job = planned ?? jobAtEvent(logbook, car.id, event.id) ?? newJobAtEvent(logbook, car.id, event.id, crew.id);
    const isNew = !logbook.jobs.has(job.id);
    const made = isNew ? { ...job, id: idFor('job') } : job;
    await saveFacts(
      [{ draft: { kind: 'workDone', carId: car.id, jobId: made.id, items: [key], minutes: null } }],
      today,
      isNew ? [{ collection: 'jobs', body: made }] : [],
    );
  };
  const service = async (): Promise<void> => {
    if (!crew) return setSentence('Choose who is on duty first, so that this entry carries a name.');
    const planned = openJobsOfCar(logbook, car.id).find((j) => j.kind === 'service');
    if (planned) return router.push(routes.service(planned.id));
    const job: Job = {
      ...newRecord(),
      ...recordDefaults.jobs,
      id: idFor('service'),
      kind: 'service',
      carId: car.id,
      eventId: null,
      crewId: crew.id,
      startAt: new Date().toISOString(),
      durationMin: usualDurationMin.service,
      notes: `After ${event.name}`,
    };
    const made = await sync.save('jobs', job);
    if (made.state === 'refused') return setSentence(made.sentence);
    anew();
    router.push(routes.service(job.id));
  };
  const tell = async (): Promise<void> => {
    if (!customer) return setSentence('There is no customer to tell.');
    const result = await sync.save('messages', {
      ...newRecord(),
      id: idFor(`message ${text.trim()}`),
      customerId: customer.id,
      bookingId: booking.id,
      queueEntryId: null,
      about: 'afterEvent',
      to: customer.phone,
      text: text.trim().slice(0, 800),
      writtenAt: new Date().toISOString(),
      told: null,
    });
    setSentence(result.state === 'refused' ? result.sentence : null);
  };
  const close = async (): Promise<void> => {
    const isSaved = await saveFact(
      {
        kind: 'eventClosed',
        carId: car.id,
        bookingId: booking.id,
        open: closing.open.slice(0, 60).map(traceOf),
        advice: draft.advice.trim(),
      },
      today,
    );
    if (isSaved) clear();
  };
  const actionOf = (item: ClosingItem): { label: string; to: Href | (() => void) } | null => {
    if (item.kind === 'told' || item.kind === 'waste' || item.kind === 'due' || item.isDone) return null;
    switch (item.kind) {
      case 'sessions':
        return last ? { label: 'Look at it', to: routes.look(car.id, last.fact.id) } : null;
      case 'ducts':
        return item.findings.some((f) => f.code === 'closeDuctsOn')
          ? { label: 'Ducts are off', to: () => void tick('ductsOff') }
          : last
            ? { label: 'Look at it', to: routes.look(car.id, last.fact.id) }
            : null;
      case 'roadPads':
        return { label: 'Put them on', to: () => void service() };
      case 'shelf':
        return last ? { label: 'Read the pads', to: routes.look(car.id, last.fact.id) } : null;
      case 'fluid':
        return item.findings.some((f) => f.values['work'] === 'flush')
          ? { label: 'Record the flush', to: routes.flush(car.id) }
          : null;
    }
  };
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={`After ${event.name}`}
      back={routes.eventDay(event.id)}
      notice={sentence ?? problem}
      footer={
        <SignButton onSign={() => void close()} disabled={saving}>
          {closing.closed
            ? 'Close again'
            : closing.open.length > 0
              ? `Close with ${closing.open.length} open`
              : 'Close the event'}
        </SignButton>
      }
    >
      {closing.closed ? <Text as="strong">Closed. What comes to light later still stands here.</Text> : null}
      <View>
        {closing.items.map((item) => {
          const action = actionOf(item);
          return (
            <Line key={item.kind} item={item} closed={closingNames[item.kind]}>
              {action ? (
                <MainButton
                  mode="outlined"
                  onPress={() => (typeof action.to === 'function' ? action.to() : router.push(action.to))}
                >
                  {action.label}
                </MainButton>
              ) : null}
              {item.kind === 'fluid' && !item.isDone && !action ? <BleedHere car={car} eventId={event.id} /> : null}
            </Line>
          );
        })}
      </View>
      <Section title="What the customer is told">
        <TextInput
          mode="outlined"
          label="Text"
          aria-label="Text"
          value={text}
          onChangeText={(value) => change({ text: value })}
          multiline
          numberOfLines={6}
          maxLength={800}
        />
        <View style={styles.row}>
          <View style={styles.grow}>
            <MainButton onPress={() => void tell()}>To the messages</MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => openFile(`/api/bookings/${booking.id}/after-event.pdf`)}>
              The sheet
            </MainButton>
          </View>
        </View>
        <LineInput
          label="Advice, on the sheet"
          value={draft.advice}
          onChange={(advice) => change({ advice })}
          maxLength={1000}
        />
      </Section>
    </Screen>
  );
}

function Line({ item, closed, children }: { item: ClosingItem; closed: string; children: ReactNode }) {
  const t = useTokens();
  return (
    <View style={[styles.item, { borderColor: t.rule }]} testID={`closing-${item.kind}`}>
      <View style={styles.head}>
        {item.isDone ? <Icon name="check" size={20} color={t.ink} /> : null}
        <Text as={item.isDone ? 'body' : 'strong'} style={styles.grow}>
          {closed}
        </Text>
      </View>
      <FindingLines findings={item.findings} />
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  item: { borderBottomWidth: 1, paddingVertical: 10, gap: 8 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  row: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
});
