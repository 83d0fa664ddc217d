/** A drive as a table, and the way between two places: what a page needs of drives without reading files. */
import Papa from 'papaparse';
import type { BrakingZone } from '../model';
import type { TracePoint } from './trace';

/** Mean radius of the earth, m: IUGG. */
export const EARTH_M = 6_371_008.8;
const radians = (degrees: number): number => (degrees * Math.PI) / 180;
/** Great-circle distance, m: the haversine formula. */
export function distanceM(a: { lat: number; lon: number }, b: { lat: number; lon: number }): number {
  const h =
    Math.sin(radians(b.lat - a.lat) / 2) ** 2 +
    Math.cos(radians(a.lat)) * Math.cos(radians(b.lat)) * Math.sin(radians(b.lon - a.lon) / 2) ** 2;
  return 2 * EARTH_M * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** A drive as a table: seconds and km/h. */
export const traceCsv = (points: readonly TracePoint[]): string =>
  `${Papa.unparse(
    {
      fields: ['time s', 'speed km/h'],
      data: points.map((p) => [p.seconds.toFixed(3), (p.speedMPerS * 3.6).toFixed(2)]),
    },
    { newline: '\n' },
  )}\n`;

/** Braking zones as a table. */
export const zonesCsv = (zones: readonly BrakingZone[]): string =>
  `${Papa.unparse(
    {
      fields: ['from km/h', 'to km/h', 'seconds since the last zone', 'slope %'],
      data: zones.map((z) => [z.fromKmh.toFixed(1), z.toKmh.toFixed(1), z.secondsSince.toFixed(2), z.slopePercent]),
    },
    { newline: '\n' },
  )}\n`;
