import { useId } from 'react';
import { View } from 'react-native';
import Svg, { Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { fonts } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { HatchPattern } from './hatch';

const WIDTH = 132;
const HEIGHT = 150;
const TOP = 24;
const BOTTOM = 138;

/** A reservoir drawn at its level, with MIN and MAX; under MIN it is hatched ground. */
export function Reservoir({
  levelMl,
  minMl,
  maxMl,
  targetMl,
  show,
}: {
  levelMl: number;
  minMl: number;
  maxMl: number;
  /** Where the level should come to, dashed. */
  targetMl?: number;
  show: (ml: number) => string;
}) {
  const t = useTokens();
  const id = useId().replace(/:/g, '');
  const top = maxMl * 1.12;
  const y = (ml: number): number => BOTTOM - (Math.min(top, Math.max(0, ml)) / top) * (BOTTOM - TOP);
  const mark = (name: string, ml: number, bold = false): React.ReactNode => (
    <>
      <Line x1={8} x2={84} y1={y(ml)} y2={y(ml)} stroke={t.ink} strokeWidth={bold ? 2 : 1} />
      <SvgText x={88} y={y(ml) + 4} fontSize={13} fontFamily={fonts.label} fill={t.ink}>
        {name}
      </SvgText>
    </>
  );
  const low = levelMl < minMl;
  const spoken = `Reservoir at ${show(levelMl)}, MIN ${show(minMl)}, MAX ${show(maxMl)}${low ? ', under MIN' : ''}`;
  return (
    <View role="img" aria-label={spoken} testID="reservoir">
      <Svg width={WIDTH} height={HEIGHT}>
        <HatchPattern id={id} color={t.stop} background={t.stopWash} />
        <Rect x={8} y={y(minMl)} width={76} height={BOTTOM - y(minMl)} fill={`url(#${id})`} opacity={0.55} />
        <Rect x={8} y={y(levelMl)} width={76} height={BOTTOM - y(levelMl)} fill={t.amber} opacity={0.55} />
        <Path
          d={`M 26 ${TOP - 4} L 26 ${TOP - 16} L 66 ${TOP - 16} L 66 ${TOP - 4} L 84 ${TOP - 4} L 84 ${BOTTOM} L 8 ${BOTTOM} L 8 ${TOP - 4} Z`}
          fill="none"
          stroke={t.ink}
          strokeWidth={2}
        />
        {mark('MAX', maxMl)}
        {mark('MIN', minMl, true)}
        <Line x1={4} x2={84} y1={y(levelMl)} y2={y(levelMl)} stroke={low ? t.stop : t.ink} strokeWidth={3} />
        {targetMl === undefined ? null : (
          <Line
            x1={4}
            x2={84}
            y1={y(targetMl)}
            y2={y(targetMl)}
            stroke={t.iron}
            strokeWidth={2.5}
            strokeDasharray="6 4"
          />
        )}
      </Svg>
    </View>
  );
}
