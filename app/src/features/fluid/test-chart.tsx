import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  type Car,
  type TrackEvent,
  dateIn,
  fromCanonical,
  plusDays,
  shortDay,
  shortMonth,
  preferredUnit,
  unitDefinition,
} from '@calvik/core';
import { useLogbook, useToday } from '../../state/hooks';
import { useUnits } from '../../ui/units';
import { useTokens } from '../../theme/use-tokens';
import { Chart } from '../../ui/chart';
import { Text } from '../../ui/text';
import { useFluid } from './use-fluid';

/** The latest tests that still fit beside each other on a phone. */
const SHOWN = 8;

/** Boiling points of the car's tests at standard pressure, with the demand as a line. */
export function TestChart({ car, event }: { car: Car; event: TrackEvent | null }) {
  const t = useTokens();
  const { system } = useUnits();
  const today = useToday();
  const { shop } = useLogbook();
  const [width, setWidth] = useState(0);
  const { state, demanded } = useFluid(car, event);
  const unit = preferredUnit('temperature', system);
  const points = useMemo(
    () =>
      state.fillings
        .flatMap((filling) => filling.tests)
        .slice(-SHOWN)
        .map(({ test, standardC }) => ({
          on: dateIn(test.at, shop.timeZone),
          value: Math.round(fromCanonical(standardC, unit)),
        })),
    [state, unit, shop.timeZone],
  );
  if (points.length === 0)
    return <Text tone="inkSoft">No boiling test of this car yet. The first one sets the starting point.</Text>;
  const limit = Math.round(fromCanonical(demanded.value, unit));
  const yearAgo = plusDays(today, -330);
  return (
    <View
      onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
      testID="test-chart"
      role="img"
      aria-label={`Boiling tests: ${points.map((p) => `${p.on} ${p.value}`).join(', ')}; needs ${limit}`}
    >
      {width > 0 ? (
        <Chart
          width={width}
          height={210}
          data={{
            labels: points.map((p) => (p.on < yearAgo ? shortMonth(p.on) : shortDay(p.on))),
            datasets: [
              { data: points.map((p) => p.value), color: () => t.ink, strokeWidth: 2 },
              {
                data: points.map(() => limit),
                color: () => t.stop,
                strokeWidth: 1.5,
                withDots: false,
                strokeDashArray: [6, 4],
              },
            ],
          }}
          fromNumber={Math.max(limit, ...points.map((p) => p.value)) + 10}
          withInnerLines
          yAxisSuffix={` ${unitDefinition(unit).label}`}
          segments={4}
          style={{ marginLeft: -8 }}
        />
      ) : (
        <View style={{ height: 210 }} />
      )}
      <Text as="small">{`Each dot a test, corrected to sea level. Dashed: ${limit} ${unitDefinition(unit).label}, ${event ? `wanted at ${event.name}` : 'wanted'}.`}</Text>
    </View>
  );
}
