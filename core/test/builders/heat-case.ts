/** Cases of the heat outlook, and hidden true cars that differ from them within the spreads. */
import { type HeatCase, type HeatInputKey, type HeatInputs, heatInputKeys, heatInputs } from '../../src/heat-outlook';
import { type BrakingZone, type Car, nothingKnown } from '../../src/model';
import { type CornerHeat, type HeatedCar, driveCorner } from '../../src/heat';
import type { CaseReading, DrivenSession } from '../../src/heat-outlook';
import { type Factors, asReckoned, axleFactor, heatedCarOf, piecesOf } from '../../src/heat-outlook/computing';
import { axles, cornersOf } from '../../src/model';
import { zones } from './heat-car';
import { makeCar } from './book';
import { logbookOf } from './service-book';

export const session: DrivenSession = {
  outLap: true,
  drivenMin: 20,
  laps: null,
  coolDownLap: false,
  parkedMin: 20,
  airTempC: 22,
  isWet: false,
  ducts: 'off',
};

const heat = { ...nothingKnown, massKg: 1420 };

/** A car of which the weight and the rotors' sizes are known, and nothing else. */
export function plainCase(over: Partial<Car> = {}, table: readonly BrakingZone[] = zones): HeatCase {
  const car = makeCar({ heat, ...over });
  const { inputs, axles: brakes } = heatInputs(logbookOf([], { rotorPairs: [] }), car, session.airTempC);
  const known = {
    front: { ...brakes.front, outerMm: 330, innerMm: 220, thicknessMm: 30, isVented: true, isKnown: true },
    rear: { ...brakes.rear, outerMm: 300, innerMm: 200, thicknessMm: 20, isVented: true, isKnown: true },
  };
  return { inputs, axles: known, zones: table, session, readings: [] };
}

/** A generator of chance that a seed decides: mulberry32, public domain. */
export function dice(seed: number): { uniform: () => number; normal: () => number } {
  let a = seed >>> 0;
  const uniform = (): number => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

/** A car as it truly is: every figure drawn from its spread, and a model that is off in each of its parts, axle by axle. */
export interface TrueCar {
  case: HeatCase;
  car: (s: DrivenSession) => HeatedCar;
}
export function trueCarOf(known: HeatCase, seed: number): TrueCar {
  const { normal } = dice(seed);
  const inputs = Object.fromEntries(
    heatInputKeys.map((key) => [
      key,
      {
        ...known.inputs[key],
        value:
          key === 'airTempC'
            ? known.inputs[key].value
            : known.inputs[key].value * Math.exp(known.inputs[key].spread * normal()),
      },
    ]),
  ) as HeatInputs;
  const own: Factors = { ...asReckoned, energy: 0.06 * normal(), split: 0.1 * normal() };
  // Mostly the same at both axles.
  for (const [factor, spread] of [
    ['cooling', 0.14],
    ['rotorMass', 0.02],
    ['padPath', 0.25],
    ['caliper', 0.25],
  ] as const) {
    const both = normal();
    for (const axle of axles)
      own[axleFactor(axle, factor)] = spread * (Math.sqrt(0.7) * both + Math.sqrt(0.3) * normal());
  }
  const truth = { ...known, inputs };
  return { case: truth, car: (s) => heatedCarOf(truth, s, own) };
}

/** The truth of one axle in a session: by fine steps. */
export function truthOf(
  t: TrueCar,
  s: DrivenSession,
  axle: 'front' | 'rear',
  table: readonly BrakingZone[] = t.case.zones,
) {
  const most = { rotorC: -Infinity, caliperC: -Infinity, fluidC: -Infinity };
  const samples: { seconds: number; rotorC: number; caliperC: number }[] = [];
  const parkedAtS = driveCorner(
    t.car(s),
    cornersOf(axle)[0],
    piecesOf(t.case.inputs, table, s),
    { airC: s.airTempC },
    (x) => {
      for (const key of ['rotorC', 'caliperC', 'fluidC'] as const) most[key] = Math.max(most[key], x[key]);
      samples.push(x);
    },
  )!;
  return {
    most,
    at: (secondsAfter: number) => samples.find((x) => x.seconds >= parkedAtS + secondsAfter) ?? samples.at(-1)!,
  };
}

const paintStepsC = [430, 480, 530, 560, 610, 650];
const stickerStepsC = [77, 88, 99, 110, 121, 132, 143, 154, 166, 177, 188, 199];
const step = (of: readonly number[], c: number) => ({
  reachedC: of.filter((x) => x <= c).at(-1) ?? null,
  notReachedC: of.find((x) => x > c) ?? null,
});

/** Readings of a car as a paddock takes them: paint, stickers and a pyrometer, in sessions of different lengths. */
export function readingsOfTruth(t: TrueCar, count: number, seed: number): CaseReading[] {
  const { normal, uniform } = dice(seed);
  return Array.from({ length: count }, (_, i): CaseReading => {
    const s: DrivenSession = {
      ...session,
      drivenMin: [12, 20, 16][i % 3]!,
      coolDownLap: i % 2 === 0,
      cameIn: i % 2 === 0 ? 'easyLap' : 'flatOut',
      brakesHeld: false,
      airTempC: 16 + 4 * (i % 4),
      parkedMin: 12,
    };
    const axle = i % 3 === 2 ? 'rear' : 'front';
    const corner = cornersOf(axle)[i % 2]!;
    const truth = truthOf(t, s, axle);
    const base = { id: `reading ${i}`, sitting: i, zones: t.case.zones, session: s, boilsAtC: null };
    if (i % 5 === 0)
      return {
        ...base,
        read: { instrument: 'thermalPaint', corner, ...step(paintStepsC, truth.most.rotorC + 9 * normal()) },
      };
    if (i % 5 === 1 || i % 5 === 3)
      return {
        ...base,
        read: { instrument: 'sticker', corner, ...step(stickerStepsC, truth.most.caliperC + 3 * normal()) },
      };
    const secondsAfterStop = 60 + 120 * uniform();
    const part = i % 2 === 0 ? ('rotor' as const) : ('caliper' as const);
    const exact = part === 'rotor' ? truth.at(secondsAfterStop).rotorC : truth.at(secondsAfterStop).caliperC;
    return {
      ...base,
      read: {
        instrument: 'pyrometer',
        corner,
        part,
        tempC: exact + Math.hypot(8, 0.03 * exact) * normal(),
        secondsAfterStop,
      },
    };
  });
}
export type { CornerHeat, HeatInputKey };
