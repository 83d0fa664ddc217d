import type { ComponentProps, ComponentType } from 'react';
import { View } from 'react-native';
import type { LineChart } from 'react-native-chart-kit';
import { fonts } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { onDemand } from './on-demand';

type ChartProps = ComponentProps<typeof LineChart>;

// Drawn well below the first screenful: its code comes when it is asked for.
const Drawn = onDemand<ChartProps>(
  async () => (await import('./chart-drawn')).default as unknown as ComponentType<ChartProps>,
  ({ height }) => <View style={{ height }} />,
);

/** A line chart on paper: thin rules, our fonts, no fill. */
export function Chart({ decimals = 0, ...props }: Omit<ChartProps, 'chartConfig'> & { decimals?: number }) {
  const t = useTokens();
  return (
    <Drawn
      withShadow={false}
      withOuterLines={false}
      {...props}
      chartConfig={{
        backgroundGradientFrom: t.paper,
        backgroundGradientTo: t.paper,
        color: () => t.inkSoft,
        labelColor: () => t.inkSoft,
        decimalPlaces: decimals,
        propsForDots: { r: '4', fill: t.ink },
        propsForBackgroundLines: { stroke: t.rule, strokeDasharray: '' },
        propsForLabels: { fontFamily: fonts.label, fontSize: 13 },
      }}
    />
  );
}
