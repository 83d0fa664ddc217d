/** A run as it is driven, followed by the heat model: how hot each application got the faces, and how many more are wanted. */
import { type DrivePiece, GRAVITY, type HeatedCar, driveCorner } from '../heat';
import { cornerOfAxle } from '../heat-outlook';
import { type Axle, axles } from '../model';
import type { BeddingBands } from './bands';
import type { CountedApplication, CounterState } from './counter';
import { GATHERS_M_PER_S2, type WantedApplication } from './program';

const mPerS = (kmh: number): number => kmh / 3.6;

interface Leg extends DrivePiece {
  application: number;
}

/** What was driven as pieces: each application, and the way to it. */
function legsOf(applications: readonly CountedApplication[], untilS: number, nowKmh: number): Leg[] {
  const legs: Leg[] = [];
  let [at, kmh] = [0, 0];
  const roll = (toS: number, toKmh: number): void => {
    if (toS - at > 0.01)
      legs.push({ seconds: toS - at, fromMPerS: mPerS(kmh), toMPerS: mPerS(toKmh), isBraking: false, application: -1 });
  };
  for (const [i, a] of applications.entries()) {
    roll(a.startS, a.fromKmh);
    const isDrag = a.toKmh >= a.fromKmh - 1;
    // A drag against the engine puts in what a slowing of that effort around its speed does.
    const half = isDrag ? (a.decelG * GRAVITY * a.seconds) / 2 : 0;
    legs.push({
      seconds: Math.max(0.05, a.seconds),
      fromMPerS: mPerS(a.fromKmh) + half,
      toMPerS: Math.max(0, mPerS(a.toKmh) - half),
      isBraking: true,
      application: i,
    });
    [at, kmh] = [a.startS + a.seconds, a.toKmh];
  }
  roll(untilS, nowKmh);
  return legs;
}

/** Air, and what everything was at when the run began, °C. */
export interface RunAir {
  airC: number;
  startC?: number;
}

function drive(
  car: HeatedCar,
  legs: readonly Leg[],
  { airC, startC = airC }: RunAir,
  axle: Axle,
): { faces: number[]; rotorC: number } {
  const ends: number[] = [];
  let total = 0;
  for (const leg of legs) ends.push((total += leg.seconds));
  const faces: number[] = [];
  let rotorC = startC;
  let leg = 0;
  driveCorner(car, cornerOfAxle[axle], legs, { airC, startC }, (s) => {
    while (leg < legs.length - 1 && s.seconds > ends[leg]! + 1e-9) leg += 1;
    rotorC = s.rotorC;
    const application = legs[leg]?.application ?? -1;
    if (application >= 0) faces[application] = Math.max(faces[application] ?? -Infinity, s.faceC);
  });
  return { faces, rotorC };
}

export interface FollowedRun {
  /** Hottest face of each application, °C. */
  facesC: Record<Axle, number>[];
  /** The rotors now, °C. */
  rotorC: Record<Axle, number>;
}

/** What the model makes of a run so far. */
export function followRun(
  car: HeatedCar,
  { applications, last, sinceS }: Pick<CounterState, 'applications' | 'last' | 'sinceS'>,
  air: RunAir,
): FollowedRun {
  const { airC } = air;
  const legs = legsOf(applications, Math.max(sinceS, last?.seconds ?? sinceS), last?.kmh ?? 0);
  const of = { front: drive(car, legs, air, 'front'), rear: drive(car, legs, air, 'rear') };
  return {
    facesC: applications.map((_, i) => ({ front: of.front.faces[i] ?? airC, rear: of.rear.faces[i] ?? airC })),
    rotorC: { front: of.front.rotorC, rear: of.rear.rotorC },
  };
}

/** No more than this are added at a time. Calvik's own figure. */
const MOST_MORE = 6;

/**
 * How the count should change for this car, as it was driven.
 * @param axle whose faces decide
 * @returns more applications of the last kind, 0 for none; or `enough` where the faces have come to fade
 */
export function adaptation(
  car: HeatedCar,
  state: CounterState,
  bands: BeddingBands,
  { axle, ...air }: RunAir & { axle: Axle },
): { more: number } | { enough: true } {
  const { airC } = air;
  const { facesC } = followRun(car, state, air);
  const faces = facesC.map((f) => f[axle]);
  if (state.counted < state.wanted.length)
    return (faces.at(-1) ?? airC) >= bands.fadeC ? { enough: true } : { more: 0 };
  const kind = state.wanted.at(-1);
  if (!kind || Math.max(airC, ...faces) >= bands.aimC) return { more: 0 };
  for (let more = 1; more <= MOST_MORE; more++)
    if (Math.max(...drive(car, withMore(state, kind, more), air, axle).faces) >= bands.aimC) return { more };
  return { more: MOST_MORE };
}

/** The run with some more of one kind after it. */
function withMore(state: CounterState, kind: WantedApplication, more: number): Leg[] {
  const added: CountedApplication[] = [];
  let [at, kmh] = [Math.max(state.sinceS, state.last?.seconds ?? 0), state.last?.kmh ?? kind.toKmh];
  const seconds = kind.dragS ?? mPerS(kind.fromKmh - kind.toKmh) / (kind.decelG * GRAVITY);
  for (let i = 0; i < more; i++) {
    const startS = at + Math.max(1, Math.abs(mPerS(kind.fromKmh - kmh)) / GATHERS_M_PER_S2) + kind.restS;
    added.push({
      startS,
      seconds,
      fromKmh: kind.fromKmh,
      toKmh: kind.toKmh,
      decelG: kind.decelG,
      isCounted: true,
      isTapped: false,
      faults: [],
    });
    [at, kmh] = [startS + seconds, kind.toKmh];
  }
  return legsOf([...state.applications, ...added], at, kmh);
}

export const hottestAxleOf = (facesC: readonly Record<Axle, number>[]): Axle =>
  axles.reduce((best, axle) =>
    Math.max(0, ...facesC.map((f) => f[axle])) > Math.max(0, ...facesC.map((f) => f[best])) ? axle : best,
  );
