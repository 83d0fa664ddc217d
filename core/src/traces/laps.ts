/** What a drive says of a venue: its laps, and the braking zones of one that is typical. */
import type { BrakingZone } from '../model';
import { type FoundZone, type TracePoint, findZones, lapTimeS, zonesOfLap } from './trace';

export interface VenueDrive {
  /** All zones that were found, in the order of the drive. */
  found: FoundZone[];
  /** Null where the drive never comes round: then all of it is taken as one lap. */
  lapS: number | null;
  /** Where the lap begins that the zones are taken of, s. */
  lapFromS: number;
  zones: BrakingZone[];
}

/** A zone that a table has room for: no one brakes for less. */
const isZone = (z: BrakingZone): boolean => z.fromKmh >= 20 && z.fromKmh >= z.toKmh + 5;
const MOST_ZONES = 60;
const tidy = (z: BrakingZone): BrakingZone => ({
  fromKmh: Math.round(Math.min(500, z.fromKmh)),
  toKmh: Math.round(Math.max(0, z.toKmh)),
  secondsSince: Math.round(Math.min(900, z.secondsSince) * 10) / 10,
  slopePercent: 0,
});

/**
 * Laps and zones of a drive. Of several laps the one is taken that has as many zones as most, in the middle of the drive: not the out-lap.
 * @example driveAtVenue(points).zones // [{ fromKmh: 205, toKmh: 85, secondsSince: 16.1, slopePercent: 0 }, …]
 */
export function driveAtVenue(points: readonly TracePoint[]): VenueDrive {
  const found = findZones(points);
  const lapS = lapTimeS(points);
  const total = points.at(-1)!.seconds;
  const table = (fromS: number, s: number): BrakingZone[] =>
    zonesOfLap(found, s, fromS).map(tidy).filter(isZone).slice(0, MOST_ZONES);
  if (lapS === null) return { found, lapS, lapFromS: 0, zones: table(0, total + 1) };
  // A lap begins just after a zone, so that none is cut in two.
  const starts = found.map((z) => z.endS + 0.2).filter((s) => s + lapS <= total);
  if (starts.length === 0) return { found, lapS, lapFromS: 0, zones: table(0, lapS) };
  const counted = starts.map((fromS) => ({ fromS, zones: table(fromS, lapS) }));
  const usual = [...counted].sort((a, b) => a.zones.length - b.zones.length)[Math.floor(counted.length / 2)]!.zones
    .length;
  const middle = total / 2;
  const best = counted
    .filter((c) => c.zones.length === usual)
    .sort((a, b) => Math.abs(a.fromS - middle) - Math.abs(b.fromS - middle))[0]!;
  return { found, lapS, lapFromS: best.fromS, zones: best.zones };
}

/** How hard cars are braked where nothing says it, m/s². Common practice, no source. */
const USUAL_M_PER_S2 = 9;

/** A table without one of its zones: the time that it took goes to the next one. */
export function withoutZone(zones: readonly BrakingZone[], index: number): BrakingZone[] {
  const gone = zones[index];
  if (!gone) return [...zones];
  const seconds = gone.secondsSince + (gone.fromKmh - gone.toKmh) / 3.6 / USUAL_M_PER_S2;
  const rest = zones.filter((_, i) => i !== index);
  const next = index % Math.max(1, rest.length);
  return rest.map((z, i) =>
    i === next ? { ...z, secondsSince: Math.round(Math.min(900, z.secondsSince + seconds) * 10) / 10 } : z,
  );
}

/** A curve with at most so many points, each the mean of its stretch: for drawing. */
export function thinned(points: readonly TracePoint[], most: number): TracePoint[] {
  const each = Math.max(1, Math.ceil(points.length / most));
  const mean = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0) / of.length;
  return Array.from({ length: Math.ceil(points.length / each) }, (_, i) => {
    const part = points.slice(i * each, (i + 1) * each);
    return { seconds: mean(part.map((p) => p.seconds)), speedMPerS: mean(part.map((p) => p.speedMPerS)) };
  });
}
