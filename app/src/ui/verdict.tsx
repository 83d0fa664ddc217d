import { useId, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import type { Verdict } from '@calvik/core';
import { verdictWords } from '@calvik/words';
import { useTokens } from '../theme/use-tokens';
import { HatchPattern } from './hatch';
import { Text } from './text';

/** Something said with how serious it is. */
export interface Remark {
  verdict: Verdict;
  text: string;
}

/** A strip of hatching as tall as what stands beside it. */
export function HatchStrip({ width = 12 }: { width?: number }) {
  const tokens = useTokens();
  const id = useId().replace(/:/g, '');
  const [height, setHeight] = useState(0);
  return (
    <View style={{ width, alignSelf: 'stretch' }} onLayout={(e) => setHeight(e.nativeEvent.layout.height)} aria-hidden>
      <Svg width={width} height={height} style={StyleSheet.absoluteFill}>
        <HatchPattern id={id} color={tokens.stop} background={tokens.stopWash} />
        <Rect width={width} height={height} fill={`url(#${id})`} />
      </Svg>
    </View>
  );
}

/** One word for how serious it is. In order is plain ink: colour arrives only with trouble. */
export function VerdictMark({ verdict, word }: { verdict: Verdict; word?: string }) {
  const t = useTokens();
  const text = word ?? verdictWords[verdict];
  if (verdict === 'inOrder') {
    return (
      <Text as="label" testID="verdict">
        {text}
      </Text>
    );
  }
  const look = {
    watch: { borderColor: t.amber, backgroundColor: 'transparent', color: 'amber' as const },
    needsWork: { borderColor: t.amber, backgroundColor: t.amberWash, color: 'amber' as const },
    stop: { borderColor: t.stop, backgroundColor: t.stop, color: 'onStop' as const },
  }[verdict];
  return (
    <View style={[styles.mark, { borderColor: look.borderColor, backgroundColor: look.backgroundColor }]}>
      <Text as="label" tone={look.color} testID="verdict">
        {text}
      </Text>
    </View>
  );
}

/** A reason in plain words, with as much colour as it deserves. */
export function ReasonLine({ reason }: { reason: Remark }) {
  const t = useTokens();
  if (reason.verdict === 'inOrder') return <Text>{reason.text}</Text>;
  const stop = reason.verdict === 'stop';
  return (
    <View
      style={[
        styles.reason,
        {
          backgroundColor: stop ? t.stopWash : reason.verdict === 'needsWork' ? t.amberWash : 'transparent',
          borderColor: stop ? t.stop : t.amber,
        },
      ]}
    >
      {stop ? <HatchStrip /> : null}
      <View style={styles.reasonText}>
        <Text as="label" tone={stop ? 'stop' : 'amber'}>
          {verdictWords[reason.verdict]}
        </Text>
        <Text>{reason.text}</Text>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  mark: { borderWidth: 1.5, paddingHorizontal: 7, paddingVertical: 1, borderRadius: 3, alignSelf: 'flex-start' },
  reason: { flexDirection: 'row', borderWidth: 1, borderRadius: 3, overflow: 'hidden' },
  reasonText: { flex: 1, paddingHorizontal: 12, paddingVertical: 8, gap: 1 },
});
