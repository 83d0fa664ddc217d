import { type ReactNode, useEffectEvent, useLayoutEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Corner } from '@calvik/core';
import { useDraft } from '../../state/use-draft';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { useInstrument } from '../../facts/use-instrument';

interface Jaws {
  mm: number;
  isSteady: boolean;
}
export type CaliperTarget = 'inner' | 'outer' | 'rotor';

/**
 * The digital caliper, on rotors the micrometer: its jaws close on what is chosen, come to rest, and the reading is taken with one press; then it goes on
 * to the next place by itself. Who measured with it goes on measuring with it: at the next corner it is on already.
 */
export function useCaliper({
  carId,
  corner,
  target,
  place,
  isWanted,
  onTake,
}: {
  carId: string;
  corner: Corner;
  target: CaliperTarget;
  /** Where the jaws are, in words. */
  place: string;
  /** Whether there is still something to measure here: then it comes on by itself where it was used last. */
  isWanted: boolean;
  /** Takes a reading, mm. @returns what the jaws close on next, or null when that was the last */
  onTake: (mm: number) => CaliperTarget | null;
}): {
  /** In place of the keypad while it is on. */
  panel: ReactNode;
  /** Turns it on. */
  button: ReactNode;
} {
  const { show } = useUnits();
  const { draft: habit, change: setHabit } = useDraft<{ isUsed: boolean }>('caliper', { isUsed: false });
  const [jaws, setJaws] = useState<Jaws | null>(null);
  const caliper = useInstrument<Jaws>('calipers', setJaws);
  const measure = (on: CaliperTarget): void => void caliper.start({ carId, corner, target: on });
  const begin = useRef(habit.isUsed && isWanted);
  const measureFirst = useEffectEvent(() => {
    if (begin.current) measure(target);
    begin.current = false;
  });
  // Before the first paint: the step opens with the caliper in place of the keypad.
  useLayoutEffect(() => measureFirst(), []);
  const take = (): void => {
    if (!jaws) return;
    const next = onTake(jaws.mm);
    setJaws(null);
    if (next) measure(next);
    else caliper.stop();
  };
  const panel = caliper.isOn ? (
    <View style={styles.panel}>
      <View style={styles.row}>
        <View style={styles.grow}>
          <Text as="label">{`${target === 'rotor' ? 'Micrometer' : 'Caliper'} on: ${place}`}</Text>
          <Text as="bigFigure" testID="caliper">
            {jaws ? show(jaws.mm, 'length', target === 'rotor' ? 3 : 2) : '–'}
          </Text>
        </View>
        <MainButton
          mode="text"
          onPress={() => {
            setHabit({ isUsed: false });
            caliper.stop();
          }}
        >
          Type instead
        </MainButton>
      </View>
      <MainButton onPress={take} disabled={!jaws?.isSteady}>
        {jaws?.isSteady ? 'Take it' : 'Closing …'}
      </MainButton>
    </View>
  ) : null;
  const button = (
    <>
      {caliper.isOn ? null : (
        <MainButton
          mode="outlined"
          onPress={() => {
            setHabit({ isUsed: true });
            measure(target);
          }}
        >
          {target === 'rotor' ? 'Use the digital micrometer' : 'Use the digital caliper'}
        </MainButton>
      )}
      {caliper.problem ? <Text tone="stop">{caliper.problem}</Text> : null}
    </>
  );
  return { panel, button };
}

const styles = StyleSheet.create({
  panel: { width: '100%', maxWidth: 720, gap: 10 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  grow: { flex: 1 },
});
