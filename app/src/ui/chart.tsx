import { type ComponentProps, Suspense, lazy } from 'react';
import { View } from 'react-native';
import type { LineChart } from 'react-native-chart-kit';
import { fonts } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';

type ChartProps = ComponentProps<typeof LineChart>;

// Drawn well below the first screenful: its code comes when it is asked for.
const Drawn = lazy(() => import('./chart-drawn'));

/** A line chart on paper: thin rules, our fonts, no fill. */
export function Chart(props: Omit<ChartProps, 'chartConfig'>) {
  const t = useTokens();
  return (
    <Suspense fallback={<View style={{ height: props.height }} />}>
      <Drawn
        withShadow={false}
        withOuterLines={false}
        {...props}
        chartConfig={{
          backgroundGradientFrom: t.paper,
          backgroundGradientTo: t.paper,
          color: () => t.inkSoft,
          labelColor: () => t.inkSoft,
          decimalPlaces: 0,
          propsForDots: { r: '4', fill: t.ink },
          propsForBackgroundLines: { stroke: t.rule, strokeDasharray: '' },
          propsForLabels: { fontFamily: fonts.label, fontSize: 13 },
        }}
      />
    </Suspense>
  );
}
