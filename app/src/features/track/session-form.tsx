import { useLocalSearchParams, useRouter } from 'expo-router';
import { type ReactNode, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type CameIn,
  type Car,
  type Complaint,
  type TrackEvent,
  complaints,
  dateIn,
  instantAt,
  isClosed,
  judgeTrack,
  parseQuantity,
  plusDays,
  preferredUnit,
  readTime,
  sessionsAt,
  timeIn,
  carLabel,
} from '@calvik/core';
import { readCount } from '@calvik/core/units';
import { sessionsOfDay } from '@calvik/core/sessions';
import { complaintWords } from '@calvik/words';
import { useCrewOnDuty, useLogbook } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useDraft } from '../../state/use-draft';
import { Chips, ChoiceChips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { recordText } from '../../ui/quantity-text';
import { SayAll } from '../../ui/say-all';
import { Empty, MainButton, Screen, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { CameInField } from '../../fields/came-in-field';
import { FindingLines } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';
import { type NewFact, useSaveFact } from '../../facts/save-fact';
import { jobAtEvent, newJobAtEvent } from './use-track';

export function NewSessionScreen() {
  const { id, car: carId } = useLocalSearchParams<{ id: string; car?: string }>();
  const logbook = useLogbook();
  const event = logbook.events.get(id);
  const [chosen, choose] = useState(carId ?? '');
  if (!event) return <Gone what="event" back="/" />;
  const cars = logbook.bookingsOfEvent(event.id).flatMap((b) => {
    const car = logbook.cars.get(b.carId);
    return car && !car.archived && !isClosed(logbook, b) ? [car] : [];
  });
  const car = cars.find((c) => c.id === chosen);
  return (
    <SessionPage key={car?.id ?? ''} event={event} car={car ?? null}>
      <Section title="Which car">
        {cars.length === 0 ? <Empty text="No car is booked to this event, or all are closed." /> : null}
        <ChoiceChips
          label="Car"
          value={chosen}
          onChange={choose}
          options={cars
            .sort((a, b) => a.name.localeCompare(b.name))
            .map((c) => ({ value: c.id, label: carLabel(logbook, c.id) }))}
        />
      </Section>
    </SessionPage>
  );
}

interface SessionDraft {
  out: string;
  in: string;
  laps: string;
  air: string;
  traits: ('isWet' | 'brakesHeld')[];
  cameIn: CameIn | null;
  said: Complaint[];
  words: string;
  isNothing: boolean;
}

/** A session in ten seconds: times stand there already, the driver is asked. */
function SessionPage({ event, car, children }: { event: TrackEvent; car: Car | null; children: ReactNode }) {
  const router = useRouter();
  const logbook = useLogbook();
  const { idFor } = useOwnIds();
  const crew = useCrewOnDuty();
  const { system } = useUnits();
  const { saveFacts, saving, problem } = useSaveFact();
  const [sentence, setSentence] = useState<string | null>(null);
  const { timeZone } = logbook.shop;
  const [opened] = useState(() => new Date().toISOString());
  const today = dateIn(opened, timeZone);
  const nowTime = timeIn(opened, timeZone);
  const booking = car && logbook.bookingsOfEvent(event.id).find((b) => b.carId === car.id);
  const slot = sessionsOfDay(event, today, booking?.group ?? null).findLast((s) => s.from <= nowTime);
  const driven = car ? sessionsAt(logbook, car.id, event.id) : [];
  const lastAir =
    [...logbook.bookingsOfEvent(event.id)]
      .flatMap((b) => sessionsAt(logbook, b.carId, event.id))
      .sort((a, b) => a.fact.at.localeCompare(b.fact.at))
      .at(-1)?.fact.airTempC ??
    event.session?.airTempC ??
    20;
  const minutesAgo = (minutes: number): string =>
    timeIn(new Date(Date.parse(opened) - minutes * 60_000).toISOString(), timeZone);
  const { draft, change, clear } = useDraft<SessionDraft>(`session.${event.id}.${car?.id ?? ''}.${driven.length}`, {
    out: slot && minutesAgo(slot.minutes + 20) <= slot.from ? slot.from : minutesAgo(event.session?.drivenMin ?? 20),
    in: nowTime,
    laps: '',
    air: recordText(lastAir, 'temperature', system),
    traits: [],
    cameIn: null,
    said: [],
    words: '',
    isNothing: false,
  });
  const set = (over: Partial<SessionDraft>): void => {
    setSentence(null);
    change(over);
  };
  const save = async (): Promise<void> => {
    if (!car) return setSentence('Choose the car.');
    if (!crew) return setSentence('Choose who is on duty first, so that this entry carries a name.');
    const [out, back] = [readTime(draft.out), readTime(draft.in)];
    if (!out || !back) return setSentence('Give the times like 14:05.');
    const air = parseQuantity(draft.air, 'temperature', preferredUnit('temperature', system));
    if (!air.ok) return setSentence('The air temperature cannot be read.');
    const laps = draft.laps.trim() === '' ? null : (readCount(draft.laps, ['lap', 'laps']) ?? Number.NaN);
    if (laps !== null && (!Number.isInteger(laps) || laps < 1)) return setSentence('Laps are whole: 8.');
    if (!draft.isNothing && draft.said.length === 0 && draft.words.trim() === '')
      return setSentence('Ask the driver: choose what was said, or “Nothing to say”.');
    if (!draft.cameIn) return setSentence('Easy laps before it came in: none, one, two, or “Don’t know”?');
    const now = new Date().toISOString();
    // Seconds count for what cools: a car that came in this minute came in now.
    const inAt = back === timeIn(now, timeZone) ? now : instantAt(today, back, timeZone);
    const outAt = instantAt(out > back ? plusDays(today, -1) : today, out, timeZone);
    if (inAt > now) return setSentence('It has not come in yet at that time.');
    const last = driven.at(-1);
    if (last && outAt < last.fact.at)
      return setSentence(`Session ${last.nth} came in at ${timeIn(last.fact.at, timeZone)}: this one goes out later.`);
    const id = idFor('session');
    // The first session makes the job of this event: none without the other.
    const job = { ...newJobAtEvent(logbook, car.id, event.id, crew.id), id: idFor('job') };
    const session: NewFact = {
      kind: 'sessionDriven',
      carId: car.id,
      eventId: event.id,
      outAt,
      laps,
      coolDownLap: draft.cameIn === 'easyLap' || draft.cameIn === 'twoEasyLaps',
      cameIn: draft.cameIn,
      ...(draft.traits.includes('brakesHeld') ? { brakesHeld: true } : {}),
      isWet: draft.traits.includes('isWet'),
      airTempC: air.value,
      ducts: null,
      complaints: draft.said,
      words: draft.words.trim(),
      isNothingToSay: draft.isNothing,
    };
    const isSaved = await saveFacts(
      [{ draft: session, given: { id, at: inAt } }],
      today,
      jobAtEvent(logbook, car.id, event.id) ? [] : [{ collection: 'jobs', body: job }],
    );
    if (!isSaved) return;
    clear();
    router.replace(routes.look(car.id, id));
  };
  const state = car && judgeTrack(logbook, car);
  return (
    <Screen
      title="New session"
      above={event.name}
      back={routes.eventDay(event.id)}
      notice={sentence ?? problem}
      footer={
        <MainButton onPress={() => void save()} loading={saving}>
          Save, then look
        </MainButton>
      }
    >
      {children}
      {state && state.verdict === 'stop' ? <FindingLines findings={[state.headline]} /> : null}
      <View style={styles.row}>
        <LineInput label="Out" value={draft.out} read={readTime} onChange={(out) => set({ out })} style={styles.grow} />
        <LineInput
          label="In"
          value={draft.in}
          read={readTime}
          onChange={(back) => set({ in: back })}
          style={styles.grow}
        />
        <LineInput label="Laps" value={draft.laps} onChange={(laps) => set({ laps })} style={styles.grow} />
        <LineInput label="Air" value={draft.air} onChange={(air) => set({ air })} style={styles.grow} />
      </View>
      <CameInField value={draft.cameIn} onChange={(cameIn) => set({ cameIn })} />
      <Chips
        label="Session"
        chosen={draft.traits}
        onChange={(traits) => set({ traits })}
        options={[
          { value: 'isWet', label: 'Wet' },
          { value: 'brakesHeld', label: 'Parked, brakes held' },
        ]}
      />
      <Section title="The driver says">
        <SayAll
          label="Nothing to say"
          on={draft.isNothing}
          onPress={() => set({ isNothing: !draft.isNothing, said: [], words: '' })}
        />
        <Chips
          label="The driver"
          chosen={draft.said}
          onChange={(said) => set({ said, isNothing: false })}
          options={complaints.map((c) => ({ value: c, label: complaintWords[c].says }))}
        />
        <LineInput
          label="In the driver’s words"
          value={draft.words}
          onChange={(words) => set({ words, isNothing: false })}
          maxLength={1000}
        />
      </Section>
      <Text as="small">Save at once: the rotors cool while you type.</Text>
    </Screen>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', gap: 8 }, grow: { flex: 1, minWidth: 0 } });
