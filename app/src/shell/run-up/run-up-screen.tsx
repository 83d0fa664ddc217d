import { useRouter } from 'expo-router';
import { memo, useCallback, useDeferredValue, useEffect, useState } from 'react';
import { Reading } from '../../ui/reading';
import { StyleSheet, View } from 'react-native';
import type { Logbook, RunUpCar, RunUpEvent } from '@calvik/core';
import { dateIn, dateSpan, shortDate, timeIn } from '@calvik/core/calendar';
import { carLabel, eventsOn } from '@calvik/core/logbook';
import { jobNames, plural } from '@calvik/words';
import { isFirstOfVisit } from '../../state/storage';
import { useAppSelector, useCrewOnDuty, useLogbook, useToday } from '../../state/hooks';
import { useTokens } from '../../theme/use-tokens';
import { Empty, IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { HatchStrip, VerdictMark } from '../../ui/verdict';
import { useWanted } from '../../state/when-wanted';
import { laterPiece } from '../lazy-screen';
import { useRunUp } from './use-run-up';
import { useTell } from '../../state/use-say';
import { routes } from '../../routes';

const BesideRunUp = laterPiece('BesideRunUp');
const AnotherLookBanner = laterPiece('AnotherLookBanner');

/** What the lead opens in the evening. */
const evening = [
  { name: 'Plan', to: routes.plan },
  { name: 'Board', to: routes.board },
  { name: 'Weeks', to: routes.weeks },
  { name: 'Shopping', to: routes.orders },
] as const;

function DaysToGo({ days }: { days: number }) {
  return (
    <View style={styles.days}>
      <Text as="figure">{days <= 0 ? 'now' : String(days)}</Text>
      {days > 0 ? <Text as="unit">{plural(days, 'day to go', 'days to go')}</Text> : null}
    </View>
  );
}

type Shown = Pick<Logbook, 'shop' | 'crew' | 'cars' | 'customers'>;

function CarLine({
  line,
  book,
  onPress,
  selected,
}: {
  line: RunUpCar;
  book: Shown;
  onPress: () => void;
  selected: boolean;
}) {
  const tell = useTell();
  const { planned } = line;
  const { shop, crew } = book;
  const name = carLabel(book, line.car.id) || line.car.name;
  const when =
    planned &&
    `${jobNames[planned.kind]} planned ${shortDate(dateIn(planned.startAt, shop.timeZone))} ${timeIn(planned.startAt, shop.timeZone)}${crew.get(planned.crewId) ? `, ${crew.get(planned.crewId)!.name.split(' ')[0]}` : ''}`;
  const quiet = line.verdict === 'inOrder';
  return (
    <LinkRow
      onPress={onPress}
      label={`${name}: ${tell(line.headline)}`}
      testID={`run-up-car-${line.car.id}`}
      selected={selected}
    >
      <View style={styles.carRow}>
        {line.verdict === 'stop' ? <HatchStrip width={8} /> : null}
        <View style={styles.carText}>
          <View style={styles.nameRow}>
            <Text as={quiet ? 'body' : 'strong'} numberOfLines={1} style={styles.name}>
              {name}
            </Text>
            {quiet ? null : <VerdictMark verdict={line.verdict} />}
          </View>
          <Text as={quiet ? 'small' : 'body'} numberOfLines={quiet ? 1 : 3}>
            {`${tell(line.headline)}${line.more > 0 ? ` And ${line.more} more.` : ''}`}
          </Text>
          {when ? (
            <Text as="small" tone="iron">
              {when}
            </Text>
          ) : null}
        </View>
      </View>
    </LinkRow>
  );
}

const EventBlock = memo(function EventBlock({
  entry,
  book,
  onCar,
  selected,
}: {
  entry: RunUpEvent;
  book: Shown;
  onCar: (car: RunUpCar, event: RunUpEvent) => void;
  selected: string | null;
}) {
  const router = useRouter();
  const t = useTokens();
  const { event, venue, cars, needing } = entry;
  return (
    <View style={styles.event} testID={`event-${event.id}`}>
      <View style={[styles.eventHead, { borderColor: t.ink }]}>
        <View style={styles.eventText}>
          <Text as="heading" headingLevel={2}>
            {event.name}
          </Text>
          <Text as="small">{`${venue?.name ?? 'Venue not known'} · ${dateSpan(event.startDate, event.endDate)}`}</Text>
          <Text as="small" tone={needing > 0 ? 'ink' : 'inkSoft'}>
            {cars.length === 0
              ? 'No car booked yet'
              : needing === 0
                ? `${cars.length} booked, all in order`
                : `${needing} of ${cars.length} need somebody`}
          </Text>
        </View>
        <DaysToGo days={entry.daysToGo} />
        <IconButton icon="right" label={`Open ${event.name}`} onPress={() => router.push(routes.event(event.id))} />
      </View>
      {cars.map((line) => (
        <CarLine
          key={line.bookingId}
          line={line}
          book={book}
          onPress={() => onCar(line, entry)}
          selected={selected === line.bookingId}
        />
      ))}
      {cars.length === 0 ? (
        <Empty
          text="Book the cars that go, and Calvik says what each needs."
          action="Book a car"
          onPress={() => router.push(routes.event(event.id))}
        />
      ) : null}
    </View>
  );
});

/** The events of today: where this person is named, the day opens by itself. */
function useEventsToday() {
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const crewId = useCrewOnDuty()?.id ?? null;
  const events = eventsOn(logbook, today);
  const own = crewId === null ? undefined : events.find((e) => e.crewIds.includes(crewId));
  const key = own ? `${own.id} ${today} ${crewId}` : null;
  useEffect(() => {
    // Once for each time that Calvik is opened: the run-up can be gone back to.
    if (!own || key === null || !isFirstOfVisit(`day.${key}`)) return;
    router.push(routes.eventDay(own.id));
  }, [own, key, router]);
  return events;
}

/** The coming events and what each booked car needs before them. */
export function RunUpScreen() {
  const t = useTokens();
  const router = useRouter();
  const wide = useWide();
  // Drawn in slices: a hundred cars at once would hold up whoever touches the screen.
  const board = useDeferredValue(useRunUp(), null);
  const isWanted = useWanted();
  const book = useDeferredValue(useLogbook());
  const crew = useCrewOnDuty();
  const onNow = useEventsToday();
  const online = useAppSelector((s) => s.logbook.online);
  const [selected, setSelected] = useState<{ booking: string; carId: string; eventId: string } | null>(null);
  const openCar = useCallback(
    (line: RunUpCar, entry: RunUpEvent): void => {
      if (wide) setSelected({ booking: line.bookingId, carId: line.car.id, eventId: entry.event.id });
      else router.push(routes.car(line.car.id, { event: entry.event.id }));
    },
    [wide, router],
  );
  const first =
    board?.flatMap((e) => e.cars.map((c) => ({ booking: c.bookingId, carId: c.car.id, eventId: e.event.id })))[0] ??
    null;
  const shown = selected ?? first;
  const list = (
    <Screen
      title="Run-up"
      above={crew ? `On duty: ${crew.name}` : 'Nobody on duty'}
      actions={
        wide ? (
          <>
            <IconButton icon="search" label="Search anything" onPress={() => router.push(routes.search)} />
            <MainButton mode="outlined" icon="plus" onPress={() => router.push(routes.newEvent)}>
              New event
            </MainButton>
          </>
        ) : (
          <>
            <IconButton icon="search" label="Search anything" onPress={() => router.push(routes.search)} />
            <IconButton icon="plus" label="New event" onPress={() => router.push(routes.newEvent)} />
            <IconButton icon="person" label="On duty and settings" onPress={() => router.push(routes.settings)} />
          </>
        )
      }
    >
      {crew ? null : (
        <Section>
          <Empty
            text="Say who is working with this device, so that entries carry a name."
            action="Choose who is on duty"
            onPress={() => router.push(routes.settings)}
          />
        </Section>
      )}
      {onNow.map((event) => (
        <MainButton key={event.id} onPress={() => router.push(routes.eventDay(event.id))}>
          {`Today: ${event.name}`}
        </MainButton>
      ))}
      {board && board.length > 0 ? (
        <View style={styles.evening}>
          {evening.map(({ name, to }) => (
            <View key={name} style={styles.eveningPage}>
              <MainButton mode="outlined" onPress={() => router.push(to)}>
                {name}
              </MainButton>
            </View>
          ))}
        </View>
      ) : null}
      {isWanted && board && board.length > 0 ? <AnotherLookBanner /> : null}
      {board === null ? (
        online ? (
          <View style={styles.loading}>
            <Reading />
            <Text tone="inkSoft">Reading the logbook …</Text>
          </View>
        ) : (
          <Empty text="The server cannot be reached, and this device has nothing of its own yet. Check that it is running and on the same network." />
        )
      ) : null}
      {board?.length === 0 ? (
        <Empty
          text="No event is coming up. Enter the next one, then book the cars that go."
          action="New event"
          onPress={() => router.push(routes.newEvent)}
        />
      ) : null}
      {board?.map((entry) => (
        <EventBlock
          key={entry.event.id}
          entry={entry}
          book={book}
          onCar={openCar}
          selected={wide && entry.cars.some((c) => c.bookingId === shown?.booking) ? shown!.booking : null}
        />
      ))}
    </Screen>
  );
  if (!wide) return list;
  return (
    <View style={styles.sides}>
      <View style={styles.left}>{list}</View>
      <View style={[styles.right, { borderColor: t.rule }]}>
        {isWanted && shown ? <BesideRunUp carId={shown.carId} eventId={shown.eventId} /> : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  days: { alignItems: 'flex-end' },
  evening: { flexDirection: 'row', gap: 8, flexWrap: 'wrap' },
  eveningPage: { flexGrow: 1, flexBasis: 120 },
  event: { gap: 0 },
  eventHead: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1.5, paddingBottom: 6, gap: 4 },
  eventText: { flex: 1, minWidth: 0 },
  carRow: { flexDirection: 'row', gap: 10 },
  carText: { flex: 1, minWidth: 0, gap: 2 },
  nameRow: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  name: { flexShrink: 1 },
  loading: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  sides: { flex: 1, flexDirection: 'row', minHeight: 0 },
  left: { flex: 1, minWidth: 0 },
  right: { flex: 1, minWidth: 0, maxWidth: 560, borderLeftWidth: 1 },
});
