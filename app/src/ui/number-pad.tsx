import { type ReactNode, useEffect, useRef } from 'react';
import { Pressable, StyleSheet, TextInput, View } from 'react-native';
import type { Dimension, Unit } from '@calvik/core';
import { parseQuantity, preferredUnit, unitDefinition } from '@calvik/core/units';
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
  ['.', '0', 'clear', 'erase'],
] as const;

const names: Record<string, string> = { erase: 'Erase', clear: 'Clear', '.': 'Point' };

/** A key beside the digits that does something with the figure. */
export interface SideKey {
  label: string;
  /** What stands on it. */
  words: string;
  onPress: () => void;
}

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
  verdict,
  verdictHeight = 116,
  after,
  near = [],
  onNear,
  sideKey,
}: {
  label: string;
  dimension: Dimension;
  text: string;
  /** @param by a key of the pad, or a keyboard */
  onChange: (text: string, by: 'key' | 'keyboard') => void;
  digits?: number;
  /** Units that get a key. */
  unitKeys: readonly Unit[];
  /** Goes on to the next figure: Enter on a keyboard, and the wide key under the others where it has a name. */
  onNext?: () => void;
  nextLabel?: string;
  /** A keyboard can type at once, where there is one. */
  focus?: boolean;
  /** Limit and verdict, in a place that does not grow: whatever it says, no key moves. */
  verdict?: ReactNode;
  /** Two lines under a bar, unless there is no bar. */
  verdictHeight?: number;
  /** What is done with the figure, under the keys. */
  after?: ReactNode;
  /** Figures next to the one before, each a key of its own where units would be: what an instrument usually shows at the next point. */
  near?: readonly string[];
  onNear?: (figure: string) => void;
  sideKey?: SideKey;
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
  // What stood on record is replaced by the first key, like a figure that somebody marked.
  const fresh = useRef(text !== '');
  const press = (key: string): void => {
    // A chosen unit sticks to what is typed before or after it.
    const unit = text.replace(/^[\d.,\s-]*/, '');
    const withUnit = (figure: string): string => (figure !== '' && unit ? `${figure} ${unit}` : figure);
    if (key === 'clear') onChange('', 'key');
    else if (key === 'erase') onChange(withUnit(digits.slice(0, -1)), 'key');
    else onChange(withUnit(`${fresh.current ? '' : digits}${key}`), 'key');
    fresh.current = false;
  };
  const key = (name: string): React.ReactNode => (
    <Pressable
      key={name}
      role="button"
      aria-label={names[name] ?? name}
      onPress={() => press(name)}
      style={({ pressed }) => [styles.key, { borderColor: t.rule, backgroundColor: pressed ? t.ironWash : t.sheet }]}
    >
      {name === 'erase' ? (
        <Icon name="erase" size={26} color={t.ink} />
      ) : (
        <Text as={name === 'clear' ? 'label' : 'figure'}>{name === 'clear' ? 'Clear' : name}</Text>
      )}
    </Pressable>
  );
  return (
    <View style={styles.pad} testID="keypad">
      {verdict === undefined ? null : <View style={[styles.verdict, { height: verdictHeight }]}>{verdict}</View>}
      <View style={[styles.display, { borderColor: t.ink, backgroundColor: t.sheet }]}>
        <TextInput
          ref={field}
          aria-label={label}
          value={text}
          onChangeText={(typed) => onChange(typed, 'keyboard')}
          inputMode="none"
          onSubmitEditing={onNext}
          blurOnSubmit={false}
          maxLength={16}
          style={[styles.input, { color: t.ink }]}
          placeholder="–"
          placeholderTextColor={t.inkSoft}
        />
        <View style={styles.beside}>
          {label ? (
            <Text as="label" numberOfLines={1}>
              {label}
            </Text>
          ) : null}
          <Text
            as="unit"
            tone={parsed && !parsed.ok ? 'stop' : 'ink'}
            numberOfLines={2}
            live={parsed !== null && !parsed.ok}
          >
            {parsed && !parsed.ok
              ? quantityProblemText(parsed)
              : parsed?.ok
                ? show(parsed.value, dimension, shownDigits)
                : unitDefinition(preferredUnit(dimension, system)).label}
          </Text>
          {parsed?.ok ? <Text as="small">{other(parsed.value, dimension)}</Text> : null}
        </View>
      </View>
      <View style={styles.keys}>
        <View style={styles.grid}>
          {rows.map((row) => (
            <View key={row.join('')} style={styles.row}>
              {row.map(key)}
            </View>
          ))}
        </View>
        {unitKeys.length > 0 || near.length > 0 || sideKey || nextLabel ? (
          <View style={styles.units}>
            {near.map((figure) => (
              <Pressable
                key={figure}
                role="button"
                aria-label={`Reads ${figure}`}
                onPress={() => onNear?.(figure)}
                style={[styles.unitKey, { borderColor: t.iron, backgroundColor: t.sheet }]}
              >
                <Text as="figure">{figure}</Text>
              </Pressable>
            ))}
            {(near.length > 0 ? [] : unitKeys).map((unit) => {
              const { label: name } = unitDefinition(unit);
              const on = text.endsWith(name);
              return (
                <Pressable
                  key={unit}
                  role="button"
                  aria-label={`Unit ${name}`}
                  onPress={() => onChange(digits === '' ? '' : `${digits} ${name}`, 'key')}
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
            {sideKey ? (
              <Pressable
                role="button"
                aria-label={sideKey.label}
                onPress={sideKey.onPress}
                style={[styles.unitKey, { borderColor: t.iron, backgroundColor: t.sheet }]}
              >
                <Text as="label">{sideKey.words}</Text>
              </Pressable>
            ) : null}
            {nextLabel ? (
              <Pressable
                role="button"
                aria-label={nextLabel}
                onPress={onNext}
                style={[styles.unitKey, { borderColor: t.iron, backgroundColor: t.ironWash }]}
              >
                <Icon name="right" size={24} color={t.iron} />
                <Text as="label">Next</Text>
              </Pressable>
            ) : null}
          </View>
        ) : null}
      </View>
      {after}
    </View>
  );
}

const styles = StyleSheet.create({
  pad: { gap: 6, width: '100%', maxWidth: 720 },
  display: {
    flexDirection: 'row',
    alignItems: 'center',
    borderWidth: 1.5,
    borderRadius: 3,
    paddingHorizontal: 12,
    minHeight: 60,
  },
  input: {
    flex: 1,
    minWidth: 0,
    fontFamily: fonts.figure,
    fontSize: 40,
    fontVariant: ['tabular-nums'],
    outlineStyle: 'none' as never,
    height: 56,
  },
  beside: { alignItems: 'flex-end', maxWidth: '55%' },
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
  verdict: { overflow: 'hidden', justifyContent: 'flex-end', gap: 6 },
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
