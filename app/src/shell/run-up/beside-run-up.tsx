import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { carLabel } from '@calvik/core';
import { useLogbook } from '../../state/hooks';
import { MainButton, Screen } from '../../ui/screen';
import { FluidCard } from '../../features/fluid/fluid-card';
import { routes } from '../../routes';

/** The selected car beside the board. */
export function BesideRunUp({ carId, eventId }: { carId: string; eventId: string }) {
  const router = useRouter();
  const logbook = useLogbook();
  const car = logbook.cars.get(carId);
  if (!car) return null;
  return (
    <Screen
      title={carLabel(logbook, car.id)}
      above={logbook.customers.get(car.customerId)?.name}
      actions={
        <MainButton mode="outlined" onPress={() => router.push(routes.car(carId, { event: eventId }))}>
          Open car
        </MainButton>
      }
      footer={
        <View style={styles.actions}>
          <View style={styles.grow}>
            <MainButton onPress={() => router.push(routes.test(carId, { event: eventId }))}>Test fluid</MainButton>
          </View>
          <View style={styles.grow}>
            <MainButton mode="outlined" onPress={() => router.push(routes.planWork(carId, { event: eventId }))}>
              Plan a flush
            </MainButton>
          </View>
        </View>
      }
    >
      <FluidCard car={car} event={logbook.events.get(eventId) ?? null} />
    </Screen>
  );
}

const styles = StyleSheet.create({
  actions: { flexDirection: 'row', gap: 8 },
  grow: { flex: 1 },
});
