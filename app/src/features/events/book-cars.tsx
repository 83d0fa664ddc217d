import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { carLabel } from '@calvik/core';
import { counted } from '@calvik/words';
import { routes } from '../../routes';
import { useLogbook } from '../../state/hooks';
import { Empty, LinkRow, MainButton, Section } from '../../ui/screen';
import { Text } from '../../ui/text';
import { TickLine } from '../../ui/tick';
import type { Bookings } from './use-bookings';

/** Cars to book: one by a tap on it, or several that are ticked. */
export function BookCars({ bookings: b, onClose }: { bookings: Bookings; onClose: () => void }) {
  const router = useRouter();
  const logbook = useLogbook();
  const [picked, setPicked] = useState<string[]>([]);
  const book = async (carIds: readonly string[]): Promise<void> => {
    if (!b.saving && (await b.book(carIds))) onClose();
  };
  return (
    <Section
      title="Book which car?"
      aside={
        <MainButton mode="text" onPress={onClose}>
          Close
        </MainButton>
      }
    >
      <View>
        {b.free.length === 0 ? (
          <Empty text="Every car is booked already." action="New car" onPress={() => router.push(routes.newCar())} />
        ) : null}
        {b.free.map((car) => (
          <View key={car.id} style={styles.line}>
            <View style={styles.grow}>
              <LinkRow label={`Book ${carLabel(logbook, car.id)}`} onPress={() => void book([car.id])}>
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
          <MainButton onPress={() => void book(picked)} loading={b.saving} disabled={b.saving}>
            {`Book ${counted(picked.length, 'car')}`}
          </MainButton>
        ) : null}
      </View>
    </Section>
  );
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', alignItems: 'center' },
  grow: { flex: 1, minWidth: 0 },
  too: { width: 48, paddingLeft: 12 },
});
