import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { GUIDED_TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { onSpace } from './keyboard';
import type { Option } from './segments';
import { Text } from './text';

export interface Chip<T extends string> extends Option<T> {
  /** A small drawing of what is meant. */
  drawing?: ReactNode;
}

/** Any number of a few, as large targets that wrap; for a gloved thumb. */
export function Chips<T extends string>({
  label,
  options,
  chosen,
  onChange,
  columns = 2,
}: {
  label: string;
  options: readonly Chip<T>[];
  chosen: readonly T[];
  onChange: (chosen: T[]) => void;
  columns?: 1 | 2 | 3 | 4;
}) {
  const t = useTokens();
  const toggle = (value: T): void =>
    onChange(chosen.includes(value) ? chosen.filter((v) => v !== value) : [...chosen, value]);
  return (
    <View role="group" aria-label={label} style={styles.wrap}>
      {options.map(({ value, label: name, drawing }) => {
        const on = chosen.includes(value);
        return (
          <View key={value} style={{ width: `${100 / columns}%` as never, padding: 3 }}>
            <Pressable
              role="checkbox"
              aria-checked={on}
              aria-label={`${label}: ${name}`}
              onPress={() => toggle(value)}
              {...onSpace(() => toggle(value))}
              style={[
                styles.chip,
                {
                  borderColor: on ? t.iron : t.rule,
                  borderWidth: on ? 2.5 : 1,
                  backgroundColor: on ? t.ironWash : t.sheet,
                },
              ]}
            >
              {drawing}
              <Text as={on ? 'strong' : 'body'} style={styles.text}>
                {name}
              </Text>
            </Pressable>
          </View>
        );
      })}
    </View>
  );
}

/** One of several, as large targets that wrap. */
export function ChoiceChips<T extends string>({
  label,
  options,
  value,
  onChange,
  columns = 2,
}: {
  label: string;
  options: readonly Chip<T>[];
  value: T | '';
  onChange: (value: T) => void;
  columns?: 1 | 2 | 3 | 4;
}) {
  const t = useTokens();
  return (
    <View role="radiogroup" aria-label={label} style={styles.wrap}>
      {options.map(({ value: own, label: name, drawing }) => {
        const on = own === value;
        return (
          <View key={own} style={{ width: `${100 / columns}%` as never, padding: 3 }}>
            <Pressable
              role="radio"
              aria-checked={on}
              aria-label={`${label}: ${name}`}
              onPress={() => onChange(own)}
              {...onSpace(() => onChange(own))}
              style={[
                styles.chip,
                {
                  borderColor: on ? t.iron : t.rule,
                  borderWidth: on ? 2.5 : 1,
                  backgroundColor: on ? t.ironWash : t.sheet,
                },
              ]}
            >
              {drawing}
              <Text as={on ? 'strong' : 'body'} style={styles.text}>
                {name}
              </Text>
            </Pressable>
          </View>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  wrap: { flexDirection: 'row', flexWrap: 'wrap', margin: -3 },
  chip: {
    minHeight: GUIDED_TARGET,
    borderRadius: 3,
    paddingHorizontal: 10,
    paddingVertical: 6,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
    flex: 1,
  },
  text: { flexShrink: 1 },
});
