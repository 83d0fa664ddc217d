import { type CameIn, waysIn } from '@calvik/core';
import { cameInNames } from '@calvik/words/track';
import { StyleSheet, View } from 'react-native';
import { Segments } from '../ui/segments';
import { Text } from '../ui/text';

/** How a car came in: asked, for every reading of its heat hangs on it. */
export function CameInField({ value, onChange }: { value: CameIn | null; onChange: (value: CameIn) => void }) {
  return (
    <View style={styles.gap}>
      <Text as="small">Easy laps before it came in</Text>
      <Segments
        label="Came in"
        value={value ?? ''}
        onChange={onChange}
        options={waysIn.map((way) => ({ value: way, label: cameInNames[way].short }))}
      />
    </View>
  );
}

const styles = StyleSheet.create({ gap: { gap: 4 } });
