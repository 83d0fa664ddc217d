import { StyleSheet, View } from 'react-native';
import type { Suspect } from '@calvik/core/diagnosis';
import { LEAST_SUSPECT_SHARE, tellingOf } from '@calvik/core/suspects';
import { causeNames, evidenceText, factorText, shareText } from '@calvik/words/diagnosis';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';

const MOST_LINES = 6;

/** Suspects with their probability, and why: what makes each likelier, what less. */
export function Suspects({ suspects }: { suspects: readonly Suspect[] }) {
  const t = useTokens();
  const shown = suspects.filter((s, i) => i === 0 || s.share >= LEAST_SUSPECT_SHARE).slice(0, MOST_LINES);
  return (
    <View role="list" aria-label="Suspects">
      {shown.map((s, i) => {
        const { more, less } = tellingOf(s.because);
        const forIt = more.slice(0, 3);
        const against = less.slice(0, 2);
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
