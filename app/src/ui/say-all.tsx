import { Pressable, StyleSheet } from 'react-native';
import { GUIDED_TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Icon } from './icons';
import { onSpace } from './keyboard';
import { Text } from './text';

/** The usual answer to several questions in one tap: "both seen, clean". Never on by itself. */
export function SayAll({ label, on, onPress }: { label: string; on: boolean; onPress: () => void }) {
  const t = useTokens();
  return (
    <Pressable
      role="checkbox"
      aria-checked={on}
      aria-label={label}
      onPress={onPress}
      {...onSpace(onPress)}
      style={[
        styles.all,
        { borderColor: on ? t.iron : t.rule, borderWidth: on ? 2.5 : 1, backgroundColor: on ? t.ironWash : t.sheet },
      ]}
    >
      {on ? <Icon name="check" size={20} color={t.iron} /> : null}
      <Text as={on ? 'strong' : 'body'} numberOfLines={2} style={styles.words}>
        {label}
      </Text>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  all: {
    minHeight: GUIDED_TARGET,
    flex: 1,
    borderRadius: 3,
    paddingHorizontal: 8,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 6,
  },
  words: { flexShrink: 1 },
});
