/** Files of a drive: tables of any separator and any heads, and GPX, in; GPX out. */
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import Papa from 'papaparse';
import { EARTH_M, distanceM } from './tables';
import { type ReadTrace, type TraceColumns, type TracePoint, guessColumns, readPoints, readTrace } from './trace';

export type TraceFile =
  | { format: 'csv'; head: string[]; rows: string[][]; guess: TraceColumns | null }
  | { format: 'gpx'; points: TracePoint[] };
/** `tooMuch`: whoever reads it gave up, for time or memory. */
export type FileProblem = 'emptyFile' | 'notText' | 'notATable' | 'notXml' | 'noTrack' | 'trackWithoutTime' | 'tooMuch';
export type OpenedTrace = { ok: true; file: TraceFile } | { ok: false; problem: FileProblem };

interface GpxPoint {
  lat: number;
  lon: number;
  seconds: number;
  speed: number | null;
}

const listed = <T>(one: T | T[] | undefined): T[] => (one === undefined ? [] : Array.isArray(one) ? one : [one]);
type Node = Record<string, unknown>;

/** A speed wherever a logger has put it: the point's own, or in its extensions. */
function speedIn(node: Node): number | null {
  for (const [key, value] of Object.entries(node)) {
    if (/(^|:)speed$/i.test(key) && Number.isFinite(Number(value))) return Number(value);
    if (value !== null && typeof value === 'object' && !Array.isArray(value)) {
      const found = speedIn(value as Node);
      if (found !== null) return found;
    }
  }
  return null;
}

function openGpx(text: string): OpenedTrace {
  if (XMLValidator.validate(text) !== true) return { ok: false, problem: 'notXml' };
  const parsed = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', parseTagValue: false }).parse(
    text,
  ) as {
    gpx?: { trk?: Node | Node[] };
  };
  const nodes = listed(parsed.gpx?.trk).flatMap((trk) =>
    listed(trk.trkseg as Node | Node[]).flatMap((seg) => listed((seg as Node).trkpt as Node | Node[])),
  );
  if (nodes.length === 0) return { ok: false, problem: 'noTrack' };
  const points = nodes
    .map((n): GpxPoint => ({
      lat: Number(n.lat),
      lon: Number(n.lon),
      seconds: Date.parse(String(n.time ?? '')) / 1000,
      speed: speedIn(n),
    }))
    .filter((p) => Number.isFinite(p.seconds));
  if (points.length === 0) return { ok: false, problem: 'trackWithoutTime' };
  const trace = points.flatMap((p, i): TracePoint[] => {
    if (p.speed !== null) return [{ seconds: p.seconds, speedMPerS: p.speed }];
    const before = points[i - 1];
    if (!before || p.seconds <= before.seconds) return [];
    // Half way between the two places is when the car was this fast.
    return [
      {
        seconds: (p.seconds + before.seconds) / 2,
        speedMPerS: distanceM(before, p) / (p.seconds - before.seconds),
      },
    ];
  });
  return { ok: true, file: { format: 'gpx', points: trace } };
}

/** A number, a time of the clock or a moment. */
const isFigure = (cell: string): boolean => /^\s*[-+]?\d[\d.,:TZ +-]*$/.test(cell);

/**
 * A file as somebody's logger wrote it.
 * @param text of a table or of GPX
 * @returns of a table its columns as they are guessed: somebody looks at them before they are read
 */
export function openTrace(text: string): OpenedTrace {
  const plain = text.replace(/^\uFEFF/, '');
  if (plain.trim() === '') return { ok: false, problem: 'emptyFile' };
  // Bytes of a picture or a workbook read as text are full of these.
  if (/\u0000/.test(plain.slice(0, 4000))) return { ok: false, problem: 'notText' };
  if (/^\s*</.test(plain)) return openGpx(plain);
  const { data } = Papa.parse<string[]>(plain, { skipEmptyLines: 'greedy' });
  // Loggers write about themselves first: the table begins with the first row of figures that is as long as most.
  const lengths = data.slice(0, 200).map((r) => r.length);
  const usual = lengths.sort((a, b) => a - b)[Math.floor(lengths.length / 2)] ?? 0;
  if (usual < 2) return { ok: false, problem: 'notATable' };
  const first = data.findIndex((r) => r.length >= usual && r.filter(isFigure).length >= 2);
  if (first < 0) return { ok: false, problem: 'notATable' };
  const above = data[first - 1];
  const head = above && above.length >= 2 ? above : data[first]!.map((_, i) => `Column ${i + 1}`);
  const rows = data.slice(first);
  return { ok: true, file: { format: 'csv', head, rows, guess: guessColumns(head, rows) } };
}

/** The drive in an opened file. @param columns of a table; of GPX nothing is asked */
export const traceIn = (file: TraceFile, columns: TraceColumns | null): ReadTrace =>
  file.format === 'gpx'
    ? readPoints(file.points)
    : columns === null
      ? { ok: false, problem: 'noSpeed', row: null }
      : readTrace(file.rows, columns);

/**
 * A drive as GPX 1.1 with the speed of each point. Where the car was is not known: its places lie along a meridian, as far from each other as
 * it drove.
 * @param startedAt a moment in UTC
 */
export function traceGpx(points: readonly TracePoint[], name: string, startedAt: string): string {
  const start = Date.parse(startedAt);
  let metres = 0;
  const trkpt = points.map((p, i) => {
    const before = points[i - 1];
    if (before) metres += ((p.speedMPerS + before.speedMPerS) / 2) * (p.seconds - before.seconds);
    return {
      lat: ((metres / EARTH_M) * (180 / Math.PI)).toFixed(7),
      lon: '0',
      time: new Date(start + p.seconds * 1000).toISOString(),
      extensions: { speed: p.speedMPerS.toFixed(3) },
    };
  });
  const builder = new XMLBuilder({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    format: true,
  });
  return builder.build({
    '?xml': { '@version': '1.0', '@encoding': 'UTF-8' },
    gpx: {
      '@version': '1.1',
      '@creator': 'Calvik',
      '@xmlns': 'http://www.topografix.com/GPX/1/1',
      trk: { name, trkseg: { trkpt: trkpt.map(({ lat, lon, ...rest }) => ({ '@lat': lat, '@lon': lon, ...rest })) } },
    },
  }) as string;
}
