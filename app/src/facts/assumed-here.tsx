import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type AssumedKey, type Car, boresText } from '@calvik/core';
import { assumedNames, brakeNames, capital, sequenceText } from '@calvik/words';
import { useLogbook, useSync } from '../state/hooks';
import { MainButton, Section } from '../ui/screen';
import { Text } from '../ui/text';
import { useUnits } from '../ui/units';
import { routes } from '../routes';

type Show = ReturnType<typeof useUnits>['show'];

/** What stands on the record for something that nobody has said. */
const stands: Record<AssumedKey, (car: Car, show: Show) => string> = {
  fluidGrade: (car) => car.fluidGrade,
  front: ({ front }) => `${brakeNames[front.brake].toLowerCase()}, ${boresText(front)}`,
  rear: ({ rear }) => `${brakeNames[rear.brake].toLowerCase()}, ${boresText(rear)}`,
  reservoir: (car, show) =>
    `${show(car.reservoirMaxMl, 'volume')} up to MAX, ${show(car.reservoirMinMl, 'volume')} to MIN`,
  masterCylinderSide: (car) => car.masterCylinderSide,
  driverSide: (car) => car.driverSide,
  circuitSplit: (car) => (car.circuitSplit === 'diagonal' ? 'diagonal' : 'front and rear'),
  lines: (car, show) => `${show(car.lineBoreMm, 'length')} bore, usual lengths`,
  sequence: (car) => sequenceText(car),
};

/** Defaults that a step rests on, asked about where they first matter: right as they stand, or to be said. */
export function AssumedHere({ carId, keys }: { carId: string; keys: readonly AssumedKey[] }) {
  const router = useRouter();
  const sync = useSync();
  const { show } = useUnits();
  const car = useLogbook().cars.get(carId);
  const [problem, setProblem] = useState<string | null>(null);
  const open = car ? keys.filter((k) => car.assumed.includes(k)) : [];
  if (!car || open.length === 0) return null;
  const confirm = async (key: AssumedKey): Promise<void> => {
    const result = await sync.save('cars', { ...car, assumed: car.assumed.filter((k) => k !== key) });
    setProblem(result.state === 'refused' ? result.sentence : null);
  };
  return (
    <Section title="Defaults: check on the car">
      <View testID="assumed-here">
        {open.map((key) => (
          <View key={key} style={styles.row}>
            <Text tone="amber" style={styles.grow}>{`${capital(assumedNames[key])}: ${stands[key](car, show)}`}</Text>
            <MainButton
              mode="text"
              label={`${capital(assumedNames[key])}: it is right`}
              onPress={() => void confirm(key)}
            >
              It is right
            </MainButton>
          </View>
        ))}
      </View>
      {problem ? <Text tone="stop">{problem}</Text> : null}
      <MainButton mode="outlined" onPress={() => router.push(routes.editCar(car.id))}>
        Say what it has
      </MainButton>
    </Section>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: 48 },
  grow: { flex: 1, minWidth: 0 },
});
