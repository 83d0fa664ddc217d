import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Corner, Side } from '@calvik/core';
import { corners } from '@calvik/core/model';
import { cornerNames } from '@calvik/words';
import { useTokens } from '../theme/use-tokens';
import { Text } from './text';

export interface CornerCell {
  /** The large text of the corner. */
  figure: string;
  note?: string;
  done?: boolean;
}

/** Four corners as they lie on the car, front up, the driver's side marked. Tap one to work on it. */
export function CornerMap({
  cells,
  driverSide,
  selected,
  onSelect,
}: {
  cells: Record<Corner, CornerCell>;
  driverSide: Side;
  selected?: Corner;
  onSelect?: (corner: Corner) => void;
}) {
  const t = useTokens();
  const cell = (corner: Corner): ReactNode => {
    const { figure, note, done } = cells[corner];
    const on = selected === corner;
    const body = (
      <>
        <Text as="label" tone={on ? 'ink' : 'inkSoft'}>
          {`${corner}${done ? ' ✓' : ''}`}
        </Text>
        <Text as="figure">{figure}</Text>
        {note ? (
          <Text as="small" numberOfLines={1}>
            {note}
          </Text>
        ) : null}
      </>
    );
    const look = [
      styles.cell,
      { borderColor: on ? t.iron : t.rule, borderWidth: on ? 2 : 1, backgroundColor: on ? t.ironWash : t.sheet },
    ];
    return onSelect ? (
      <Pressable
        key={corner}
        role="button"
        aria-label={`${cornerNames[corner]}: ${figure} ${note ?? ''}`}
        onPress={() => onSelect(corner)}
        style={look}
      >
        {body}
      </Pressable>
    ) : (
      <View key={corner} style={look}>
        {body}
      </View>
    );
  };
  const [fl, fr, rl, rr] = corners;
  return (
    <View style={styles.sheet} testID="corner-sheet">
      <View style={styles.column}>
        {cell(fl)}
        {cell(rl)}
      </View>
      <View style={styles.car} aria-hidden>
        <Text as="label">Front</Text>
        <View style={[styles.body, { borderColor: t.inkSoft }]}>
          <View
            style={[styles.driver, { backgroundColor: t.inkSoft }, driverSide === 'left' ? { left: 4 } : { right: 4 }]}
          />
        </View>
        <Text as="small">{driverSide === 'left' ? 'driver left' : 'driver right'}</Text>
      </View>
      <View style={styles.column}>
        {cell(fr)}
        {cell(rr)}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  sheet: { flexDirection: 'row', gap: 8, alignItems: 'stretch' },
  column: { flex: 1, gap: 8 },
  cell: { minHeight: 76, borderRadius: 3, paddingHorizontal: 10, paddingVertical: 6, justifyContent: 'center' },
  car: { width: 72, alignItems: 'center', justifyContent: 'center', gap: 4 },
  body: { width: 44, flex: 1, borderWidth: 1.5, borderRadius: 14, maxHeight: 116 },
  driver: { position: 'absolute', top: 38, width: 13, height: 13, borderRadius: 7 },
});
