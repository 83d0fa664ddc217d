import Svg, { Circle, Line, Path, Rect } from 'react-native-svg';
import type { PadCondition } from '@calvik/core';
import { useTokens } from '../theme/use-tokens';

const W = 54;
const H = 34;

/** What each condition looks like on a block of friction material over its plate; drawn for this purpose. */
export function PadDrawing({ condition }: { condition: PadCondition }) {
  const t = useTokens();
  const ink = { stroke: t.ink, strokeWidth: 1.6 } as const;
  const block = (dy = 0, tilt = 0): React.ReactNode => (
    <Rect
      x={5}
      y={5 - dy}
      width={44}
      height={17}
      fill={t.rule}
      {...ink}
      transform={tilt ? `rotate(${tilt} 5 22)` : undefined}
    />
  );
  return (
    <Svg width={W} height={H} aria-hidden>
      <Rect x={2} y={24} width={50} height={6} fill={t.inkSoft} stroke={t.ink} strokeWidth={1.2} />
      {condition === 'lifting' ? block(-3, -8) : block()}
      {condition === 'hairline' ? <Path d="M 27 5 l 1.5 4 l -1 3" {...ink} fill="none" strokeWidth={1} /> : null}
      {condition === 'crackThird' ? <Path d="M 24 5 l 3 4 l -2 3" {...ink} fill="none" strokeWidth={2.6} /> : null}
      {condition === 'crackThrough' ? (
        <Path d="M 24 4 l 4 5 l -4 5 l 4 9" {...ink} fill="none" strokeWidth={2.8} />
      ) : null}
      {condition === 'crumbling' ? (
        <>
          <Path d="M 36 5 l -4 5 l 5 4 l -3 5 l 6 3 l 9 0 l 0 -17 Z" fill={t.sheet} stroke={t.ink} strokeWidth={1.4} />
          <Circle cx={42} cy={10} r={1.8} fill={t.ink} />
          <Circle cx={46} cy={16} r={1.5} fill={t.ink} />
          <Circle cx={40} cy={17} r={1.2} fill={t.ink} />
        </>
      ) : null}
      {condition === 'glazed' ? (
        <>
          <Line x1={5} x2={49} y1={5} y2={5} stroke={t.ink} strokeWidth={4} />
          <Line x1={12} x2={20} y1={5} y2={5} stroke={t.sheet} strokeWidth={2} />
          <Line x1={30} x2={34} y1={5} y2={5} stroke={t.sheet} strokeWidth={2} />
        </>
      ) : null}
      {condition === 'oily' ? (
        <>
          <Path d="M 20 3 c -5 7 -5 9 0 9 c 5 0 5 -2 0 -9 Z" fill={t.ink} />
          <Path d="M 35 8 c -4 6 -4 7 0 7 c 4 0 4 -1 0 -7 Z" fill={t.ink} />
        </>
      ) : null}
      {condition === 'ashEdge' ? (
        <>
          <Rect x={6} y={6} width={6} height={15} fill={t.sheet} />
          <Rect x={42} y={6} width={6} height={15} fill={t.sheet} />
          <Path
            d="M 12 6 l -2 4 l 2 4 l -2 7 M 42 6 l 2 5 l -2 4 l 2 6"
            {...ink}
            strokeWidth={1}
            fill="none"
            strokeDasharray="2 2"
          />
        </>
      ) : null}
    </Svg>
  );
}
