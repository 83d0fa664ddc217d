import { Pressable, StyleSheet, View } from 'react-native';
import { TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { onSpace } from './keyboard';
import { Text } from './text';

export interface Option<T extends string> {
  value: T;
  label: string;
}

/** One of a few, side by side. Says to the ear which one is chosen, which the library's own does not on the web. */
export function Segments<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  /** What is being chosen, for the ear; each option is named "label: option". */
  label: string;
  value: T | '';
  options: readonly Option<T>[];
  onChange: (value: T) => void;
}) {
  const t = useTokens();
  return (
    <View role="radiogroup" aria-label={label} style={[styles.group, { borderColor: t.inkSoft }]}>
      {options.map((option, i) => {
        const on = option.value === value;
        return (
          <Pressable
            key={option.value}
            role="radio"
            aria-checked={on}
            aria-label={`${label}: ${option.label}`}
            onPress={() => onChange(option.value)}
            {...onSpace(() => onChange(option.value))}
            style={[
              styles.segment,
              { backgroundColor: on ? t.ironWash : t.sheet, borderColor: t.inkSoft },
              i > 0 && styles.divided,
              on && { borderBottomColor: t.iron, borderBottomWidth: 3 },
            ]}
          >
            <Text as={on ? 'strong' : 'body'} numberOfLines={1}>
              {option.label}
            </Text>
          </Pressable>
        );
      })}
    </View>
  );
}

/** One of a list, below each other. */
export function RadioList<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T | '';
  options: readonly Option<T>[];
  onChange: (value: T) => void;
}) {
  const t = useTokens();
  return (
    <View role="radiogroup" aria-label={label}>
      {options.map((option) => {
        const on = option.value === value;
        return (
          <Pressable
            key={option.value}
            role="radio"
            aria-checked={on}
            aria-label={option.label}
            onPress={() => onChange(option.value)}
            {...onSpace(() => onChange(option.value))}
            style={[styles.listed, { borderColor: t.rule, backgroundColor: on ? t.ironWash : 'transparent' }]}
          >
            <View style={[styles.dot, { borderColor: on ? t.iron : t.inkSoft }]}>
              {on ? <View style={[styles.dotOn, { backgroundColor: t.iron }]} /> : null}
            </View>
            <Text as={on ? 'strong' : 'body'}>{option.label}</Text>
          </Pressable>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  group: { flexDirection: 'row', borderWidth: 1, borderRadius: 3, overflow: 'hidden' },
  segment: { flex: 1, minHeight: TARGET, alignItems: 'center', justifyContent: 'center', paddingHorizontal: 4 },
  divided: { borderLeftWidth: 1 },
  listed: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    minHeight: 52,
    borderBottomWidth: 1,
    paddingHorizontal: 4,
  },
  dot: { width: 22, height: 22, borderRadius: 11, borderWidth: 2, alignItems: 'center', justifyContent: 'center' },
  dotOn: { width: 11, height: 11, borderRadius: 6 },
});
