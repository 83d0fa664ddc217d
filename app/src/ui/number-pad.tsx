import { useEffect, useRef } from 'react';
import { Pressable, StyleSheet, TextInput, View } from 'react-native';
import { type Dimension, type Unit, parseQuantity, preferredUnit, unitDefinition } from '@calvik/core';
import { useUnits } from './units';
import { GUIDED_TARGET, fonts } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Icon } from './icons';
import { useWide } from './screen';
import { Text } from './text';
import { quantityProblemText } from '@calvik/words/input';

const rows = [
  ['7', '8', '9'],
  ['4', '5', '6'],
  ['1', '2', '3'],
  ['.', '0', 'erase'],
] as const;

/**
 * Number entry for one hand: a large figure, keys of 56 px, the other unit beside it. A keyboard works too, and any unit
 * may be typed.
 */
export function NumberPad({
  label,
  dimension,
  text,
  onChange,
  digits: shownDigits,
  unitKeys,
  onNext,
  nextLabel,
  focus = false,
}: {
  label: string;
  dimension: Dimension;
  text: string;
  onChange: (text: string) => void;
  digits?: number;
  /** Units that get a key. */
  unitKeys: readonly Unit[];
  /** Goes on to the next figure: Enter on a keyboard, and the wide key under the others where it has a name. */
  onNext?: () => void;
  nextLabel?: string;
  /** A keyboard can type at once, where there is one. */
  focus?: boolean;
}) {
  const t = useTokens();
  const wide = useWide();
  const field = useRef<TextInput>(null);
  useEffect(() => {
    if (focus && wide) field.current?.focus();
  }, [focus, wide]);
  const { system, show, other } = useUnits();
  const parsed = text === '' ? null : parseQuantity(text, dimension, preferredUnit(dimension, system));
  const digits = text.replace(/[^\d.,-]/g, '');
  const press = (key: string): void => {
    if (key === 'erase') onChange(/[^\d.,-]$/.test(text) ? digits : text.slice(0, -1));
    else onChange(text + key);
  };
  const key = (name: string): React.ReactNode => (
    <Pressable
      key={name}
      role="button"
      aria-label={name === 'erase' ? 'Erase' : name === '.' ? 'Point' : name}
      onPress={() => press(name)}
      style={({ pressed }) => [styles.key, { borderColor: t.rule, backgroundColor: pressed ? t.ironWash : t.sheet }]}
    >
      {name === 'erase' ? <Icon name="erase" size={26} color={t.ink} /> : <Text as="figure">{name}</Text>}
    </Pressable>
  );
  return (
    <View style={styles.pad}>
      <View style={[styles.display, { borderColor: t.ink, backgroundColor: t.sheet }]}>
        <TextInput
          ref={field}
          aria-label={label}
          value={text}
          onChangeText={onChange}
          inputMode="none"
          onSubmitEditing={onNext}
          blurOnSubmit={false}
          maxLength={16}
          style={[styles.input, { color: t.ink }]}
          placeholder="–"
          placeholderTextColor={t.inkSoft}
        />
        <View style={styles.beside}>
          <Text as="unit" tone="ink">
            {parsed?.ok
              ? show(parsed.value, dimension, shownDigits)
              : unitDefinition(preferredUnit(dimension, system)).label}
          </Text>
          {parsed?.ok ? <Text as="small">{other(parsed.value, dimension)}</Text> : null}
        </View>
      </View>
      {parsed && !parsed.ok ? (
        <Text tone="stop" live>
          {quantityProblemText(parsed)}
        </Text>
      ) : null}
      <View style={styles.keys}>
        <View style={styles.grid}>
          {rows.map((row) => (
            <View key={row.join('')} style={styles.row}>
              {row.map(key)}
            </View>
          ))}
          {nextLabel ? (
            <Pressable
              role="button"
              aria-label={nextLabel}
              onPress={onNext}
              style={[styles.next, { borderColor: t.iron, backgroundColor: t.ironWash }]}
            >
              <Text as="strong" numberOfLines={1}>
                {nextLabel}
              </Text>
            </Pressable>
          ) : null}
        </View>
        {unitKeys.length > 0 ? (
          <View style={styles.units}>
            {unitKeys.map((unit) => {
              const { label: name } = unitDefinition(unit);
              const on = text.endsWith(name);
              return (
                <Pressable
                  key={unit}
                  role="button"
                  aria-label={`Unit ${name}`}
                  onPress={() => onChange(digits === '' ? '' : `${digits} ${name}`)}
                  style={[
                    styles.unitKey,
                    { borderColor: on ? t.iron : t.rule, backgroundColor: on ? t.ironWash : t.sheet },
                  ]}
                >
                  <Text as="unit" tone="ink">
                    {name}
                  </Text>
                </Pressable>
              );
            })}
          </View>
        ) : null}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  pad: { gap: 8 },
  display: {
    flexDirection: 'row',
    alignItems: 'center',
    borderWidth: 1.5,
    borderRadius: 3,
    paddingHorizontal: 12,
    minHeight: 72,
  },
  input: {
    flex: 1,
    minWidth: 0,
    fontFamily: fonts.figure,
    fontSize: 48,
    fontVariant: ['tabular-nums'],
    outlineStyle: 'none' as never,
    height: 68,
  },
  beside: { alignItems: 'flex-end' },
  keys: { flexDirection: 'row', gap: 6 },
  grid: { flex: 1, gap: 6 },
  row: { flexDirection: 'row', gap: 6 },
  key: {
    flex: 1,
    height: GUIDED_TARGET,
    borderWidth: 1,
    borderRadius: 3,
    alignItems: 'center',
    justifyContent: 'center',
  },
  next: { height: GUIDED_TARGET, borderWidth: 1.5, borderRadius: 3, alignItems: 'center', justifyContent: 'center' },
  units: { width: 72, gap: 6 },
  unitKey: {
    flex: 1,
    minHeight: GUIDED_TARGET,
    borderWidth: 1.5,
    borderRadius: 3,
    alignItems: 'center',
    justifyContent: 'center',
  },
});
