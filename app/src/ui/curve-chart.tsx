import { type ReactNode, useState } from 'react';
import { View } from 'react-native';
import { Chart } from './chart';

/** Where the library begins to draw its lines, and how much of the height they take. */
export const CHART_LEFT = 64;
const TOP = 16;
const FOOT_SHARE = 0.25;
const LABELS = 5;

export interface Curve {
  data: number[];
  color: string;
  width?: number;
  dashes?: number[];
}

/** Curves over an even axis; what is drawn over them gets the places of things. */
export function CurveChart({
  height,
  label,
  until,
  curves,
  suffix,
  isFromZero = true,
  testID,
  over,
}: {
  height: number;
  /** What the chart says, for the ear. */
  label: string;
  /** Where the axis along the foot ends; it begins at 0. */
  until: number;
  curves: readonly Curve[];
  suffix: string;
  /** Else the scale begins at the least of all curves. */
  isFromZero?: boolean;
  testID: string;
  over?: (place: { x: (share: number) => number; top: number; height: number }) => ReactNode;
}) {
  const [width, setWidth] = useState(0);
  const place = {
    x: (share: number): number => CHART_LEFT + share * (width - CHART_LEFT),
    top: TOP,
    height: height * (1 - FOOT_SHARE),
  };
  return (
    <View onLayout={(e) => setWidth(e.nativeEvent.layout.width)} testID={testID} role="img" aria-label={label}>
      {width > 0 && (curves[0]?.data.length ?? 0) > 1 ? (
        <Chart
          width={width}
          height={height}
          withDots={false}
          data={{
            // Evenly along the foot: the library draws each of them, and a label a point is slow.
            labels: Array.from({ length: LABELS }, (_, i) => String(Math.round((i * until) / LABELS))),
            datasets: curves.map(({ data, color, width: strokeWidth = 2, dashes }) => ({
              data,
              color: () => color,
              strokeWidth,
              ...(dashes ? { strokeDashArray: dashes } : {}),
            })),
          }}
          fromZero={isFromZero}
          decimals={isFromZero ? 0 : 1}
          withInnerLines
          withVerticalLines={false}
          yAxisSuffix={suffix}
          segments={4}
          decorator={() => over?.(place) ?? null}
          style={{ marginLeft: -8 }}
        />
      ) : (
        <View style={{ height }} />
      )}
    </View>
  );
}
