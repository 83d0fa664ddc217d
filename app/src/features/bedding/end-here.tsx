import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Chips } from '../../ui/chips';
import { LineInput } from '../../ui/line-input';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';

const reasons = ['Fade', 'Traffic', 'Something is wrong', 'Out of time'] as const;

/** Ended before it was through: why is part of the record. */
export function EndHere({ onEnd, onStay, busy }: { onEnd: (why: string) => void; onStay: () => void; busy: boolean }) {
  const [chosen, setChosen] = useState<(typeof reasons)[number][]>([]);
  const [words, setWords] = useState('');
  const [problem, setProblem] = useState('');
  const end = (): void => {
    const why = [...chosen, words.trim()].filter(Boolean).join('; ');
    if (why === '') setProblem('Say why it ends here.');
    else onEnd(why.slice(0, 200));
  };
  return (
    <View style={styles.gap}>
      <Chips label="Why" chosen={chosen} onChange={setChosen} options={reasons.map((r) => ({ value: r, label: r }))} />
      <LineInput label="In words" value={words} onChange={setWords} maxLength={120} />
      {problem ? (
        <Text tone="stop" live>
          {problem}
        </Text>
      ) : null}
      <View style={styles.row}>
        <View style={styles.grow}>
          <MainButton mode="outlined" onPress={onStay}>
            Go on driving
          </MainButton>
        </View>
        <View style={styles.grow}>
          <MainButton danger loading={busy} onPress={end}>
            End the cycle
          </MainButton>
        </View>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  gap: { gap: 8 },
  row: { flexDirection: 'row', gap: 6, flexWrap: 'wrap' },
  grow: { flexGrow: 1, minWidth: 0 },
});
