/** A drive as pieces of time, and what the four corners make of it. */
import { type Corner, axleOfCorner, corners } from '../model';
import { surfaceFlashK } from './closed-forms';
import { type Application, type MovingCar, brakeEnergyJ, durationS } from './energy';
import { type CornerHeat, type CornerTemps, stepCorner } from './network';

/** A piece of a drive: so long, from one speed to another; with the brakes on, or not. */
export interface DrivePiece {
  seconds: number;
  fromMPerS: number;
  toMPerS: number;
  isBraking: boolean;
}

/** One braking zone as a person types it. */
export interface BrakingZone {
  fromKmh: number;
  toKmh: number;
  /** From the end of the zone before it to the beginning of this one, s. */
  secondsSince: number;
  slope?: number;
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
      slope: zone.slope ?? 0,
    };
    return [
      {
        seconds: zone.secondsSince,
        fromMPerS: mPerS(before.toKmh),
        toMPerS: braking.fromMPerS,
        isBraking: false,
      },
      { seconds: durationS(braking), fromMPerS: braking.fromMPerS, toMPerS: braking.toMPerS, isBraking: true },
    ];
  });
}

/** A session as it is planned. */
export interface SessionPlan {
  /** Driven, with the last lap counted as it is; s. */
  drivenS: number;
  /** Slow laps at the end without hard braking, s; 0 without a cool-down lap. */
  coolDownS: number;
  coolDownKmh: number;
  parkedS: number;
  airC: number;
}

/** The pieces of a whole session: laps until the time is up, a cool-down lap, then parked. */
export function sessionOf(lap: readonly DrivePiece[], plan: SessionPlan): DrivePiece[] {
  const pieces: DrivePiece[] = [];
  const lapS = lap.reduce((sum, p) => sum + p.seconds, 0);
  if (lapS > 0) {
    let left = plan.drivenS;
    while (left > 1e-9) {
      for (const piece of lap) {
        if (left <= 1e-9) break;
        const share = Math.min(1, left / piece.seconds);
        const toMPerS = piece.fromMPerS + share * (piece.toMPerS - piece.fromMPerS);
        pieces.push({ ...piece, seconds: piece.seconds * share, toMPerS });
        left -= piece.seconds * share;
      }
    }
  }
  const cool = mPerS(plan.coolDownKmh);
  if (plan.coolDownS > 0) pieces.push({ seconds: plan.coolDownS, fromMPerS: cool, toMPerS: cool, isBraking: false });
  if (plan.parkedS > 0) pieces.push({ seconds: plan.parkedS, fromMPerS: 0, toMPerS: 0, isBraking: false });
  return pieces;
}

/** What of a car a run needs: how it moves, and its four corners. */
export interface HeatedCar {
  moving: MovingCar;
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

/**
 * Runs a drive through the four corners.
 * @param startC everything at this temperature when it begins
 * @param finer divides every step: 2 halves them, to see what the step costs
 */
export function runHeat(
  car: HeatedCar,
  pieces: readonly DrivePiece[],
  { airC, startC = airC, finer = 1 }: { airC: number; startC?: number; finer?: number },
): HeatRun {
  const start: CornerTemps = { rotorC: startC, padsC: startC, caliperC: startC, fluidC: startC };
  const temps = Object.fromEntries(corners.map((c) => [c, start])) as Record<Corner, CornerTemps>;
  const samples = Object.fromEntries(
    corners.map((c) => [c, [{ ...start, seconds: 0, speedMPerS: pieces[0]?.fromMPerS ?? 0, faceC: startC }]]),
  ) as Record<Corner, HeatSample[]>;
  let now = 0;
  let parkedAtS: number | null = null;
  for (const piece of pieces) {
    if (piece.seconds <= 0) continue;
    const isParked = piece.fromMPerS === 0 && piece.toMPerS === 0;
    if (isParked && parkedAtS === null) parkedAtS = now;
    if (!isParked) parkedAtS = null;
    const longest = (piece.isBraking ? STEP_S.braking : isParked ? STEP_S.parked : STEP_S.rolling) / finer;
    const steps = Math.max(1, Math.ceil(piece.seconds / longest));
    const h = piece.seconds / steps;
    const decel = Math.max(0, (piece.fromMPerS - piece.toMPerS) / piece.seconds);
    const front = car.frontShareAt(decel);
    for (let i = 0; i < steps; i++) {
      const v1 = piece.fromMPerS + ((piece.toMPerS - piece.fromMPerS) * i) / steps;
      const v2 = piece.fromMPerS + ((piece.toMPerS - piece.fromMPerS) * (i + 1)) / steps;
      const energyJ =
        piece.isBraking && decel > 0 ? brakeEnergyJ(car.moving, { fromMPerS: v1, toMPerS: v2, decelMPerS2: decel }) : 0;
      now += h;
      for (const corner of corners) {
        const c = car.corners[corner];
        // Both sides of an axle are the same while nobody says that one is not: a duct that is off, a caliper that drags.
        const twin = corner === 'FR' ? 'FL' : corner === 'RR' ? 'RL' : null;
        if (twin && car.corners[twin] === c) {
          temps[corner] = temps[twin];
          samples[corner].push(samples[twin].at(-1)!);
          continue;
        }
        const powerW = (energyJ / h / 2) * (axleOfCorner(corner) === 'front' ? front : 1 - front);
        const next = stepCorner(c, { powerW, speedMPerS: (v1 + v2) / 2, airC }, temps[corner], h);
        temps[corner] = next;
        const flux = (powerW * (1 - c.padShare)) / 2 / c.rotor.faceAreaM2;
        const flash =
          piece.isBraking && powerW > 0 ? surfaceFlashK(flux, (i + 1) * h, c.rotor.material, next.rotorC) : 0;
        samples[corner].push({ ...next, seconds: now, speedMPerS: v2, faceC: next.rotorC + flash });
      }
    }
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
