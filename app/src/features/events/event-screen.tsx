import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type TrackEvent, carLabel, dateSpan, relativeDays } from '@calvik/core';
import { trailersShort } from '@calvik/core/run-up';
import { openFile } from '../../files/open-file';
import { Gone } from '../../records/not-found-page';
import { RecordFoot } from '../../records/record-foot';
import { useBreaks } from '../../records/use-breaks';
import { routes } from '../../routes';
import { useLogbook, useToday } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { IconButton, MainButton, Screen, useWide } from '../../ui/screen';
import { Text } from '../../ui/text';
import { BookCars } from './book-cars';
import { BookedCars } from './booked-cars';
import { EventDemands } from './event-demands';
import { useBookings } from './use-bookings';

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
  const [choosing, setChoosing] = useState(false);
  const bookings = useBookings(event);
  const { guarded, prompt } = useBreaks();
  const trailers = event.archived ? null : trailersShort(logbook, event);
  const { cancelled } = bookings;
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
      {bookings.problem ? <Text tone="stop">{bookings.problem}</Text> : null}
      {event.archived ? <Text tone="amber">This event is cancelled.</Text> : null}
      {trailers ? <Text tone="amber">{tell(trailers)}</Text> : null}
      {today >= event.startDate ? (
        <View style={styles.footer}>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => router.push(routes.eventDay(event.id))}>
              Event day
            </MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => router.push(routes.queue(event.id))}>
              Paddock queue
            </MainButton>
          </View>
        </View>
      ) : null}
      {cancelled ? (
        <View style={styles.cancelled} role="status">
          <Text style={styles.grow}>{`${carLabel(logbook, cancelled.carId) || 'The car'} is no longer booked.`}</Text>
          <MainButton mode="outlined" onPress={() => void bookings.undo()}>
            Undo
          </MainButton>
        </View>
      ) : null}
      {choosing ? <BookCars bookings={bookings} onClose={() => setChoosing(false)} /> : null}
      <View style={wide ? styles.columns : styles.column}>
        <View style={wide ? styles.two : null}>
          <BookedCars
            event={event}
            bookings={bookings}
            onBook={() => setChoosing(true)}
            onCancel={(booking) =>
              guarded(
                [{ collection: 'bookings', body: { ...booking, archived: true } }],
                () => void bookings.cancel(booking),
                'Cancel the booking all the same',
              )
            }
          />
        </View>
        <View style={[styles.column, wide ? styles.one : null]}>
          <EventDemands event={event} />
          <RecordFoot collection="events" record={event} name={event.name} words="Cancel the event" />
        </View>
      </View>
    </Screen>
  );
}

const styles = StyleSheet.create({
  footer: { flexDirection: 'row', gap: 8 },
  columns: { flexDirection: 'row', gap: 32, alignItems: 'flex-start' },
  column: { gap: 24 },
  two: { flex: 2, minWidth: 0 },
  one: { flex: 1, minWidth: 0 },
  grow: { flex: 1, minWidth: 0 },
  cancelled: { flexDirection: 'row', alignItems: 'center', gap: 8 },
});
