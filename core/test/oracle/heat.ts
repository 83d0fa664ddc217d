/**
 * Brakes by another model, as a textbook would put them: cheeks and pads as slabs of nodes, hat, backing plates, pistons, caliper and fluid as lumps,
 * joined by contacts; stepped explicitly. It shares nothing with the core but types, and its constants are drawn over what handbooks give
 * (from memory): a car that nobody knows exactly.
 */
import type { BrakingZone } from '../../src/model';

export interface OracleCar {
  massKg: number;
  dragAreaM2: number;
  tyreGrip: number;
  wheelbaseMm: number;
  cgHeightMm: number;
  frontWeightPercent: number;
  rearPressurePercent: number;
  axles: Record<'front' | 'rear', OracleAxle>;
}
export interface OracleAxle {
  pistonAreaMm2: number;
  sides: 1 | 2;
  radiusMm: number;
  friction: number;
  rotorKg: number;
  outerMm: number;
  innerMm: number;
  thicknessMm: number;
  isVented: boolean;
  padAreaMm2: number;
  padMm: number;
  fluidMl: number;
}
export interface OracleSession {
  drivenMin: number;
  outLap: boolean;
  coolDownLap: boolean;
  parkedMin: number;
  airTempC: number;
}
/** What handbooks leave open. */
export interface Nature {
  ventFactor: number;
  emissivity: number;
  padWPerMK: number;
  padJPerKgK: number;
  contactWPerM2K: number;
  plateToPistonWPerM2K: number;
  plateToBodyWPerK: number;
  bodyAreaM2: number;
  bodyKg: number;
  knuckleWPerK: number;
  filmWPerM2K: number;
  gripUsed: number;
}
export const drawNature = (uniform: () => number): Nature => {
  const between = (low: number, high: number): number => low * (high / low) ** uniform();
  return {
    ventFactor: between(1.7, 2.9),
    emissivity: between(0.5, 0.75),
    padWPerMK: between(1, 2),
    padJPerKgK: between(700, 1000),
    contactWPerM2K: between(3000, 8000),
    plateToPistonWPerM2K: between(1200, 4000),
    plateToBodyWPerK: between(0.8, 3),
    bodyAreaM2: between(0.05, 0.1),
    bodyKg: between(2.8, 4.4),
    knuckleWPerK: between(1, 4),
    filmWPerM2K: between(150, 450),
    gripUsed: between(0.8, 0.9),
  };
};

export interface Moment {
  seconds: number;
  isParked: boolean;
  faceC: number;
  rotorC: number;
  /** Of the friction material, through its thickness. */
  padsC: number;
  caliperC: number;
  fluidC: number;
}

const CHEEK = 6;
const PAD = 6;
const DT = 0.02;
const G = 9.81;
const IRON = { rho: 7200, k: 48 };
const ironC = (t: number): number => 430 + ((650 - 430) * (Math.min(900, t) - 20)) / 480;
const PLATE_M = 0.006;

type Piece = [seconds: number, fromMPerS: number, toMPerS: number, isBraking: boolean, slopePercent?: number];

/** Speed, piece by piece. */
function* drive(car: OracleCar, n: Nature, zones: readonly BrakingZone[], s: OracleSession): Generator<Piece> {
  const decel = n.gripUsed * car.tyreGrip * G;
  function* lap(share: number): Generator<Piece> {
    for (const [i, z] of zones.entries()) {
      const before = zones[(i + zones.length - 1) % zones.length]!;
      yield [z.secondsSince / share, (share * before.toKmh) / 3.6, (share * z.fromKmh) / 3.6, false];
      const dv = (share * (z.fromKmh - z.toKmh)) / 3.6;
      yield [dv / decel, (share * z.fromKmh) / 3.6, (share * z.toKmh) / 3.6, true, z.slopePercent];
    }
  }
  const time = (share: number): number => [...lap(share)].reduce((sum, p) => sum + p[0], 0);
  let left = s.drivenMin * 60;
  if (s.outLap) {
    yield* lap(0.8);
    left -= time(1) / 0.8;
  }
  for (; left > 1e-6; left -= time(1)) yield* lap(1);
  if (s.coolDownLap) {
    const metres = [...lap(1)].reduce((sum, p) => sum + (p[0] * (p[1] + p[2])) / 2, 0);
    const v = Math.min(90, 0.55 * (metres / time(1)) * 3.6) / 3.6;
    yield [metres / v, v, v, false];
  }
  yield [20, 50 / 3.6, 50 / 3.6, false];
  yield [s.parkedMin * 60, 0, 0, false];
}

/** Share of the front axle: by its hydraulics, as far as its tyres hold. */
function frontShareOf(car: OracleCar, decelG: number): number {
  const push = ({ pistonAreaMm2, radiusMm, friction }: OracleAxle): number => pistonAreaMm2 * radiusMm * friction;
  const front = push(car.axles.front);
  const rear = (push(car.axles.rear) * car.rearPressurePercent) / 100;
  const load = car.frontWeightPercent / 100 + (decelG * car.cgHeightMm) / car.wheelbaseMm;
  const most = (car.tyreGrip * load) / decelG;
  const least = 1 - (car.tyreGrip * (1 - load)) / decelG;
  return Math.min(most, Math.max(least, front / (front + rear)));
}

/** One corner through a session. */
export function oracleRun(
  car: OracleCar,
  axle: 'front' | 'rear',
  n: Nature,
  zones: readonly BrakingZone[],
  s: OracleSession,
): Moment[] {
  const a = car.axles[axle];
  const outer = a.outerMm / 1000;
  const faceM2 = (Math.PI / 4) * (outer ** 2 - (a.innerMm / 1000) ** 2);
  const hatKg = 0.22 * a.rotorKg;
  const depth = (a.rotorKg - hatKg) / IRON.rho / (2 * faceM2);
  const dx = depth / CHEEK;
  const padM2 = (2 * a.padAreaMm2) / 1e6;
  const padDx = a.padMm / 1000 / PAD;
  const cheek = new Array<number>(CHEEK).fill(s.airTempC);
  const pad = new Array<number>(PAD).fill(s.airTempC);
  let [hat, plate, body, fluid] = [s.airTempC, s.airTempC, s.airTempC, s.airTempC];
  const coolingM2 = 2 * faceM2 + (Math.PI * outer * a.thicknessMm) / 1000;
  const pistonM2 = (a.sides * a.pistonAreaMm2) / 1e6;
  // Contact at the piston's rim, its wall, and the film of fluid behind it, one after the other.
  const rimM2 = 0.25 * pistonM2;
  const toFluid = 1 / (1 / (n.plateToPistonWPerM2K * rimM2) + 0.025 / (40 * rimM2) + 1 / (n.filmWPerM2K * pistonM2));
  const bodyToFluid = n.filmWPerM2K * 1.5 * pistonM2;
  const [padHeld, plateHeld] = [padM2 * padDx * 2600 * n.padJPerKgK, padM2 * PLATE_M * 7800 * 480];
  const fluidHeld = (a.fluidMl / 1000) * 1.05 * 2100;
  const effusivity = {
    iron: Math.sqrt(IRON.k * IRON.rho * 550) * 2 * faceM2,
    pad: Math.sqrt(n.padWPerMK * 2600 * n.padJPerKgK) * padM2,
  };
  const padShare = effusivity.pad / (effusivity.pad + effusivity.iron);
  const moments: Moment[] = [];
  let now = 0;
  for (const [seconds, from, to, isBraking, slopePercent = 0] of drive(car, n, zones, s)) {
    const steps = Math.max(1, Math.ceil(seconds / DT));
    const dt = seconds / steps;
    const decel = (from - to) / seconds;
    const share = (axle === 'front' ? frontShareOf(car, decel / G) : 1 - frontShareOf(car, decel / G)) / 2;
    const isParked = from === 0 && to === 0;
    for (let i = 0; i < steps; i++) {
      const v = from + ((to - from) * (i + 0.5)) / steps;
      const force =
        car.massKg * 1.05 * decel - 0.6 * car.dragAreaM2 * v * v - (0.014 + slopePercent / 100) * car.massKg * G;
      const power = isBraking ? Math.max(0, force * v * share) : 0;
      const mean = cheek.reduce((sum, t) => sum + t, 0) / CHEEK;
      const re = (v * outer) / 1.9e-5;
      const nu = re > 2.4e5 ? 0.04 * re ** 0.8 : 0.7 * re ** 0.55;
      const h = 8 + ((nu * 0.028) / outer) * (a.isVented ? n.ventFactor : 1);
      const shed =
        h * coolingM2 * (mean - s.airTempC) +
        n.emissivity * 5.67e-8 * 2 * faceM2 * ((mean + 273.15) ** 4 - (s.airTempC + 273.15) ** 4);
      const toHat = 8 * (mean - hat);
      const contact = (isBraking ? n.contactWPerM2K : 80) * padM2 * (cheek[0]! - pad[0]!);
      const perNode = (2 * faceM2 * IRON.k) / dx;
      const held = 2 * faceM2 * dx * IRON.rho * ironC(mean);
      const heatIn = power * (1 - padShare) - contact;
      const next = cheek.map((t, x) => {
        const before = x === 0 ? heatIn : perNode * (cheek[x - 1]! - t);
        const after = x === CHEEK - 1 ? 0 : perNode * (cheek[x + 1]! - t);
        return t + ((before + after - (shed + toHat + 0.4 * (mean - body)) / CHEEK) * dt) / held;
      });
      const padNode = (padM2 * n.padWPerMK) / padDx;
      const air = 8 + 5 * (0.6 * v) ** 0.8;
      const nextPad = pad.map((t, x) => {
        const before = x === 0 ? power * padShare + contact : padNode * (pad[x - 1]! - t);
        const after = padNode * (x === PAD - 1 ? 2 : 1) * ((x === PAD - 1 ? plate : pad[x + 1]!) - t);
        return t + ((before + after - air * 0.3 * padM2 * ((t - s.airTempC) / PAD)) * dt) / padHeld;
      });
      const intoPlate = 2 * padNode * (pad[PAD - 1]! - plate);
      const byPistons = toFluid * (plate - fluid);
      const byBody = bodyToFluid * (body - fluid);
      const intoBody = n.plateToBodyWPerK * (plate - body);
      hat += ((toHat - 0.5 * h * 0.03 * (hat - s.airTempC)) * dt) / (hatKg * ironC(hat));
      plate += ((intoPlate - byPistons - intoBody - air * 0.5 * padM2 * (plate - s.airTempC)) * dt) / plateHeld;
      const lost = (air * n.bodyAreaM2 + n.knuckleWPerK) * (body - s.airTempC);
      body += ((intoBody + 0.4 * (mean - body) - byBody - lost) * dt) / (n.bodyKg * 900);
      fluid += ((byPistons + byBody) * dt) / fluidHeld;
      for (let x = 0; x < CHEEK; x++) cheek[x] = next[x]!;
      for (let x = 0; x < PAD; x++) pad[x] = nextPad[x]!;
      now += dt;
      if (i % 8 === 0 || i === steps - 1)
        moments.push({
          seconds: now,
          isParked,
          faceC: cheek[0]! + (heatIn * dx) / 2 / (2 * faceM2 * IRON.k),
          rotorC: cheek.reduce((sum, t) => sum + t, 0) / CHEEK,
          padsC: pad.reduce((sum, t) => sum + t, 0) / PAD,
          caliperC: body,
          fluidC: fluid,
        });
    }
  }
  return moments;
}
