import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type BeddingPlace,
  type Booking,
  type TrackEvent,
  carLabel,
  dateIn,
  dateSpan,
  loadUpOf,
  rulesInForce,
  shortDate,
  timeIn,
} from '@calvik/core';
import { type WorkItem, visitSaving } from '@calvik/core/run-up';
import { useLogbook, useSync } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Gone } from '../../records/not-found-page';
import { Empty, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { JumpMarks } from '../../ui/jump-marks';
import { Segments } from '../../ui/segments';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { FileLinks } from '../schedule/file-links';
import { MessageDialog } from '../customers/message-dialog';
import { hoursAndMinutes, useWorkLists } from './use-work';
import { useAnotherLook } from '../schedule/use-another-look';
import { AddWorkDialog, WorkItemDialog } from './work-dialogs';
import { loadUpHour, workName, counted } from '@calvik/words';
import { fluidText, partText, reasonText, ruleLines, workFindingText } from '@calvik/words/work';
import { useUnits } from '../../ui/units';
import { useSay } from '../../state/use-say';
import { openPdf } from '../../files/open-file';
import { RecordChanges } from '../../records/record-changes';
import { routes } from '../../routes';

export function WorkListScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const event = useLogbook().events.get(id);
  return event ? <WorkListPage event={event} /> : <Gone what="event" back="/" />;
}

/** What every booked car needs for one event, with its reasons; and what a person changed in it. */
function WorkListPage({ event }: { event: TrackEvent }) {
  const router = useRouter();
  const logbook = useLogbook();
  const wide = useWide();
  const { system } = useUnits();
  const lists = useWorkLists();
  const bookings = logbook
    .bookingsOfEvent(event.id)
    .map((booking) => ({ booking, car: logbook.cars.get(booking.carId), items: lists.get(booking.id) ?? [] }))
    .filter(({ car }) => car && !car.archived)
    .sort((a, b) => a.car!.name.localeCompare(b.car!.name));
  const all = bookings.flatMap((b) => b.items);
  const open = all.filter((i) => i.state === 'todo' || i.state === 'planned');
  const minutes = open.reduce((n, i) => n + i.duration.minutes * i.crewNeeded, 0);
  const saved = bookings.reduce((n, b) => n + visitSaving(b.items), 0);
  const stuck = open.filter((i) => i.impossible !== null).length;
  return (
    <Screen
      title="Work list"
      above={event.name}
      back={`/events/${event.id}`}
      maxWidth={wide ? 1080 : 720}
      footer={<MainButton onPress={() => router.push(routes.plan)}>Plan the work</MainButton>}
    >
      <Section>
        <View style={styles.summary}>
          <Figure value={String(open.filter((i) => i.state === 'todo').length)} unit="to plan" />
          <Figure value={hoursAndMinutes(minutes)} unit="of work" />
          <Figure value={hoursAndMinutes(saved)} unit="saved, wheels off once" />
        </View>
        <Text as="small">{`${dateSpan(event.startDate, event.endDate)}. Load-up ${shortDate(loadUpOf(event))}${loadUpHour(event)}.`}</Text>
        {stuck > 0 ? (
          <Text tone="amber">{`${counted(stuck, 'piece of work', 'pieces of work')} cannot be done as things are: decide below.`}</Text>
        ) : null}
      </Section>
      {bookings.length === 0 ? (
        <Empty
          text="No car is booked to this event yet."
          action="Book a car"
          onPress={() => router.push(routes.event(event.id))}
        />
      ) : null}
      {bookings.length > 0 && all.length === 0 ? <Empty text="This event is over, and its work with it." /> : null}
      <JumpMarks
        label="Cars on this list"
        marks={bookings.map(({ booking, car, items }) => ({
          id: partOf(booking),
          name: car!.name,
          note: toPlanText(items),
        }))}
      />
      {bookings.length > 1 ? (
        <MainButton mode="outlined" onPress={() => router.push(routes.several(event.id))}>
          Several at once
        </MainButton>
      ) : null}
      <View style={wide ? styles.columns : styles.column}>
        {bookings.map(({ booking, items }) => (
          <View key={booking.id} nativeID={partOf(booking)} style={wide ? styles.half : null}>
            <CarList booking={booking} event={event} items={items} />
          </View>
        ))}
      </View>
      <MainButton mode="text" icon="print" onPress={() => openPdf('work-list', system, { event: event.id })}>
        Print with boxes to tick
      </MainButton>
      <FileLinks what="Work list" path="/api/work-list" query={`?event=${event.id}`} />
    </Screen>
  );
}

const partOf = (booking: Booking): string => `work-list-${booking.id}`;
const toPlanText = (items: readonly WorkItem[]): string => {
  const left = items.filter((i) => i.state === 'todo').length;
  return left > 0 ? `${left} to plan` : '';
};

function Figure({ value, unit }: { value: string; unit: string }) {
  return (
    <View style={styles.figure}>
      <Text as="figure">{value}</Text>
      <Text as="small">{unit}</Text>
    </View>
  );
}

const beddingOptions: { value: BeddingPlace; label: string }[] = [
  { value: 'road', label: 'On the road' },
  { value: 'machine', label: 'Machine' },
  { value: 'event', label: 'At the event' },
];

function CarList({ booking, event, items }: { booking: Booking; event: TrackEvent; items: WorkItem[] }) {
  const logbook = useLogbook();
  const sync = useSync();
  const [chosen, setChosen] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const [writing, setWriting] = useState(false);
  const [showRules, setShowRules] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const say = useSay();
  const car = logbook.cars.get(booking.carId)!;
  const rules = ruleLines(rulesInForce(logbook, car, event), say);
  const hasNew = items.some((i) => i.kind === 'bedding' || i.kind === 'sendBedding');
  const save = async (over: Partial<Booking>): Promise<boolean> => {
    const result = await sync.save('bookings', { ...logbook.bookings.get(booking.id)!, ...over });
    setProblem(result.state === 'refused' ? result.sentence : null);
    return result.state !== 'refused';
  };
  const item = items.find((i) => i.key === chosen);
  return (
    <Section
      title={carLabel(logbook, car.id)}
      aside={
        <Text as="small">
          {hoursAndMinutes(
            items.reduce((n, i) => n + (i.state === 'todo' || i.state === 'planned' ? i.duration.minutes : 0), 0),
          )}
        </Text>
      }
    >
      <View testID={`work-of-${car.id}`}>
        {items.length === 0 ? <Text tone="inkSoft">Nothing to do.</Text> : null}
        {items.map((i) => (
          <WorkRow key={i.key} item={i} onPress={() => setChosen(i.key)} />
        ))}
      </View>
      {hasNew ? (
        <View style={styles.bedding}>
          <Text as="small">New parts are bedded</Text>
          <Segments
            label={`Bedding of ${carLabel(logbook, car.id)}`}
            value={booking.beddingPlace}
            options={beddingOptions}
            onChange={(beddingPlace) => void save({ beddingPlace })}
          />
          {booking.beddingPlace === 'event' && rulesInForce(logbook, car, event).beddedPartsOnly ? (
            <Text tone="amber">{`${rulesInForce(logbook, car, event).beddedPartsOnly!.from.name || 'The shop'} lets in bedded parts only.`}</Text>
          ) : null}
        </View>
      ) : null}
      {problem ? <Text tone="stop">{problem}</Text> : null}
      <View style={styles.actions}>
        <MainButton mode="text" icon="plus" onPress={() => setAdding(true)}>
          Add work
        </MainButton>
        <MainButton mode="text" onPress={() => setWriting(true)}>
          Text the customer
        </MainButton>
        {rules.length > 0 ? (
          <MainButton mode="text" onPress={() => setShowRules(!showRules)}>
            {showRules ? 'Hide the rules' : `${counted(rules.length, 'rule')}`}
          </MainButton>
        ) : null}
      </View>
      <RecordChanges collection="bookings" id={booking.id} />
      {showRules ? (
        <View testID={`rules-of-${car.id}`}>
          {rules.map((line) => (
            <Text key={line} as="small">
              {line}
            </Text>
          ))}
        </View>
      ) : null}
      {item ? <WorkItemDialog item={item} booking={booking} save={save} onClose={() => setChosen(null)} /> : null}
      {adding ? <AddWorkDialog booking={booking} save={save} onClose={() => setAdding(false)} /> : null}
      {writing ? <MessageDialog booking={booking} items={items} onClose={() => setWriting(false)} /> : null}
    </Section>
  );
}

/** One piece of work: what, why, when at the latest, how long, with what; and what stands in its way. */
function WorkRow({ item, onPress }: { item: WorkItem; onPress: () => void }) {
  const t = useTokens();
  const logbook = useLogbook();
  const say = useSay();
  const title = workName(item.key, item.ownTitle);
  const { timeZone } = logbook.shop;
  const isQuiet = item.state === 'done' || item.state === 'dropped';
  const window =
    item.earliest === item.latest ? shortDate(item.latest) : `${shortDate(item.earliest)} to ${shortDate(item.latest)}`;
  const when =
    item.state === 'dropped'
      ? `Dropped: ${item.dropReason}`
      : item.state === 'done'
        ? 'Done'
        : item.job
          ? `${shortDate(dateIn(item.job.startAt, timeZone))} ${timeIn(item.job.startAt, timeZone)}, ${logbook.crew.get(item.job.crewId)?.name ?? 'nobody'}`
          : window;
  const reason = item.reasons[0];
  const waits = item.parts.filter((p) => p.source !== 'shelf');
  const another = useAnotherLook().of(item.job?.id ?? '');
  return (
    <LinkRow label={`${title}: ${when}`} onPress={onPress} testID={`work-${item.key}`}>
      <View style={styles.rowHead}>
        <Text as={isQuiet ? 'body' : 'strong'} tone={isQuiet ? 'inkSoft' : 'ink'} style={styles.grow}>
          {title}
        </Text>
        {item.impossible && !isQuiet ? <VerdictMark verdict="needsWork" word="Decide" /> : null}
        <Text as="unit" tone={isQuiet ? 'inkSoft' : 'ink'}>{`${item.duration.minutes} min`}</Text>
      </View>
      {reason && !isQuiet ? (
        <Text as="small">{`${reasonText(reason, say)}${item.reasons.length > 1 ? ` And ${item.reasons.length - 1} more.` : ''}`}</Text>
      ) : null}
      {item.impossible && !isQuiet ? (
        <Text as="small" tone="amber">
          {workFindingText(item.impossible, say)}
        </Text>
      ) : (
        <Text as="small" tone={item.job && !isQuiet ? 'iron' : 'inkSoft'}>
          {`${when}${item.crewNeeded === 2 && !isQuiet ? ', two people' : ''}${item.needsLift && !isQuiet ? ', lift' : ''}`}
        </Text>
      )}
      {isQuiet || item.impossible || !item.fluid || item.fluid.source === 'shelf' ? null : (
        <Text as="small" tone="amber">
          {fluidText(item.fluid, logbook, say)}
        </Text>
      )}
      {isQuiet || item.impossible || another.length === 0 ? null : (
        <Text as="small" tone="amber">
          {workFindingText(another[0]!, say)}
        </Text>
      )}
      {isQuiet || item.impossible
        ? null
        : waits.map((p) => (
            <Text key={`${p.goods} ${p.name}`} as="small" tone="amber" style={{ color: t.amber }}>
              {partText(p, say)}
            </Text>
          ))}
    </LinkRow>
  );
}

const styles = StyleSheet.create({
  summary: { flexDirection: 'row', gap: 20, flexWrap: 'wrap' },
  figure: { gap: 0 },
  columns: { flexDirection: 'row', flexWrap: 'wrap', gap: 24, alignItems: 'flex-start' },
  column: { gap: 24 },
  half: { width: '48%', minWidth: 360, flexGrow: 1 },
  rowHead: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  bedding: { gap: 6 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', marginLeft: -10 },
});
