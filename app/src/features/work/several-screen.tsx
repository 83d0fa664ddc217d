import { useLocalSearchParams } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  type Booking,
  type Message,
  type TrackEvent,
  carLabel,
  dateIn,
  readFigure,
  shortDate,
  timeIn,
} from '@calvik/core';
import { type WorkItem, movedByDays, openJobsOfEvent, slotFindings, toldOf } from '@calvik/core/run-up';
import { counted, jobNames, workName } from '@calvik/words';
import { messageText } from '@calvik/words/documents/messages';
import { partText, workFindingText } from '@calvik/words/work';
import { logbookWith } from '../../state/logbook';
import { useAppStore, useLogbook, useSync, useToday } from '../../state/hooks';
import type { ToKeep } from '../../state/sync';
import { useOwnIds } from '../../state/use-own-ids';
import { useSay } from '../../state/use-say';
import { LineInput } from '../../ui/line-input';
import { MainButton, Screen, Section } from '../../ui/screen';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { TickLine } from '../../ui/tick';
import { FindingLines } from '../../facts/finding-line';
import { Gone } from '../../records/not-found-page';
import { newRecord } from '../../state/new-record';
import { remember } from '../schedule/undo';
import { useBreaks } from '../../records/use-breaks';
import { routes } from '../../routes';
import { useWorkLists } from './use-work';

export function SeveralScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const event = useLogbook().events.get(id);
  return event ? <SeveralPage event={event} /> : <Gone what="event" back="/" />;
}

interface OfCar {
  booking: Booking;
  name: string;
  items: readonly WorkItem[];
}

/** What is done to many cars of an event at once: work dropped, parts reserved, planned work moved, customers texted. Each is one entry: all of it, or nothing. */
function SeveralPage({ event }: { event: TrackEvent }) {
  const logbook = useLogbook();
  const lists = useWorkLists();
  const cars = logbook
    .bookingsOfEvent(event.id)
    .filter((b) => logbook.cars.get(b.carId)?.archived === false)
    .map((booking): OfCar => ({
      booking,
      name: carLabel(logbook, booking.carId),
      items: lists.get(booking.id) ?? [],
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
  return (
    <Screen title="Several at once" above={event.name} back={routes.workList(event.id) as string}>
      <Drop cars={cars} />
      <Reserve cars={cars} />
      <Move event={event} />
      <Texts cars={cars} />
    </Screen>
  );
}

/** Saves as one entry, says what it did or what is against it, and takes no second tap meanwhile. */
function useAllOrNothing(): {
  busy: boolean;
  told: { text: string; isProblem: boolean } | null;
  saveAll: (entries: readonly ToKeep[], done: string) => Promise<boolean>;
} {
  const sync = useSync();
  const [busy, setBusy] = useState(false);
  const [told, setTold] = useState<{ text: string; isProblem: boolean } | null>(null);
  const saveAll = async (entries: readonly ToKeep[], done: string): Promise<boolean> => {
    setBusy(true);
    const result = await sync.saveAll(entries);
    setBusy(false);
    const isRefused = result.state === 'refused';
    setTold(isRefused ? { text: result.sentence, isProblem: true } : { text: done, isProblem: false });
    return !isRefused;
  };
  return { busy, told, saveAll };
}

function Told({ told }: { told: { text: string; isProblem: boolean } | null }) {
  return told ? (
    <Text live tone={told.isProblem ? 'stop' : 'iron'}>
      {told.text}
    </Text>
  ) : null;
}

/** One line that is chosen or not. */
function Choice({
  name,
  small,
  tone,
  isChosen,
  onPress,
}: {
  name: string;
  small: string;
  tone?: 'amber';
  isChosen: boolean;
  onPress: () => void;
}) {
  return (
    <TickLine name={name} on={isChosen} onPress={onPress}>
      <Text as="strong">{name}</Text>
      {small ? (
        <Text as="small" tone={tone}>
          {small}
        </Text>
      ) : null}
    </TickLine>
  );
}

/** A set of keys that taps put in and take out. */
function useChosen(
  first: readonly string[] = [],
): [ReadonlySet<string>, (key: string) => void, (keys: string[]) => void] {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set(first));
  const flip = (key: string): void => {
    const next = new Set(chosen);
    if (!next.delete(key)) next.add(key);
    setChosen(next);
  };
  return [chosen, flip, (keys) => setChosen(new Set(keys))];
}

function Drop({ cars }: { cars: readonly OfCar[] }) {
  const logbook = useLogbook();
  const say = useSay();
  const { busy, told, saveAll } = useAllOrNothing();
  const [chosen, flip, setChosen] = useChosen();
  const [reason, setReason] = useState('');
  const [isAll, setAll] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const open = cars.flatMap((c) =>
    c.items
      .filter((i) => i.state === 'todo' || i.state === 'planned')
      .map((item) => ({ ...c, item, key: `${c.booking.id} ${item.key}` })),
  );
  const stuck = open.filter(({ item }) => item.impossible !== null);
  const shown = isAll ? open : stuck;
  const picked = shown.filter(({ key }) => chosen.has(key));
  const drop = async (): Promise<void> => {
    if (reason.trim() === '') return setProblem('Say why it is dropped.');
    setProblem(null);
    const entries = cars.flatMap(({ booking }): ToKeep[] => {
      const keys = picked.filter((p) => p.booking.id === booking.id).map((p) => p.item.key);
      const now = logbook.bookings.get(booking.id)!;
      const others = now.workChanges.filter((w) => !(w.change === 'drop' && keys.includes(w.item)));
      const drops = keys.map((item) => ({ change: 'drop' as const, item, reason: reason.trim() }));
      return keys.length > 0 ? [{ collection: 'bookings', body: { ...now, workChanges: [...others, ...drops] } }] : [];
    });
    if (!(await saveAll(entries, `Dropped: ${counted(picked.length, 'piece of work', 'pieces of work')}.`))) return;
    setChosen([]);
    setReason('');
  };
  return (
    <Section title="Drop work">
      {stuck.length === 0 ? <Text tone="inkSoft">Nothing is waiting for a decision.</Text> : null}
      <View testID="several-drop">
        {shown.map(({ key, name, item }) => (
          <Choice
            key={key}
            name={`${name}: ${workName(item.key, item.ownTitle).toLowerCase()}`}
            small={item.impossible ? workFindingText(item.impossible, say) : ''}
            tone="amber"
            isChosen={chosen.has(key)}
            onPress={() => flip(key)}
          />
        ))}
      </View>
      {open.length > stuck.length ? (
        <MainButton mode="text" onPress={() => setAll(!isAll)}>
          {isAll ? 'Only what is waiting for a decision' : 'Show all open work'}
        </MainButton>
      ) : null}
      {picked.length > 0 ? (
        <>
          <LineInput label="Why drop it" value={reason} onChange={setReason} maxLength={200} />
          {problem ? <Text tone="stop">{problem}</Text> : null}
          <MainButton mode="outlined" danger onPress={() => void drop()} loading={busy} disabled={busy}>
            {`Drop ${counted(picked.length, 'piece of work', 'pieces of work')}`}
          </MainButton>
        </>
      ) : null}
      <Told told={told} />
    </Section>
  );
}

function Reserve({ cars }: { cars: readonly OfCar[] }) {
  const logbook = useLogbook();
  const say = useSay();
  const { busy, told, saveAll } = useAllOrNothing();
  const [left, flip] = useChosen();
  const parts = cars.flatMap((c) =>
    c.items
      .filter((i) => i.state === 'todo' || i.state === 'planned')
      .flatMap((i) => i.parts)
      .flatMap((part) =>
        part.source === 'shelf' && part.partId !== null && !c.booking.reservedIds.includes(part.partId)
          ? [{ ...c, part, id: part.partId }]
          : [],
      ),
  );
  const picked = parts.filter(({ id }) => !left.has(id));
  const reserve = (): void => {
    const entries = cars.flatMap(({ booking }): ToKeep[] => {
      const ids = picked.filter((p) => p.booking.id === booking.id).map((p) => p.id);
      const now = logbook.bookings.get(booking.id)!;
      return ids.length > 0
        ? [{ collection: 'bookings', body: { ...now, reservedIds: [...new Set([...now.reservedIds, ...ids])] } }]
        : [];
    });
    void saveAll(entries, `Reserved: ${counted(picked.length, 'part')}.`);
  };
  return (
    <Section title="Reserve parts">
      {parts.length === 0 ? (
        <Text tone="inkSoft">Of what this work takes from the shelf, all that has a label is reserved.</Text>
      ) : null}
      <View testID="several-reserve">
        {parts.map(({ id, name, part }) => (
          <Choice
            key={id}
            name={`${part.name} for ${name}`}
            small={partText(part, say)}
            isChosen={!left.has(id)}
            onPress={() => flip(id)}
          />
        ))}
      </View>
      {picked.length > 0 ? (
        <MainButton mode="outlined" onPress={reserve} loading={busy} disabled={busy}>
          {`Reserve ${counted(picked.length, 'part')}`}
        </MainButton>
      ) : null}
      <Told told={told} />
    </Section>
  );
}

/** A plan that is moved by more was meant for another month. */
const MOST_DAYS = 60;

function Move({ event }: { event: TrackEvent }) {
  const logbook = useLogbook();
  const store = useAppStore();
  const today = useToday();
  const { busy, told, saveAll } = useAllOrNothing();
  const [left, flip] = useChosen();
  const [typed, setTyped] = useState('');
  const { timeZone } = logbook.shop;
  const jobs = openJobsOfEvent(logbook, event.id);
  const days = readFigure(typed);
  const canMove = days !== null && Number.isInteger(days) && days !== 0 && Math.abs(days) <= MOST_DAYS;
  const by = canMove ? days : 0;
  const { going, moved, entries, findings } = useMemo(() => {
    const going = openJobsOfEvent(logbook, event.id).filter((j) => !left.has(j.id));
    const moved = by === 0 ? [] : movedByDays(logbook, going, by);
    const entries = moved.map((body): ToKeep => ({ collection: 'jobs', body }));
    // Judged as they would all stand, not one by one beside those that go too.
    const after = by === 0 ? null : logbookWith(store.getState(), entries);
    const findings = new Map(moved.map((to) => [to.id, after ? slotFindings(after, to, today) : []]));
    return { going, moved, entries, findings };
  }, [logbook, event.id, left, by, store, today]);
  const when = (at: string): string => `${shortDate(dateIn(at, timeZone))} ${timeIn(at, timeZone)}`;
  const stuck = [...findings.values()].filter((f) => f.length > 0).length;
  const { guarded, prompt } = useBreaks();
  const move = async (): Promise<void> => {
    const text = `${counted(moved.length, 'job')} of ${event.name} moved`;
    const before = going.map((job, i) => ({ id: job.id, job, after: moved[i]! }));
    if (await saveAll(entries, `${text}. “Undo” on the board takes it back.`)) {
      remember({ text, before });
      setTyped('');
    }
  };
  return (
    <Section title="Move planned work">
      {jobs.length === 0 ? <Text tone="inkSoft">Nothing is planned that nobody has begun.</Text> : null}
      {jobs.length > 0 ? (
        <LineInput
          label="By how many days"
          value={typed}
          onChange={setTyped}
          placeholder="2, or −1 for a day earlier"
          maxLength={4}
        />
      ) : null}
      {typed.trim() !== '' && !canMove ? (
        <Text tone="stop" live>{`A whole number of days, up to ${MOST_DAYS}; with a minus it is earlier.`}</Text>
      ) : null}
      <View testID="several-move">
        {jobs.map((job) => {
          const to = moved.find((m) => m.id === job.id);
          return (
            <View key={job.id}>
              <Choice
                name={`${carLabel(logbook, job.carId)}, ${jobNames[job.kind].toLowerCase()}`}
                small={`${when(job.startAt)}${to ? ` → ${when(to.startAt)}` : ''}, ${logbook.crew.get(job.crewId)?.name ?? 'nobody'}`}
                isChosen={!left.has(job.id)}
                onPress={() => flip(job.id)}
              />
              <FindingLines findings={findings.get(job.id) ?? []} />
            </View>
          );
        })}
      </View>
      {prompt}
      {moved.length > 0 && !prompt ? (
        <MainButton
          mode="outlined"
          danger={stuck > 0}
          onPress={() => guarded(entries, () => void move(), 'Move them all the same')}
          loading={busy}
          disabled={busy}
        >
          {`Move ${counted(moved.length, 'job')}${stuck > 0 ? ' all the same' : ''}`}
        </MainButton>
      ) : null}
      <Told told={told} />
    </Section>
  );
}

const about: { value: Message['about']; label: string }[] = [
  { value: 'booked', label: 'Booked' },
  { value: 'bringIn', label: 'Bring it in' },
  { value: 'found', label: 'Found' },
];

function Texts({ cars }: { cars: readonly OfCar[] }) {
  const logbook = useLogbook();
  const { idFor, anew } = useOwnIds();
  const { busy, told, saveAll } = useAllOrNothing();
  const [kind, setKind] = useState<Message['about']>('booked');
  const [left, flip] = useChosen();
  const { timeZone } = logbook.shop;
  const texts = cars.flatMap((c) => {
    const customer = logbook.customers.get(logbook.cars.get(c.booking.carId)?.customerId ?? '');
    const sent = [...logbook.messages.values()]
      .filter((m) => !m.archived && m.bookingId === c.booking.id && m.about === kind)
      .map((m) => m.writtenAt)
      .sort()
      .at(-1);
    return customer ? [{ ...c, customer, sent, text: messageText(logbook, c.booking, c.items, kind) }] : [];
  });
  // Whoever has been told already is left out until somebody takes him in.
  const isIn = ({ booking, sent }: (typeof texts)[number]): boolean =>
    left.has(`${kind} ${booking.id}`) === Boolean(sent);
  const picked = texts.filter(isIn);
  const send = async (): Promise<void> => {
    const writtenAt = new Date().toISOString();
    const entries = picked.map(({ booking, customer, text }): ToKeep => ({
      collection: 'messages',
      body: {
        ...newRecord(),
        id: idFor(`${kind} ${booking.id}`),
        customerId: customer.id,
        bookingId: booking.id,
        queueEntryId: null,
        about: kind,
        to: customer.phone,
        text,
        writtenAt,
        told: toldOf(logbook, booking),
      },
    }));
    if (await saveAll(entries, `${counted(picked.length, 'text')} among the messages.`)) anew();
  };
  return (
    <Section title="Text the customers">
      <Segments label="About" value={kind} options={about} onChange={setKind} />
      {texts.length === 0 ? <Text tone="inkSoft">No car is booked to this event.</Text> : null}
      <View testID="several-texts">
        {texts.map((t) => (
          <Choice
            key={t.booking.id}
            name={`${t.customer.name}, ${t.name}`}
            small={`${t.sent ? `Told ${shortDate(dateIn(t.sent, timeZone))}. ` : ''}${t.customer.phone === '' ? 'No phone number on record. ' : ''}${t.text}`}
            isChosen={isIn(t)}
            onPress={() => flip(`${kind} ${t.booking.id}`)}
          />
        ))}
      </View>
      <Text as="small">Texts are simulated: nothing leaves this machine.</Text>
      {picked.length > 0 ? (
        <MainButton mode="outlined" onPress={() => void send()} loading={busy} disabled={busy}>
          {`${counted(picked.length, 'text')} to the messages`}
        </MainButton>
      ) : null}
      <Told told={told} />
    </Section>
  );
}
