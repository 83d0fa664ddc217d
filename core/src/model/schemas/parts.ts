import { z } from 'zod';
import { said } from './said';
import { axles, parkingBrakes, propertyClasses, threadConditions } from '../terms';
import { id, line, localDate, note, quantity, whole } from './primitives';

const record = { id, version: z.int().min(0), archived: z.boolean().default(false) };
export const axle = z.enum(axles);

/** Four pads (or four drum shoes) of one axle, labelled, that stay together. */
export const padSet = z
  .object({
    ...record,
    label: line(40),
    compoundId: id,
    axle,
    use: z.enum(['road', 'track']),
    /** Shoes of a drum brake; else pads of a disc brake. */
    isLining: z.boolean().default(false),
    /** The car that it belongs to; null for stock. */
    carId: id.nullable().default(null),
    /** The rotors that it is tied to. */
    rotorPairId: id.nullable().default(null),
    newThicknessMm: quantity(1, 40, 'mm'),
    /** The pad maker's own limit, where there is one. */
    limitMm: quantity(0, 20, 'mm').nullable().default(null),
    hasSensorSlot: z.boolean().default(false),
    /** Friction face of one pad; null: by the rotors that it runs on. */
    padAreaMm2: quantity(300, 30_000, 'mm²').nullable().default(null),
    isDirectional: z.boolean().default(false),
    notes: note().default(''),
  })
  .refine((p) => p.limitMm === null || p.limitMm < p.newThicknessMm, said('limitAboveNew', {}, ['limitMm']));
export type PadSet = z.infer<typeof padSet>;

export const rotorMaterial = z.enum(['greyIron', 'carbonCeramic']);

/** The two rotors of one axle. */
export const rotorPair = z
  .object({
    ...record,
    label: line(40),
    axle,
    carId: id.nullable().default(null),
    material: rotorMaterial.default('greyIron'),
    /** Null: by its thickness. */
    isVented: z.boolean().nullable().default(null),
    newThicknessMm: quantity(3, 60, 'mm'),
    /** Cast on the hat; a carbon-ceramic rotor may have none. */
    discardThicknessMm: quantity(2, 60, 'mm').nullable(),
    /** Of a carbon-ceramic rotor: the least that one may weigh, as it stands on the hat. */
    minMassKg: quantity(0.5, 40, 'kg').nullable().default(null),
    sweptOuterDiameterMm: quantity(120, 500, 'mm'),
    sweptInnerDiameterMm: quantity(60, 450, 'mm'),
    /** Nobody has measured the swept band: its diameters stand as usual ones. */
    isSizeAssumed: z.boolean().default(false),
    /** One rotor when new, for weighing. */
    newMassKg: quantity(1, 40, 'kg').nullable().default(null),
    face: z.enum(['plain', 'slotted', 'drilled', 'slottedAndDrilled']),
    hasCurvedVanes: z.boolean().default(false),
    isTwoPiece: z.boolean().default(false),
    notes: note().default(''),
  })
  .refine(
    (r) => r.discardThicknessMm === null || r.discardThicknessMm < r.newThicknessMm,
    said('discardAboveNew', {}, ['discardThicknessMm']),
  )
  .refine(
    (r) => r.material !== 'greyIron' || r.discardThicknessMm !== null,
    said('ironWithoutDiscard', {}, ['discardThicknessMm']),
  )
  .refine((r) => r.material !== 'carbonCeramic' || r.minMassKg !== null, said('ceramicWithoutMass', {}, ['minMassKg']))
  .refine(
    (r) => r.sweptInnerDiameterMm < r.sweptOuterDiameterMm,
    said('innerAboveOuter', {}, ['sweptInnerDiameterMm']),
  );
export type RotorPair = z.infer<typeof rotorPair>;

/** Schools of the order in which corners are bled. */
export const sequenceSchool = z.enum(['farthestFirst', 'nearestFirst', 'byCircuit', 'makerSheet']);
export type SequenceSchool = z.infer<typeof sequenceSchool>;

export const fastenerGroup = z.enum([
  'slidePin',
  'bracket',
  'caliper',
  'padPin',
  'hose',
  'bleedNipple',
  'rotorHat',
  'wheel',
  'other',
]);
export type FastenerGroup = z.infer<typeof fastenerGroup>;

export const threadCondition = z.enum(threadConditions);
export type ThreadCondition = z.infer<typeof threadCondition>;

/** One kind of fastener on one axle, with the figure that it is tightened to. */
export const fastener = z.object({
  key: z.string().refine((key) => /^[a-z][a-zA-Z0-9]{0,39}$/.test(key), said('notOneWord')),
  name: line(60),
  group: fastenerGroup,
  axle,
  perCorner: whole(1, 12, 'fasteners'),
  /** Null until somebody finds the figure: the car is not released without it. */
  torqueNm: quantity(1, 1200, 'N·m').nullable(),
  /** Second stage, where the sheet says one. */
  angleDeg: quantity(0, 360, '°').nullable().default(null),
  tolerancePercent: quantity(1, 30, '%').default(8),
  /** The condition of the thread that the figure is for. */
  condition: threadCondition,
  threadDiameterMm: quantity(4, 40, 'mm'),
  isOneUse: z.boolean().default(false),
  needsThreadLocker: z.boolean().default(false),
  /** Loosens clockwise, as some centre locks of one side do. */
  isLeftHand: z.boolean().optional(),
  /** A nut on a stud, and no bolt: the stud may turn with it. */
  isStud: z.boolean().optional(),
  /** Nuts or inserts of aluminium strip long before steel does. */
  isAluminiumNut: z.boolean().optional(),
  /** As it stands on the head; left out where nobody has read it. */
  propertyClass: z.enum(propertyClasses).optional(),
  /** Where the figure stands. */
  source: note(200).default(''),
});
export type Fastener = z.infer<typeof fastener>;

/** A torque wrench of the shop. */
export const wrench = z
  .object({
    ...record,
    label: line(40),
    /** One that clicks at its setting, or one whose scale is read. */
    kind: z.enum(['click', 'reading']),
    calibratedOn: localDate.nullable(),
    /** What its scale goes from and to; null where nobody has said. */
    minNm: quantity(0, 2000, 'N·m').nullable(),
    maxNm: quantity(1, 2000, 'N·m').nullable(),
    notes: note().default(''),
  })
  .refine(
    ({ minNm, maxNm }) => minNm === null || maxNm === null || minNm < maxNm,
    said('wrenchScaleReversed', {}, ['maxNm']),
  );
export type Wrench = z.infer<typeof wrench>;

/** What the maker's sheet says of a car's brakes beyond the hydraulics: limits, parking brake, fasteners. One per car. */
export const brakeSheetBody = z.object({
  parkingBrake: z.enum(parkingBrakes),
  rearPistons: z.enum(['push', 'screwIn']),
  /** The least friction material by the maker; null: the shop's own limit. */
  padLimitMm: z.object({
    front: quantity(0.5, 20, 'mm').nullable(),
    rear: quantity(0.5, 20, 'mm').nullable(),
  }),
  /** The most that a wheel may rock on its bearing, at the rim; null: the usual limit. */
  maxWheelBearingPlayMm: quantity(0.01, 5, 'mm').nullable().default(null),
  hasWearSensors: z.boolean().default(false),
  hasDucts: z.boolean().default(false),
  fasteners: z.array(fastener).max(40),
});

export const brakeSheet = brakeSheetBody
  .extend({ ...record, carId: id })
  .refine(
    (s) => new Set(s.fasteners.map((f) => f.key)).size === s.fasteners.length,
    said('fastenerKeyTwice', {}, ['fasteners']),
  )
  .refine(
    (s) => s.fasteners.every((f) => f.torqueNm === null || f.source.trim() !== ''),
    said('torqueWithoutSource', {}, ['fasteners']),
  )
  .refine(
    (s) => axle.options.every((at) => s.fasteners.some((f) => f.axle === at && f.group === 'wheel')),
    said('wheelNutsMissing', {}, ['fasteners']),
  );
export type BrakeSheet = z.infer<typeof brakeSheet>;
