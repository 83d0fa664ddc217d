/**
 * The model fitted to what was read: maximum a posteriori over the factors, by Levenberg and Marquardt's method with the factors' own spreads as
 * readings of zero. Readings are evidence with heavy tails (Student's t): one far off pulls the less the further it is, and is named; where a reading
 * disagrees with the model or with another the band widens. One that makes the car cooler wants company; one that makes it hotter does not.
 */
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { Matrix, inverse } from 'ml-matrix';
import type { HeatSample } from '../heat';
import { type Axle, type BatteryState, axleOfCorner } from '../model';
import type { CaseReading, HeatCase } from './case';
import { FIT_FINER, driveAxle, heatedCarOf, piecesOf } from './drive';
import type { FittedReading } from './outlook';
import { type Factors, asReckoned, axleFactor, axleFactors, factorKeys } from './factors';
import { MODEL_DIFFERS, factorsFrom } from './prior';
import { easyLapsOf } from './way-in';

export interface HeatFit {
  factors: Factors;
  /** Residuals of the readings by independent factors of spread 1, then by how each session ended; weighted. */
  jacobian: number[][];
  /** Widens the covariance where readings disagree; at least 1. */
  inflation: number;
  readings: FittedReading[];
}

/** How far each instrument may be off, °C. Common practice, no source: paint and stickers as their makers state, a pyrometer at a moving hand. */
const noise = {
  paintC: 9,
  stickerC: 3,
  pyrometerC: 8,
  pyrometerShare: 0.03,
  /** Somebody walks, looks and counts: of the seconds after the stop. */
  boiledC: 12,
} as const;
/** A reading this many standard deviations off does not fit. */
const MISFIT = 3;
/** Degrees of freedom of what a reading may be off by: slips happen. Calvik's own figure. */
const TAILS = 4;
/** The spread of a reading that alone of its kind makes the car cooler: over its instrument's, and °C at least. Calvik's own figures. */
const ALONE = { times: 3, atLeastC: 40 } as const;
const FARTHEST = 4;

/** Which temperature of the model a reading is of. */
const predictionOf = (r: CaseReading): { axle: Axle | null; pick: (s: Watched) => number } => {
  const { read } = r;
  switch (read.instrument) {
    case 'thermalPaint':
      // Paint sits on the edge of the rotor and feels its bulk.
      return { axle: axleOfCorner(read.corner), pick: (w) => w.most.rotorC };
    case 'sticker':
      return { axle: axleOfCorner(read.corner), pick: (w) => w.most.caliperC };
    case 'pyrometer':
      return {
        axle: axleOfCorner(read.corner),
        pick: (w) => (read.part === 'rotor' ? w.then.rotorC : w.then.caliperC),
      };
    case 'fluidBoiled':
      return { axle: null, pick: (w) => w.most.fluidC };
  }
};

type Watched = { most: Record<'rotorC' | 'caliperC' | 'fluidC', number>; then: HeatSample };

/** What a reading leaves open, and how sure its edges are. */
function bounds({ read, boilsAtC }: CaseReading): { low: number | null; high: number | null; sdC: number } | null {
  switch (read.instrument) {
    case 'thermalPaint':
      return { low: read.reachedC, high: read.notReachedC, sdC: noise.paintC };
    case 'sticker':
      return { low: read.reachedC, high: read.notReachedC, sdC: noise.stickerC };
    case 'pyrometer':
      return {
        low: read.tempC,
        high: read.tempC,
        sdC: Math.hypot(noise.pyrometerC, noise.pyrometerShare * read.tempC),
      };
    case 'fluidBoiled':
      return boilsAtC === null ? null : { low: boilsAtC, high: null, sdC: noise.boiledC };
  }
}

/**
 * Distance of a computed temperature from a reading, in standard deviations. Between two steps it pulls gently to the middle, with the spread of
 * what is equally likely between them; past an open end not at all.
 */
function distance(tempC: number, { low, high, sdC }: { low: number | null; high: number | null; sdC: number }): number {
  if (low !== null && high !== null) return (tempC - (low + high) / 2) / Math.hypot(sdC, (high - low) / Math.sqrt(12));
  if (low !== null) return tempC < low ? (tempC - low) / sdC : 0;
  return tempC > high! ? (tempC - high!) / sdC : 0;
}

const sessionKey = (r: CaseReading): string => JSON.stringify([r.zones, r.session]);

/** What of the factors an axle goes by. */
const ofAxle = (f: Factors, axle: Axle): string =>
  [f.energy, f.split, ...axleFactors.map((factor) => f[axleFactor(axle, factor)])].join(' ');

/** Computes for all readings at once: one drive a session and axle, and none where what it goes by is as before. */
function predictorOf(
  c: HeatCase,
  readings: readonly CaseReading[],
  easyLaps = (r: CaseReading): number => easyLapsOf(r.session).laps,
): (f: Factors) => number[] {
  const plans = readings.map((r) => {
    const { axle, pick } = predictionOf(r);
    const seconds = r.read.instrument === 'pyrometer' ? r.read.secondsAfterStop : null;
    return { r, pick, seconds, key: sessionKey(r), on: axle === null ? (['front', 'rear'] as const) : [axle] };
  });
  const pieces = new Map(readings.map((r) => [sessionKey(r), piecesOf(c.inputs, r.zones, r.session, easyLaps(r))]));
  const driven = new Map<string, { samples: HeatSample[]; parkedAtS: number; most: Watched['most'] }>();
  return (f) => {
    const drive = (key: string, axle: Axle, r: CaseReading) => {
      const at = `${axle}${key}${ofAxle(f, axle)}`;
      if (!driven.has(at)) {
        const samples: HeatSample[] = [];
        const { peaks, parkedAtS } = driveAxle(
          heatedCarOf(c, r.session, f),
          axle,
          pieces.get(key)!,
          r.session.airTempC,
          FIT_FINER,
          (s) => {
            if (s.speedMPerS === 0) samples.push(s);
          },
        );
        driven.set(at, {
          samples,
          parkedAtS: parkedAtS ?? samples.at(-1)?.seconds ?? 0,
          most: { rotorC: peaks.rotorC.tempC, caliperC: peaks.caliperC.tempC, fluidC: peaks.fluidC.tempC },
        });
      }
      return driven.get(at)!;
    };
    return plans.map(({ r, pick, seconds, key, on }) =>
      Math.max(
        ...on.map((axle) => {
          const { samples, parkedAtS, most } = drive(key, axle, r);
          return pick({ most, then: sampleAt(samples, parkedAtS + (seconds ?? 0)) });
        }),
      ),
    );
  };
}

/** Between two samples in a straight line. */
function sampleAt(samples: readonly HeatSample[], seconds: number): HeatSample {
  const after = samples.findIndex((s) => s.seconds >= seconds);
  if (after <= 0) return samples[after === 0 ? 0 : samples.length - 1]!;
  const [a, b] = [samples[after - 1]!, samples[after]!];
  const share = (seconds - a.seconds) / (b.seconds - a.seconds || 1);
  const mid = (key: 'rotorC' | 'padsC' | 'caliperC' | 'fluidC' | 'faceC'): number => a[key] + share * (b[key] - a[key]);
  return {
    ...b,
    rotorC: mid('rotorC'),
    padsC: mid('padsC'),
    caliperC: mid('caliperC'),
    fluidC: mid('fluidC'),
    faceC: mid('faceC'),
  };
}

/** Step of the numerical slopes, in spreads. */
const NUDGE = 0.1;
/** Twice the slopes are taken anew: where nothing was read yet, and where the first search ended. */
const ROUNDS = 2;

/** How hard a reading pulls at a distance: of Student's t, over what it would of a normal distribution. */
const weightOf = (off: number): number => (TAILS + 1) / (TAILS + off * off);

type Bounds = NonNullable<ReturnType<typeof bounds>>;
const partOf = ({ read }: CaseReading): 'rotorC' | 'caliperC' | 'fluidC' =>
  read.instrument === 'fluidBoiled'
    ? 'fluidC'
    : read.instrument === 'sticker' || (read.instrument === 'pyrometer' && read.part === 'caliper')
      ? 'caliperC'
      : 'rotorC';
/** What a reading is of, and at which axle. */
const kindOf = (r: CaseReading): string =>
  r.read.instrument === 'fluidBoiled' ? 'fluid' : `${axleOfCorner(r.read.corner)} ${partOf(r)}`;

/** The readings with their spreads: one that says that the car is cooler, and that no other of its kind bears out, is taken less exactly. */
function withCompany(readings: readonly CaseReading[], said: readonly Bounds[], before: readonly number[]): Bounds[] {
  const isCooler = said.map((b, i) => distance(before[i]!, b) > 0);
  return said.map((b, i) => {
    const isBorneOut = readings.some((r, j) => j !== i && isCooler[j] && kindOf(r) === kindOf(readings[i]!));
    return isCooler[i] && !isBorneOut ? { ...b, sdC: Math.max(ALONE.times * b.sdC, ALONE.atLeastC) } : b;
  });
}

/** From the middle to an edge that holds nine times in ten, in standard deviations: the two ways of a session that are furthest apart. */
const NINE_IN_TEN = 1.645;

/**
 * By how much each reading would be another one by a spread of how its session ended, °C: the easy laps that there may have been, whether the pads were on
 * the rotors while it stood, and whether a battery took what motors braked.
 */
function endingsOf(c: HeatCase, readings: readonly CaseReading[]): number[] {
  if (readings.length === 0) return [];
  const drivenAs = (of: (r: CaseReading) => CaseReading, easyLaps?: (r: CaseReading) => number): number[] =>
    predictorOf(c, readings.map(of), easyLaps)(asReckoned);
  const fewest = drivenAs(
    (r) => r,
    (r) => easyLapsOf(r.session).fewest,
  );
  const most = drivenAs(
    (r) => r,
    (r) => easyLapsOf(r.session).most,
  );
  const held = (brakesHeld: boolean): number[] =>
    drivenAs((r) => (r.session.brakesHeld === undefined ? { ...r, session: { ...r.session, brakesHeld } } : r));
  const [on, off] = [held(true), held(false)];
  const charged = (battery: BatteryState): number[] =>
    drivenAs((r) => (r.session.battery === 'unknown' ? { ...r, session: { ...r.session, battery } } : r));
  const hasMotors = c.inputs.motorSharePercent.value > 0;
  const [full, takes] = hasMotors ? [charged('fullOrHot'), charged('takesCharge')] : [on, on];
  return readings.map(
    (_, i) => Math.hypot(fewest[i]! - most[i]!, on[i]! - off[i]!, full[i]! - takes[i]!) / (2 * NINE_IN_TEN),
  );
}

/** Fits the factors of a case to its readings. @param root of the prior: see `priorRootOf` */
export function fitOf(c: HeatCase, root: Matrix): HeatFit {
  // A session without minutes parked is parked at least until it was read.
  const usable = c.readings.filter((r) => bounds(r) !== null).map(parkedLongEnough);
  const instruments = usable.map((r) => bounds(r)!);
  const predict = predictorOf(c, usable);
  // How a session ended is one more unknown: all that was read after it shares it.
  const sittings = [...new Set(usable.map((r) => r.sitting))];
  const sittingOf = usable.map((r) => sittings.indexOf(r.sitting));
  const endings = endingsOf(c, usable);
  const n = factorKeys.length;
  const unknowns = n + sittings.length;
  const count = usable.length + unknowns;
  const at = (z: readonly number[]): number[] =>
    predict(factorsFrom(root, z)).map((tempC, i) => tempC + endings[i]! * z[n + sittingOf[i]!]!);
  let weights = usable.map(() => 1);
  let z = new Array<number>(unknowns).fill(0);
  let temps = at(z);
  const before = temps;
  // An instrument may be right and the model still another one.
  const said = instruments.map((b, i) => ({
    ...b,
    sdC: Math.hypot(b.sdC, MODEL_DIFFERS[partOf(usable[i]!)] * Math.max(0, before[i]! - usable[i]!.session.airTempC)),
  }));
  const limits = withCompany(usable, said, before);
  const distances = (of: readonly number[]): number[] => of.map((t, i) => distance(t, limits[i]!));
  let slopes: number[][] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const off = distances(temps);
    const nudged = z.map((_, k) => distances(at(z.map((v, i) => (i === k ? v + NUDGE : v)))));
    slopes = off.map((r, i) => nudged.map((column) => (column[i]! - r) / NUDGE));
    const roots = weights.map(Math.sqrt);
    const { parameterValues } = levenbergMarquardt(
      { x: Array.from({ length: count }, (_, i) => i), y: new Array<number>(count).fill(0) },
      (parameters) => {
        const values = [...parameters];
        const computed = distances(at(values));
        return (i) => (i < unknowns ? values[i]! : roots[i - unknowns]! * computed[i - unknowns]!);
      },
      {
        initialValues: z,
        damping: 0.01,
        maxIterations: 4,
        errorTolerance: 1e-4,
        // There are no fewer easy laps than none, and hardly more than somebody says.
        minValues: z.map((_, k) => (k < n ? -FARTHEST : -NINE_IN_TEN)),
        maxValues: z.map((_, k) => (k < n ? FARTHEST : NINE_IN_TEN)),
        // The slopes change little over a search: they are taken once for it.
        jacobianFunction: () => (i) =>
          i < unknowns
            ? z.map((_, k) => (k === i ? 1 : 0))
            : slopes[i - unknowns]!.map((d) => roots[i - unknowns]! * d),
      },
    );
    z = [...parameterValues];
    temps = at(z);
    weights = distances(temps).map(weightOf);
  }
  const after = temps;
  const off = distances(after);
  const jacobian = slopes.map((row, i) => row.map((d) => Math.sqrt(weights[i]!) * d));
  // By the instrument, the model and what a session may end like: what is taken less exactly is no less odd for it, and one odd reading is no odd session.
  const asSaid = predict(factorsFrom(root, z));
  const odds = said.map((b, i) => distance(asSaid[i]!, { ...b, sdC: Math.hypot(b.sdC, endings[i]!) }));
  const squares = off.reduce((sum, r, i) => sum + weights[i]! * r * r, 0) + z.reduce((sum, v) => sum + v * v, 0);
  return {
    factors: factorsFrom(root, z),
    jacobian,
    inflation: usable.length === 0 ? 1 : Math.max(1, squares / usable.length),
    readings: usable.map((r, i) => ({
      id: r.id,
      beforeC: before[i]!,
      afterC: after[i]!,
      low: limits[i]!.low,
      high: limits[i]!.high,
      offBy: odds[i]!,
      isMisfit: Math.abs(odds[i]!) > MISFIT,
    })),
  };
}

/** The car stood at least until somebody had read it. */
function parkedLongEnough(r: CaseReading): CaseReading {
  const standing = r.read.instrument === 'pyrometer' ? r.read.secondsAfterStop / 60 + 0.5 : 0.5;
  return r.session.parkedMin >= standing ? r : { ...r, session: { ...r.session, parkedMin: standing } };
}

/**
 * Covariance of the independent factors once the readings are known: `C = (I + JᵀJ)⁻¹`, of which the part of the factors is taken as `2C − C²` and widened
 * where readings disagree. A few factors cannot follow twenty figures exactly: where much was read, what is left is twice as wide as they alone would have
 * it; where nothing was read it is as wide as before. Calvik's own figure, by the coverage over two hundred simulated cars.
 */
export function posteriorOf({ jacobian, inflation }: Pick<HeatFit, 'jacobian' | 'inflation'>): Matrix {
  const n = factorKeys.length;
  const precision = Matrix.eye(jacobian[0]?.length ?? n);
  if (jacobian.length > 0) {
    const j = new Matrix(jacobian);
    precision.add(j.transpose().mmul(j));
  }
  const c = inverse(precision).subMatrix(0, n - 1, 0, n - 1);
  return Matrix.mul(c, 2).sub(c.mmul(c)).mul(inflation);
}
