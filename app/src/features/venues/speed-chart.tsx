import { View } from 'react-native';
import { Rect, Text as SvgText } from 'react-native-svg';
import { fromCanonical, preferredUnit, unitDefinition } from '@calvik/core';
import type { FoundZone, TracePoint } from '@calvik/core/traces';
import { CurveChart } from '../../ui/curve-chart';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { fonts } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';

const HEIGHT = 220;
const MOST_POINTS = 160;

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
  const unit = preferredUnit('speed', system);
  const inLap = curve.filter((p) => p.seconds >= fromS && p.seconds <= toS);
  const each = Math.max(1, Math.ceil(inLap.length / MOST_POINTS));
  const points = inLap.filter((_, i) => i % each === 0);
  const shown = zones.filter((z) => z.startS >= fromS && z.startS < toS);
  const share = (s: number): number => Math.min(1, (s - fromS) / (toS - fromS));
  return (
    <View>
      <CurveChart
        testID="speed-chart"
        height={HEIGHT}
        label={`Speed over one lap of ${Math.round(toS - fromS)} seconds with ${shown.length} braking zones; they stand in the table below.`}
        until={toS - fromS}
        suffix={` ${unitDefinition(unit).label}`}
        curves={[{ data: points.map((p) => Math.round(fromCanonical(p.speedMPerS * 3.6, unit))), color: t.ink }]}
        over={({ x, top, height }) =>
          shown.map((z, i) => {
            const [from, to] = [x(share(z.startS)), x(share(z.endS))];
            return [
              <Rect
                key={`zone${z.startS}`}
                x={from}
                y={top}
                width={Math.max(2, to - from)}
                height={height}
                fill={t.iron}
                opacity={0.16}
              />,
              <SvgText
                key={`number${z.startS}`}
                x={(from + to) / 2}
                y={top + 10}
                fill={t.iron}
                fontSize={13}
                fontFamily={fonts.label}
                textAnchor="middle"
              >
                {String(i + 1)}
              </SvgText>,
            ];
          })
        }
      />
      <Text as="small">Seconds of one lap along the foot; shaded: braking zones, numbered as below.</Text>
    </View>
  );
}
