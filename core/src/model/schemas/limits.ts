import { z } from 'zod';
import { corner, grade, id, quantity } from './primitives';
import { brakeSheet, rotorMaterial, sequenceSchool } from './parts';
import { axleBrake, fluidPolicy } from './brakes';

const anyNumber = z.number();
const lineLengths = z.object({ FL: anyNumber, FR: anyNumber, RL: anyNumber, RR: anyNumber });

/**
 * Everything that a release is judged by and that somebody may change later: limits and rules of shop, customer, event and venue, what is
 * known of the car, its brake sheet and the parts on it. Stored with the signature.
 */
export const limitsOfMoment = z.object({
  /** Which rules of the gate it was judged by; before they were counted: 1. */
  rules: z.number().int().optional(),
  /** Kinds of steps that a service had then: what was added later is not asked of it. */
  steps: z.array(z.string().max(40)).max(60),
  shop: z.object({
    padLimitMm: anyNumber,
    padTrackStartPercent: anyNumber,
    suspectSharePercent: anyNumber.optional(),
    demandedMarginC: anyNumber,
    defaultPeakFluidTempC: anyNumber,
    defaultUptakePercentPerYear: anyNumber,
    openBottleDays: anyNumber,
    altitudeM: anyNumber,
    fluidPolicies: z.array(fluidPolicy).max(5),
  }),
  customer: z.object({ fluidPolicy: fluidPolicy.nullable(), demandedMarginC: anyNumber.nullable() }).nullable(),
  event: z.object({ flushWithinDays: anyNumber.nullable(), demandedMarginC: anyNumber.nullable() }).nullable(),
  venue: z.object({ altitudeM: anyNumber, peakFluidTempC: anyNumber }).nullable(),
  /** The peak of the fluid that was reckoned with; before it was computed: the venue's figure. */
  peakC: anyNumber.optional(),
  car: z.object({
    circuitSplit: z.enum(['frontRear', 'diagonal']),
    masterCylinderSide: z.enum(['left', 'right']),
    fluidGrade: grade,
    reservoirMaxMl: anyNumber,
    reservoirMinMl: anyNumber,
    front: axleBrake,
    rear: axleBrake,
    lineLengthMm: lineLengths,
    lineBoreMm: anyNumber,
    sequenceSchool,
    makerSequence: z.array(corner).max(4),
    pressureCeilingKpa: anyNumber.nullable(),
  }),
  /** Null where nobody has entered one: its fasteners have no figures then. */
  brakeSheet: brakeSheet.nullable(),
  padSets: z.array(z.object({ id, newThicknessMm: anyNumber, limitMm: anyNumber.nullable() })).max(20),
  rotorPairs: z
    .array(
      z.object({
        id,
        newThicknessMm: anyNumber,
        discardThicknessMm: anyNumber.nullable(),
        material: rotorMaterial.optional(),
        minMassKg: anyNumber.nullable().optional(),
        newMassKg: quantity(0, 100, 'kg').nullable(),
        sweptOuterDiameterMm: anyNumber,
        sweptInnerDiameterMm: anyNumber,
      }),
    )
    .max(20),
});
export type LimitsOfMoment = z.infer<typeof limitsOfMoment>;
