/** Files of a drive as people have them: any separator and heads, GPX with and without speeds, and bad ones with a code each. */
import fc from 'fast-check';
import type { BrakingZone } from '../../src/model';
import { lapOf } from '../../src/heat';
import {
  type TracePoint,
  driveAtVenue,
  openTrace,
  thinned,
  traceCsv,
  traceGpx,
  traceIn,
  withoutZone,
  zonesCsv,
} from '../../src/traces';
import { zones } from '../builders/heat-car';

/** So many laps over the zones of a table, a sample every so often. */
function drive(laps: number, hz: number, table: readonly BrakingZone[] = zones): TracePoint[] {
  const pieces = Array.from({ length: laps }, () => lapOf(table, 9)).flat();
  const points: TracePoint[] = [];
  let [i, at] = [0, 0];
  const total = pieces.reduce((sum, p) => sum + p.seconds, 0);
  for (let s = 0; s < total - 1e-6; s += 1 / hz) {
    while (s - at > pieces[i]!.seconds) {
      at += pieces[i]!.seconds;
      i += 1;
    }
    const p = pieces[i]!;
    points.push({ seconds: s, speedMPerS: p.fromMPerS + ((p.toMPerS - p.fromMPerS) * (s - at)) / p.seconds });
  }
  return points;
}
const read = (text: string): readonly TracePoint[] => {
  const opened = openTrace(text);
  if (!opened.ok) throw new Error(opened.problem);
  const trace = traceIn(opened.file, opened.file.format === 'csv' ? opened.file.guess : null);
  if (!trace.ok) throw new Error(trace.problem);
  return trace.points;
};

describe('tables', () => {
  const points = drive(2, 2);
  const table = (head: string | null, row: (p: TracePoint) => string): string =>
    [...(head === null ? [] : [head]), ...points.map(row)].join('\n');
  const n = (x: number): string => x.toFixed(3);
  const comma = (x: number): string => x.toFixed(3).replace('.', ',');
  const clock = (s: number): string =>
    `00:${String(Math.floor(s / 60)).padStart(2, '0')}:${(s % 60).toFixed(2).padStart(5, '0')}`;
  test.each([
    ['commas, km/h', table('Time (s),Speed (km/h)', (p) => `${n(p.seconds)},${n(p.speedMPerS * 3.6)}`)],
    [
      'semicolons and decimal commas',
      table('Zeit;Geschwindigkeit', (p) => `${comma(p.seconds)};${comma(p.speedMPerS * 3.6)}`),
    ],
    [
      'tabs, mph, the speed first',
      table('GPS Speed mph\trpm\ttime', (p) => `${n(p.speedMPerS / 0.44704)}\t4100\t${n(p.seconds)}`),
    ],
    [
      'milliseconds and m/s',
      table('Time ms,velocity m/s', (p) => `${(p.seconds * 1000).toFixed(0)},${n(p.speedMPerS)}`),
    ],
    [
      'a clock, and rows about the logger first',
      `Logger,7\nDriver,nobody\n${table('clock time,speed kph', (p) => `${clock(p.seconds)},${n(p.speedMPerS * 3.6)}`)}`,
    ],
    ['no heads at all', table(null, (p) => `${n(p.seconds)};${n(p.speedMPerS * 3.6)}`)],
    ['a byte order mark and empty lines', `\uFEFF${table('t,v', (p) => `${n(p.seconds)},${n(p.speedMPerS * 3.6)}\n`)}`],
  ])('%s', (_, text) => {
    const back = read(text);
    expect(back.length).toBeGreaterThan(points.length - 2);
    for (const [i, p] of back.entries()) expect(p.speedMPerS).toBeCloseTo(points[i]!.speedMPerS, 1);
  });

  test('columns that are guessed wrong can be chosen', () => {
    const opened = openTrace(table('a,b,c', (p) => `7,${n(p.speedMPerS)},${n(p.seconds)}`));
    if (!opened.ok || opened.file.format !== 'csv') throw new Error();
    const trace = traceIn(opened.file, { time: 2, timeUnit: 's', speed: 1, speedUnit: 'm/s' });
    expect(trace).toMatchObject({ ok: true });
    expect(traceIn(opened.file, { time: 0, timeUnit: 's', speed: 1, speedUnit: 'm/s' })).toMatchObject({
      ok: false,
      problem: 'timeStandsStill',
    });
    expect(traceIn(opened.file, { time: 2, timeUnit: 's', speed: 9, speedUnit: 'm/s' })).toMatchObject({
      ok: false,
      problem: 'noSpeed',
    });
  });
});

describe('bad files', () => {
  test.each([
    ['', 'emptyFile'],
    ['\n\n', 'emptyFile'],
    ['just a line', 'notATable'],
    ['PK\u0003\u0004\u0000\u0000\u0000', 'notText'],
    ['<gpx><trk>', 'notXml'],
    ['<?xml version="1.0"?><gpx></gpx>', 'noTrack'],
    ['<gpx><trk><trkseg><trkpt lat="1" lon="2"/></trkseg></trk></gpx>', 'trackWithoutTime'],
  ])('%j: %s', (text, problem) => {
    expect(openTrace(text)).toEqual({ ok: false, problem });
  });
  test('property: whatever is struck out of a file or put into it, it is opened or refused with a code', () => {
    const whole = traceCsv(drive(2, 2));
    const asGpx = traceGpx(drive(2, 2), 'ring', '2026-05-04T08:00:00Z');
    const seen = { read: 0, notRead: 0, notOpened: 0 };
    fc.assert(
      fc.property(
        fc.constantFrom(whole, asGpx),
        fc.array(
          fc.record({
            at: fc.double({ min: 0, max: 1, noNaN: true }),
            cut: fc.nat(6),
            put: fc.oneof(fc.string({ maxLength: 4 }), fc.constantFrom('', '9', '-', ',', '\n')),
          }),
          {
            maxLength: 3,
          },
        ),
        fc.option(fc.string({ maxLength: 400 }), { nil: null, freq: 8 }),
        (text, changes, instead) => {
          const changed = changes.reduce((t, { at, cut, put }) => {
            const i = Math.floor(at * t.length);
            return t.slice(0, i) + put + t.slice(i + cut);
          }, text);
          const opened = openTrace(instead ?? changed);
          if (!opened.ok) {
            seen.notOpened += 1;
            expect(opened.problem).toMatch(/^[a-zA-Z]+$/);
            return;
          }
          const trace = traceIn(opened.file, opened.file.format === 'csv' ? opened.file.guess : null);
          seen[trace.ok ? 'read' : 'notRead'] += 1;
          if (trace.ok) expect(trace.points.every((p) => Number.isFinite(p.seconds) && p.speedMPerS >= 0)).toBe(true);
          else expect(trace.problem).toMatch(/^[a-zA-Z]+$/);
        },
      ),
      { numRuns: 200 },
    );
    expect(seen.read).toBeGreaterThan(3);
    expect(seen.notOpened).toBeGreaterThan(3);
  });
});

describe('GPX (Topografix, GPX 1.1 schema)', () => {
  test('with speeds: out and in again the same drive', () => {
    const points = drive(2, 1);
    const back = read(traceGpx(points, 'A & B <ring>', '2026-05-04T08:00:00Z'));
    expect(back).toHaveLength(points.length);
    for (const [i, p] of back.entries()) expect(p.speedMPerS).toBeCloseTo(points[i]!.speedMPerS, 2);
  });
  test('without speeds: from the places, by great circles', () => {
    const points = drive(2, 1);
    const text = traceGpx(points, 'ring', '2026-05-04T08:00:00Z').replace(/<extensions>[\s\S]*?<\/extensions>/g, '');
    const back = read(text);
    // Between two samples: the mean of their speeds.
    for (const [i, p] of back.entries())
      expect(p.speedMPerS).toBeCloseTo((points[i]!.speedMPerS + points[i + 1]!.speedMPerS) / 2, 1);
  });
  test('a degree of latitude is 111.195 km on the mean sphere (IUGG mean radius, 6371.0088 km)', () => {
    const point = (lat: number, s: number): string =>
      `<trkpt lat="${lat}" lon="0"><time>2026-05-04T08:00:${String(s).padStart(2, '0')}Z</time></trkpt>`;
    const points = Array.from({ length: 40 }, (_, s) => point(s / 2000, s)).join('');
    const [first] = read(`<gpx><trk><trkseg>${points}</trkseg></trk></gpx>`);
    expect(first!.speedMPerS * 2000).toBeCloseTo(111_195, -1);
  });
});

describe('laps and zones of a venue', () => {
  test('of several laps one in the middle, with a slow one first', () => {
    const slow = drive(1, 10).map((p) => ({ seconds: p.seconds / 0.8, speedMPerS: p.speedMPerS * 0.8 }));
    const start = slow.at(-1)!.seconds + 0.1;
    const all = [...slow, ...drive(4, 10).map((p) => ({ ...p, seconds: p.seconds + start }))];
    const found = driveAtVenue(all);
    expect(found.zones).toHaveLength(zones.length);
    const lapS = lapOf(zones, 9).reduce((sum, p) => sum + p.seconds, 0);
    expect(Math.abs(found.lapS! - lapS)).toBeLessThanOrEqual(1);
    const speeds = (list: readonly BrakingZone[]): number[] => list.map((z) => z.fromKmh).sort((a, b) => a - b);
    for (const [i, v] of speeds(found.zones).entries()) expect(Math.abs(v - speeds(zones)[i]!)).toBeLessThan(4);
  });
  test('a zone that is dropped leaves the lap as long as it was', () => {
    const length = (list: readonly BrakingZone[]): number =>
      list.reduce((sum, z) => sum + z.secondsSince + (z.fromKmh - z.toKmh) / 3.6 / 9, 0);
    for (const i of zones.keys()) {
      const rest = withoutZone(zones, i);
      expect(rest).toHaveLength(zones.length - 1);
      expect(length(rest)).toBeCloseTo(length(zones), 0);
    }
    expect(withoutZone(zones, 99)).toEqual(zones);
  });
  test('tables out: zones and drives with their units in the heads', () => {
    expect(zonesCsv([zones[0]!])).toBe('from km/h,to km/h,seconds since the last zone,slope %\n205.0,85.0,16.00,0\n');
    expect(traceCsv([{ seconds: 1.5, speedMPerS: 10 }])).toBe('time s,speed km/h\n1.500,36.00\n');
    expect(thinned(drive(3, 10), 200).length).toBeLessThanOrEqual(200);
  });
});
