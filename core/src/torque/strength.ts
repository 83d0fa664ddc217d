/** How much a thread stands, whatever it is made of. */
import type { Fastener, PropertyClass, ThreadCondition } from '../model';

/**
 * Torque factors K in `T = K·d·F` by surface, as ranges: Shigley, Mechanical Engineering Design, table 8-15 (non-plated black 0.30, zinc-plated 0.20,
 * lubricated 0.18, cadmium-plated 0.16, anti-seize 0.12, with grip nuts 0.09); from memory.
 */
export const torqueFactorRange: Record<ThreadCondition, { low: number; high: number }> = {
  dry: { low: 0.2, high: 0.3 },
  lubricated: { low: 0.16, high: 0.18 },
  antiSeize: { low: 0.09, high: 0.12 },
};

/** Stress under proof load by property class, N/mm²: ISO 898-1, from memory; of 8.8 that of sizes up to M16. */
export const proofMpa: Record<PropertyClass, number> = { '8.8': 580, '10.9': 830, '12.9': 970 };
/** A thread in aluminium strips at about this share of what the strongest bolt takes. Calvik's own figure: its shear strength is some four tenths of steel's. */
const IN_ALUMINIUM = 0.45;

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
 * The torque over which no bolt of this size is within its proof load, N·m: its class or else the strongest, the finest thread and the most friction
 * that its surface has; of a nut of aluminium what its thread stands. More is a slip, or ruins the thread; the maker's figure lies far below it.
 * @example Math.round(mostTorqueNm({ threadDiameterMm: 8 }, 'dry')) // 91
 */
export function mostTorqueNm(
  {
    threadDiameterMm: d,
    propertyClass = '12.9',
    isAluminiumNut = false,
  }: Pick<Fastener, 'threadDiameterMm' | 'propertyClass' | 'isAluminiumNut'>,
  condition: ThreadCondition,
): number {
  const stressMpa = Math.min(proofMpa[propertyClass], isAluminiumNut ? IN_ALUMINIUM * proofMpa['12.9'] : Infinity);
  return (torqueFactorRange[condition].high * d * stressMpa * stressAreaMm2(d, finestPitchMm(d))) / 1000;
}
