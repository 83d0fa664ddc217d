/** A trace of a drive, time and speed, as a phone or a logger wrote it: read, cleaned, and its braking zones found. */
import { linearRegression, median } from 'simple-statistics';
import type { DrivePiece } from '../heat';
import type { BrakingZone } from '../model';

/** One sample of a trace. */
export interface TracePoint {
  seconds: number;
  speedMPerS: number;
}

/** Why a trace cannot be used. */
export type TraceProblem =
  | 'tooFewPoints'
  | 'tooManyPoints'
  | 'noTime'
  | 'noSpeed'
  | 'timeStandsStill'
  | 'timeJumps'
  | 'tooLong'
  | 'impossibleSpeed'
  | 'tooSlow';
export type ReadTrace =
  { ok: true; points: TracePoint[]; skipped: number } | { ok: false; problem: TraceProblem; row: number | null };

/** Units of the two columns. */
export type TimeUnit = 's' | 'ms' | 'min' | 'clock';
export type SpeedUnit = 'km/h' | 'm/s' | 'mph' | 'kn';

/** Which columns of a table are time and speed, and in what. */
export interface TraceColumns {
  time: number;
  timeUnit: TimeUnit;
  speed: number;
  speedUnit: SpeedUnit;
}

const mPerSPer: Record<SpeedUnit, number> = { 'km/h': 1 / 3.6, 'm/s': 1, mph: 0.44704, kn: 1852 / 3600 };
const secondsPer: Record<Exclude<TimeUnit, 'clock'>, number> = { s: 1, ms: 0.001, min: 60 };

const decimal = (text: string): string => (text.includes(',') ? text.replace(',', '.') : text).trim();

/** "01:02:03.5", "62:03", an instant, or a number. */
function readTime(text: string, unit: TimeUnit): number {
  const plain = decimal(text);
  if (unit !== 'clock') return plain === '' ? Number.NaN : Number(plain) * secondsPer[unit];
  const parts = plain.split(':');
  if (parts.length >= 2 && parts.length <= 3 && !plain.includes('T'))
    return parts.reduce((sum, part) => sum * 60 + Number(part), 0);
  return Date.parse(plain) / 1000;
}

/** Nobody is faster than this on a track, m/s: 500 km/h. */
const FASTEST_M_PER_S = 140;
const FEWEST_POINTS = 20;
/** A drive is untrusted input: a slip of a digit in a time must not make a drive of years. An hour at 100 Hz has 360,000 points. */
const MOST_POINTS = 1_000_000;
/** The longest drive, and the longest that a logger is silent within one, s. Calvik's own figures. */
const LONGEST_S = 6 * 3600;
const LONGEST_GAP_S = 15 * 60;

/** Why a point cannot follow those before it; null where it can. */
function refused(points: readonly TracePoint[], seconds: number): 'timeJumps' | 'tooLong' | 'tooManyPoints' | null {
  const last = points.at(-1);
  if (!last) return null;
  if (seconds - last.seconds > LONGEST_GAP_S) return 'timeJumps';
  if (seconds - points[0]!.seconds > LONGEST_S) return 'tooLong';
  return points.length >= MOST_POINTS ? 'tooManyPoints' : null;
}
/** Under this nothing heats, m/s: 40 km/h. */
const SLOWEST_PEAK_M_PER_S = 11;

/**
 * The time and speed of a table, oldest first, from zero. Rows without a figure are drop-outs and passed over; rows whose time goes back are too. A
 * drive that jumps, or goes on for too long, is refused with the row where it does.
 * @param rows without the head, as a CSV reader hands them out
 */
export function readTrace(rows: readonly (readonly string[])[], columns: TraceColumns): ReadTrace {
  const points: TracePoint[] = [];
  let skipped = 0;
  let timed = 0;
  for (const [i, row] of rows.entries()) {
    const seconds = readTime(row[columns.time] ?? '', columns.timeUnit);
    if (!Number.isFinite(seconds)) {
      skipped += 1;
      continue;
    }
    timed += 1;
    const text = decimal(row[columns.speed] ?? '');
    const speedMPerS = text === '' ? Number.NaN : Number(text) * mPerSPer[columns.speedUnit];
    if (Number.isFinite(speedMPerS) && speedMPerS > FASTEST_M_PER_S)
      return { ok: false, problem: 'impossibleSpeed', row: i };
    const last = points.at(-1);
    if (!Number.isFinite(speedMPerS) || speedMPerS < -1 || (last && seconds <= last.seconds)) {
      skipped += 1;
      continue;
    }
    const problem = refused(points, seconds);
    if (problem) return { ok: false, problem, row: i };
    points.push({ seconds, speedMPerS: Math.max(0, speedMPerS) });
  }
  if (timed === 0) return { ok: false, problem: 'noTime', row: null };
  if (points.length === 0) return { ok: false, problem: 'noSpeed', row: null };
  if (points.length === 1 && timed > FEWEST_POINTS) return { ok: false, problem: 'timeStandsStill', row: null };
  return enough(points, skipped);
}

/** A drive of points that were read already, in whatever order: what goes back in time or stands still is passed over. */
export function readPoints(all: readonly TracePoint[]): ReadTrace {
  const points: TracePoint[] = [];
  for (const [row, p] of all.entries()) {
    if (p.speedMPerS > FASTEST_M_PER_S) return { ok: false, problem: 'impossibleSpeed', row };
    const last = points.at(-1);
    if (!Number.isFinite(p.seconds) || !Number.isFinite(p.speedMPerS) || (last && p.seconds <= last.seconds)) continue;
    const problem = refused(points, p.seconds);
    if (problem) return { ok: false, problem, row };
    points.push({ ...p, speedMPerS: Math.max(0, p.speedMPerS) });
  }
  return enough(points, all.length - points.length);
}

function enough(points: readonly TracePoint[], skipped: number): ReadTrace {
  if (points.length < FEWEST_POINTS) return { ok: false, problem: 'tooFewPoints', row: null };
  if (!points.some((p) => p.speedMPerS >= SLOWEST_PEAK_M_PER_S)) return { ok: false, problem: 'tooSlow', row: null };
  const { seconds: first } = points[0]!;
  return { ok: true, points: points.map((p) => ({ ...p, seconds: p.seconds - first })), skipped };
}

/** Words that loggers head their columns with. */
const timeWords = /^(t|time|zeit|temps|elapsed|timestamp|sec|secs|seconds|ms)\b|time/i;
const speedWords = /speed|velocity|geschwindigkeit|vitesse|^v\b|km\/?h|mph|kph|m\/s/i;
const unitOfSpeed = (head: string): SpeedUnit =>
  /mph|mi\/h/i.test(head) ? 'mph' : /m\/s|mps\b/i.test(head) ? 'm/s' : /kn\b|knot/i.test(head) ? 'kn' : 'km/h';

/**
 * A guess of which columns are time and speed, by their heads and by what stands in them; somebody looks at it before anything is read.
 * @returns null where no two columns look like it
 */
export function guessColumns(head: readonly string[], rows: readonly (readonly string[])[]): TraceColumns | null {
  const sample = rows.slice(0, 50);
  const isNumber = (column: number): boolean =>
    sample.length > 0 &&
    sample.filter((r) => Number.isFinite(Number((r[column] ?? '').replace(',', '.')))).length > sample.length / 2;
  const named = (words: RegExp): number => head.findIndex((name) => words.test(name.trim()));
  const time = named(timeWords) >= 0 ? named(timeWords) : 0;
  const bySpeedWord = named(speedWords);
  const speed =
    bySpeedWord >= 0 && bySpeedWord !== time ? bySpeedWord : head.findIndex((_, i) => i !== time && isNumber(i));
  if (speed < 0 || head.length < 2) return null;
  const first = sample[0]?.[time] ?? '';
  const timeUnit: TimeUnit = /[:T]/.test(first)
    ? 'clock'
    : /\bms\b|milli/i.test(head[time] ?? '')
      ? 'ms'
      : /\bmin/i.test(head[time] ?? '')
        ? 'min'
        : 's';
  return { time, timeUnit, speed, speedUnit: unitOfSpeed(head[speed] ?? '') };
}

/** A braking zone as it was found: where it begins and ends on the trace. */
export interface FoundZone {
  startS: number;
  endS: number;
  fromMPerS: number;
  toMPerS: number;
}

/** Slowing harder than this is braking, m/s²: lifting off does not reach it. Common practice, no source; Calvik's own figure. */
const BRAKING_M_PER_S2 = 2.6;
/** A zone takes off at least this much, m/s: 20 km/h. */
const LEAST_DROP_M_PER_S = 5.6;
/** Where two zones are nearer than this to each other they are one, s. */
const MERGED_S = 0.8;

/** Speed at a time, between samples in a straight line. */
function speedAt(points: readonly TracePoint[], seconds: number): number {
  let low = 0;
  let high = points.length - 1;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (points[mid]!.seconds <= seconds) low = mid;
    else high = mid;
  }
  const [a, b] = [points[low]!, points[high]!];
  if (b.seconds <= a.seconds) return a.speedMPerS;
  const share = Math.min(1, Math.max(0, (seconds - a.seconds) / (b.seconds - a.seconds)));
  return a.speedMPerS + share * (b.speedMPerS - a.speedMPerS);
}

/** The trace with its noise taken down: a running mean over a third of a second, or what a slow logger has. */
function smoothed(points: readonly TracePoint[]): TracePoint[] {
  const everyS = (points.at(-1)!.seconds - points[0]!.seconds) / (points.length - 1);
  const half = Math.floor(0.3 / everyS);
  if (half < 1) return [...points];
  // A running sum: what comes in on the one side goes out on the other.
  let sum = 0;
  let [low, high] = [0, 0];
  return points.map((p, i) => {
    for (; high < points.length && high <= i + half; high++) sum += points[high]!.speedMPerS;
    for (; low < i - half; low++) sum -= points[low]!.speedMPerS;
    return { seconds: p.seconds, speedMPerS: sum / (high - low) };
  });
}

type Line = { m: number; b: number };
const lineThrough = (points: readonly TracePoint[]): Line | null =>
  points.length < 2 ? null : linearRegression(points.map((p) => [p.seconds, p.speedMPerS]));
/** Where two lines meet; null where they hardly do. */
const meeting = (a: Line, b: Line): number | null => (Math.abs(a.m - b.m) < 0.5 ? null : (b.b - a.b) / (a.m - b.m));

/**
 * The braking zones of a trace. A zone is where the car slows harder than by lifting off; its ends are where the line of the braking meets
 * the lines before and after it, so that a logger of one sample a second finds them between its samples.
 */
export function findZones(trace: readonly TracePoint[]): FoundZone[] {
  const points = smoothed(trace);
  const runs: Run[] = [];
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!;
    if (slowing(points, i) < BRAKING_M_PER_S2) continue;
    const run = runs.at(-1);
    if (run && a.seconds - points[run.last]!.seconds <= MERGED_S) run.last = i;
    else runs.push({ first: i - 1, last: i });
  }
  // Of a slow logger the sample before may have slowed already, by less: the zone reaches from the top to the bottom.
  for (const run of runs) {
    while (run.first > 0 && isOver(points[run.first - 1]!, points[run.first]!)) run.first -= 1;
    while (run.last < points.length - 1 && isOver(points[run.last]!, points[run.last + 1]!)) run.last += 1;
  }
  const zones = runs.filter(
    ({ first, last }) => points[first]!.speedMPerS - points[last]!.speedMPerS >= LEAST_DROP_M_PER_S,
  );
  const usual = usualDeceleration(points, zones);
  return zones.map((zone) => ends(points, zone, usual));
}

/** Whether one sample is faster than the one after it by more than noise. */
const isOver = (a: TracePoint, b: TracePoint): boolean => a.speedMPerS - b.speedMPerS > 0.8 * (b.seconds - a.seconds);

interface Run {
  first: number;
  last: number;
}

/** Where no zone has enough samples to say how hard it is braked, m/s². Common practice, no source; Calvik's own figure. */
const USUAL_M_PER_S2 = 8;

const slowing = (points: readonly TracePoint[], i: number): number =>
  (points[i - 1]!.speedMPerS - points[i]!.speedMPerS) / (points[i]!.seconds - points[i - 1]!.seconds);

/** How hard this driver brakes: the middle of what the zones with samples enough say. */
function usualDeceleration(points: readonly TracePoint[], zones: readonly Run[]): number {
  const hardest = zones
    .filter(({ first, last }) => last - first >= 3)
    .map(({ first, last }) =>
      Math.max(...Array.from({ length: last - first }, (_, i) => slowing(points, first + i + 1))),
    );
  return hardest.length > 0 ? median(hardest) : USUAL_M_PER_S2;
}

/** The line of the braking: by its own samples where there are enough, else as hard as usual through what there is. */
function brakingLine(points: readonly TracePoint[], { first, last }: Run, usual: number): Line {
  const inside = points.slice(first, last + 1);
  if (inside.length > 6) {
    const trim = Math.floor(inside.length * 0.15);
    return lineThrough(inside.slice(trim, inside.length - trim))!;
  }
  // Of a slow logger the first and the last sample lie outside the braking, or on its very end.
  const interior = inside.slice(1, -1);
  const own = lineThrough(interior);
  if (own && interior.length >= 3) return own;
  const through = interior.length > 0 ? interior : inside;
  const mean = (of: (p: TracePoint) => number): number => through.reduce((sum, p) => sum + of(p), 0) / through.length;
  const m = own ? -(Math.max(-own.m, 0.6 * usual) + usual) / 2 : -usual;
  return { m, b: mean((p) => p.speedMPerS) - m * mean((p) => p.seconds) };
}

/** The ends of a zone: where the line of its braking meets the lines before and after it. */
function ends(points: readonly TracePoint[], run: Run, usual: number): FoundZone {
  const [from, to] = [points[run.first]!, points[run.last]!];
  const everyS = (points.at(-1)!.seconds - points[0]!.seconds) / (points.length - 1);
  const reach = Math.max(4.3 * everyS, 1.6);
  const braking = brakingLine(points, run, usual);
  // Only what belongs to the same stretch: the braking of another zone bends the line.
  const isCalm = (i: number): boolean => i <= 0 || slowing(points, i) < BRAKING_M_PER_S2;
  const earlier: TracePoint[] = [];
  for (let i = run.first; i >= 0 && points[i]!.seconds >= from.seconds - reach; i--)
    if (isCalm(i)) earlier.push(points[i]!);
  const later: TracePoint[] = [];
  for (let i = run.last; i < points.length && points[i]!.seconds <= to.seconds + reach; i++)
    if (i === run.last || isCalm(i)) later.push(points[i]!);
  const before = lineThrough(earlier);
  const after = lineThrough(later);
  const near = (at: number | null, edge: number): number | null =>
    at !== null && Math.abs(at - edge) <= 1.3 * everyS + 0.3 ? at : null;
  const startS = near(before && meeting(before, braking), from.seconds);
  const endS = near(after && meeting(braking, after), to.seconds);
  return {
    startS: startS ?? from.seconds,
    endS: endS ?? to.seconds,
    fromMPerS: startS === null ? from.speedMPerS : before!.m * startS + before!.b,
    toMPerS: Math.max(0, endS === null ? to.speedMPerS : after!.m * endS + after!.b),
  };
}

/** Shortest and longest lap that is looked for, s. */
const LAP_S = { shortest: 25, longest: 900 } as const;

/** Of a drive that begins with a slow lap, how much is left out when its laps are looked for. */
const LEFT_OUT = [0, 0.22, 0.4] as const;
/** Laps are at least this like each other. Calvik's own figure. */
const ALIKE = 0.9;

/**
 * How long a lap is, s: where the speed against time is most like itself, with or without a slow lap at the beginning. Null where it never comes
 * round.
 * @param trace of two laps at least
 */
export function lapTimeS(trace: readonly TracePoint[]): number | null {
  const total = Math.floor(trace.at(-1)!.seconds);
  const speeds = Array.from({ length: total + 1 }, (_, i) => speedAt(trace, i));
  for (const share of LEFT_OUT) {
    const found = lapOfSpeeds(speeds.slice(Math.floor(share * total)));
    if (found !== null) return found;
  }
  return null;
}

/** @param speeds one a second */
function lapOfSpeeds(speeds: readonly number[]): number | null {
  const n = speeds.length - 1;
  const mean = speeds.reduce((a, b) => a + b, 0) / speeds.length;
  const centred = speeds.map((v) => v - mean);
  const likeness = (lag: number): number => {
    let both = 0;
    let a2 = 0;
    let b2 = 0;
    for (let i = 0; i + lag <= n; i++) {
      const [a, b] = [centred[i]!, centred[i + lag]!];
      both += a * b;
      a2 += a * a;
      b2 += b * b;
    }
    return a2 > 0 && b2 > 0 ? both / Math.sqrt(a2 * b2) : 0;
  };
  const lags = Array.from(
    { length: Math.max(0, Math.min(LAP_S.longest, Math.floor(n / 2)) - LAP_S.shortest + 1) },
    (_, i) => ({ lag: LAP_S.shortest + i, like: likeness(LAP_S.shortest + i) }),
  );
  const best = Math.max(0, ...lags.map((l) => l.like));
  if (best < ALIKE) return null;
  // Two laps are as like each other as one: the shortest that is nearly as good is the lap, at its own peak.
  const first = lags.findIndex(
    ({ like }, i) => like > best - 0.12 && like >= (lags[i + 1]?.like ?? -1) && like >= (lags[i - 1]?.like ?? -1),
  );
  return lags[first]?.lag ?? null;
}

/** What is found of one lap as a table of zones: of each the seconds since the one before it. */
export function zonesOfLap(found: readonly FoundZone[], lapS: number, fromS: number): BrakingZone[] {
  const inLap = found.filter((z) => z.startS >= fromS && z.startS < fromS + lapS);
  return inLap.map((zone, i) => {
    const before = inLap[(i + inLap.length - 1) % inLap.length]!;
    const endBefore = i === 0 ? before.endS - lapS : before.endS;
    return {
      fromKmh: zone.fromMPerS * 3.6,
      toKmh: zone.toMPerS * 3.6,
      secondsSince: Math.max(0, zone.startS - endBefore),
      slopePercent: 0,
    };
  });
}

/** Slowing by more than this may be brakes: what drag and rolling resistance take of it is taken off with the energy, m/s². */
const MAY_BE_BRAKING_M_PER_S2 = 0.5;
/** Pieces of a trace are no longer than this, s: with the brakes on, and rolling. */
const PIECE_S = { braking: 0.25, rolling: 1 } as const;

/** A trace as the pieces of a drive: samples in a row that do the same are one piece. */
export function piecesOfTrace(trace: readonly TracePoint[]): DrivePiece[] {
  const points = smoothed(trace);
  const pieces: DrivePiece[] = [];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const seconds = b.seconds - a.seconds;
    const isBraking = slowing(points, i) > MAY_BE_BRAKING_M_PER_S2;
    const last = pieces.at(-1);
    if (
      last &&
      last.isBraking === isBraking &&
      last.seconds + seconds <= PIECE_S[isBraking ? 'braking' : 'rolling'] + 1e-9
    ) {
      last.seconds += seconds;
      last.toMPerS = b.speedMPerS;
    } else pieces.push({ seconds, fromMPerS: a.speedMPerS, toMPerS: b.speedMPerS, isBraking });
  }
  return pieces;
}
