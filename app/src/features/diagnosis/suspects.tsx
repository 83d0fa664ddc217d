import { StyleSheet, View } from 'react-native';
import type { Suspect } from '@calvik/core/diagnosis';
import { causeNames, evidenceText, factorText, shareText } from '@calvik/words/diagnosis';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';

/** Under this a suspect is not worth a line. */
const LEAST_SHARE = 0.02;
const MOST_LINES = 6;

/** Suspects with their probability, and why: what makes each likelier, what less. */
export function Suspects({ suspects }: { suspects: readonly Suspect[] }) {
  const t = useTokens();
  const shown = suspects.filter((s, i) => i === 0 || s.share >= LEAST_SHARE).slice(0, MOST_LINES);
  return (
    <View role="list" aria-label="Suspects">
      {shown.map((s, i) => {
        const forIt = s.because.filter((b) => b.factor > 1.15).slice(0, 3);
        const against = s.because.filter((b) => b.factor < 0.87).slice(0, 2);
        return (
          <View
            key={s.cause}
            role="listitem"
            style={[styles.line, { borderColor: t.rule }]}
            testID={`suspect-${s.cause}`}
          >
            <View style={styles.head}>
              <Text as={i === 0 ? 'strong' : 'body'} style={styles.grow}>
                {causeNames[s.cause]}
              </Text>
              <Text as="figure">{shareText(s.share)}</Text>
            </View>
            <View style={[styles.rule, { backgroundColor: t.rule }]}>
              <View
                style={{
                  width: `${Math.max(1, s.share * 100)}%`,
                  height: 6,
                  backgroundColor: i === 0 ? t.iron : t.inkSoft,
                }}
              />
            </View>
            {forIt.length > 0 ? (
              <Text as="small">{`For: ${forIt.map((b) => `${evidenceText(b.evidence)} ${factorText(b.factor)}`).join('; ')}`}</Text>
            ) : null}
            {against.length > 0 ? (
              <Text as="small">{`Against: ${against.map((b) => `${evidenceText(b.evidence)} ${factorText(b.factor)}`).join('; ')}`}</Text>
            ) : null}
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  line: { borderBottomWidth: 1, paddingVertical: 8, gap: 4 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  rule: { height: 6, overflow: 'hidden' },
  grow: { flex: 1, minWidth: 0 },
});
