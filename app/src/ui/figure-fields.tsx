import { Fragment, type ReactNode, useCallback, useEffect, useRef } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { Dimension, Unit, Verdict } from '@calvik/core';
import { parseQuantity, preferredUnit, quantityParts } from '@calvik/core/units';
import { useUnits } from './units';
import { GUIDED_TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { Docked, useDock } from './dock';
import { NumberPad, type SideKey } from './number-pad';
import { Text } from './text';

export interface FigureField {
  key: string;
  label: string;
  dimension: Dimension;
  optional?: boolean;
  /** Last time's figure. */
  last?: number | null;
  /** The verdict on what is typed. */
  verdict?: Verdict;
  digits?: number;
  /**
   * Places after the point that its instrument shows: once so many stand, typed with the keys, the next line has them. What is wrong with a
   * figure keeps them, so that its verdict stays in view.
   */
  places?: number;
  /** The verdict on a figure that is about to stand. */
  judge?: (value: number) => Verdict;
  /** The figure before it: those next to it get a key each. */
  near?: number | null;
}

/** How many keys of figures beside the one before are given: one over it, the same, one under it. */
const NEAR = [1, 0, -1];

const unitKeys: Partial<Record<Dimension, Unit[]>> = {
  length: ['mm', 'in'],
  volume: ['mL', 'flOz'],
  torque: ['Nm', 'lbfFt'],
  temperature: ['degC', 'degF'],
  mass: ['kg', 'lb'],
  pressure: ['bar', 'psi'],
};

/** Reads a figure as this person would have typed it; null where nothing, or nothing readable, is there. */
export function useReadFigure(): (text: string | undefined, dimension: Dimension) => number | null {
  const { system } = useUnits();
  return useCallback(
    (text, dimension) => {
      const parsed = parseQuantity(text ?? '', dimension, preferredUnit(dimension, system));
      return parsed.ok ? parsed.value : null;
    },
    [system],
  );
}

/**
 * Several figures and one keypad: tap a line, type; the key at the lower left of the keypad goes on to the next line. Each line shows
 * what it was last time.
 */
export function FigureFields({
  fields,
  values,
  onChange,
  selected,
  onSelect,
  columns = 1,
  onDone,
  focus = true,
  verdict,
  verdictHeight,
  after,
  cell,
  cellAt,
  instrument,
  sideKey,
  isQuiet = false,
}: {
  fields: readonly FigureField[];
  values: Record<string, string>;
  onChange: (key: string, text: string) => void;
  selected: string;
  onSelect: (key: string) => void;
  columns?: 1 | 2 | 4;
  /** After the last line: Enter on a keyboard. */
  onDone?: () => void;
  /** Takes the keyboard, where there is one. Of several lists on a page only one does. */
  focus?: boolean;
  /** Limit and verdict beside the keys, and what is done with the figure under them. */
  verdict?: ReactNode;
  verdictHeight?: number;
  after?: ReactNode;
  /** Stands beside the figures, as one of their cells: what is said of them in one tap. */
  cell?: ReactNode;
  /** Before which of the figures; default: after the last. */
  cellAt?: number;
  /** An instrument that is on: it stands where the keys are. */
  instrument?: ReactNode;
  /** One more key beside the digits. */
  sideKey?: SideKey;
  /** The keys come with a tap on a line, and go with another: where most is answered without them. */
  isQuiet?: boolean;
}) {
  const cellIndex = cellAt ?? fields.length;
  const t = useTokens();
  const { show, system } = useUnits();
  const lastWords = (f: FigureField): string =>
    typeof f.last === 'number'
      ? `last ${show(f.last, f.dimension, f.digits)}`
      : f.optional
        ? 'if wanted'
        : f.last === null
          ? 'first time'
          : '';
  const read = useReadFigure();
  const dock = useDock(!isQuiet);
  const at = Math.max(
    0,
    fields.findIndex((f) => f.key === selected),
  );
  const field = fields[at]!;
  const next = fields[at + 1];
  // On a short phone the keys cover the lower lines: the one that is typed into comes up by itself.
  const line = useRef<View>(null);
  const isFirst = at === 0;
  useEffect(() => {
    // A page opens at its top.
    if (!isFirst) (line.current as unknown as Element | null)?.scrollIntoView?.({ block: 'nearest' });
  }, [field.key, isFirst]);
  const { places } = field;
  const isWhole = (text: string | undefined): boolean =>
    places !== undefined && new RegExp(`^\\d+[.,]\\d{${places}}$`).test(text?.trim() ?? '');
  const isWrong = (text: string): boolean => {
    const value = read(text, field.dimension);
    const verdict = value === null ? 'stop' : (field.judge?.(value) ?? 'inOrder');
    return verdict === 'stop' || verdict === 'needsWork';
  };
  const goOn = (): void => {
    const open = fields.slice(at + 1).find((f) => !f.optional && !values[f.key]?.trim());
    if (open) onSelect(open.key);
  };
  const typed = (text: string, by: 'key' | 'keyboard'): void => {
    onChange(field.key, text);
    if (by === 'key' && isWhole(text) && !isWhole(values[field.key]) && !isWrong(text)) goOn();
  };
  const near = ((): string[] => {
    if (typeof field.near !== 'number' || places === undefined) return [];
    const figure = Number(quantityParts(field.near, field.dimension, system, places).figure);
    return Number.isFinite(figure) ? NEAR.map((n) => (figure + n * 10 ** -places).toFixed(places)) : [];
  })();
  // One figure is its own line, the keypad's display; it has a line while another list has the keypad.
  const alone = fields.length === 1 && dock.isMine && !isQuiet;
  const shown = alone ? [] : fields;
  const besides = cell ? <View style={{ width: `${100 / columns}%`, padding: 2 }}>{cell}</View> : null;
  const toneOf = (verdict: Verdict | undefined): 'stop' | 'amber' | 'ink' =>
    verdict === 'stop' ? 'stop' : verdict === 'watch' || verdict === 'needsWork' ? 'amber' : 'ink';
  return (
    <View style={styles.all}>
      {alone && typeof field.last === 'number' ? (
        <Text as="small">{`Last ${show(field.last, field.dimension, field.digits)}`}</Text>
      ) : null}
      <View style={styles.lines}>
        {shown.map((f, i) => {
          const text = values[f.key] ?? '';
          const value = read(text, f.dimension);
          const on = f.key === field.key && dock.isMine;
          const figure = value === null ? (text === '' ? '–' : '?') : show(value, f.dimension, f.digits);
          return (
            <Fragment key={f.key}>
              {i === cellIndex ? besides : null}
              <View style={{ width: `${100 / columns}%`, padding: 2 }}>
                <Pressable
                  ref={on ? line : undefined}
                  role="button"
                  aria-label={`${f.label}: ${text || 'not typed'}`}
                  aria-pressed={on}
                  onPress={() => {
                    if (isQuiet && on) return dock.leave();
                    dock.take();
                    onSelect(f.key);
                  }}
                  style={[
                    columns === 1 ? styles.line : styles.small,
                    {
                      borderColor: on ? t.iron : t.rule,
                      borderWidth: on ? 2.5 : 1,
                      backgroundColor: on ? t.ironWash : t.sheet,
                    },
                  ]}
                >
                  {columns === 1 ? (
                    <>
                      <View style={styles.grow}>
                        <Text as="strong" numberOfLines={1}>
                          {f.label}
                        </Text>
                        {lastWords(f) ? <Text as="small">{lastWords(f)}</Text> : null}
                      </View>
                      <Text as="figure" tone={toneOf(f.verdict)}>
                        {figure}
                      </Text>
                    </>
                  ) : (
                    <>
                      <Text as="small" tone="ink" numberOfLines={1}>
                        {f.label}
                      </Text>
                      <View style={styles.below}>
                        {columns === 2 ? <Text as="small">{lastWords(f)}</Text> : null}
                        <Text as="figure" tone={toneOf(f.verdict)}>
                          {columns === 4 && value !== null
                            ? quantityParts(value, f.dimension, system, f.digits).figure
                            : figure}
                        </Text>
                      </View>
                    </>
                  )}
                </Pressable>
              </View>
            </Fragment>
          );
        })}
        {cellIndex >= shown.length ? besides : null}
      </View>
      {dock.isMine ? (
        <Docked>
          {instrument ? (
            <View style={styles.instrument}>
              {verdict}
              {instrument}
            </View>
          ) : (
            <NumberPad
              key={field.key}
              label={field.label}
              dimension={field.dimension}
              text={values[field.key] ?? ''}
              onChange={typed}
              near={near}
              sideKey={sideKey}
              onNear={(figure) => {
                onChange(field.key, figure);
                if (!isWrong(figure)) goOn();
              }}
              digits={field.digits}
              unitKeys={unitKeys[field.dimension] ?? []}
              onNext={next ? () => onSelect(next.key) : onDone}
              nextLabel={next ? `Next: ${next.label}` : undefined}
              focus={focus}
              verdict={verdict}
              verdictHeight={verdictHeight}
              after={after}
            />
          )}
        </Docked>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  all: { gap: 10 },
  instrument: { width: '100%', maxWidth: 720, gap: 10, paddingVertical: 4 },
  lines: { flexDirection: 'row', flexWrap: 'wrap', margin: -2 },
  line: {
    minHeight: GUIDED_TARGET,
    borderRadius: 3,
    paddingHorizontal: 12,
    flexDirection: 'row',
    alignItems: 'center',
    gap: 8,
  },
  small: { minHeight: GUIDED_TARGET, borderRadius: 3, paddingHorizontal: 8, paddingVertical: 3 },
  below: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' },
  grow: { flex: 1, minWidth: 0 },
});
