/** How much a thread stands, whatever it is made of. */
import type { ThreadCondition } from '../model';

/**
 * Torque factors K in `T = K·d·F` by surface, as ranges: Shigley, Mechanical Engineering Design, table 8-15 (non-plated black 0.30, zinc-plated 0.20,
 * lubricated 0.18, cadmium-plated 0.16, anti-seize 0.12, with grip nuts 0.09); from memory.
 */
export const torqueFactorRange: Record<ThreadCondition, { low: number; high: number }> = {
  dry: { low: 0.2, high: 0.3 },
  lubricated: { low: 0.16, high: 0.18 },
  antiSeize: { low: 0.09, high: 0.12 },
};

/** Stress under proof load of property class 12.9, the strongest of the usual ones, N/mm²: ISO 898-1, from memory. */
const STRONGEST_PROOF_MPA = 970;

/** The finest pitch that a thread of this size usually has, mm: ISO 261, from memory. The finer, the more of the bolt is left. */
const finestPitchMm = (diameterMm: number): number =>
  diameterMm < 8 ? 0.75 : diameterMm <= 10 ? 1 : diameterMm <= 12 ? 1.25 : 1.5;

/**
 * Nominal stress area of a metric thread, mm²: `π/4 · (d − 0.9382·P)²`, ISO 898-1.
 * @example stressAreaMm2(8, 1.25) // 36.6
 */
export const stressAreaMm2 = (diameterMm: number, pitchMm: number): number =>
  (Math.PI / 4) * (diameterMm - 0.9382 * pitchMm) ** 2;

/**
 * The torque over which no bolt of this size is within its proof load, N·m: the strongest class, the finest thread and the most friction that its
 * surface has. More is a slip, or ruins the thread; the maker's figure lies far below it.
 * @example Math.round(mostTorqueNm(8, 'dry')) // 91
 */
export const mostTorqueNm = (diameterMm: number, condition: ThreadCondition): number =>
  (torqueFactorRange[condition].high *
    diameterMm *
    STRONGEST_PROOF_MPA *
    stressAreaMm2(diameterMm, finestPitchMm(diameterMm))) /
  1000;
