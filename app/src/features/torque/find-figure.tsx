import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { type BrakeSheet, type Corner, type Fastener, judgeTorque } from '@calvik/core';
import { useSync } from '../../state/hooks';
import { LineInput } from '../../ui/line-input';
import { useReadFigure } from '../../ui/figure-fields';
import { MainButton } from '../../ui/screen';
import { Text } from '../../ui/text';
import { FindingLines } from '../../facts/finding-line';
import { newRecord } from '../../state/new-record';

/** A figure that is not on the sheet: somebody finds it, and says where it stands. */
export function FindFigure({ s, fastener, corner }: { s: { sheet: BrakeSheet }; fastener: Fastener; corner: Corner }) {
  const sync = useSync();
  const read = useReadFigure();
  const [figure, setFigure] = useState('');
  const [source, setSource] = useState('');
  const [sentence, setSentence] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    const torqueNm = read(figure, 'torque');
    if (torqueNm === null || torqueNm <= 0) return setSentence('Type the figure, for example 28 N·m or 21 lbft.');
    if (source.trim() === '') return setSentence('Say where the figure stands: sheet and page.');
    setSentence(null);
    const fasteners = s.sheet.fasteners.map((f) =>
      f.key === fastener.key ? { ...f, torqueNm, source: source.trim() } : f,
    );
    const sheet = s.sheet.id === '' ? { ...s.sheet, ...newRecord(), fasteners } : { ...s.sheet, fasteners };
    const result = await sync.save('brakeSheets', sheet);
    if (result.state === 'refused') setSentence(result.sentence);
  };
  return (
    <View style={styles.gap} testID="find-figure">
      <FindingLines findings={judgeTorque(fastener, corner, null).findings.map((f) => ({ ...f, place: {} }))} />
      <View style={styles.row}>
        <LineInput label="Figure" value={figure} onChange={setFigure} dense style={styles.grow} placeholder="15 N·m" />
        <LineInput label="Where it stands" value={source} onChange={setSource} dense style={styles.grow} />
      </View>
      {sentence ? (
        <Text tone="stop" live>
          {sentence}
        </Text>
      ) : null}
      <MainButton mode="outlined" onPress={() => void save()}>
        Put it on the sheet
      </MainButton>
    </View>
  );
}

const styles = StyleSheet.create({
  grow: { flex: 1, minWidth: 0 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  gap: { gap: 8 },
});
