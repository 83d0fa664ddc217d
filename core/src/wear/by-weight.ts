/** A carbon-ceramic rotor is judged by what it weighs: its weight over the least that it may weigh, as thickness of a ring of its swept band, so that it wears as all else does. */
import { type Quantity, type RotorPair, kilograms, mm } from '../model';
import { isCeramic } from '../rotors';

/** Carbon-ceramic, kg/m³. Handbook, from memory. */
const CERAMIC_KG_PER_M3 = 2250;
/** What a pair of scales in a shop is off by, kg, standard deviation. Own figure. */
const SCALES_SD_KG = 0.005;

/** How a part is measured that is weighed. */
export interface ByWeight {
  minMassKg: number;
  /** What a millimetre of its ring weighs. */
  kgAMm: number;
}

/** @returns null of what is judged by its thickness */
export function byWeight(part: object | null): ByWeight | null {
  const pair = part && 'material' in part ? (part as RotorPair) : null;
  if (!pair || !isCeramic(pair) || pair.minMassKg === null) return null;
  const areaM2 = (Math.PI / 4) * ((pair.sweptOuterDiameterMm / 1000) ** 2 - (pair.sweptInnerDiameterMm / 1000) ** 2);
  return { minMassKg: pair.minMassKg, kgAMm: (CERAMIC_KG_PER_M3 * areaM2) / 1000 };
}

/** Thickness over the least that it may weigh, mm; 0 at the limit. */
export const overLeastMm = ({ minMassKg, kgAMm }: ByWeight, massKg: number): number => (massKg - minMassKg) / kgAMm;
/** Of a new one; null where nobody has said what it weighs. */
export function newWeighedMm(weighed: ByWeight, part: object | null): number | null {
  const newMassKg = part && 'newMassKg' in part ? (part as RotorPair).newMassKg : null;
  return newMassKg === null ? null : overLeastMm(weighed, newMassKg);
}
export const scalesSdMm = ({ kgAMm }: ByWeight): number => SCALES_SD_KG / kgAMm;

/** What is left of a part as it is measured: its thickness, or its weight. @param leftMm as wear reckons it */
export const leftAs = (weighed: ByWeight | null, leftMm: number): Quantity =>
  weighed ? kilograms(weighed.minMassKg + leftMm * weighed.kgAMm) : mm(leftMm);
