import { Pressable, StyleSheet, View } from 'react-native';
import Svg, { Circle } from 'react-native-svg';
import { GUIDED_TARGET, TARGET } from '../theme/tokens';
import { useTokens } from '../theme/use-tokens';
import { HatchPattern } from './hatch';
import { Text } from './text';

export interface DrawnFastener {
  position: number;
  /** "no. 3", "bottom". */
  name: string;
  /** What it clicked at last; empty until then. */
  figure: string;
  state: 'open' | 'part' | 'done' | 'stop';
}

/** Radius of the circle that fasteners stand on: as wide as their targets ask for. */
const radiusOf = (count: number, size: number): number =>
  count === 1 ? 0 : count === 2 ? size * 0.7 : Math.max(62, (size + 3) / (2 * Math.sin(Math.PI / count)));

/**
 * The fasteners of one corner as they lie there: nuts round the clock from the top, two bolts one over the other, others side by side. Each
 * fills as it clicks; the next one has the ring. A tap picks one.
 */
export function FastenerDrawing({
  fasteners,
  layout,
  next,
  middle,
  onPick,
  label,
}: {
  fasteners: readonly DrawnFastener[];
  layout: 'clock' | 'overEachOther' | 'sideBySide';
  next: number | null;
  /** In the middle: how many are done. */
  middle: string;
  onPick: (position: number) => void;
  label: string;
}) {
  const t = useTokens();
  const count = fasteners.length;
  const size = count > 6 ? TARGET : GUIDED_TARGET;
  const radius = radiusOf(layout === 'clock' ? count : Math.min(count, 2), size);
  const half = radius + size / 2 + 4;
  const step = size + 10;
  const width = layout === 'sideBySide' ? count * step + 8 : layout === 'clock' ? 2 * half : size + 40;
  const height = layout === 'sideBySide' ? size + 8 : 2 * half;
  const placeOf = (i: number): { x: number; y: number } => {
    if (layout === 'sideBySide') return { x: 4 + step * (i + 0.5), y: height / 2 };
    if (layout === 'overEachOther') return { x: width / 2, y: half + (2 * i - 1) * radius };
    const angle = (2 * Math.PI * i) / count - Math.PI / 2;
    return { x: half + radius * Math.cos(angle), y: half + radius * Math.sin(angle) };
  };
  return (
    <View style={{ width, height }} testID="clicks" role="group" aria-label={label}>
      <Svg width={width} height={height} style={StyleSheet.absoluteFill} aria-hidden>
        <HatchPattern id="fastener-stop" color={t.stop} background={t.stopWash} />
        {layout === 'clock' && count > 1 ? (
          <>
            <Circle cx={half} cy={half} r={half - 1.5} fill="none" stroke={t.rule} strokeWidth={3} />
            <Circle cx={half} cy={half} r={Math.max(8, radius - size / 2 - 6)} fill="none" stroke={t.rule} />
          </>
        ) : null}
        {fasteners.map(({ position, state }, i) => {
          const { x, y } = placeOf(i);
          const isNext = position === next;
          return (
            <Circle
              key={position}
              cx={x}
              cy={y}
              r={size / 2 - 2}
              fill={
                state === 'stop'
                  ? 'url(#fastener-stop)'
                  : state === 'done'
                    ? t.iron
                    : isNext || state === 'part'
                      ? t.ironWash
                      : t.sheet
              }
              stroke={state === 'stop' ? t.stop : isNext || state === 'done' ? t.iron : t.inkSoft}
              strokeWidth={isNext ? 4 : 1.5}
            />
          );
        })}
      </Svg>
      {fasteners.map(({ position, name, figure, state }, i) => {
        const { x, y } = placeOf(i);
        return (
          <Pressable
            key={position}
            role="button"
            aria-label={`Pick ${name}`}
            aria-pressed={position === next}
            onPress={() => onPick(position)}
            style={[styles.fastener, { width: size, height: size, left: x - size / 2, top: y - size / 2 }]}
          >
            <View style={state === 'stop' ? { backgroundColor: t.sheet, borderRadius: 3, paddingHorizontal: 2 } : null}>
              <Text
                as="strong"
                tone={state === 'stop' ? 'stop' : state === 'done' ? 'onIron' : 'ink'}
                numberOfLines={1}
              >
                {figure || name.replace('no. ', '')}
              </Text>
            </View>
          </Pressable>
        );
      })}
      {layout === 'clock' && count > 1 ? (
        <View style={[styles.middle, { left: half - 30, top: half - 16 }]} pointerEvents="none">
          <Text as="strong">{middle}</Text>
        </View>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  fastener: { position: 'absolute', alignItems: 'center', justifyContent: 'center' },
  middle: { position: 'absolute', width: 60, height: 32, alignItems: 'center', justifyContent: 'center' },
});
