import { Pressable, StyleSheet, View } from 'react-native';
import type { TorqueLine } from '@calvik/core';
import { cornerNames, patternText } from '@calvik/words';
import { GUIDED_TARGET } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/verdict';
import { keyOf } from './use-torque-line';

/** All lines at a glance: a row for each fastener, its corners side by side as they lie on the car. */
export function TorqueTable({
  lines,
  active,
  onOpen,
}: {
  lines: readonly TorqueLine[];
  active: TorqueLine | undefined;
  onOpen: (line: TorqueLine) => void;
}) {
  const t = useTokens();
  const { show } = useUnits();
  const rows = [...new Set(lines.map((l) => l.fastener.key))].map((key) => lines.filter((l) => l.fastener.key === key));
  return (
    <View role="group" aria-label="Torque table">
      {rows.map((row) => {
        const { fastener: f } = row[0]!;
        return (
          <View key={f.key} style={[styles.row, { borderColor: t.rule }]}>
            <View style={styles.grow}>
              <Text as="strong" numberOfLines={1}>
                {f.name}
              </Text>
              <Text as="small" numberOfLines={1} tone={f.torqueNm === null ? 'stop' : undefined}>
                {f.torqueNm === null ? 'No figure' : `${show(f.torqueNm, 'torque')}, ${patternText(f)}`}
              </Text>
            </View>
            {row.map((line) => {
              const on = line === active;
              return (
                <Pressable
                  key={keyOf(line)}
                  role="button"
                  aria-label={`${f.name}, ${cornerNames[line.corner]}`}
                  aria-pressed={on}
                  onPress={() => onOpen(line)}
                  testID={`torque-${keyOf(line)}`}
                  style={[
                    styles.cell,
                    {
                      borderColor: on ? t.iron : t.rule,
                      borderWidth: on ? 2.5 : 1,
                      backgroundColor: on ? t.ironWash : t.sheet,
                    },
                  ]}
                >
                  <Text as={on ? 'strong' : 'body'}>{line.corner}</Text>
                  {line.set ? (
                    <VerdictMark verdict={line.verdict} word={line.verdict === 'inOrder' ? 'Done' : undefined} />
                  ) : (
                    <Text as="label">Open</Text>
                  )}
                </Pressable>
              );
            })}
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 6, borderBottomWidth: 1, paddingVertical: 3 },
  grow: { flex: 1, minWidth: 0 },
  cell: {
    width: 84,
    minHeight: GUIDED_TARGET,
    borderRadius: 3,
    alignItems: 'center',
    justifyContent: 'center',
    paddingHorizontal: 2,
  },
});
