import { useId, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Line, Path, Rect } from 'react-native-svg';
import { useTokens } from '../theme/use-tokens';
import { HatchPattern } from './hatch';
import { Text } from './text';

export interface LimitBarProps {
  /** What is measured, for the ear: "Boiling point". */
  label: string;
  /** The value when new. */
  fresh: number;
  /** The left end, where that is more than new: a limit that not even new parts keep. */
  start?: number;
  /** Where the forbidden stretch begins. */
  limit: number;
  /** The right end. Default: as far beyond the limit as a fifth of the way to it. */
  end?: number;
  reading: number | null;
  /** Where the reading will be on the day: a fading tail. */
  projected?: number | null;
  show: (value: number) => string;
  freshWord?: string;
  limitWord?: string;
}

const BAR_Y = 26;
const BAR_HEIGHT = 18;
const HEIGHT = 60;

/** Where on a bar of `width` a value lies: new at the left, worn out at the right. */
export function placeOnBar(value: number, fresh: number, end: number, width: number): number {
  const share = (fresh - value) / (fresh - end);
  return Math.min(1, Math.max(0, share)) * width;
}

/**
 * One drawing for every measured quantity: a rule with NEW at the left, a notch for the limit, the forbidden stretch
 * hatched, the reading as a tick and the projection as a fading tail.
 */
export function LimitBar({
  label,
  fresh,
  start = fresh,
  limit,
  end,
  reading,
  projected,
  show,
  freshWord = 'New',
  limitWord = 'Limit',
}: LimitBarProps) {
  const t = useTokens();
  const id = useId().replace(/:/g, '');
  const [width, setWidth] = useState(0);
  const lowest = Math.min(limit, reading ?? limit, projected ?? limit);
  const last = end ?? Math.min(limit - (start - limit) * 0.3, lowest - Math.abs(start - limit) * 0.08);
  const x = (value: number): number => placeOnBar(value, start, last, width);
  const limitX = x(limit);
  const freshX = x(fresh);
  const readingX = reading === null ? null : x(reading);
  const tailX = projected === null || projected === undefined ? null : x(projected);
  const tick = t.ink;
  const spoken = [
    label,
    reading === null ? 'not measured' : show(reading),
    tailX === null ? '' : `${show(projected!)} on the day`,
    `${limitWord} ${show(limit)}`,
    `${freshWord} ${show(fresh)}`,
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <View onLayout={(e) => setWidth(e.nativeEvent.layout.width)} role="img" aria-label={spoken} testID="limit-bar">
      {width > 0 ? (
        <Svg width={width} height={HEIGHT}>
          <HatchPattern id={id} color={t.stop} background={t.stopWash} />
          <Rect x={0.5} y={BAR_Y} width={width - 1} height={BAR_HEIGHT} fill={t.sheet} stroke={t.ink} strokeWidth={1} />
          <Rect
            x={limitX}
            y={BAR_Y}
            width={Math.max(0, width - limitX - 0.5)}
            height={BAR_HEIGHT}
            fill={`url(#${id})`}
            stroke={t.ink}
            strokeWidth={1}
          />
          {Array.from({ length: 11 }, (_, i) => (
            <Line
              key={i}
              x1={(i * width) / 10}
              x2={(i * width) / 10}
              y1={BAR_Y + BAR_HEIGHT}
              y2={BAR_Y + BAR_HEIGHT + (i % 5 === 0 ? 6 : 3)}
              stroke={t.inkSoft}
              strokeWidth={1}
            />
          ))}
          <Path d={`M ${limitX - 6} ${BAR_Y - 8} L ${limitX + 6} ${BAR_Y - 8} L ${limitX} ${BAR_Y} Z`} fill={t.ink} />
          {freshX > 1 ? (
            <Line x1={freshX} x2={freshX} y1={BAR_Y - 6} y2={BAR_Y + BAR_HEIGHT} stroke={t.ink} strokeWidth={2} />
          ) : null}
          {readingX !== null && tailX !== null
            ? [0, 1, 2, 3, 4].map((i) => {
                const from = readingX + ((tailX - readingX) * i) / 5;
                const to = readingX + ((tailX - readingX) * (i + 1)) / 5;
                return (
                  <Rect
                    key={i}
                    x={Math.min(from, to)}
                    y={BAR_Y + 5}
                    width={Math.max(1, Math.abs(to - from))}
                    height={BAR_HEIGHT - 10}
                    fill={tick}
                    opacity={0.75 - i * 0.13}
                  />
                );
              })
            : null}
          {tailX !== null ? (
            <Line
              x1={tailX}
              x2={tailX}
              y1={BAR_Y + 2}
              y2={BAR_Y + BAR_HEIGHT - 2}
              stroke={tick}
              strokeWidth={2}
              strokeDasharray="3 2"
            />
          ) : null}
          {readingX !== null ? (
            <Rect
              x={Math.min(width - 4, Math.max(0, readingX - 2))}
              y={BAR_Y - 5}
              width={4}
              height={BAR_HEIGHT + 10}
              fill={tick}
              stroke={t.sheet}
              strokeWidth={1.5}
            />
          ) : null}
        </Svg>
      ) : (
        <View style={{ height: HEIGHT }} />
      )}
      <View
        style={[styles.caption, styles.top, freshX > limitX ? { left: Math.min(width - 90, freshX + 4) } : null]}
        pointerEvents="none"
      >
        <Text as="label">{`${freshWord} ${show(fresh)}`}</Text>
      </View>
      <View
        style={[
          styles.caption,
          styles.top,
          { left: freshX > limitX ? 0 : Math.max(90, Math.min(width - 96, limitX - 40)) },
        ]}
        pointerEvents="none"
      >
        <Text as="label" tone="ink">{`${limitWord} ${show(limit)}`}</Text>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  caption: { position: 'absolute' },
  top: { top: 0 },
});
