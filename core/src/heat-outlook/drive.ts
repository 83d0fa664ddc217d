/** A case with its factors, driven: what each axle gets to. */
import {
  type CornerHeat,
  type DrivePiece,
  type HeatSample,
  type HeatedCar,
  type MotorBraking,
  GRAVITY,
  driveCorner,
  type RotorMaterial,
  frontShare,
  heatCapacity,
  lapOf,
  materials,
  sessionOf,
} from '../heat';
import { type Axle, type BrakingZone, type Corner, axles, corners } from '../model';
import { type DrivenSession, type HeatCase, cornerOfAxle } from './case';
import { type AxleFactor, type Factors, asReckoned, axleFactor } from './factors';
import type { HeatPart } from './outlook';
import { easyLapsOf } from './way-in';
import { type HeatAxle, type HeatInputs, motorsLeft, selfEnergising } from './inputs';

/** Of what its tyres hold, how much a driver uses for braking. Common practice, no source. */
const GRIP_USED = 0.85;
/** In the wet: grip, speeds, and the time between zones, as shares of the dry. Common practice, no source. */
const WET = { grip: 0.62, speed: 0.85 } as const;
/** Tape over the ducts keeps air off the rotor too. Calvik's own figure. */
const TAPED = 0.85;
const OUT_LAP_SHARE = 0.8;
/** A cool-down lap: slower than usual by this, and at this speed at most. Common practice, no source. */
const COOL_DOWN = { share: 0.55, atMostKmh: 90 } as const;
/** Rotating parts and rolling resistance of a car. Common practice, no source. */
const ROTATING = 1.05;
const ROLLING = 0.014;
/** Friction material. Handbook range, from memory. */
const FRICTION_MATERIAL = { kgPerM3: 2600, jPerKgK: 800, wPerMK: 1.4 } as const;
const HOUSINGS = { fixedCaliper: 3.4, floatingCaliper: 3.9, drum: 3 } as const;

/** How hard the car is braked, m/s². */
const decelOf = (inputs: HeatInputs, session: DrivenSession): number =>
  GRIP_USED * inputs.tyreGrip.value * (session.isWet ? WET.grip : 1) * GRAVITY;

/** Easy laps at the end of a session; where nobody knows none, which is the hotter way in. */
const easyLapsAt = ({ cameIn, coolDownLap }: DrivenSession): number =>
  cameIn && cameIn !== 'unknown' ? easyLapsOf({ cameIn, coolDownLap }).laps : coolDownLap ? 1 : 0;

/** The pieces of a session at a venue. @param zones of one lap, at least one @param easyLaps without hard braking before it stands */
export function piecesOf(
  inputs: HeatInputs,
  zones: readonly BrakingZone[],
  session: DrivenSession,
  easyLaps = easyLapsAt(session),
): DrivePiece[] {
  const share = session.isWet ? WET.speed : 1;
  const driven = zones.map((z) => ({
    ...z,
    fromKmh: z.fromKmh * share,
    toKmh: z.toKmh * share,
    secondsSince: z.secondsSince / share,
  }));
  const lap = lapOf(driven, decelOf(inputs, session));
  const lapS = lap.reduce((sum, p) => sum + p.seconds, 0);
  const metres = lap.reduce((sum, p) => sum + (p.seconds * (p.fromMPerS + p.toMPerS)) / 2, 0);
  const usualKmh = lapS > 0 ? (metres / lapS) * 3.6 : 0;
  const coolDownKmh = Math.max(20, Math.min(COOL_DOWN.atMostKmh, COOL_DOWN.share * usualKmh));
  const outLapS = session.outLap ? lapS / OUT_LAP_SHARE : 0;
  return sessionOf(lap, {
    drivenS: session.laps === null ? Math.max(0, session.drivenMin! * 60 - outLapS) : session.laps * lapS,
    outLapShare: session.outLap ? OUT_LAP_SHARE : null,
    coolDownS: easyLaps * (metres / (coolDownKmh / 3.6)),
    coolDownKmh,
    parkedS: session.parkedMin * 60,
    isHeld: session.brakesHeld === true,
  });
}

/**
 * Of the heat made between pad and rotor, what goes into the pads at once: by the effusivities √(k·ρ·c) of both and the areas that they meet with (Limpert,
 * Brake Design and Safety; from memory).
 */
function padShareOf(material: RotorMaterial, faceM2: number, padsM2: number): number {
  const { kgPerM3, jPerKgK, wPerMK } = FRICTION_MATERIAL;
  const rotor = materials[material];
  const intoRotor =
    Math.sqrt(rotor.conductivityWPerMK * rotor.densityKgPerM3 * heatCapacity(material, 300)) * 2 * faceM2;
  const intoPads = Math.sqrt(wPerMK * kgPerM3 * jPerKgK) * padsM2;
  return intoPads / (intoPads + intoRotor);
}

function cornerOf(a: HeatAxle, axle: Axle, inputs: HeatInputs, session: DrivenSession, f: Factors): CornerHeat {
  const [outer, inner] = [a.outerMm / 1000, a.innerMm / 1000];
  const face = (Math.PI / 4) * (outer ** 2 - inner ** 2);
  const padArea = (2 * inputs[`${axle}PadAreaMm2`].value) / 1e6;
  const thicknessM = inputs[`${axle}PadMm`].value / 1000;
  const ducts =
    axle === 'rear' || session.ducts === 'off' ? 1 : session.ducts === 'on' ? inputs.ductFactor.value : TAPED;
  const isDrum = a.brake === 'drum';
  const own = (factor: AxleFactor): number => Math.exp(f[axleFactor(axle, factor)]);
  const massKg = inputs[`${axle}RotorKg`].value * own('rotorMass');
  return {
    rotor: {
      material: a.material,
      massKg,
      outerDiameterM: outer,
      // A drum sheds its heat by the outside alone.
      coolingAreaM2: isDrum
        ? Math.PI * outer * 0.05 + (Math.PI / 4) * outer ** 2 * 0.5
        : 2 * face + Math.PI * outer * (a.thicknessMm / 1000),
      faceAreaM2: face,
      cheekM: massKg / (2 * face * materials[a.material].densityKgPerM3),
      isVented: a.isVented,
    },
    ductFactor: ducts,
    coolingFactor: own('cooling'),
    pads: {
      massKg: Math.max(0.15, padArea * (thicknessM * FRICTION_MATERIAL.kgPerM3 + 0.006 * 7800)),
      capacityJPerKgK: FRICTION_MATERIAL.jPerKgK,
      areaM2: padArea * own('padPath'),
      thicknessM,
      conductivityWPerMK: FRICTION_MATERIAL.wPerMK,
    },
    caliper: {
      massKg: HOUSINGS[a.brake] * own('caliper'),
      capacityJPerKgK: 900,
      coolingAreaM2: 0.07,
    },
    fluidMl: a.fluidMl,
    padShare: padShareOf(a.material, face, padArea),
  };
}

/** What the motors of a car brake in a session; nothing where it has none that do. */
function motorsOf(inputs: HeatInputs, session: DrivenSession): { motors?: MotorBraking } {
  const left = motorsLeft(inputs, session);
  if (inputs.motorSharePercent.value * left === 0) return {};
  return {
    motors: {
      share: (inputs.motorSharePercent.value / 100) * left,
      mostW: inputs.motorPowerKw.value * 1000 * left,
      frontShare: inputs.motorFrontPercent.value / 100,
    },
  };
}

/** The car of a case as the model wants it. */
export function heatedCarOf(
  { inputs, axles: brakes }: Pick<HeatCase, 'inputs' | 'axles'>,
  session: DrivenSession,
  f: Factors = asReckoned,
): HeatedCar {
  const balance = {
    wheelbaseMm: inputs.wheelbaseMm.value,
    cgHeightMm: inputs.cgHeightMm.value,
    frontWeightShare: inputs.frontWeightPercent.value / 100,
  };
  const forceOf = (axle: Axle) => ({
    pistonAreaMm2: brakes[axle].pistonAreaMm2 * selfEnergising(brakes[axle]),
    effectiveRadiusMm: inputs[`${axle}RadiusMm`].value,
    padFriction: inputs[`${axle}Friction`].value,
    pressureShare: axle === 'rear' ? inputs.rearPressurePercent.value / 100 : 1,
  });
  const [front, rear] = [forceOf('front'), forceOf('rear')];
  const grip = inputs.tyreGrip.value * (session.isWet ? WET.grip : 1);
  const [frontCorner, rearCorner] = axles.map((axle) => cornerOf(brakes[axle], axle, inputs, session, f)) as [
    CornerHeat,
    CornerHeat,
  ];
  const shifted = (share: number): number => {
    if (share <= 0 || share >= 1) return share;
    return 1 / (1 + ((1 - share) / share) * Math.exp(-f.split));
  };
  return {
    moving: {
      massKg: inputs.massKg.value * Math.exp(f.energy),
      rotatingFactor: ROTATING,
      dragAreaM2: inputs.dragAreaM2.value * Math.exp(f.energy),
      rollingResistance: ROLLING,
    },
    ...motorsOf(inputs, session),
    corners: Object.fromEntries(corners.map((c) => [c, c.startsWith('F') ? frontCorner : rearCorner])) as Record<
      Corner,
      CornerHeat
    >,
    frontShareAt: (decel) => shifted(frontShare(balance, front, rear, decel / GRAVITY, grip)),
  };
}

export interface AxlePeaks {
  peaks: Record<HeatPart, { tempC: number; atS: number }>;
  parkedAtS: number | null;
}

/** An outlook takes fewer steps than a curve: its peaks move by less than half a degree. */
export const OUTLOOK_FINER = 0.3;
/** A fit takes fewer still: what it loses is far under what instruments are off by. */
export const FIT_FINER = 0.12;

/** What one axle gets to, with what somebody wants to know of it at moments. */
export function driveAxle(
  car: HeatedCar,
  axle: Axle,
  pieces: readonly DrivePiece[],
  airC: number,
  finer = OUTLOOK_FINER,
  visit?: (s: HeatSample) => void,
): AxlePeaks {
  const peak = () => ({ tempC: -Infinity, atS: 0 });
  const peaks: AxlePeaks['peaks'] = { faceC: peak(), rotorC: peak(), padsC: peak(), caliperC: peak(), fluidC: peak() };
  const { faceC, rotorC, padsC, caliperC, fluidC } = peaks;
  const raise = (to: { tempC: number; atS: number }, tempC: number, atS: number): void => {
    if (tempC > to.tempC) {
      to.tempC = tempC;
      to.atS = atS;
    }
  };
  const parkedAtS = driveCorner(car, cornerOfAxle[axle], pieces, { airC, finer }, (s) => {
    raise(faceC, s.faceC, s.seconds);
    raise(rotorC, s.rotorC, s.seconds);
    raise(padsC, s.padsC, s.seconds);
    raise(caliperC, s.caliperC, s.seconds);
    raise(fluidC, s.fluidC, s.seconds);
    visit?.(s);
  });
  return { peaks, parkedAtS };
}
