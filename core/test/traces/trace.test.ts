/** Traces as loggers write them: read, and their zones and laps found again; the truth is a lap simulated here. */
import fc from 'fast-check';
import { lapOf, peaksOf, runHeat } from '../../src/heat';
import {
  type FoundZone,
  type TracePoint,
  findZones,
  guessColumns,
  lapTimeS,
  piecesOfTrace,
  readPoints,
  readTrace,
  zonesOfLap,
} from '../../src/traces';
import { heatedCar, zones } from '../builders/heat-car';

const DECEL = 9.5;

/** A drive of several laps, and the zones that are truly in it. */
function drive(
  laps: number,
  table = zones,
): { speedAt: (s: number) => number; truth: FoundZone[]; totalS: number; lapS: number } {
  const lap = lapOf(table, DECEL);
  const pieces = Array.from({ length: laps }, () => lap).flat();
  const starts: number[] = [];
  let now = 0;
  const truth: FoundZone[] = [];
  for (const p of pieces) {
    starts.push(now);
    if (p.isBraking) truth.push({ startS: now, endS: now + p.seconds, fromMPerS: p.fromMPerS, toMPerS: p.toMPerS });
    now += p.seconds;
  }
  return {
    // The trace ends in its last zone: that one is cut.
    truth: truth.slice(0, -1),
    totalS: now,
    lapS: now / laps,
    speedAt: (s) => {
      let i = starts.findIndex((at, n) => s >= at && s < (starts[n + 1] ?? Infinity));
      if (i < 0) i = pieces.length - 1;
      const p = pieces[i]!;
      return p.fromMPerS + ((p.toMPerS - p.fromMPerS) * (s - starts[i]!)) / p.seconds;
    },
  };
}

/** A logger: so many samples a second, noise, drop-outs. A fixed generator, so that a failure can be seen again. */
function logged(
  of: ReturnType<typeof drive>,
  hz: number,
  noiseKmh: number,
  dropped: number,
  seed: number,
): TracePoint[] {
  let state = seed >>> 0 || 1;
  const dice = (): number => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  const offset = dice() / hz;
  return Array.from({ length: Math.floor(of.totalS * hz) }, (_, i) => offset + i / hz).flatMap((s) =>
    dice() < dropped
      ? []
      : [{ seconds: s, speedMPerS: Math.max(0, of.speedAt(s) + ((dice() * 2 - 1) * noiseKmh) / 3.6) }],
  );
}

const matches = (truth: FoundZone, found: readonly FoundZone[]): boolean =>
  found.some(
    (z) =>
      Math.abs(z.startS - truth.startS) <= 1 &&
      Math.abs(z.fromMPerS - truth.fromMPerS) * 3.6 <= 5 &&
      Math.abs(z.toMPerS - truth.toMPerS) * 3.6 <= 5,
  );

describe('zones', () => {
  test.each([
    [100, 0.3],
    [10, 0.5],
    [5, 1],
  ])('of a logger of %d Hz all are found, and nothing else', (hz, noiseKmh) => {
    const of = drive(4);
    const found = findZones(logged(of, hz, noiseKmh, 0.02, 7));
    expect(found).toHaveLength(of.truth.length + 1);
    expect(
      of.truth
        .filter((zone) => !matches(zone, found))
        .map((z) => [z, found.find((f) => Math.abs(f.startS - z.startS) < 3)]),
    ).toEqual([]);
  });

  test('of a phone of 1 Hz, ±2 km/h and 5 % drop-outs at least 95 % within ±5 km/h and ±1 s', () => {
    let all = 0;
    let right = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const of = drive(6);
      const found = findZones(logged(of, 1, 2, 0.05, seed));
      all += of.truth.length;
      right += of.truth.filter((z) => matches(z, found)).length;
    }
    console.log(`zones at 1 Hz: ${((100 * right) / all).toFixed(1)} % of ${all}`);
    expect(right / all).toBeGreaterThanOrEqual(0.95);
  });

  test('lifting off is no braking', () => {
    const points = Array.from({ length: 300 }, (_, i) => ({ seconds: i / 5, speedMPerS: 40 + 8 * Math.sin(i / 40) }));
    expect(findZones(points)).toEqual([]);
  });

  test('laps come round, and one of them is the table that was driven', () => {
    const of = drive(5);
    const trace = logged(of, 10, 0.5, 0, 3);
    const lapS = lapTimeS(trace)!;
    expect(Math.abs(lapS - of.lapS)).toBeLessThan(1);
    const table = zonesOfLap(findZones(trace), of.lapS, of.truth[4]!.endS + 1);
    expect(table).toHaveLength(zones.length);
    table.forEach((z, i) => {
      expect(Math.abs(z.fromKmh - zones[i]!.fromKmh)).toBeLessThan(5);
      expect(Math.abs(z.toKmh - zones[i]!.toKmh)).toBeLessThan(5);
      expect(Math.abs(z.secondsSince - zones[i]!.secondsSince)).toBeLessThan(1);
    });
    expect(lapTimeS(logged(drive(1), 5, 0.5, 0, 1))).toBeNull();
  });
});

test('the pieces of a trace heat the car as its zones do', () => {
  const of = drive(8);
  const car = heatedCar();
  const peak = (pieces: ReturnType<typeof piecesOfTrace>): number =>
    peaksOf(runHeat(car, pieces, { airC: 22 }).samples.FL).rotorC.tempC;
  const byZones = peak(Array.from({ length: 8 }, () => lapOf(zones, DECEL)).flat());
  for (const hz of [50, 5]) {
    const pieces = piecesOfTrace(logged(of, hz, 0.2, 0, 5));
    expect(Math.abs(peak(pieces) - byZones)).toBeLessThan(0.06 * byZones);
  }
});

describe('reading a table', () => {
  const rows = (speed: (i: number) => string, time = (i: number): string => String(i)): string[][] =>
    Array.from({ length: 60 }, (_, i) => [time(i), speed(i)]);
  const columns = { time: 0, timeUnit: 's', speed: 1, speedUnit: 'km/h' } as const;

  test('any unit and decimal sign; clock times too; drop-outs are passed over', () => {
    const read = readTrace(
      rows((i) => (i % 10 === 3 ? '' : '90,0')),
      columns,
    );
    expect(read).toMatchObject({ ok: true, skipped: 6 });
    expect(read.ok && read.points[5]!.speedMPerS).toBeCloseTo(25, 9);
    const clock = readTrace(
      rows(
        () => '60',
        (i) => `09:1${i % 10 === 9 ? 0 : 0}:${String(i).padStart(2, '0')}.5`,
      ),
      { ...columns, timeUnit: 'clock', speedUnit: 'mph' },
    );
    expect(clock.ok && clock.points.at(-1)).toMatchObject({ seconds: 59, speedMPerS: expect.closeTo(26.8224, 6) });
  });

  test.each([
    [
      'no time',
      rows(
        () => '90',
        () => 'x',
      ),
      'noTime',
    ],
    ['no speed', rows(() => 'x'), 'noSpeed'],
    ['too few', rows(() => '90').slice(0, 5), 'tooFewPoints'],
    [
      'a clock that stands still',
      rows(
        () => '90',
        () => '7',
      ),
      'timeStandsStill',
    ],
    ['faster than anybody', rows(() => '900'), 'impossibleSpeed'],
    ['pushed, not driven', rows(() => '6'), 'tooSlow'],
  ])('%s is refused by name', (_, table, problem) => {
    expect(readTrace(table, columns)).toMatchObject({ ok: false, problem });
  });

  test('columns are guessed by their heads', () => {
    expect(guessColumns(['Lap', 'Time (ms)', 'GPS Speed [mph]'], [['1', '0', '12']])).toEqual({
      time: 1,
      timeUnit: 'ms',
      speed: 2,
      speedUnit: 'mph',
    });
    expect(guessColumns(['Zeit', 'Geschwindigkeit'], [['00:00:01', '80']])).toEqual({
      time: 0,
      timeUnit: 'clock',
      speed: 1,
      speedUnit: 'km/h',
    });
    expect(guessColumns(['only'], [['1']])).toBeNull();
  });

  /** Rows as a logger with faults writes them: mostly on time, some cells odd, now and then a time that slips by any amount. */
  const cell = (good: fc.Arbitrary<number>): fc.Arbitrary<string> =>
    fc.oneof({ weight: 200, arbitrary: good.map(String) }, { weight: 1, arbitrary: fc.string({ maxLength: 8 }) });
  const faultyRows = fc
    .array(
      fc.record({
        stepS: fc.oneof(
          { weight: 200, arbitrary: fc.double({ min: 0.01, max: 2, noNaN: true }) },
          { weight: 1, arbitrary: fc.double({ min: -4e8, max: 4e8, noNaN: true }) },
        ),
        odd: fc.oneof(
          { weight: 200, arbitrary: fc.constant(null) },
          { weight: 1, arbitrary: fc.string({ maxLength: 8 }) },
        ),
        speed: cell(fc.double({ min: 0, max: 250, noNaN: true })),
      }),
      { minLength: 25, maxLength: 120 },
    )
    .map((rows) => {
      let at = 0;
      return rows.map(({ stepS, odd, speed }) => [odd ?? String((at += stepS)), speed]);
    });

  test('property: whatever stands in it, a drive that is read has rising times, no gap over a quarter of an hour, and six hours at most', () => {
    let read = 0;
    let refused = 0;
    fc.assert(
      fc.property(faultyRows, (rows) => {
        const trace = readTrace(rows, columns);
        if (!trace.ok) {
          refused += 1;
          expect(trace.problem).not.toBe('');
          return;
        }
        read += 1;
        expect(trace.points.at(-1)!.seconds).toBeLessThanOrEqual(6 * 3600);
        trace.points.forEach((p, i) => {
          expect(Number.isFinite(p.speedMPerS)).toBe(true);
          if (i > 0) expect(p.seconds).toBeGreaterThan(trace.points[i - 1]!.seconds);
          if (i > 0) expect(p.seconds - trace.points[i - 1]!.seconds).toBeLessThanOrEqual(900);
        });
        // What is done with it next is bounded by that, whatever the times were.
        lapTimeS(trace.points);
        findZones(trace.points);
      }),
      { numRuns: 300 },
    );
    expect([read > 30, refused > 30]).toEqual([true, true]);
  });

  test('a time that slips is refused with its row, in no time: one is 4·10⁸ s off, one 10⁶ s', () => {
    for (const slipS of [4e8, 1e6, 901]) {
      const rows = Array.from({ length: 400 }, (_, i) => [String(i * 0.5 + (i >= 200 ? slipS : 0)), '120']);
      expect(readTrace(rows, columns)).toEqual({ ok: false, problem: 'timeJumps', row: 200 });
      const points = rows.map(([s, v]) => ({ seconds: Number(s), speedMPerS: Number(v) / 3.6 }));
      expect(readPoints(points)).toEqual({ ok: false, problem: 'timeJumps', row: 200 });
    }
    const day = Array.from({ length: 100 }, (_, i) => [String(i * 800), '120']);
    expect(readTrace(day, columns)).toEqual({ ok: false, problem: 'tooLong', row: 28 });
  });
});
