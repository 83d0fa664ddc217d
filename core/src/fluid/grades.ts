import type { Finding, Grade } from '../model';
import { type FluidBase, fluidFinding } from './findings';

interface GradeFacts {
  base: FluidBase;
  /** Minimum equilibrium reflux boiling points, °C, dry and wet; none are set for mineral fluid. */
  minimum: { dryC: number; wetC: number } | null;
}

/** Source: FMVSS No. 116, 49 CFR 571.116 S5.1.1 (dry) and S5.1.2 (wet). */
export const gradeFacts: Record<Grade, GradeFacts> = {
  'DOT 3': { base: 'glycol', minimum: { dryC: 205, wetC: 140 } },
  'DOT 4': { base: 'glycol', minimum: { dryC: 230, wetC: 155 } },
  'DOT 5': { base: 'silicone', minimum: { dryC: 260, wetC: 180 } },
  'DOT 5.1': { base: 'glycol', minimum: { dryC: 260, wetC: 180 } },
  mineral: { base: 'mineral', minimum: null },
};

/**
 * Whether fluid of one grade may be poured into a system built for another.
 * Different bases never mix: a stop. A lower grade of the same base only lowers what the car can bear.
 * @param poured grade on the bottle
 * @param wanted grade that the car's maker asks for
 */
export function checkGrade(poured: Grade, wanted: Grade): Finding {
  const a = gradeFacts[poured];
  const b = gradeFacts[wanted];
  if (a.base !== b.base)
    return fluidFinding('wrongBase', 'stop', {}, { poured, pouredBase: a.base, wanted, wantedBase: b.base });
  if (a.minimum && b.minimum && a.minimum.dryC < b.minimum.dryC)
    return fluidFinding('gradeTooLow', 'needsWork', {}, { poured, wanted });
  return fluidFinding('gradeSuits', 'inOrder', {}, { poured, wanted });
}
