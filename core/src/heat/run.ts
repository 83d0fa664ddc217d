/** A drive as pieces of time, and what the four corners make of it. */
import { type BrakingZone, type Corner, axleOfCorner, corners } from '../model';
import { type Application, type MotorBraking, type MovingCar, brakeEnergyJ, durationS, padsPowerW } from './energy';
import { RotorFace } from './face';
import { type CornerHeat, type CornerTemps, stepCorner } from './network';

/** A piece of a drive: so long, from one speed to another; with the brakes on, or not. */
export interface DrivePiece {
  seconds: number;
  fromMPerS: number;
  toMPerS: number;
  isBraking: boolean;
  /** Rise over run, uphill positive; 0 where it is left out. */
  slope?: number;
  /** Standing with the pads on the rotors. */
  isHeld?: boolean;
}

const mPerS = (kmh: number): number => kmh / 3.6;

/**
 * One lap as pieces: gathering speed to each zone, then braking in it.
 * @param decelMPerS2 how hard the car is braked
 */
export function lapOf(zones: readonly BrakingZone[], decelMPerS2: number): DrivePiece[] {
  return zones.flatMap((zone, i): DrivePiece[] => {
    const before = zones[(i + zones.length - 1) % zones.length]!;
    const braking: Application = {
      fromMPerS: mPerS(zone.fromKmh),
      toMPerS: mPerS(zone.toKmh),
      decelMPerS2,
    };
    return [
      {
        seconds: zone.secondsSince,
        fromMPerS: mPerS(before.toKmh),
        toMPerS: braking.fromMPerS,
        isBraking: false,
      },
      {
        seconds: durationS(braking),
        fromMPerS: braking.fromMPerS,
        toMPerS: braking.toMPerS,
        isBraking: true,
        slope: zone.slopePercent / 100,
      },
    ];
  });
}

/** How a session is driven. */
export interface DrivePlan {
  /** At speed, without the out-lap, until the last lap is begun; s. */
  drivenS: number;
  /** The out-lap: a lap at this share of the usual speeds, before the others; null without one. */
  outLapShare: number | null;
  /** A slow lap at the end without hard braking, s; 0 without a cool-down lap. */
  coolDownS: number;
  coolDownKmh: number;
  parkedS: number;
  /** Parked with the pads on the rotors: somebody stands on the pedal, or the parking brake is on. */
  isHeld?: boolean;
}

const scaled = (piece: DrivePiece, share: number): DrivePiece => ({
  ...piece,
  // As far, but slower: braking is as hard as ever and takes less time.
  seconds: piece.isBraking ? piece.seconds * share : piece.seconds / share,
  fromMPerS: piece.fromMPerS * share,
  toMPerS: piece.toMPerS * share,
});

/** From the end of the lap to where the car stands. Common practice, no source. */
const PIT_LANE = { kmh: 50, seconds: 20 } as const;

/** The pieces of a whole session: an out-lap, laps until the time is up and the last one is over, a cool-down lap, the pit lane, then parked. */
export function sessionOf(lap: readonly DrivePiece[], plan: DrivePlan): DrivePiece[] {
  const pieces: DrivePiece[] = [];
  const lapS = lap.reduce((sum, p) => sum + p.seconds, 0);
  if (lapS > 0) {
    const { outLapShare } = plan;
    if (outLapShare !== null) pieces.push(...lap.map((p) => scaled(p, outLapShare)));
    // A lap that is begun is driven to its end: nobody parks where the time is up.
    for (let left = plan.drivenS; left > 1e-6; left -= lapS) pieces.push(...lap);
  }
  const cool = mPerS(plan.coolDownKmh);
  if (plan.coolDownS > 0) pieces.push({ seconds: plan.coolDownS, fromMPerS: cool, toMPerS: cool, isBraking: false });
  const pitLane = mPerS(PIT_LANE.kmh);
  if (pieces.length > 0)
    pieces.push({ seconds: PIT_LANE.seconds, fromMPerS: pitLane, toMPerS: pitLane, isBraking: false });
  if (plan.parkedS > 0)
    pieces.push({
      seconds: plan.parkedS,
      fromMPerS: 0,
      toMPerS: 0,
      isBraking: false,
      ...(plan.isHeld ? { isHeld: true } : {}),
    });
  return pieces;
}

/** What of a car a run needs: how it moves, and its four corners. */
export interface HeatedCar {
  moving: MovingCar;
  /** Left out where none brake. */
  motors?: MotorBraking;
  corners: Record<Corner, CornerHeat>;
  /** Share of the front axle at a deceleration, m/s². */
  frontShareAt: (decelMPerS2: number) => number;
}

/** Temperatures of one corner at one moment, with the face of its rotor. */
export interface HeatSample extends CornerTemps {
  seconds: number;
  speedMPerS: number;
  faceC: number;
}

export interface HeatRun {
  /** Samples of each corner, at most `everyS` apart. */
  samples: Record<Corner, HeatSample[]>;
  /** When the car was parked, s; null where it never is. */
  parkedAtS: number | null;
}

/** The hottest that each part of a corner gets, °C, and when, s. */
export type HeatPeaks = Record<'faceC' | 'rotorC' | 'padsC' | 'caliperC' | 'fluidC', { tempC: number; atS: number }>;

/** Longest steps: with the brakes on, rolling, and parked, s. Twice as fine changes no temperature by more than half a degree. */
const STEP_S = { braking: 0.25, rolling: 1, parked: 4 } as const;

/** Everything of one corner at the end of a step. */
type Visit = (sample: HeatSample) => void;

/**
 * Drives one corner through a session.
 * @param finer divides every step: 2 halves them, to see what the step costs; a third is enough for the fluid, within a tenth of a degree
 * @returns when the car was parked, s; null where it never is
 */
export function driveCorner(
  car: HeatedCar,
  corner: Corner,
  pieces: readonly DrivePiece[],
  { airC, startC = airC, finer = 1 }: { airC: number; startC?: number; finer?: number },
  visit: Visit,
): number | null {
  const c = car.corners[corner];
  const axle = axleOfCorner(corner);
  let temps: CornerTemps = { rotorC: startC, padsC: startC, caliperC: startC, fluidC: startC };
  let now = 0;
  let parkedAtS: number | null = null;
  const face = new RotorFace(c.rotor.material, c.rotor.cheekM);
  visit({ ...temps, seconds: 0, speedMPerS: pieces[0]?.fromMPerS ?? 0, faceC: startC });
  for (const piece of pieces) {
    if (piece.seconds <= 0) continue;
    const isParked = piece.fromMPerS === 0 && piece.toMPerS === 0;
    if (isParked && parkedAtS === null) parkedAtS = now;
    if (!isParked) parkedAtS = null;
    const longest = (piece.isBraking ? STEP_S.braking : isParked ? STEP_S.parked : STEP_S.rolling) / finer;
    const steps = Math.max(1, Math.ceil(piece.seconds / longest - 1e-9));
    const h = piece.seconds / steps;
    const decel = Math.max(0, (piece.fromMPerS - piece.toMPerS) / piece.seconds);
    const front = car.frontShareAt(decel);
    const share = axle === 'front' ? front : 1 - front;
    for (let i = 0; i < steps; i++) {
      const v1 = piece.fromMPerS + ((piece.toMPerS - piece.fromMPerS) * i) / steps;
      const v2 = piece.fromMPerS + ((piece.toMPerS - piece.fromMPerS) * (i + 1)) / steps;
      const powerW =
        piece.isBraking && decel > 0
          ? padsPowerW(
              brakeEnergyJ(car.moving, { fromMPerS: v1, toMPerS: v2, decelMPerS2: decel, slope: piece.slope ?? 0 }) / h,
              share,
              axle,
              car.motors,
            ) / 2
          : 0;
      now += h;
      temps = stepCorner(c, { powerW, speedMPerS: (v1 + v2) / 2, airC, isHeld: piece.isHeld === true }, temps, h);
      // Power goes with speed.
      const perSpeed = (powerW * (1 - c.padShare)) / 2 / c.rotor.faceAreaM2 / Math.max(1e-9, (v1 + v2) / 2);
      const overK = face.step(perSpeed * v1, perSpeed * v2, h, temps.rotorC);
      visit({
        rotorC: temps.rotorC,
        padsC: temps.padsC,
        caliperC: temps.caliperC,
        fluidC: temps.fluidC,
        seconds: now,
        speedMPerS: v2,
        faceC: temps.rotorC + overK,
      });
    }
  }
  return parkedAtS;
}

/**
 * Runs a drive through the four corners.
 * @param startC everything at this temperature when it begins
 */
export function runHeat(
  car: HeatedCar,
  pieces: readonly DrivePiece[],
  air: { airC: number; startC?: number; finer?: number },
): HeatRun {
  const samples = {} as Record<Corner, HeatSample[]>;
  let parkedAtS: number | null = null;
  for (const corner of corners) {
    // Both sides of an axle are the same while nobody says that one is not: a duct that is off, a caliper that drags.
    const twin = corner === 'FR' ? 'FL' : corner === 'RR' ? 'RL' : null;
    if (twin && car.corners[twin] === car.corners[corner]) {
      samples[corner] = samples[twin];
      continue;
    }
    samples[corner] = [];
    parkedAtS = driveCorner(car, corner, pieces, air, (s) => samples[corner].push(s));
  }
  return { samples, parkedAtS };
}

/** The peaks of one corner. */
export function peaksOf(samples: readonly HeatSample[]): HeatPeaks {
  const peak = (key: keyof HeatPeaks): { tempC: number; atS: number } =>
    samples.reduce((best, s) => (s[key] > best.tempC ? { tempC: s[key], atS: s.seconds } : best), {
      tempC: -Infinity,
      atS: 0,
    });
  return {
    faceC: peak('faceC'),
    rotorC: peak('rotorC'),
    padsC: peak('padsC'),
    caliperC: peak('caliperC'),
    fluidC: peak('fluidC'),
  };
}
