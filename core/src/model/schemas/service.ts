import { z } from 'zod';
import { wheelBearingMeasurement } from '../../wheel-bearings/schema';
import { checkNames, complaints, padConditions } from '../terms';
import { type StepKey, stepsByKey } from '../steps';
import { base, cornerReading, service } from './base';
import { said } from './said';
import { axle, sequenceSchool, threadCondition } from './parts';
import { type Dimension, dimensions } from '../../units';
import { limitsOfMoment } from './limits';
import { corner, id, line, localDate, nipple, note, pedalFeel, quantity, whole } from './primitives';

export const stepKey = z.string().refine((key): key is StepKey => stepsByKey.has(key), said('unknownStep'));

/** The pedal with a foot on it. */
export const pedalCheck = z.object({
  ...service,
  kind: z.literal('pedalCheck'),
  /** Before anything is opened, or before the car may move. */
  moment: z.enum(['baseline', 'gate']),
  feel: pedalFeel,
  /** Presses until it was firm. */
  strokes: whole(0, 99, 'presses').nullable(),
  heldSeconds: quantity(0, 600, 's').nullable(),
  /** Whether it went on sinking while it was held. */
  sinks: z.boolean().nullable(),
  /** Whether it gave a little when the engine was started, as a brake booster makes it do. */
  dropsWithEngine: z.boolean().nullable(),
});
export type PedalCheck = z.infer<typeof pedalCheck>;

export const reservoirSeen = z.object({
  ...service,
  kind: z.literal('reservoirSeen'),
  moment: z.enum(['intake', 'final']),
  levelMl: quantity(0, 3000, 'mL'),
  colour: z.enum(['clear', 'straw', 'amber', 'dark', 'murky']),
  basket: z.enum(['clean', 'dirty', 'damaged', 'none']).nullable(),
});
export type ReservoirSeen = z.infer<typeof reservoirSeen>;

export const driverReport = z.object({
  ...service,
  kind: z.literal('driverReport'),
  complaints: z.array(z.enum(complaints)).max(complaints.length),
  words: note(1000),
});
export type DriverReport = z.infer<typeof driverReport>;

export const checkItem = z.object({
  check: z.enum(checkNames),
  corner: corner.nullable(),
  result: z.enum(['ok', 'fault', 'notThere']),
  remark: note(200).default(''),
});
export type CheckItem = z.infer<typeof checkItem>;

/** A list gone through: everything on it looked at or done. */
export const checksDone = z.object({
  ...service,
  kind: z.literal('checksDone'),
  step: stepKey,
  items: z.array(checkItem).min(1).max(60),
});
export type ChecksDone = z.infer<typeof checksDone>;

const measuredBy = z.enum(['byHand', 'simulatedCaliper']);
const padFace = z.object({
  /** Friction material at its thinnest end, without the plate. */
  thicknessMm: quantity(0, 40, 'mm'),
  otherEndMm: quantity(0, 40, 'mm').nullable(),
  conditions: z.array(z.enum(padConditions)).max(padConditions.length),
  /** Whether somebody looked at the face; with a condition somebody did. */
  isSeen: z.boolean().optional(),
});
export type PadFace = z.infer<typeof padFace>;

/** Both pads of one corner; in a drum the leading shoe stands as inner, the trailing one as outer. */
export const padMeasurement = z.object({
  ...cornerReading,
  kind: z.literal('padMeasurement'),
  padSetId: id.nullable(),
  inner: padFace,
  outer: padFace,
  /** Between the pad's edge and the rotor's hat or its hardware. */
  hatClearanceMm: quantity(0, 60, 'mm').nullable(),
  instrument: measuredBy,
  /** Measured with its plate, of which so much was taken off; left out where it was measured without. */
  plateMm: quantity(1, 12, 'mm').optional(),
  /** Only the thinnest of the corner was read, and which pad it is nobody said: both faces carry it, and no pattern is read off them. */
  isThinnestOnly: z.boolean().optional(),
});
export type PadMeasurement = z.infer<typeof padMeasurement>;

export const rotorMeasurement = z.object({
  ...cornerReading,
  kind: z.literal('rotorMeasurement'),
  rotorPairId: id.nullable(),
  /** As it is cast on the hat, where nothing on record says it. */
  discardThicknessMm: quantity(2, 60, 'mm').nullable().optional(),
  /** At up to eight points, 10 mm in from the edge. */
  thicknessesMm: z
    .array(quantity(1, 60, 'mm'))
    .min(1)
    .max(8),
  runoutMm: quantity(0, 5, 'mm').nullable(),
  lipMm: quantity(0, 5, 'mm').nullable(),
  massKg: quantity(0.5, 40, 'kg').nullable(),
  crack: z.enum(['none', 'crazing', 'crack', 'toEdge', 'joinsHoles']),
  crackLengthMm: quantity(0, 300, 'mm').nullable(),
  wearMarksGone: z.boolean(),
  /** How deep a wear mark or slot still is on one face; left out where nobody read it. */
  markLeftMm: quantity(0, 5, 'mm').nullable().optional(),
  transferLayer: z.enum(['even', 'thin', 'blotchy', 'smeared', 'rusty', 'none']),
  /** False: thickness alone, nobody has looked at the faces. An entry of before this was asked is taken as looked at. */
  isSeen: z.boolean().optional(),
  instrument: measuredBy,
});
export type RotorMeasurement = z.infer<typeof rotorMeasurement>;

export const partsDecision = z.object({
  ...service,
  kind: z.literal('partsDecision'),
  subject: z.enum(['pads', 'rotors', 'hoses', 'other']),
  axle,
  /** One corner only, or null for the axle. */
  corner: corner.nullable(),
  /** `scrap` is a change whose old part never comes back; `skim` is of rotors, `service` of slide pins and pistons. */
  action: z.enum(['keep', 'change', 'scrap', 'skim', 'service', 'carrySpare', 'refer']),
  /** What is reserved from stock. */
  padSetId: id.nullable(),
  rotorPairId: id.nullable(),
  /** What comes off for good, where it has a label. */
  scrappedPadSetId: id.nullable().optional(),
  scrappedRotorPairId: id.nullable().optional(),
  reason: line(300),
});
export type PartsDecision = z.infer<typeof partsDecision>;

export const pistonsRetracted = z.object({
  ...service,
  kind: z.literal('pistonsRetracted'),
  axle,
  levelBeforeMl: quantity(0, 3000, 'mL'),
  drawnOffMl: quantity(0, 3000, 'mL'),
  /** With the pistons home, by the sum or as somebody read it: where the next axle begins. */
  levelAfterMl: quantity(0, 4000, 'mL'),
});
export type PistonsRetracted = z.infer<typeof pistonsRetracted>;

/** What is on an axle from now on: always both, null where it has no label. */
export const partsFitted = z.object({
  ...service,
  kind: z.literal('partsFitted'),
  axle,
  padSetId: id.nullable(),
  rotorPairId: id.nullable(),
  /** Which of the two came new to the axle with this. */
  changed: z.enum(['pads', 'rotors', 'both', 'none']),
});
export type PartsFitted = z.infer<typeof partsFitted>;

export const exchangeMethod = z.enum(['pressureFed', 'pressureAir', 'pedalTwo', 'pedalAlone', 'vacuum', 'gravity']);
export type ExchangeMethod = z.infer<typeof exchangeMethod>;

export const exchangeBegun = z.object({
  ...service,
  kind: z.literal('exchangeBegun'),
  scope: z.enum(['full', 'heatAffected']),
  /** The school of this time; without it the car's own. */
  sequence: sequenceSchool.optional(),
  method: exchangeMethod,
  bottleId: id,
  /** Old fluid drawn out of the reservoir first. */
  drawnOffMl: quantity(0, 3000, 'mL'),
  /** New fluid poured in its place. */
  refillMl: quantity(0, 3000, 'mL'),
  pressureKpa: quantity(0, 400, 'kPa').nullable(),
  wantedNewPercent: quantity(50, 99.5, '%'),
});
export type ExchangeBegun = z.infer<typeof exchangeBegun>;

/** The pressure bleeder on the dry system: how well its seal holds. */
export const leakDownTest = z.object({
  ...service,
  kind: z.literal('leakDownTest'),
  readings: z
    .array(z.object({ seconds: quantity(0, 3600, 's'), pressureKpa: quantity(0, 600, 'kPa') }))
    .refine((list) => list.length >= 2, said('tooFewReadings', { min: 2 }))
    .max(2000),
  instrument: z.enum(['byHand', 'simulatedGauge']),
});
export type LeakDownTest = z.infer<typeof leakDownTest>;

/** New fluid poured into the reservoir, when it was: between draws, or to set the level. */
export const reservoirToppedUp = z.object({
  ...service,
  kind: z.literal('reservoirToppedUp'),
  bottleId: id,
  volumeMl: quantity(1, 3000, 'mL'),
  /** While a nipple was being drawn: its turn, and what had been drawn there by then. */
  during: z.object({ exchangeId: id, index: whole(0, 11, 'steps'), drawnMl: quantity(0, 3000, 'mL') }).optional(),
});
export type ReservoirToppedUp = z.infer<typeof reservoirToppedUp>;

/** One nipple opened, drawn and closed. */
export const nippleBled = z.object({
  ...service,
  kind: z.literal('nippleBled'),
  exchangeId: id,
  /** Place in the sequence, from 0. */
  index: whole(0, 11, 'steps'),
  corner,
  nipple,
  bottleId: id,
  volumeMl: quantity(0, 3000, 'mL'),
  /** The lowest that the reservoir stood while this nipple was open, where somebody read it; null: by the sum. */
  lowestLevelMl: quantity(0, 3000, 'mL').nullable(),
  toppedUpMl: quantity(0, 3000, 'mL'),
  ranClean: z.boolean(),
  bubbles: z.enum(['none', 'fine', 'large']),
  /** Strokes of the pedal at the open nipple afterwards, and none seen: the fine ones came past the threads. */
  strokesWithoutBubbles: z.boolean().optional(),
  isShut: z.boolean(),
  torqueNm: quantity(0, 200, 'N·m').nullable(),
  isCapped: z.boolean(),
});
export type NippleBled = z.infer<typeof nippleBled>;

/** The clutch line that hangs on the brake reservoir, bled last. */
export const clutchBled = z.object({
  ...service,
  kind: z.literal('clutchBled'),
  exchangeId: id,
  bottleId: id,
  volumeMl: quantity(0, 3000, 'mL'),
  ranClean: z.boolean(),
  bubbles: z.enum(['none', 'fine', 'large']),
  isShut: z.boolean(),
  /** Whether the clutch pedal comes back by itself. */
  pedalReturns: z.boolean(),
});
export type ClutchBled = z.infer<typeof clutchBled>;

/** All fasteners of one kind at one corner, tightened; one reading each, in order. */
export const torqueSet = z.object({
  ...service,
  kind: z.literal('torqueSet'),
  fastenerKey: z.string().min(1).max(40),
  corner,
  readingsNm: z
    .array(quantity(0, 2000, 'N·m'))
    .min(1)
    .max(24),
  /** Which fastener each reading is of, from 1 round the clock; without it in tightening order. */
  positions: z
    .array(whole(1, 12, 'fasteners'))
    .max(24)
    .optional(),
  condition: threadCondition,
  newBolts: z.boolean().nullable(),
  threadLocker: z.boolean().nullable(),
  angleDone: z.boolean().nullable(),
  /** The shop's wrench; null where it is not the shop's. Label, date and range stand beside it as they were then. */
  wrenchId: id.nullable().optional(),
  wrench: line(40),
  calibratedOn: localDate.nullable(),
  wrenchRange: z
    .object({ minNm: quantity(0, 2000, 'N·m').nullable(), maxNm: quantity(1, 2000, 'N·m').nullable() })
    .optional(),
  instrument: z.enum(['byHand', 'simulatedWrench']),
});
export type TorqueSet = z.infer<typeof torqueSet>;

export const stepSkipped = z.object({
  ...service,
  kind: z.literal('stepSkipped'),
  step: stepKey,
  reason: line(200),
});
export type StepSkipped = z.infer<typeof stepSkipped>;

export const stepHandedOver = z.object({
  ...service,
  kind: z.literal('stepHandedOver'),
  step: stepKey,
  toCrewId: id,
});
export type StepHandedOver = z.infer<typeof stepHandedOver>;

const findingValue = z.union([
  z.object({ value: z.number(), measure: z.enum(Object.keys(dimensions) as [Dimension, ...Dimension[]]) }),
  z.number(),
  z.string().max(500),
  z.boolean(),
  z.null(),
  z.array(z.string().max(80)).max(12),
]);
/** What was found, without how serious it was. */
export const findingTrace = z.object({
  code: z.string().min(1).max(60),
  place: z.object({
    corner: corner.optional(),
    axle: axle.optional(),
    nipple: nipple.optional(),
    fastener: z.string().max(40).optional(),
  }),
  values: z.record(z.string().max(40), findingValue),
});

/** The lead waives something that only holds the car: this very finding, and no other. */
export const holdWaived = z.object({
  ...service,
  kind: z.literal('holdWaived'),
  finding: findingTrace,
  reason: line(300),
});
export type HoldWaived = z.infer<typeof holdWaived>;

export const carReleased = z.object({
  ...service,
  kind: z.literal('carReleased'),
  /** What was still open, and in view, when it was signed. */
  openItems: z.array(findingTrace).max(200),
  /** The limits by which it was judged: what is changed later is not what was signed. Null for signatures of before they were stored. */
  limits: limitsOfMoment.nullable(),
});
export type CarReleased = z.infer<typeof carReleased>;

export const photoTaken = z.object({
  ...service,
  kind: z.literal('photoTaken'),
  photoId: id,
  step: stepKey,
  /** The reading that it shows, where there is one. */
  aboutFactId: id.nullable(),
  widthPx: whole(1, 8000, 'pixels'),
  heightPx: whole(1, 8000, 'pixels'),
});
export type PhotoTaken = z.infer<typeof photoTaken>;

/** Used fluid handed to a disposal point. */
export const wasteHandedOver = z.object({
  ...base,
  kind: z.literal('wasteHandedOver'),
  volumeMl: quantity(1, 1_000_000, 'mL'),
  to: line(120),
  receipt: note(80).default(''),
});
export type WasteHandedOver = z.infer<typeof wasteHandedOver>;

export const serviceFacts = [
  pedalCheck,
  reservoirSeen,
  driverReport,
  checksDone,
  padMeasurement,
  rotorMeasurement,
  wheelBearingMeasurement,
  partsDecision,
  pistonsRetracted,
  partsFitted,
  exchangeBegun,
  leakDownTest,
  reservoirToppedUp,
  nippleBled,
  clutchBled,
  torqueSet,
  stepSkipped,
  stepHandedOver,
  holdWaived,
  carReleased,
  photoTaken,
] as const;
