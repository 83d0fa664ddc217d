import {
  type Axle,
  type AxleBrake,
  type Figure,
  type Finding,
  type Origin,
  PRACTICE,
  type WorkingInput,
  fromRecord,
  input,
  inputOf,
  makeFigure,
  millilitres,
} from '../model';
import { type Pistons, pistonAreaMm2 } from './bores';
import { hydraulicsFinding } from './findings';

/** One corner's wear, as far as it moves pistons. */
export interface CornerWear {
  /** Friction material lost by the inner and by the outer pad, mm. */
  innerPadMm: number;
  outerPadMm: number;
  /** Thickness lost by the rotor, both faces together, mm. */
  rotorMm: number;
}

/**
 * Fluid that comes back to the reservoir when one corner's pistons are pushed home, mL: `ΔV = Σ area × distance`.
 * Fixed caliper: each side moves by that side's pad wear and half the rotor's. Floating: its pistons move by both pads' wear
 * and the rotor's. Drum: each piston of the cylinder moves by its own shoe's wear.
 * @example returnedMl({ brake: 'floatingCaliper', boresMm: [54] }, { innerPadMm: 6, outerPadMm: 6, rotorMm: 1 }) // 29.8
 */
export function returnedMl(axle: Pistons, wear: CornerWear): number {
  const area = pistonAreaMm2(axle);
  switch (axle.brake) {
    case 'fixedCaliper':
      return (area * (wear.innerPadMm + wear.rotorMm / 2) + area * (wear.outerPadMm + wear.rotorMm / 2)) / 1000;
    case 'floatingCaliper':
      return (area * (wear.innerPadMm + wear.outerPadMm + wear.rotorMm)) / 1000;
    case 'drum':
      return ((area / 2) * (wear.innerPadMm + wear.outerPadMm)) / 1000;
  }
}

const formulas: Record<AxleBrake['brake'], string> = {
  fixedCaliper: 'ΔV = Σ area of a side × (its pad’s wear + half the rotor’s)',
  floatingCaliper: 'ΔV = piston area × (both pads’ wear + the rotor’s)',
  drum: 'ΔV = piston area × each shoe’s wear',
};

export interface OverflowInput {
  axle: Axle;
  brake: AxleBrake;
  /** Both corners of the axle, each with where its figures come from. */
  corners: { name: string; wear: CornerWear; origin: Origin }[];
  levelMl: number;
  levelOrigin: Origin;
  maxMl: number;
}

export interface OverflowSum {
  /** What comes up. */
  returned: Figure;
  /** Room above the present level. */
  free: Figure;
  /** What to draw off first; 0 when it all fits. */
  drawOff: Figure;
  finding: Finding;
}

/** The overflow sum before pistons of an axle are pushed back. */
export function overflowSum({ axle, brake, corners, levelMl, levelOrigin, maxMl }: OverflowInput): OverflowSum {
  const ml = corners.reduce((sum, c) => sum + returnedMl(brake, c.wear), 0);
  const inputs: WorkingInput[] = corners.flatMap(({ name, wear, origin }) => [
    input(`${name}: inner pad’s wear`, wear.innerPadMm, 'length', origin),
    input(`${name}: outer pad’s wear`, wear.outerPadMm, 'length', origin),
    ...(brake.brake === 'drum' ? [] : [input(`${name}: rotor’s wear`, wear.rotorMm, 'length', origin)]),
  ]);
  const returned = makeFigure(
    'Comes up',
    ml,
    'volume',
    formulas[brake.brake],
    [
      ...brake.boresMm.map((bore, i) =>
        input(`bore ${i + 1}${brake.brake === 'fixedCaliper' ? ', each side' : ''}`, bore, 'length', fromRecord('Car')),
      ),
      ...inputs,
    ],
    'Geometry',
    { place: { axle } },
  );
  const free = makeFigure(
    'Free above the level',
    Math.max(0, maxMl - levelMl),
    'volume',
    'volume at MAX − level',
    [input('volume at MAX', maxMl, 'volume', fromRecord('Car')), input('level', levelMl, 'volume', levelOrigin)],
    'Geometry',
  );
  const excess = Math.max(0, ml - free.value);
  const drawOff = makeFigure(
    'Draw off first',
    excess > 1e-9 ? Math.ceil(excess - 1e-9) : 0,
    'volume',
    'comes up − free, at least 0, rounded up',
    [inputOf('comes up', returned), inputOf('free', free)],
    'Geometry',
  );
  const finding = hydraulicsFinding(
    'overflowSum',
    excess > 0 ? 'needsWork' : 'inOrder',
    { axle },
    { returned: millilitres(ml), free: millilitres(free.value), drawOff: millilitres(drawOff.value) },
  );
  return { returned, free, drawOff, finding };
}

/** Play between pad and rotor that pumping takes up, per face, mm. Common practice, no source; Calvik's own figure. */
export const RUNNING_CLEARANCE_MM = 0.3;

/**
 * How far the level falls when the pedal is pumped after pistons were pushed fully home: they come out by the wear of what
 * is fitted now, and by the running clearance.
 * @returns mL for one corner
 */
export const pumpedOutMl = (brake: AxleBrake, wear: CornerWear): number =>
  returnedMl(brake, {
    innerPadMm: wear.innerPadMm + RUNNING_CLEARANCE_MM,
    outerPadMm: wear.outerPadMm + RUNNING_CLEARANCE_MM,
    rotorMm: wear.rotorMm,
  });

/**
 * Where to set the level at the end: MAX with new pads; with worn ones lower by what will come back when new pads go in, or
 * it will overflow then; never below MIN.
 * @param returnsMl what all corners would give back today
 */
export function finalLevel(maxMl: number, minMl: number, returnsMl: number, origin: Origin): Figure {
  return makeFigure(
    'Level to set',
    Math.max(minMl, maxMl - returnsMl),
    'volume',
    'volume at MAX − what worn pads will give back, at least MIN',
    [
      input('volume at MAX', maxMl, 'volume', fromRecord('Car')),
      input('worn pads will give back', returnsMl, 'volume', origin),
      input('volume at MIN', minMl, 'volume', fromRecord('Car')),
    ],
    PRACTICE,
  );
}
