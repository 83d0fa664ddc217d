import { type ComponentType, type ReactNode, createContext, useCallback, useContext, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Dimension, Figure, Measure } from '@calvik/core';
import { dimensions, quantityParts } from '@calvik/core/units';
import { useUnits } from './units';
import { TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Icon } from './icons';
import { Text } from './text';

const OpenWorking = createContext<(figure: Figure) => void>(() => undefined);

const isDimension = (measure: Measure): measure is Dimension => measure in dimensions;

/** A figure and its unit, in the units that this person prefers. */
export function useMeasure(): (
  value: number | string,
  measure: Measure,
  digits?: number,
) => { figure: string; unit: string } {
  const { system } = useUnits();
  return useCallback(
    (value, measure, digits) => {
      if (typeof value === 'string') return { figure: value, unit: '' };
      if (measure === 'percentPerYear') return { figure: value.toFixed(2), unit: '% a year' };
      if (isDimension(measure)) return quantityParts(value, measure, system, digits);
      return { figure: Number(value.toPrecision(4)).toString(), unit: '' };
    },
    [system],
  );
}

/** What the sheet that shows a working is given: the figures opened one out of the other, the last of them shown. */
export interface WorkingTrail {
  trail: readonly Figure[];
  open: (figure: Figure) => void;
  back: () => void;
  close: () => void;
}

/** Holds the one sheet that any figure below it can open. */
export function WorkingHost({ children, sheet: Sheet }: { children: ReactNode; sheet: ComponentType<WorkingTrail> }) {
  const [trail, setTrail] = useState<readonly Figure[]>([]);
  const start = useCallback((next: Figure) => setTrail([next]), []);
  return (
    <OpenWorking.Provider value={start}>
      {children}
      {trail.length > 0 ? (
        <Sheet
          trail={trail}
          open={(figure) => setTrail([...trail, figure])}
          back={() => setTrail(trail.slice(0, -1))}
          close={() => setTrail([])}
        />
      ) : null}
    </OpenWorking.Provider>
  );
}

/** A computed figure: large, with its unit, and the "=" that opens how it was come by. */
export function FigureView({
  figure,
  big = false,
  tone,
  digits,
}: {
  figure: Figure;
  big?: boolean;
  tone?: 'ink' | 'amber' | 'stop';
  digits?: number;
}) {
  const t = useTokens();
  const open = useContext(OpenWorking);
  const measure = useMeasure();
  const shown = measure(figure.value, figure.measure, digits);
  return (
    <Pressable
      role="button"
      aria-label={`${figure.label} ${shown.figure} ${shown.unit}: show the working`}
      onPress={() => open(figure)}
      onLongPress={() => open(figure)}
      style={styles.figure}
    >
      <Text as="label">{figure.label}</Text>
      <View style={styles.row}>
        <Text as={big ? 'bigFigure' : 'figure'} tone={tone ?? 'ink'}>
          {shown.figure}
        </Text>
        <Text as="unit">{shown.unit}</Text>
        <View style={[styles.equal, { borderColor: t.rule }]}>
          <Icon name="equal" size={14} color={t.iron} />
        </View>
      </View>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'baseline', gap: 5 },
  figure: { minHeight: TARGET, justifyContent: 'center' },
  equal: { borderWidth: 1, borderRadius: 3, padding: 3, alignSelf: 'center' },
});
