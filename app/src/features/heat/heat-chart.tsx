import { useState } from 'react';
import { View } from 'react-native';
import { Line, Text as SvgText } from 'react-native-svg';
import { type HeatCurve, type HeatPart, fromCanonical, preferredUnit, unitDefinition } from '@calvik/core';
import { heatPartNames } from '@calvik/words/heat';
import { Chart } from '../../ui/chart';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { fonts } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';

/** Where the chart's lines begin and end, as the library draws them. */
const LEFT = 64;
const HEIGHT = 230;
/** Every so many minutes a label. */
const LABEL_EVERY_MIN = 10;

const dashes = [undefined, [7, 4], [2, 4]];

/** Curves of some parts of one axle over the minutes of a session, with the limit that they are held against. */
export function HeatChart({
  curve,
  parts,
  limit,
  parkedAtMin,
  testID,
}: {
  curve: HeatCurve;
  parts: readonly HeatPart[];
  limit: { label: string; tempC: number } | null;
  parkedAtMin: number | null;
  testID: string;
}) {
  const t = useTokens();
  const { system, show } = useUnits();
  const [width, setWidth] = useState(0);
  const unit = preferredUnit('temperature', system);
  const shown = (c: number): number => Math.round(fromCanonical(c, unit));
  const { minutes } = curve;
  const each = minutes.length > 1 ? minutes[1]! - minutes[0]! : 1;
  const labels = minutes.map((m) => (m % LABEL_EVERY_MIN < each - 1e-9 ? String(Math.round(m)) : ''));
  const inks = [t.ink, t.iron, t.inkSoft];
  const parkedX =
    parkedAtMin === null || width === 0
      ? null
      : LEFT + (minutes.findIndex((m) => m >= parkedAtMin) * (width - LEFT)) / minutes.length;
  const peaks = parts.map((p) => `${heatPartNames[p]} up to ${show(Math.max(...curve.tempsC[p]), 'temperature')}`);
  return (
    <View
      onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
      role="img"
      aria-label={`${peaks.join(', ')}${limit ? `; ${limit.label} ${show(limit.tempC, 'temperature')}` : ''}. The same figures stand in the table.`}
      testID={testID}
    >
      {width > 0 ? (
        <Chart
          width={width}
          height={HEIGHT}
          withDots={false}
          data={{
            labels,
            datasets: [
              ...parts.map((p, i) => ({
                data: curve.tempsC[p].map(shown),
                color: () => inks[i]!,
                strokeWidth: i === 0 ? 2 : 1.8,
                ...(dashes[i] ? { strokeDashArray: dashes[i] } : {}),
              })),
              ...(limit
                ? [
                    {
                      data: minutes.map(() => shown(limit.tempC)),
                      color: () => t.stop,
                      strokeWidth: 1.5,
                      strokeDashArray: [6, 4],
                    },
                  ]
                : []),
            ],
          }}
          fromZero
          withInnerLines
          withVerticalLines={false}
          yAxisSuffix={` ${unitDefinition(unit).label}`}
          segments={4}
          decorator={() =>
            parkedX === null ? null : (
              <>
                <Line x1={parkedX} x2={parkedX} y1={8} y2={HEIGHT - 46} stroke={t.inkSoft} strokeWidth={1} />
                <SvgText x={parkedX + 4} y={18} fill={t.inkSoft} fontSize={12} fontFamily={fonts.label}>
                  Parked
                </SvgText>
              </>
            )
          }
          style={{ marginLeft: -8 }}
        />
      ) : (
        <View style={{ height: HEIGHT }} />
      )}
      <Text as="small">
        {`Minutes along the foot. ${parts.map((p, i) => `${heatPartNames[p]} ${['drawn through', 'in dashes', 'in dots'][i]}`).join(', ')}${limit ? `; red: ${limit.label}, ${show(limit.tempC, 'temperature')}` : ''}.`}
      </Text>
    </View>
  );
}
