import { View } from 'react-native';
import { Circle, G, Line, Polygon, Polyline, Text as SvgText } from 'react-native-svg';
import { type ByWeight, type WearLine, leftAs } from '@calvik/core';
import { fromCanonical, preferredUnit, unitDefinition } from '@calvik/core/units';
import { CurveChart } from '../../ui/curve-chart';
import { Text } from '../../ui/text';
import { useUnits } from '../../ui/units';
import { fonts } from '../../theme/tokens';
import { useTokens } from '../../theme/use-tokens';

const HEIGHT = 230;
const SAMPLES = 12;

/** One face over its track hours: what was read, how far each reading may be off, what is left ahead with its band, and the limit. */
export function WearChart({
  line: { read, ahead },
  newMm,
  limitMm,
  weighed,
  label,
  testID,
}: {
  line: WearLine;
  newMm: number | null;
  limitMm: number;
  /** How it is weighed; null: by its thickness. */
  weighed: ByWeight | null;
  label: string;
  testID: string;
}) {
  const t = useTokens();
  const { system, show } = useUnits();
  const { measure } = leftAs(weighed, 0);
  const unit = preferredUnit(measure, system);
  const drawn = (mm: number): number => fromCanonical(leftAs(weighed, mm).value, unit);
  const tell = (mm: number): string => show(leftAs(weighed, mm).value, measure);
  const until = Math.max(0.5, ahead.at(-1)!.hours) * 1.02;
  const top = Math.max(newMm ?? 0, ...read.map((r) => r.mm + r.sdMm), limitMm);
  const least = Math.min(limitMm, ...read.map((r) => r.mm), ...ahead.map((a) => a.lowMm));
  // What wears little of what it is thick would be a straight line on a scale from nought.
  const isFromZero = !weighed && top - least > top / 3;
  const foot = isFromZero ? 0 : least - (top - least) / 4;
  const last = ahead.at(-1)!;
  return (
    <View>
      <CurveChart
        testID={testID}
        height={HEIGHT}
        label={`${label}: ${read.map((r) => `${tell(r.mm)} at ${r.hours.toFixed(1)} h`).join(', ')}; about ${tell(last.meanMm)} after ${last.hours.toFixed(1)} h, limit ${tell(limitMm)}.`}
        until={until * 60}
        suffix={` ${unitDefinition(unit).label}`}
        curves={[
          // Of these only the heights count: they say where the scale begins and ends.
          { data: Array<number>(SAMPLES).fill(drawn(foot)), color: t.rule, width: 1 },
          { data: Array<number>(SAMPLES).fill(drawn(top)), color: t.rule, width: 1 },
        ]}
        isFromZero={isFromZero}
        over={({ x, top: from, height }) => {
          const at = (hours: number): number => x(hours / until);
          const y = (mm: number): number =>
            from + height * Math.min(1, (drawn(top) - drawn(mm)) / (drawn(top) - drawn(foot)));
          const points = (list: [hours: number, mm: number][]): string =>
            list.map(([hours, mm]) => `${at(hours)},${y(mm)}`).join(' ');
          const begins = ahead[0]!;
          return (
            <G>
              <Line
                x1={at(0)}
                x2={at(until)}
                y1={y(limitMm)}
                y2={y(limitMm)}
                stroke={t.stop}
                strokeWidth={1.5}
                strokeDasharray="6 4"
              />
              <Polygon
                points={points([
                  ...ahead.map((a): [number, number] => [a.hours, a.highMm]),
                  ...[...ahead].reverse().map((a): [number, number] => [a.hours, a.lowMm]),
                ])}
                fill={t.iron}
                fillOpacity={0.18}
              />
              <Polyline
                points={points(ahead.map((a) => [a.hours, a.meanMm]))}
                stroke={t.iron}
                strokeWidth={2}
                strokeDasharray="5 4"
                fill="none"
              />
              {read.map((r) => (
                <G key={`${r.at} ${r.mm}`}>
                  <Line x1={at(r.hours)} x2={at(r.hours)} y1={y(r.mm - r.sdMm)} y2={y(r.mm + r.sdMm)} stroke={t.ink} />
                  <Circle
                    cx={at(r.hours)}
                    cy={y(r.mm)}
                    r={4}
                    fill={r.isLabel ? t.paper : r.isOff ? t.amber : t.ink}
                    stroke={t.ink}
                  />
                </G>
              ))}
              {ahead.length > 1 ? (
                <>
                  <Line
                    x1={at(begins.hours)}
                    x2={at(begins.hours)}
                    y1={from}
                    y2={from + height}
                    stroke={t.inkSoft}
                    strokeDasharray="2 3"
                  />
                  <SvgText
                    x={at(begins.hours) + 4}
                    y={from + 12}
                    fill={t.inkSoft}
                    fontSize={12}
                    fontFamily={fonts.label}
                  >
                    Event
                  </SvgText>
                </>
              ) : null}
            </G>
          );
        }}
      />
      <Text as="small">
        {`Minutes on track along the foot. Dots: readings, with how far each may be off; ${read.some((r) => r.isOff) ? 'amber: does not fit; ' : ''}${read.some((r) => r.isLabel) ? 'hollow: by its label; ' : ''}shaded: what is left, eight times in ten; red: limit ${tell(limitMm)}.`}
      </Text>
    </View>
  );
}
