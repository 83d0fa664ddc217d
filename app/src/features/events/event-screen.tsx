import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  type Booking,
  type TrackEvent,
  dateSpan,
  judgeCar,
  relativeDays,
  severity,
  recordDefaults,
  carLabel,
} from '@calvik/core';
import { trailersShort } from '@calvik/core/run-up';
import { counted } from '@calvik/words';
import { useLogbook, useSync, useToday } from '../../state/hooks';
import { useOwnIds } from '../../state/use-own-ids';
import { useUnits } from '../../ui/units';
import { Gone } from '../../records/not-found-page';
import { Empty, IconButton, LinkRow, MainButton, Screen, Section, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { TickLine } from '../../ui/tick';
import { VerdictMark } from '../../ui/verdict';
import { openFile } from '../../files/open-file';
import { RecordFoot } from '../../records/record-foot';
import { useAnotherLook } from '../schedule/use-another-look';
import { newRecord } from '../../state/new-record';
import { useBreaks } from '../../records/use-breaks';
import { useTell } from '../../state/use-say';
import { routes } from '../../routes';

export function EventScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const event = useLogbook().events.get(id);
  return event ? <EventPage event={event} /> : <Gone what="event" back="/" />;
}

/** One event: its demands, the cars booked to it with their readiness, and booking more. */
function EventPage({ event }: { event: TrackEvent }) {
  const tell = useTell();
  const router = useRouter();
  const logbook = useLogbook();
  const today = useToday();
  const wide = useWide();
  const sync = useSync();
  const { show } = useUnits();
  const { idFor, anew } = useOwnIds();
  const [saving, setSaving] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const [picked, setPicked] = useState<string[]>([]);
  const another = useAnotherLook();
  const trailers = event.archived ? null : trailersShort(logbook, event);
  const [problem, setProblem] = useState<string | null>(null);
  const [cancelled, setCancelled] = useState<Booking | null>(null);
  const venue = logbook.venues.get(event.venueId);
  const bookings = logbook.bookingsOfEvent(event.id);
  const booked = new Set(bookings.map((b) => b.carId));
  const free = [...logbook.cars.values()]
    .filter((c) => !c.archived && !booked.has(c.id))
    .sort((a, b) => a.name.localeCompare(b.name));
  const lines = bookings
    .flatMap((booking) => {
      const car = logbook.cars.get(booking.carId);
      return car ? [{ booking, car, readiness: judgeCar(logbook, car, event, today) }] : [];
    })
    .sort(
      (a, b) => severity(b.readiness.verdict) - severity(a.readiness.verdict) || a.car.name.localeCompare(b.car.name),
    );

  const book = async (carIds: readonly string[]): Promise<void> => {
    setSaving(true);
    const result = await sync.saveAll(
      carIds.map((carId) => ({
        collection: 'bookings' as const,
        body: { ...newRecord(), id: idFor(carId), ...recordDefaults.bookings, eventId: event.id, carId, notes: '' },
      })),
    );
    setSaving(false);
    if (result.state === 'refused') return setProblem(result.sentence);
    // Booked, cancelled and booked again is another booking.
    anew();
    setProblem(null);
    setPicked([]);
    setChoosing(false);
  };
  const change = async (booking: Booking, archived: boolean): Promise<void> => {
    const result = await sync.save('bookings', { ...booking, archived });
    setProblem(result.state === 'refused' ? result.sentence : null);
    if (result.state !== 'refused') setCancelled(archived ? booking : null);
  };
  const { guarded, prompt } = useBreaks();
  const undo = (): void => {
    const now = cancelled && logbook.bookings.get(cancelled.id);
    if (now) void change(now, false);
  };
  return (
    <Screen
      title={event.name}
      above={`${dateSpan(event.startDate, event.endDate)}, ${relativeDays(today, event.startDate)}`}
      back="/"
      maxWidth={wide ? 1400 : 720}
      actions={
        <>
          <IconButton
            icon="calendar"
            label="Calendar of this event"
            onPress={() => openFile(`/api/calendars/events/${event.id}.ics`)}
          />
          <IconButton icon="edit" label="Edit event" onPress={() => router.push(routes.editEvent(event.id))} />
        </>
      }
      footer={
        prompt ??
        (choosing ? null : (
          <View style={styles.footer}>
            <View style={styles.grow}>
              <MainButton onPress={() => router.push(routes.workList(event.id))}>Work list</MainButton>
            </View>
            <View style={styles.grow}>
              <MainButton mode="outlined" icon="plus" onPress={() => setChoosing(true)}>
                Book a car
              </MainButton>
            </View>
          </View>
        ))
      }
    >
      {problem ? <Text tone="stop">{problem}</Text> : null}
      {event.archived ? <Text tone="amber">This event is cancelled.</Text> : null}
      {trailers ? <Text tone="amber">{tell(trailers)}</Text> : null}
      {today >= event.startDate ? (
        <MainButton mode="outlined" onPress={() => router.push(routes.eventDay(event.id))}>
          Event day
        </MainButton>
      ) : null}
      {cancelled ? (
        <View style={styles.name} role="status">
          <Text style={styles.grow}>{`${carLabel(logbook, cancelled.carId) || 'The car'} is no longer booked.`}</Text>
          <MainButton mode="outlined" onPress={undo}>
            Undo
          </MainButton>
        </View>
      ) : null}
      {choosing ? (
        <Section
          title="Book which car?"
          aside={
            <MainButton mode="text" onPress={() => setChoosing(false)}>
              Close
            </MainButton>
          }
        >
          <View>
            {free.length === 0 ? (
              <Empty
                text="Every car is booked already."
                action="New car"
                onPress={() => router.push(routes.newCar())}
              />
            ) : null}
            {free.map((car) => (
              <View key={car.id} style={styles.line}>
                <View style={styles.grow}>
                  <LinkRow
                    label={`Book ${carLabel(logbook, car.id)}`}
                    onPress={() => (saving ? undefined : void book([car.id]))}
                  >
                    <Text as="strong">{carLabel(logbook, car.id)}</Text>
                    <Text as="small">
                      {[car.plate, car.make, car.model, logbook.customers.get(car.customerId)?.name]
                        .filter(Boolean)
                        .join(', ')}
                    </Text>
                  </LinkRow>
                </View>
                <View style={styles.too}>
                  <TickLine
                    name={`${carLabel(logbook, car.id)} too`}
                    on={picked.includes(car.id)}
                    onPress={() =>
                      setPicked(picked.includes(car.id) ? picked.filter((id) => id !== car.id) : [...picked, car.id])
                    }
                  />
                </View>
              </View>
            ))}
            {picked.length > 0 ? (
              <MainButton onPress={() => void book(picked)} loading={saving} disabled={saving}>
                {`Book ${counted(picked.length, 'car')}`}
              </MainButton>
            ) : null}
          </View>
        </Section>
      ) : null}
      <View style={wide ? styles.columns : styles.column}>
        <View style={wide ? styles.two : null}>
          <Section title="Booked cars">
            {lines.length === 0 ? (
              <Empty text="No car is booked yet." action="Book a car" onPress={() => setChoosing(true)} />
            ) : null}
            <View>
              {lines.map(({ booking, car, readiness }) => (
                <View key={booking.id} style={styles.line}>
                  <View style={styles.grow}>
                    <LinkRow
                      label={`${carLabel(logbook, car.id)}: ${tell(readiness.headline)}`}
                      onPress={() => router.push(routes.car(car.id, { event: event.id }))}
                    >
                      <View style={styles.name}>
                        <Text as="strong">{carLabel(logbook, car.id)}</Text>
                        {readiness.verdict === 'inOrder' ? null : <VerdictMark verdict={readiness.verdict} />}
                      </View>
                      <Text as={readiness.verdict === 'inOrder' ? 'small' : 'body'}>{tell(readiness.headline)}</Text>
                      {another.of(booking.id).map((f) => (
                        <Text key={f.code} as="small" tone="amber">
                          {tell(f)}
                        </Text>
                      ))}
                    </LinkRow>
                  </View>
                  <IconButton
                    icon="close"
                    label={`Cancel the booking of ${carLabel(logbook, car.id)}`}
                    onPress={() =>
                      guarded(
                        [{ collection: 'bookings', body: { ...booking, archived: true } }],
                        () => void change(booking, true),
                        'Cancel the booking all the same',
                      )
                    }
                  />
                </View>
              ))}
            </View>
          </Section>
        </View>
        <View style={[styles.column, wide ? styles.one : null]}>
          <Section title="Demands">
            <Text>
              {venue
                ? `${venue.name}, ${show(venue.altitudeM, 'altitude')} up; fluid is expected to get to ${show(venue.peakFluidTempC, 'temperature')} there: a car of which more is computed is judged by that.`
                : 'The venue is not known.'}
            </Text>
            <Text>
              {event.flushWithinDays
                ? `${event.organiser || 'The organiser'} asks for a fluid change within ${counted(event.flushWithinDays, 'day')} before it.`
                : 'The organiser has no rule about the age of the fluid.'}
            </Text>
            <Text>{`Margin over the peak: the shop asks for ${show(logbook.shop.demandedMarginC, 'temperatureDifference')}${event.demandedMarginC === null ? '' : `, this event ${show(event.demandedMarginC, 'temperatureDifference')}`}. The highest of shop, event and customer holds.`}</Text>
            <Rules event={event} />
            {venue ? (
              <MainButton mode="text" icon="edit" onPress={() => router.push(routes.venue(venue.id))}>
                {`Edit ${venue.name}`}
              </MainButton>
            ) : null}
          </Section>
          <RecordFoot collection="events" record={event} name={event.name} words="Cancel the event" />
        </View>
      </View>
    </Screen>
  );
}

/** What the organiser asks for beside the fluid. */
function Rules({ event }: { event: TrackEvent }) {
  const { show } = useUnits();
  const lines = [
    event.minPadMm === null ? '' : `Pads of ${show(event.minPadMm, 'length')} at least.`,
    event.beddedPartsOnly ? 'Bedded parts only.' : '',
    event.reTorqueAtEvent ? 'Re-torque after the first session.' : '',
    event.ductsAtEvent === 'any' ? '' : `Brake ducts ${event.ductsAtEvent}.`,
    event.inspectionItems.length > 0 ? `${counted(event.inspectionItems.length, 'inspection point')}.` : '',
  ].filter(Boolean);
  return lines.length > 0 ? <Text>{lines.join(' ')}</Text> : null;
}

const styles = StyleSheet.create({
  footer: { flexDirection: 'row', gap: 8 },
  columns: { flexDirection: 'row', gap: 32, alignItems: 'flex-start' },
  column: { gap: 24 },
  two: { flex: 2, minWidth: 0 },
  one: { flex: 1, minWidth: 0 },
  line: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  too: { width: 48, paddingLeft: 12 },
  name: { flexDirection: 'row', alignItems: 'center', gap: 8 },
});
