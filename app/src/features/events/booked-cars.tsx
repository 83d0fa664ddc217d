import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { type Booking, type TrackEvent, carLabel } from '@calvik/core';
import { routes } from '../../routes';
import { useLogbook } from '../../state/hooks';
import { useTell } from '../../state/use-say';
import { Empty, IconButton, LinkRow, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { VerdictMark } from '../../ui/verdict';
import { useAnotherLook } from '../schedule/use-another-look';
import type { Bookings } from './use-bookings';

/** The booked cars with their readiness, the most serious first. */
export function BookedCars({
  event,
  bookings,
  onBook,
  onCancel,
}: {
  event: TrackEvent;
  bookings: Bookings;
  onBook: () => void;
  onCancel: (booking: Booking) => void;
}) {
  const router = useRouter();
  const logbook = useLogbook();
  const tell = useTell();
  const another = useAnotherLook();
  return (
    <Section title="Booked cars">
      {bookings.lines.length === 0 ? <Empty text="No car is booked yet." action="Book a car" onPress={onBook} /> : null}
      <View>
        {bookings.lines.map(({ booking, car, readiness }) => (
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
              onPress={() => onCancel(booking)}
            />
          </View>
        ))}
      </View>
    </Section>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  name: { flexDirection: 'row', alignItems: 'center', gap: 8 },
});
