import { useState } from 'react';
import { View } from 'react-native';
import { Rect, Text as SvgText } from 'react-native-svg';
import { fromCanonical, preferredUnit, unitDefinition } from '@calvik/core';
import type { FoundZone, TracePoint } from '@calvik/core/traces';
import { Chart } from '../../ui/chart';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { fonts } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';

/** Where the chart's lines begin and end, as the library draws them. */
const LEFT = 64;
const TOP = 16;
const HEIGHT = 220;
const FOOT = HEIGHT - TOP - HEIGHT * 0.25;
const MOST_POINTS = 300;

/** The speed over one lap, with the zones that were found in it shaded and numbered. */
export function SpeedChart({
  curve,
  zones,
  fromS,
  toS,
}: {
  curve: readonly TracePoint[];
  zones: readonly FoundZone[];
  fromS: number;
  toS: number;
}) {
  const t = useTokens();
  const { system } = useUnits();
  const [width, setWidth] = useState(0);
  const unit = preferredUnit('speed', system);
  const inLap = curve.filter((p) => p.seconds >= fromS && p.seconds <= toS);
  const each = Math.max(1, Math.ceil(inLap.length / MOST_POINTS));
  const points = inLap.filter((_, i) => i % each === 0);
  const shown = zones.filter((z) => z.startS >= fromS && z.startS < toS);
  const everyS = toS - fromS > 300 ? 60 : 20;
  const step = points.length > 1 ? points[1]!.seconds - points[0]!.seconds : 1;
  const labels = points.map((p) =>
    (p.seconds - fromS) % everyS < step - 1e-9 ? String(Math.round((p.seconds - fromS) / everyS) * everyS) : '',
  );
  const x = (s: number): number => LEFT + ((s - fromS) / (toS - fromS)) * (width - LEFT);
  return (
    <View
      onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
      testID="speed-chart"
      role="img"
      aria-label={`Speed over one lap of ${Math.round(toS - fromS)} seconds with ${shown.length} braking zones; they stand in the table below.`}
    >
      {width > 0 && points.length > 1 ? (
        <Chart
          width={width}
          height={HEIGHT}
          withDots={false}
          data={{
            labels,
            datasets: [
              {
                data: points.map((p) => Math.round(fromCanonical(p.speedMPerS * 3.6, unit))),
                color: () => t.ink,
                strokeWidth: 2,
              },
            ],
          }}
          fromZero
          withInnerLines
          withVerticalLines={false}
          yAxisSuffix={` ${unitDefinition(unit).label}`}
          segments={4}
          decorator={() =>
            shown.map((z, i) => [
              <Rect
                key={`zone${z.startS}`}
                x={x(z.startS)}
                y={TOP}
                width={Math.max(2, x(z.endS) - x(z.startS))}
                height={FOOT}
                fill={t.iron}
                opacity={0.16}
              />,
              <SvgText
                key={`number${z.startS}`}
                x={(x(z.startS) + x(z.endS)) / 2}
                y={TOP + 10}
                fill={t.iron}
                fontSize={13}
                fontFamily={fonts.label}
                textAnchor="middle"
              >
                {String(i + 1)}
              </SvgText>,
            ])
          }
          style={{ marginLeft: -8 }}
        />
      ) : (
        <View style={{ height: HEIGHT }} />
      )}
      <Text as="small">Seconds of one lap along the foot; shaded: braking zones, numbered as below.</Text>
    </View>
  );
}
