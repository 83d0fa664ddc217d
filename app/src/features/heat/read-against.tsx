import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Rect, Text as SvgText } from 'react-native-svg';
import type { FittedReading } from '@calvik/core';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { fonts } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';

const ROW = 34;
const LEFT = 26;
const FOOT = 22;

/** Each reading as a bar from the step that was reached to the one that was not, with what is computed: before as a ring, now as a dot. */
export function ReadAgainst({ readings }: { readings: readonly FittedReading[] }) {
  const t = useTokens();
  const { show } = useUnits();
  const [width, setWidth] = useState(0);
  const all = readings.flatMap((r) => [r.low ?? r.high!, r.high ?? r.low!, r.beforeC, r.afterC]);
  const [low, high] = [Math.max(0, Math.min(...all) - 30), Math.max(...all) + 30];
  const x = (c: number): number => LEFT + ((c - low) / (high - low)) * (width - LEFT - 12);
  const height = readings.length * ROW + FOOT;
  const marks = [0.1, 0.5, 0.9].map((s) => low + s * (high - low));
  const spoken = readings.map(
    (r, i) => `${i + 1}: read ${show(r.low ?? r.high!, 'temperature')}, computed ${show(r.afterC, 'temperature')}`,
  );
  return (
    <View
      onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
      role="img"
      aria-label={`Readings against the model. ${spoken.join('; ')}`}
      testID="read-against"
    >
      {width > 0 ? (
        <Svg width={width} height={height}>
          {marks.map((c) => (
            <SvgText
              key={c}
              x={x(c)}
              y={height - 6}
              fill={t.inkSoft}
              fontSize={12}
              fontFamily={fonts.label}
              textAnchor="middle"
            >
              {show(c, 'temperature')}
            </SvgText>
          ))}
          {readings.map((r, i) => {
            const y = i * ROW + ROW / 2;
            const [from, to] = [x(r.low ?? low), x(r.high ?? high)];
            return [
              <Line key={`rule${r.id}`} x1={LEFT} x2={width} y1={y} y2={y} stroke={t.rule} />,
              <SvgText key={`n${r.id}`} x={4} y={y + 4} fill={t.inkSoft} fontSize={13} fontFamily={fonts.label}>
                {String(i + 1)}
              </SvgText>,
              <Rect
                key={`bar${r.id}`}
                x={from - 1}
                y={y - 7}
                width={Math.max(3, to - from)}
                height={14}
                fill={r.isMisfit ? t.stopWash : t.ironWash}
                stroke={r.isMisfit ? t.stop : t.iron}
              />,
              <Circle
                key={`before${r.id}`}
                cx={x(r.beforeC)}
                cy={y}
                r={5}
                fill="none"
                stroke={t.inkSoft}
                strokeWidth={1.5}
              />,
              <Circle key={`after${r.id}`} cx={x(r.afterC)} cy={y} r={5} fill={t.ink} />,
            ];
          })}
        </Svg>
      ) : (
        <View style={{ height }} />
      )}
      <Text as="small">
        Bar: what was read, or between which steps. Ring: computed without readings; dot: with them.
      </Text>
    </View>
  );
}
