/**
 * How old fluid leaves a brake system: the reservoir is a stirred tank, a line is plug flow, a caliper is a stirred tank of
 * its cavity. Simulated second by second; checked against the closed forms of both.
 */
import { type BleedNipple, type Car, type Corner, axleOfCorner } from '../model';
import { type Pistons, pistonAreaMm2, sidesOf } from './bores';

/** What cannot be sucked out of a reservoir, as a share of its volume at MAX. Common practice, no source; own figure. */
export const UNSUCKABLE_SHARE = 0.15;
/** Mean depth of the cavity behind a piston with new pads, mm. Common practice, no source; own figure. */
export const CAVITY_DEPTH_MM = 8;
/** Slices that a line is cut into: its plug is this much smeared at most. */
const SLICES = 60;
/** No slice is thinner, mL: a line shorter than any there is must not take for ever. */
const THINNEST_SLICE_ML = 1e-3;

/** Volume of a line, mL. @param boreMm 3.2–3.4 for a 4.75 mm tube */
export const lineVolumeMl = (lengthMm: number, boreMm: number): number => (Math.PI * boreMm ** 2 * lengthMm) / 4 / 1000;

/** Fluid in a caliper or wheel cylinder, mL. @param extensionMm how far the pistons stand out beyond new pads */
export const caliperVolumeMl = (axle: Pistons, extensionMm = 0): number =>
  (sidesOf(axle) * pistonAreaMm2(axle) * (CAVITY_DEPTH_MM + extensionMm)) / 1000;

export interface CornerVolumes {
  lineMl: number;
  caliperMl: number;
}

export const cornerVolumes = (
  car: Pick<Car, 'front' | 'rear' | 'lineLengthMm' | 'lineBoreMm'>,
  corner: Corner,
): CornerVolumes => ({
  lineMl: lineVolumeMl(car.lineLengthMm[corner], car.lineBoreMm),
  caliperMl: caliperVolumeMl(car[axleOfCorner(corner)]),
});

/** How fast fluid is drawn with each method, mL/s. Common practice, no source; own figures. */
export const flowMlPerSecond = {
  pressureFed: 3,
  pressureAir: 3,
  pedalTwo: 2,
  pedalAlone: 1.5,
  vacuum: 3,
  gravity: 0.4,
} as const;

/** The state of a system: what is where, and how much of it is old (0–1). */
export interface SystemState {
  reservoirMl: number;
  reservoirOld: number;
  /** Each line from the reservoir's end to the caliper's, in slices. */
  lines: Record<Corner, { volumeMl: number; slices: number[]; partMl: number }>;
  calipers: Record<Corner, { volumeMl: number; old: number }>;
}

const perCorner = <T>(make: (corner: Corner) => T): Record<Corner, T> => ({
  FL: make('FL'),
  FR: make('FR'),
  RL: make('RL'),
  RR: make('RR'),
});

/** Everything old, with the reservoir at a level, mL. */
export const oldSystem = (
  car: Pick<Car, 'front' | 'rear' | 'lineLengthMm' | 'lineBoreMm'>,
  levelMl: number,
): SystemState => ({
  reservoirMl: levelMl,
  reservoirOld: 1,
  lines: perCorner((c) => ({
    volumeMl: cornerVolumes(car, c).lineMl,
    slices: Array.from({ length: SLICES }, () => 1),
    partMl: 0,
  })),
  calipers: perCorner((c) => ({ volumeMl: cornerVolumes(car, c).caliperMl, old: 1 })),
});

const copy = (s: SystemState): SystemState => ({
  ...s,
  lines: perCorner((c) => ({ ...s.lines[c], slices: [...s.lines[c].slices] })),
  calipers: perCorner((c) => ({ ...s.calipers[c] })),
});

/** A system with a share of its old fluid everywhere. */
export const scaled = (s: SystemState, share: number): SystemState => ({
  ...s,
  reservoirOld: share * s.reservoirOld,
  lines: perCorner((c) => ({ ...s.lines[c], slices: s.lines[c].slices.map((old) => share * old) })),
  calipers: perCorner((c) => ({ ...s.calipers[c], old: share * s.calipers[c].old })),
});

/** Old fluid drawn out of the reservoir, then new fluid poured in: what stayed dilutes it. */
export function refillReservoir(state: SystemState, drawnMl: number, refillMl: number): SystemState {
  const left = Math.max(0, state.reservoirMl - drawnMl);
  const full = left + refillMl;
  return { ...state, reservoirMl: full, reservoirOld: full > 0 ? (left * state.reservoirOld) / full : 0 };
}

export interface DrawResult {
  state: SystemState;
  /** What came out of the nipple, and how much of it was old, mL. */
  outMl: number;
  oldOutMl: number;
  /** New fluid that went in while drawing, mL. */
  inMl: number;
  seconds: number;
  lowestMl: number;
  topUps: number;
}

export interface DrawSettings {
  corner: Corner;
  volumeMl: number;
  flowMlPerS: number;
  /** New fluid keeps coming while drawing, so the level stands still. */
  isFed: boolean;
  /** Top up to `topUpToMl` whenever the level comes down to `topUpAtMl`; null: nobody tops up. */
  topUpAtMl: number | null;
  topUpToMl: number;
}

/** Moves `ml` through reservoir, line and caliper. Changes `s`. @returns old fluid that left, mL */
function move(s: SystemState, corner: Corner, ml: number, isFed: boolean): number {
  const line = s.lines[corner];
  const caliper = s.calipers[corner];
  let oldOut = 0;
  // What the caliper gets, in pieces no longer than a slice of the line.
  const sliceMl = Math.max(THINNEST_SLICE_ML, line.volumeMl / SLICES);
  let toGo = ml;
  while (toGo > 1e-12) {
    const piece = Math.min(toGo, Math.max(1e-9, sliceMl - line.partMl));
    toGo -= piece;
    const entering = s.reservoirOld;
    if (isFed) s.reservoirOld *= Math.exp(-piece / Math.max(1e-9, s.reservoirMl));
    else s.reservoirMl -= piece;
    // The last slice is leaving; the first one is filling up with what the reservoir gives.
    const leaving = line.slices[SLICES - 1]!;
    line.slices[0] = (line.slices[0]! * (sliceMl - piece) + entering * piece) / sliceMl;
    line.partMl += piece;
    const before = caliper.old;
    caliper.old = leaving + (before - leaving) * Math.exp(-piece / caliper.volumeMl);
    // What left the caliper is what came in less what it gained.
    oldOut += leaving * piece - (caliper.old - before) * caliper.volumeMl;
    if (line.partMl >= sliceMl - 1e-9) {
      line.slices.pop();
      line.slices.unshift(s.reservoirOld);
      line.partMl = 0;
    }
  }
  return oldOut;
}

/** Draws a volume at one nipple, second by second, topping up where that is wanted. The given state is not changed. */
export const draw = (from: SystemState, settings: DrawSettings): DrawResult => drawIn(copy(from), settings);

/** {@link draw} that changes the state it is given. */
function drawIn(state: SystemState, settings: DrawSettings): DrawResult {
  const { corner, volumeMl, flowMlPerS, isFed, topUpAtMl, topUpToMl } = settings;
  const result: DrawResult = {
    state,
    outMl: 0,
    oldOutMl: 0,
    inMl: 0,
    seconds: 0,
    lowestMl: state.reservoirMl,
    topUps: 0,
  };
  while (result.outMl < volumeMl - 1e-9) {
    let step = Math.min(flowMlPerS, volumeMl - result.outMl);
    if (!isFed) {
      if (topUpAtMl !== null && state.reservoirMl - step < topUpAtMl - 1e-9) {
        const room = topUpToMl - state.reservoirMl;
        if (room > 0) {
          state.reservoirOld = (state.reservoirOld * state.reservoirMl) / (state.reservoirMl + room);
          state.reservoirMl += room;
          result.inMl += room;
          result.topUps += 1;
        }
      }
      step = Math.min(step, Math.max(0, state.reservoirMl));
      if (step <= 1e-9) break;
    } else result.inMl += step;
    result.oldOutMl += move(state, corner, step, isFed);
    result.outMl += step;
    result.seconds += step / flowMlPerS;
    result.lowestMl = Math.min(result.lowestMl, state.reservoirMl);
  }
  return result;
}

export interface PlannedBleed {
  corner: Corner;
  nipple: BleedNipple;
  volumeMl: number;
  /** Share of new fluid in this caliper afterwards, %. */
  newPercent: number;
  /** Level when this nipple is opened, and how much may come before somebody must stop, mL. */
  levelMl: number;
  stopAfterMl: number | null;
  topUps: number;
  seconds: number;
}

export interface ExchangePlan {
  nipples: PlannedBleed[];
  newFluidMl: number;
  wasteMl: number;
  /** The reservoir's share of old fluid after the refill, %. */
  reservoirOldPercent: number;
  seconds: number;
  /** Share of old fluid left in each caliper, %. */
  leftOldPercent: Record<Corner, number>;
}

export interface PlanSettings {
  steps: readonly { corner: Corner; nipple: BleedNipple }[];
  wantedNewPercent: number;
  flowMlPerS: number;
  isFed: boolean;
  /** Volumes: at MIN, at MAX, and above MIN at which to top up, mL. */
  minMl: number;
  maxMl: number;
  reserveMl: number;
}

/** Nobody draws more than this at one nipple, mL: beyond it the reservoir's old fluid is what comes. */
const MAX_AT_A_NIPPLE_ML = 1500;
const DRAW_STEP_ML = 5;

/**
 * How much to draw at each nipple, in sequence, for the wanted share of new fluid in its caliper; with the level at each
 * moment and when to top up. Two openings of one caliper share its volume.
 */
export function planExchange(start: SystemState, s: PlanSettings): ExchangePlan {
  const state = copy(start);
  const nipples: PlannedBleed[] = [];
  let out = 0;
  let poured = 0;
  for (const [i, step] of s.steps.entries()) {
    const openings = s.steps.filter((o) => o.corner === step.corner).length;
    const nth = s.steps.slice(0, i).filter((o) => o.corner === step.corner).length + 1;
    // The first openings of a caliper bring it part of the way, the last one all of it.
    const wantedOld = (1 - s.wantedNewPercent / 100) ** (nth / openings);
    const settings = {
      corner: step.corner,
      flowMlPerS: s.flowMlPerS,
      isFed: s.isFed,
      topUpAtMl: s.minMl + s.reserveMl,
      topUpToMl: s.maxMl,
    };
    const levelMl = state.reservoirMl;
    let volumeMl = 0;
    let topUps = 0;
    let seconds = 0;
    while (state.calipers[step.corner].old > wantedOld + 1e-9 && volumeMl < MAX_AT_A_NIPPLE_ML) {
      const drawn = drawIn(state, { ...settings, volumeMl: DRAW_STEP_ML });
      volumeMl += drawn.outMl;
      topUps += drawn.topUps;
      seconds += drawn.seconds;
      poured += drawn.inMl;
    }
    out += volumeMl;
    nipples.push({
      ...step,
      volumeMl,
      newPercent: 100 * (1 - state.calipers[step.corner].old),
      levelMl,
      stopAfterMl: s.isFed ? null : Math.max(0, levelMl - s.minMl),
      topUps,
      seconds,
    });
  }
  return {
    nipples,
    newFluidMl: poured,
    wasteMl: out,
    reservoirOldPercent: 100 * start.reservoirOld,
    seconds: nipples.reduce((sum, n) => sum + n.seconds, 0),
    leftOldPercent: perCorner((c) => 100 * state.calipers[c].old),
  };
}
