/** How long a session may be, so that what boils or fades stays out of reach. */
import { FIT_FINER, driveAxle, heatedCarOf, piecesOf } from './drive';
import type { HeatCase } from './case';
import { type HeatOutlook, edgeOf } from './outlook';
import { axles } from '../model';

/**
 * The longest session, whole minutes, up to which every session keeps the fluid's upper edge under a limit; null where the one that is planned does.
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
  // Minute by minute from the shortest: the heat of a session does not always rise with its length, as it may end before or after the hardest zones.
  const most = Math.max(1, Math.round(planned));
  for (let minutes = 1; minutes < most; minutes++) if (!stays(minutes)) return minutes - 1;
  return most - 1;
}
