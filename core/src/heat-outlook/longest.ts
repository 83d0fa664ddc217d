/** How long a session may be, so that what boils or fades stays out of reach. */
import { FIT_FINER, driveAxle, heatedCarOf, piecesOf } from './drive';
import type { HeatCase } from './case';
import { type HeatOutlook, edgeOf } from './outlook';
import { axles } from '../model';

/**
 * The longest session, whole minutes, after which the fluid's upper edge stays under a limit; null where the session as planned does.
 * The band is as wide as that of the whole session.
 * @param limitC highest that the fluid may get to @param certaintyPercent of the edge
 */
export function longestSessionMin(
  c: HeatCase,
  outlook: HeatOutlook,
  limitC: number,
  certaintyPercent: number,
): number | null {
  const planned = c.session.drivenMin ?? (c.session.laps ?? 0) * 2;
  const over = (axle: (typeof axles)[number]): number =>
    edgeOf(outlook.axles[axle].fluidC, certaintyPercent) - outlook.axles[axle].fluidC.tempC;
  if (axles.every((axle) => edgeOf(outlook.axles[axle].fluidC, certaintyPercent) <= limitC)) return null;
  const stays = (minutes: number): boolean => {
    const session = { ...c.session, drivenMin: minutes, laps: null };
    const car = heatedCarOf(c, session, outlook.factors);
    const pieces = piecesOf(c.inputs, c.zones, session);
    return axles.every(
      (axle) => driveAxle(car, axle, pieces, session.airTempC, FIT_FINER).peaks.fluidC.tempC + over(axle) <= limitC,
    );
  };
  let [low, high] = [0, Math.max(1, Math.round(planned))];
  while (high - low > 1) {
    const mid = Math.floor((low + high) / 2);
    if (stays(mid)) low = mid;
    else high = mid;
  }
  return low;
}
