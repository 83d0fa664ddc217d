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

interface ChipsProps<T extends string> {
  /** What is chosen, for the ear; each target is named "label: option". */
  label: string;
  options: readonly Chip<T>[];
  columns?: 1 | 2 | 3 | 4;
}

/** One large target for a gloved thumb. */
function Target({
  role,
  name,
  text,
  drawing,
  on,
  width,
  onPress,
}: {
  role: 'checkbox' | 'radio';
  name: string;
  text: string;
  drawing: ReactNode;
  on: boolean;
  width: `${number}%`;
  onPress: () => void;
}) {
  const t = useTokens();
  return (
    <View style={{ width, padding: 3 }}>
      <Pressable
        role={role}
        aria-checked={on}
        aria-label={name}
        onPress={onPress}
        {...onSpace(onPress)}
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
          {text}
        </Text>
      </Pressable>
    </View>
  );
}

/** Any number of a few, as large targets that wrap. */
export function Chips<T extends string>({
  label,
  options,
  columns = 2,
  chosen,
  onChange,
}: ChipsProps<T> & { chosen: readonly T[]; onChange: (chosen: T[]) => void }) {
  return (
    <View role="group" aria-label={label} style={styles.wrap}>
      {options.map(({ value, label: text, drawing }) => (
        <Target
          key={value}
          role="checkbox"
          name={`${label}: ${text}`}
          text={text}
          drawing={drawing}
          on={chosen.includes(value)}
          width={`${100 / columns}%`}
          onPress={() => onChange(chosen.includes(value) ? chosen.filter((v) => v !== value) : [...chosen, value])}
        />
      ))}
    </View>
  );
}

/** One of several, as large targets that wrap. */
export function ChoiceChips<T extends string>({
  label,
  options,
  columns = 2,
  value,
  onChange,
}: ChipsProps<T> & { value: T | ''; onChange: (value: T) => void }) {
  return (
    <View role="radiogroup" aria-label={label} style={styles.wrap}>
      {options.map((option) => (
        <Target
          key={option.value}
          role="radio"
          name={`${label}: ${option.label}`}
          text={option.label}
          drawing={option.drawing}
          on={option.value === value}
          width={`${100 / columns}%`}
          onPress={() => onChange(option.value)}
        />
      ))}
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
