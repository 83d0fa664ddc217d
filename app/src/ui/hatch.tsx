import { Defs, Line, Pattern, Rect } from 'react-native-svg';

/** Diagonal hatching as an SVG pattern: forbidden ground must be seen without its colour. */
export function HatchPattern({ id, color, background }: { id: string; color: string; background: string }) {
  return (
    <Defs>
      <Pattern id={id} patternUnits="userSpaceOnUse" width={7} height={7} patternTransform="rotate(45)">
        <Rect width={7} height={7} fill={background} />
        <Line x1={0} y1={0} x2={0} y2={7} stroke={color} strokeWidth={2.6} />
      </Pattern>
    </Defs>
  );
}
