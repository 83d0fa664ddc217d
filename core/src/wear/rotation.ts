/** Which pads of an axle might change places, so that they last longer together. */
import { type Axle, type Car, type Corner, type PadSet, cornersOf } from '../model';
import type { AxleWear } from './outlook';

export type Rotation =
  | { kind: 'innerAndOuter'; corner: Corner; thickMm: number; thinMm: number }
  | { kind: 'leftAndRight'; axle: Axle; thickMm: number; thinMm: number };

/** Less apart than this is not worth the work, mm. Own figure. */
const APART_MM = 1;

/**
 * What could change places. Inner and outer only in a fixed caliper, whose two pads are alike; nothing where pads are directional, or where uneven wear points at
 * the caliper itself and moving pads would hide it.
 */
export function rotationsOf(car: Pick<Car, 'front' | 'rear'>, { of, axle, part, faces }: AxleWear): Rotation[] {
  const set = part as PadSet | null;
  if (of !== 'pads' || !set || set.isDirectional || set.isLining) return [];
  const last = (corner: Corner, side: 'inner' | 'outer'): number | null =>
    faces.find((f) => f.corner === corner && f.side === side)?.points.findLast((p) => p.factId !== null)?.mm ?? null;
  const found: Rotation[] = [];
  const means = cornersOf(axle).map((corner) => {
    const [inner, outer] = [last(corner, 'inner'), last(corner, 'outer')];
    if (inner === null || outer === null) return null;
    const [thickMm, thinMm] = [Math.max(inner, outer), Math.min(inner, outer)];
    if (car[axle].brake === 'fixedCaliper' && thickMm - thinMm >= APART_MM)
      found.push({ kind: 'innerAndOuter', corner, thickMm, thinMm });
    return (inner + outer) / 2;
  });
  const [left = null, right = null] = means;
  if (left !== null && right !== null && Math.abs(left - right) >= APART_MM)
    found.push({ kind: 'leftAndRight', axle, thickMm: Math.max(left, right), thinMm: Math.min(left, right) });
  return found;
}
