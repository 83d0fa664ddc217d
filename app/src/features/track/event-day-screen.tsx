import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { carLabel, type TrackEvent, dateSpan, decisionsOn, judgeCar, shortDate, timeIn } from '@calvik/core';
import { type CarOnDay, type DaySlot, type EventDay, eventDay } from '@calvik/core/track';
import { promiseOfCar } from '@calvik/core/queue-moves';
import { counted } from '@calvik/words';
import { promiseLine } from '@calvik/words/queue-names';
import { decisionNames, needText } from '@calvik/words/track';
import { useAgreedLogbook, useCrewOnDuty, useLogbook, useNow, useToday } from '../../state/hooks';
import { useFastenerNames } from './use-look';
import { useTell } from '../../state/use-say';
import { useTokens } from '../../theme/use-tokens';
import { Empty, IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { HatchStrip, VerdictMark } from '../../ui/verdict';
import { Gone } from '../../records/not-found-page';
import { routes } from '../../routes';

export function EventDayScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const event = useLogbook().events.get(id);
  return event ? <DayPage event={event} /> : <Gone what="event" back="/" />;
}

/** The day as it stands now, judged anew each minute and at each entry. */
function useDay(event: TrackEvent): EventDay {
  const logbook = useAgreedLogbook();
  const today = useToday();
  const now = useNow(60_000);
  return useMemo(
    () => eventDay(logbook, event, new Date(now).toISOString(), (car) => judgeCar(logbook, car, event, today)),
    [logbook, event, now, today],
  );
}

function DayPage({ event }: { event: TrackEvent }) {
  const router = useRouter();
  const wide = useWide();
  const crew = useCrewOnDuty();
  const day = useDay(event);
  const venue = useLogbook().venues.get(event.venueId);
  const waiting = day.cars.filter((c) => c.need.kind === 'look' || c.need.kind === 'decide').length;
  const stopped = day.cars.filter((c) => c.verdict === 'stop').length;
  const cars = (
    <Section
      title={`Cars: ${[waiting > 0 ? `${waiting} to look at` : '', stopped > 0 ? `${stopped} stopped` : ''].filter(Boolean).join(', ') || 'all looked at'}`}
    >
      {day.cars.length === 0 ? (
        <Empty text="No car is booked." action="Book a car" onPress={() => router.push(routes.event(event.id))} />
      ) : null}
      <View>
        {day.cars.map((c) => (
          <CarLine key={c.booking.id} line={c} event={event} wide={wide} />
        ))}
      </View>
    </Section>
  );
  const timetable = (
    <Section
      title="Sessions today"
      aside={
        <MainButton
          mode="text"
          icon="edit"
          label="Edit the timetable"
          onPress={() => router.push(routes.timetable(event.id))}
        >
          Edit
        </MainButton>
      }
    >
      {day.slots.length === 0 ? (
        <Empty
          text="No timetable for today. Type it once, or save sessions as they come."
          action="Type the timetable"
          onPress={() => router.push(routes.timetable(event.id))}
        />
      ) : null}
      {day.slots.map((slot) => (
        <Slot key={`${slot.session.from}${slot.session.group}`} slot={slot} />
      ))}
    </Section>
  );
  return (
    <Screen
      title={event.name}
      above={[
        day.day >= event.startDate && day.day <= event.endDate
          ? shortDate(day.day)
          : dateSpan(event.startDate, event.endDate),
        venue?.name,
        crew ? crew.name : 'Nobody on duty',
      ]
        .filter(Boolean)
        .join(' · ')}
      back={routes.runUp}
      isBackFixed
      maxWidth={wide ? 1240 : 720}
      actions={
        <IconButton icon="calendar" label="The event itself" onPress={() => router.push(routes.event(event.id))} />
      }
      footer={
        <View style={styles.foot}>
          <View style={styles.grow}>
            <MainButton icon="plus" onPress={() => router.push(routes.newSession(event.id))}>
              New session
            </MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => router.push(routes.queue(event.id))}>
              Queue
            </MainButton>
          </View>
        </View>
      }
    >
      {wide ? (
        <View style={styles.sides}>
          <View style={styles.left}>
            {cars}
            <Decided day={day} />
          </View>
          <View style={styles.right}>{timetable}</View>
        </View>
      ) : (
        <>
          <NextUp day={day} />
          {cars}
          {timetable}
        </>
      )}
    </Screen>
  );
}

/** What comes next, in one line. */
function NextUp({ day }: { day: EventDay }) {
  const slot = day.slots.find((s) => s.state === 'now') ?? day.slots.find((s) => s.state === 'next');
  if (!slot) return null;
  return (
    <Text as="strong">
      {`${slot.state === 'now' ? 'Now' : 'Next'}: ${slot.session.from}${slot.session.group ? `, group ${slot.session.group}` : ''}, ${slot.session.minutes} min`}
    </Text>
  );
}

function Slot({ slot }: { slot: DaySlot }) {
  const t = useTokens();
  const { session, state, cars } = slot;
  const on = state === 'now' || state === 'next';
  return (
    <View style={[styles.slot, { borderColor: t.rule, backgroundColor: state === 'now' ? t.ironWash : 'transparent' }]}>
      <Text as={on ? 'figure' : 'strong'} tone={state === 'over' ? 'inkSoft' : 'ink'} style={styles.time}>
        {session.from}
      </Text>
      <View style={styles.grow}>
        <Text as={on ? 'strong' : 'body'} tone={state === 'over' ? 'inkSoft' : 'ink'}>
          {`${session.group ? `Group ${session.group}` : 'Everybody'}, ${session.minutes} min`}
        </Text>
        <Text as="small" numberOfLines={1}>
          {cars.map((c) => c.name).join(', ')}
        </Text>
      </View>
      {on ? <Text as="label">{state === 'now' ? 'Now' : 'Next'}</Text> : null}
    </View>
  );
}

/** One car in one line, and what it needs now as the thing to press. */
function CarLine({ line, event, wide }: { line: CarOnDay; event: TrackEvent; wide: boolean }) {
  const router = useRouter();
  const tell = useTell();
  const logbook = useLogbook();
  const { car, need, verdict, headline, sessions, booking, customer } = line;
  const fasteners = useFastenerNames(car);
  const now = useNow(60_000);
  const go = (): void => {
    if (need.kind === 'look' || need.kind === 'mend') router.push(routes.look(car.id, need.sessionId));
    else if (need.kind === 'decide') router.push(routes.decide(car.id, need.sessionId));
    else if (need.kind === 'session') router.push(routes.newSession(event.id, { car: car.id }));
    else router.push(routes.closing(event.id, booking.id));
  };
  const last = sessions.at(-1);
  const waiting = promiseOfCar(logbook, event.id, car.id, new Date(now).toISOString());
  const quiet = verdict === 'inOrder';
  return (
    <View style={styles.car}>
      {verdict === 'stop' ? <HatchStrip width={8} /> : null}
      <View style={styles.grow}>
        <LinkRow
          label={`${carLabel(logbook, car.id)}: ${tell(headline, fasteners)}`}
          onPress={() =>
            router.push(last ? routes.look(car.id, last.fact.id) : routes.car(car.id, { event: event.id }))
          }
          testID={`day-car-${car.id}`}
        >
          <View style={styles.name}>
            <Text as={quiet ? 'body' : 'strong'} numberOfLines={1} style={styles.shrink}>
              {carLabel(logbook, car.id)}
            </Text>
            {quiet ? null : <VerdictMark verdict={verdict} />}
            {line.isClosed ? <Text as="label">Closed</Text> : null}
          </View>
          <Text as="small" tone={quiet ? 'inkSoft' : 'ink'}>
            {tell(headline, fasteners)}
          </Text>
          <Text as="small">
            {[
              counted(sessions.length, 'session'),
              line.nextLook === null ? '' : `next look after session ${line.nextLook}`,
              booking.group ? `group ${booking.group}` : '',
              wide && customer ? customer.name : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Text>
          {waiting ? (
            <Text as="small" tone="ink" testID="day-promise">
              {promiseLine(logbook, waiting)}
            </Text>
          ) : null}
        </LinkRow>
      </View>
      <View style={wide ? styles.needWide : styles.need}>
        {need.kind === 'nothing' ? null : (
          <MainButton
            mode={need.kind === 'session' || need.kind === 'close' ? 'outlined' : 'contained'}
            label={`${carLabel(logbook, car.id)}: ${needText(need)}`}
            onPress={go}
          >
            {need.kind === 'session'
              ? (need.from ?? 'Session')
              : need.kind === 'mend'
                ? 'Mend'
                : need.kind === 'look'
                  ? 'Look'
                  : need.kind === 'decide'
                    ? 'Decide'
                    : 'Close'}
          </MainButton>
        )}
      </View>
    </View>
  );
}

/** For the lead: what was decided today, newest first. */
function Decided({ day }: { day: EventDay }) {
  const router = useRouter();
  const logbook = useLogbook();
  const list = day.cars
    .flatMap((c) => c.sessions.flatMap((s) => decisionsOn(logbook, s).map((d) => ({ car: c.car, session: s, d }))))
    .sort((a, b) => b.d.at.localeCompare(a.d.at))
    .slice(0, 12);
  return (
    <Section title="Decided">
      {list.length === 0 ? <Text tone="inkSoft">Nothing yet.</Text> : null}
      {list.map(({ car, session, d }) => (
        <LinkRow
          key={d.id}
          label={`${carLabel(logbook, car.id)}, session ${session.nth}: ${decisionNames[d.decision]}`}
          onPress={() => router.push(routes.card(car.id, session.fact.id))}
        >
          <Text as="strong">{`${carLabel(logbook, car.id)}, session ${session.nth}: ${decisionNames[d.decision].toLowerCase()}`}</Text>
          <Text as="small">
            {`${timeIn(d.at, logbook.shop.timeZone)}, ${logbook.crew.get(d.by)?.name ?? 'somebody'}${d.reason ? `: ${d.reason}` : ''}`}
          </Text>
        </LinkRow>
      ))}
    </Section>
  );
}

const styles = StyleSheet.create({
  foot: { flexDirection: 'row', gap: 8 },
  sides: { flexDirection: 'row', gap: 28 },
  left: { flex: 1.5, minWidth: 0, gap: 24 },
  right: { flex: 1, minWidth: 0, gap: 24 },
  slot: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    borderBottomWidth: 1,
    minHeight: 48,
    paddingHorizontal: 4,
  },
  time: { minWidth: 62 },
  car: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  name: { flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap', columnGap: 8, rowGap: 2 },
  shrink: { flexShrink: 1 },
  grow: { flex: 1, minWidth: 0 },
  need: { width: 112 },
  needWide: { width: 140 },
});
