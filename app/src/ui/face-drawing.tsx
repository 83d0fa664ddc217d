import Svg, { Circle, G, Path, Rect } from 'react-native-svg';
import type { FaceSeen } from '@calvik/core';
import { useTokens } from '../theme/use-tokens';

const SIZE = 100;
const MIDDLE = SIZE / 2;
const OUTER = 46;
const INNER = 25;

/** A stretch of the ring between two radii, as degrees clockwise from the top. */
function sector(fromDeg: number, toDeg: number, inner: number, outer: number): string {
  const at = (deg: number, r: number): string => {
    const a = ((deg - 90) * Math.PI) / 180;
    return `${(MIDDLE + r * Math.cos(a)).toFixed(1)} ${(MIDDLE + r * Math.sin(a)).toFixed(1)}`;
  };
  const large = toDeg - fromDeg > 180 ? 1 : 0;
  return `M ${at(fromDeg, outer)} A ${outer} ${outer} 0 ${large} 1 ${at(toDeg, outer)} L ${at(toDeg, inner)} A ${inner} ${inner} 0 ${large} 0 ${at(fromDeg, inner)} Z`;
}

/** Blotches where nobody would have put them. */
const blotches = [
  { deg: 20, r: 36, size: 6 },
  { deg: 75, r: 32, size: 4 },
  { deg: 130, r: 40, size: 5 },
  { deg: 205, r: 34, size: 7 },
  { deg: 290, r: 39, size: 4.5 },
];

function Sign({ seen, ink, soft }: { seen: FaceSeen; ink: string; soft: string }) {
  switch (seen) {
    case 'even':
      return null;
    case 'silver':
      return (
        <G>
          {[15, 100, 190, 275].map((deg) => (
            <Path key={deg} d={sector(deg, deg + 38, INNER + 2, OUTER - 2)} fill={soft} />
          ))}
        </G>
      );
    case 'smears':
      return (
        <G>
          {[0, 60, 140, 220, 300].map((deg, i) => (
            <Path key={deg} d={sector(deg, deg + 34, INNER + 4 + (i % 3) * 5, INNER + 8 + (i % 3) * 5)} fill={ink} />
          ))}
        </G>
      );
    case 'blotches':
      return (
        <G>
          {blotches.map(({ deg, r, size }) => (
            <Circle
              key={deg}
              cx={MIDDLE + r * Math.cos((deg * Math.PI) / 180)}
              cy={MIDDLE + r * Math.sin((deg * Math.PI) / 180)}
              r={size}
              fill={ink}
            />
          ))}
        </G>
      );
    case 'padOutline':
      return <Path d={sector(-32, 32, INNER + 1, OUTER - 1)} fill="none" stroke={ink} strokeWidth={5} />;
    case 'blueRing':
      return <Circle cx={MIDDLE} cy={MIDDLE} r={INNER + 3} fill="none" stroke={ink} strokeWidth={5} />;
    case 'ashEdge':
      return null;
  }
}

/** One sign on the face of a rotor; of an ash edge, the pad. */
export function FaceDrawing({ seen, size = 52 }: { seen: FaceSeen; size?: number }) {
  const t = useTokens();
  if (seen === 'ashEdge')
    return (
      <Svg width={size} height={size} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden>
        <Rect x={12} y={30} width={76} height={40} rx={4} fill={t.rule} stroke={t.inkSoft} strokeWidth={2} />
        <Rect x={22} y={38} width={56} height={24} fill={t.iron} />
      </Svg>
    );
  return (
    <Svg width={size} height={size} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden>
      <Circle cx={MIDDLE} cy={MIDDLE} r={OUTER} fill={t.iron} fillOpacity={0.55} stroke={t.inkSoft} strokeWidth={2} />
      <Sign seen={seen} ink={t.ink} soft={t.sheet} />
      <Circle cx={MIDDLE} cy={MIDDLE} r={INNER} fill={t.sheet} stroke={t.inkSoft} strokeWidth={2} />
      <Circle cx={MIDDLE} cy={MIDDLE} r={9} fill="none" stroke={t.inkSoft} strokeWidth={2} />
    </Svg>
  );
}
