/** A procedure played on a car: how hot the faces of both axles get, application by application. */
import { type DrivePiece, GRAVITY, type HeatedCar, driveCorner } from '../heat';
import { cornerOfAxle } from '../heat-outlook';
import { type Axle, type BeddingSeries, axles } from '../model';
import { GATHERS_M_PER_S2, type Program } from './program';

const mPerS = (kmh: number): number => kmh / 3.6;

/** A piece of the drive of a cycle. */
interface Leg extends DrivePiece {
  /** Which application of the cycle it is, from 0; −1 between them. */
  application: number;
}

/** One application with what leads to it. */
function applicationOf(s: BeddingSeries, application: number): Leg[] {
  const [from, to] = [mPerS(s.fromKmh), mPerS(s.toKmh)];
  const rest: Leg[] =
    s.restS > 0 ? [{ seconds: s.restS, fromMPerS: from, toMPerS: from, isBraking: false, application: -1 }] : [];
  if (s.dragS !== null) {
    // The engine pushes on, and all of it is heat: the work of a slowing of that effort around the same speed.
    const half = (s.decelG * GRAVITY * s.dragS) / 2;
    return [
      ...rest,
      { seconds: s.dragS, fromMPerS: from + half, toMPerS: Math.max(0.1, from - half), isBraking: true, application },
    ];
  }
  const gather = Math.max(1, (from - to) / GATHERS_M_PER_S2);
  return [
    ...rest,
    { seconds: (from - to) / (s.decelG * GRAVITY), fromMPerS: from, toMPerS: to, isBraking: true, application },
    { seconds: gather, fromMPerS: to, toMPerS: from, isBraking: false, application: -1 },
  ];
}

/** The legs of one cycle, without its cooling. */
const legsOf = (series: readonly BeddingSeries[]): Leg[] => {
  let n = 0;
  return series.flatMap((s) => Array.from({ length: s.count }, () => applicationOf(s, n++)).flat());
};

/** A point of the curve of a play. */
export interface PlayedPoint {
  seconds: number;
  kmh: number;
  faceC: Record<Axle, number>;
}

export interface BeddingPlay {
  /** Hottest face of each application, cycle by cycle, °C. */
  facesC: Record<Axle, number[][]>;
  /** When each application of each cycle ended, s. */
  endsS: number[][];
  /** The rotor when the cooling of the last cycle is over, °C. */
  endsAtC: Record<Axle, number>;
  /** Faces over time, a second apart at least. */
  curve: PlayedPoint[];
}

const KMH = 3.6;

/**
 * Plays a procedure.
 * @param cycles how often, with its cooling after each
 */
export function playBedding(
  car: HeatedCar,
  { series, cooling }: Program,
  { airC, startC = airC, cycles = 1 }: { airC: number; startC?: number; cycles?: number },
): BeddingPlay {
  const cycle = legsOf(series);
  const cool: Leg = {
    seconds: cooling.minutes * 60,
    fromMPerS: mPerS(cooling.kmh),
    toMPerS: mPerS(cooling.kmh),
    isBraking: false,
    application: -1,
  };
  const legs = Array.from({ length: cycles }, () => [...cycle, cool]).flat();
  const ends: number[] = [];
  let now = 0;
  for (const leg of legs) ends.push((now += leg.seconds));
  const facesC = {} as BeddingPlay['facesC'];
  const endsAtC = {} as BeddingPlay['endsAtC'];
  const curves = {} as Record<Axle, { seconds: number; kmh: number; faceC: number }[]>;
  for (const axle of axles) {
    const found: number[][] = Array.from({ length: cycles }, () => []);
    const curve: { seconds: number; kmh: number; faceC: number }[] = [];
    let leg = 0;
    driveCorner(car, cornerOfAxle[axle], legs, { airC, startC }, (s) => {
      while (leg < legs.length - 1 && s.seconds > ends[leg]! + 1e-9) leg += 1;
      const { application } = legs[leg]!;
      endsAtC[axle] = s.rotorC;
      curve.push({ seconds: s.seconds, kmh: s.speedMPerS * KMH, faceC: s.faceC });
      if (application < 0) return;
      const list = found[Math.floor(leg / (cycle.length + 1))]!;
      list[application] = Math.max(list[application] ?? -Infinity, s.faceC);
    });
    facesC[axle] = found;
    curves[axle] = curve;
  }
  const endsS = Array.from({ length: cycles }, (_, c) =>
    cycle.flatMap((leg, i) => (leg.application >= 0 ? [ends[c * (cycle.length + 1) + i]!] : [])),
  );
  // Both axles are driven in the same steps.
  const curve = curves.front.map((p, i) => ({
    seconds: p.seconds,
    kmh: p.kmh,
    faceC: { front: p.faceC, rear: curves.rear[i]!.faceC },
  }));
  return { facesC, endsS, endsAtC, curve };
}

/** The faces of one axle in one cycle without its cooling: for looking for a count or a speed. */
export function facesOfCycle(
  car: HeatedCar,
  series: readonly BeddingSeries[],
  { airC, startC = airC, axle }: { airC: number; startC?: number; axle: Axle },
): number[] {
  const legs = legsOf(series);
  const ends: number[] = [];
  let now = 0;
  for (const leg of legs) ends.push((now += leg.seconds));
  const faces: number[] = [];
  let leg = 0;
  driveCorner(car, cornerOfAxle[axle], legs, { airC, startC }, (s) => {
    while (leg < legs.length - 1 && s.seconds > ends[leg]! + 1e-9) leg += 1;
    const application = legs[leg]?.application ?? -1;
    if (application >= 0) faces[application] = Math.max(faces[application] ?? -Infinity, s.faceC);
  });
  return faces;
}

/** Which application of a cycle, from 1, first gets a face to a temperature; null where none does. */
export const firstAt = (facesC: readonly number[], tempC: number): number | null => {
  const index = facesC.findIndex((c) => c >= tempC);
  return index < 0 ? null : index + 1;
};

/** Nobody brakes more often than this in one go. */
export const MOST_APPLICATIONS = 40;

/**
 * How many applications of the last series a car wants until its faces have been at a temperature.
 * @returns of the whole cycle; null where no number up to {@link MOST_APPLICATIONS} reaches it
 */
export function applicationsWanted(
  car: HeatedCar,
  procedure: Pick<Program, 'series'>,
  { airC, startC = airC, axle, tempC }: { airC: number; startC?: number; axle: Axle; tempC: number },
): number | null {
  const last = procedure.series.at(-1)!;
  const before = procedure.series.slice(0, -1);
  const long = [...before, { ...last, count: MOST_APPLICATIONS }];
  return firstAt(facesOfCycle(car, long, { airC, startC, axle }), tempC);
}
