import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Corner } from '@calvik/core';
import { useUnits } from '../../ui/units';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useInstrument } from './use-instrument';

interface Jaws {
  mm: number;
  isSteady: boolean;
}

/**
 * The digital caliper: its jaws close on what is chosen, come to rest, and the reading is taken with one tap; then it goes on
 * to the next place by itself.
 */
export function CaliperPanel({
  carId,
  corner,
  target,
  place,
  onTake,
}: {
  carId: string;
  corner: Corner;
  target: 'inner' | 'outer' | 'rotor';
  /** Where the jaws are, in words. */
  place: string;
  /** Takes a reading, mm. @returns what the jaws close on next, or null when that was the last */
  onTake: (mm: number) => 'inner' | 'outer' | 'rotor' | null;
}) {
  const { show } = useUnits();
  const [jaws, setJaws] = useState<Jaws | null>(null);
  const caliper = useInstrument<Jaws>('calipers', setJaws);
  const measure = (on: typeof target): void => void caliper.start({ carId, corner, target: on });
  const take = (): void => {
    if (!jaws) return;
    const next = onTake(jaws.mm);
    setJaws(null);
    if (next) measure(next);
    else caliper.stop();
  };
  return (
    <>
      {caliper.isOn ? (
        <View style={styles.row}>
          <View style={styles.grow}>
            <Text as="label">{`Caliper on: ${place}`}</Text>
            <Text as="bigFigure" testID="caliper">
              {jaws ? show(jaws.mm, 'length', 2) : '–'}
            </Text>
          </View>
          <MainButton onPress={take} disabled={!jaws?.isSteady}>
            {jaws?.isSteady ? 'Take it' : 'Closing …'}
          </MainButton>
        </View>
      ) : (
        <MainButton mode="outlined" onPress={() => measure(target)}>
          Use the digital caliper
        </MainButton>
      )}
      {caliper.problem ? <Text tone="stop">{caliper.problem}</Text> : null}
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  grow: { flex: 1 },
});
