import { memo } from 'react';
import { View } from 'react-native';
import { Line, Text as SvgText } from 'react-native-svg';
import { type HeatCurve, type HeatPart, fromCanonical, preferredUnit, unitDefinition } from '@calvik/core';
import { heatPartNames } from '@calvik/words/heat';
import { CurveChart } from '../../ui/curve-chart';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { fonts } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';

const HEIGHT = 230;
const dashes = [undefined, [7, 4], [2, 4]];

/** Curves of some parts of one axle over the minutes of a session, with the limit that they are held against. */
export const HeatChart = memo(function HeatChart({
  curve: { minutes, tempsC },
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
  const unit = preferredUnit('temperature', system);
  const shown = (c: number): number => Math.round(fromCanonical(c, unit));
  const inks = [t.ink, t.iron, t.inkSoft];
  const peaks = parts.map((p) => `${heatPartNames[p]} up to ${show(Math.max(...tempsC[p]), 'temperature')}`);
  const limitWords = limit ? `${limit.label}, ${show(limit.tempC, 'temperature')}` : '';
  return (
    <View>
      <CurveChart
        testID={testID}
        height={HEIGHT}
        label={`${peaks.join(', ')}${limit ? `; ${limitWords}` : ''}. The same figures stand in the table.`}
        until={minutes.at(-1)!}
        suffix={` ${unitDefinition(unit).label}`}
        curves={[
          ...parts.map((p, i) => ({ data: tempsC[p].map(shown), color: inks[i]!, dashes: dashes[i] })),
          ...(limit
            ? [{ data: minutes.map(() => shown(limit.tempC)), color: t.stop, width: 1.5, dashes: [6, 4] }]
            : []),
        ]}
        over={({ x, top, height }) => {
          if (parkedAtMin === null) return null;
          const at = x(minutes.findIndex((m) => m >= parkedAtMin) / minutes.length);
          return (
            <>
              <Line x1={at} x2={at} y1={top - 8} y2={top + height} stroke={t.inkSoft} strokeWidth={1} />
              <SvgText x={at + 4} y={top + 14} fill={t.inkSoft} fontSize={12} fontFamily={fonts.label}>
                Parked
              </SvgText>
            </>
          );
        }}
      />
      <Text as="small">
        {`Minutes along the foot. ${parts.map((p, i) => `${heatPartNames[p]} ${['solid line', 'dashed', 'dotted'][i]}`).join(', ')}${limit ? `; red: ${limitWords}` : ''}.`}
      </Text>
    </View>
  );
});
