/** What one application puts into the brakes, and how it is shared between the axles. SI inside: m, s, kg, J. */

import type { Axle } from '../model';

/** Air at 20 °C and sea level, kg/m³. Handbook value, from memory. */
export const AIR_KG_PER_M3 = 1.2;
export const GRAVITY = 9.80665;

/** What of a car decides how much energy its brakes take. */
export interface MovingCar {
  /** With driver and fuel, kg. */
  massKg: number;
  /** Wheels and driveline that are slowed with it: 1.03 to 1.1. Common practice, no source. */
  rotatingFactor: number;
  /** Drag coefficient times frontal area, m². */
  dragAreaM2: number;
  rollingResistance: number;
}

/** Electric motors that brake beside the pads. */
export interface MotorBraking {
  /** Of the braking, while they can, 0 to 1. */
  share: number;
  /** Together no more than this, W. */
  mostW: number;
  /** Of what they take, how much at the front axle, 0 to 1. */
  frontShare: number;
}

/**
 * What the pads of one axle take of the car's braking, W: its share less what the motors do there.
 * @param axleShare of the whole braking, 0 to 1 @example padsPowerW(200_000, 0.3, 'rear', { share: 0.5, mostW: 50_000, frontShare: 0 }) // 10 000
 */
export function padsPowerW(powerW: number, axleShare: number, axle: Axle, motors: MotorBraking | undefined): number {
  if (!motors) return powerW * axleShare;
  const byMotorsW = Math.min(motors.share * powerW, motors.mostW);
  const hereW = byMotorsW * (axle === 'front' ? motors.frontShare : 1 - motors.frontShare);
  return Math.max(0, powerW * axleShare - hereW);
}

export interface Application {
  fromMPerS: number;
  toMPerS: number;
  /** m/s². */
  decelMPerS2: number;
  /** Rise over run, uphill positive. */
  slope?: number;
}

/** How long an application takes, s. */
export const durationS = ({ fromMPerS, toMPerS, decelMPerS2 }: Application): number =>
  Math.max(0, fromMPerS - toMPerS) / decelMPerS2;

/**
 * Energy that is braked away in one application, J: `½·m·(v1² − v2²)·k` less drag, rolling resistance and climb.
 * Never negative. Drag is integrated over the distance at a constant deceleration: `½·ρ·CdA·(v1⁴ − v2⁴)/(4a)`.
 * @example brakeEnergyJ({ massKg: 1400, rotatingFactor: 1, dragAreaM2: 0, rollingResistance: 0 }, { fromMPerS: 50, toMPerS: 20, decelMPerS2: 9 }) // 1 470 000
 */
export function brakeEnergyJ(car: MovingCar, a: Application): number {
  const { fromMPerS: v1, toMPerS: v2, decelMPerS2, slope = 0 } = a;
  if (v1 <= v2) return 0;
  const kinetic = 0.5 * car.massKg * (v1 ** 2 - v2 ** 2) * car.rotatingFactor;
  const distanceM = (v1 ** 2 - v2 ** 2) / (2 * decelMPerS2);
  const drag = (0.5 * AIR_KG_PER_M3 * car.dragAreaM2 * (v1 ** 4 - v2 ** 4)) / (4 * decelMPerS2);
  const rolling = car.rollingResistance * car.massKg * GRAVITY * distanceM;
  const climb = car.massKg * GRAVITY * slope * distanceM;
  return Math.max(0, kinetic - drag - rolling - climb);
}

/** Where a car's weight is: to say how much of it each axle carries while it slows. */
export interface Balance {
  wheelbaseMm: number;
  /** Centre of gravity above the road. */
  cgHeightMm: number;
  /** Share of the weight on the front axle at rest, 0 to 1. */
  frontWeightShare: number;
}

/**
 * Share of the weight on the front axle, and of an ideal split of the brakes: `front = (b + z·h)/L`. Limpert; Gillespie, Fundamentals of
 * Vehicle Dynamics; from memory.
 * @param decelG deceleration as a share of g @returns 0 to 1
 * @example idealFrontShare({ wheelbaseMm: 2500, cgHeightMm: 500, frontWeightShare: 0.5 }, 1) // 0.7
 */
export const idealFrontShare = ({ wheelbaseMm, cgHeightMm, frontWeightShare }: Balance, decelG: number): number =>
  Math.min(1, Math.max(0, frontWeightShare + (decelG * cgHeightMm) / wheelbaseMm));

/** What of one axle's brakes decides its share: all of one wheel. */
export interface AxleForce {
  /** Area of all pistons that push one way, mm². */
  pistonAreaMm2: number;
  effectiveRadiusMm: number;
  padFriction: number;
  /** Pressure at this axle as a share of the other's: a proportioning valve; 1 without one. */
  pressureShare: number;
}

const force = (a: AxleForce): number => a.pistonAreaMm2 * a.effectiveRadiusMm * a.padFriction * a.pressureShare;

/** Share of the front brakes by hydraulics alone, 0 to 1. */
export const hydraulicFrontShare = (front: AxleForce, rear: AxleForce): number =>
  force(front) / (force(front) + force(rear));

/**
 * Share of the brake force that the front axle takes: by hydraulics, but no axle gives more than its tyres hold; what one cannot give the
 * other takes as far as it can.
 * @param decelG deceleration as a share of g @param grip of the tyres, at least `decelG` where the car can slow like that at all
 */
export function frontShare(balance: Balance, front: AxleForce, rear: AxleForce, decelG: number, grip: number): number {
  const byHydraulics = hydraulicFrontShare(front, rear);
  const ideal = idealFrontShare(balance, decelG);
  if (decelG <= 0) return byHydraulics;
  // Force of an axle over the whole: share × z ≤ grip × load share.
  const most = (grip * ideal) / decelG;
  const least = 1 - (grip * (1 - ideal)) / decelG;
  // Where the car slows harder than its tyres hold, neither bound can be kept: the load decides.
  return least > most ? ideal : Math.min(most, Math.max(least, byHydraulics));
}
