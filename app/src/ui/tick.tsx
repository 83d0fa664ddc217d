import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Icon } from './icons';
import { onSpace } from './keyboard';
import { Text } from './text';

function Box({ on }: { on: boolean }) {
  const t = useTokens();
  return (
    <View style={[styles.box, { borderColor: on ? t.iron : t.inkSoft, backgroundColor: on ? t.ironWash : t.sheet }]}>
      {on ? <Icon name="check" size={16} color={t.iron} /> : null}
    </View>
  );
}

/** A box to tick with a gloved thumb. */
export function Tick({ label, name, on, onPress }: { label: string; name: string; on: boolean; onPress: () => void }) {
  const t = useTokens();
  return (
    <Pressable
      role="checkbox"
      aria-checked={on}
      aria-label={name}
      onPress={onPress}
      {...onSpace(onPress)}
      style={[styles.tick, { borderColor: on ? t.iron : t.rule, backgroundColor: on ? t.ironWash : t.sheet }]}
    >
      <Box on={on} />
      <Text as="small" tone="ink" style={styles.tickText}>
        {label}
      </Text>
    </Pressable>
  );
}

/** A line of a list that is chosen or not: all of it is the target. */
export function TickLine({
  name,
  on,
  onPress,
  children,
}: {
  name: string;
  on: boolean;
  onPress: () => void;
  children?: ReactNode;
}) {
  return (
    <Pressable
      role="checkbox"
      aria-checked={on}
      aria-label={name}
      onPress={onPress}
      {...onSpace(onPress)}
      style={styles.line}
    >
      <Box on={on} />
      <View style={styles.grow}>{children}</View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  tick: {
    flex: 1,
    minHeight: TARGET,
    borderWidth: 1.5,
    borderRadius: 3,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 6,
    paddingHorizontal: 6,
  },
  box: { width: 24, height: 24, borderWidth: 1.5, borderRadius: 3, alignItems: 'center', justifyContent: 'center' },
  tickText: { flex: 1, lineHeight: 16 },
  line: { minHeight: TARGET, flexDirection: 'row', alignItems: 'center', gap: 12, paddingVertical: 6 },
  grow: { flex: 1, minWidth: 0 },
});
