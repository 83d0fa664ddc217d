import { z } from 'zod';
import { base } from './base';
import { axle } from './parts';
import { corner, id, line, localDate, note, quantity, whole } from './primitives';
import { said } from './said';

const record = { id, version: z.int().min(0), archived: z.boolean().default(false) };

/** Equal applications in a row. */
export const beddingSeries = z
  .object({
    fromKmh: quantity(15, 350, 'km/h'),
    toKmh: quantity(0, 340, 'km/h'),
    /** How hard, as a share of g. */
    decelG: quantity(0.05, 2, 'g'),
    count: whole(1, 60, 'applications'),
    /** Dragged for so long against the engine instead of slowing, s; null for a slowing. */
    dragS: quantity(1, 60, 's').nullable().default(null),
    /** Held at speed before the brakes go on again, s: the heat soaks in; 0 at once. */
    restS: quantity(0, 600, 's').default(0),
  })
  .refine((s) => s.dragS !== null || s.fromKmh >= s.toKmh + 10, said('seriesSlowsNothing', {}, ['toKmh']))
  .refine((s) => s.dragS !== null || s.toKmh >= 5, said('seriesToStandstill', {}, ['toKmh']));
export type BeddingSeries = z.infer<typeof beddingSeries>;

export const drivenAt = z.enum(['closedCourse', 'privateGround', 'road']);
export type DrivenAt = z.infer<typeof drivenAt>;

/** What a procedure does, apart from what it is called. */
const program = {
  name: line(60),
  /** Whose it is. */
  author: z.enum(['padMaker', 'rotorMaker', 'shop', 'common']),
  /** Where it stands. */
  source: note(200).default(''),
  /** Compound whose maker's sheet it is; null: for any of its use. */
  compoundId: id.nullable().default(null),
  use: z.enum(['road', 'track', 'race']),
  /** Off the car: nothing is driven. */
  isMachine: z.boolean().default(false),
  series: z.array(beddingSeries).max(12),
  /** Rolling without brakes after each cycle. */
  cooling: z.object({ minutes: quantity(0, 60, 'min'), kmh: quantity(10, 200, 'km/h') }),
  /** Cycles that are usual. */
  cycles: whole(1, 5, 'cycles'),
  places: z.array(drivenAt).max(3),
  /** Rotor face that it aims at, °C; null where nobody says. */
  aimsAtC: quantity(80, 900, '°C').nullable().default(null),
  notes: note().default(''),
};
const isWhole = (p: { isMachine: boolean; series: unknown[] }): boolean => p.isMachine || p.series.length > 0;
const hasPlace = (p: { isMachine: boolean; places: unknown[] }): boolean => p.isMachine || p.places.length > 0;

export const procedure = z
  .object({ ...record, ...program })
  .refine(isWhole, said('procedureWithoutSeries', {}, ['series']))
  .refine(hasPlace, said('procedureWithoutPlace', {}, ['places']));
export type Procedure = z.infer<typeof procedure>;

/** A procedure as it was when somebody followed it. */
export const followedProcedure = z.object({ procedureId: id, procedureVersion: z.int().min(0), ...program });
export type FollowedProcedure = z.infer<typeof followedProcedure>;

/** What is gone through before a run. */
export const beddingCheck = z.enum(['pedalFirm', 'fluidLevel', 'tyres', 'ductsTaped', 'passenger', 'placeClear']);
export type BeddingCheck = z.infer<typeof beddingCheck>;

export const speedSource = z.enum(['place', 'simulated', 'tap', 'file']);
export type SpeedSource = z.infer<typeof speedSource>;

/** A run begins: which procedure is followed, why, where, and what was looked at first. */
export const beddingBegun = z.object({
  ...base,
  kind: z.literal('beddingBegun'),
  carId: id,
  axles: z
    .array(axle)
    .refine((list) => list.length > 0, said('noAxle'))
    .max(2),
  procedure: followedProcedure,
  /** Why this one, where another was proposed. */
  reason: note(300),
  place: drivenAt,
  airTempC: quantity(-30, 60, '°C'),
  hasTapedDucts: z.boolean(),
  checks: z.array(beddingCheck).max(12),
});
export type BeddingBegun = z.infer<typeof beddingBegun>;

export const applicationFault = z.enum([
  'enteredSlow',
  'letGoEarly',
  'tooGentle',
  'intoAbs',
  'fullStop',
  'waitedTooLong',
]);
export type ApplicationFault = z.infer<typeof applicationFault>;

/** One application as it was driven. */
export const drivenApplication = z.object({
  /** Since the run began. */
  startS: quantity(0, 100_000, 's'),
  seconds: quantity(0, 600, 's'),
  fromKmh: quantity(0, 500, 'km/h'),
  toKmh: quantity(0, 500, 'km/h'),
  decelG: quantity(0, 3, 'g'),
  isCounted: z.boolean(),
  /** Nobody measured it: somebody tapped. */
  isTapped: z.boolean(),
  faults: z.array(applicationFault).max(6),
  /** Hottest face by the model; null where nothing was reckoned. */
  faceC: z.object({ front: quantity(-50, 1500, '°C'), rear: quantity(-50, 1500, '°C') }).nullable(),
});
export type DrivenApplication = z.infer<typeof drivenApplication>;

/** One cycle, driven. */
export const beddingDriven = z.object({
  ...base,
  kind: z.literal('beddingDriven'),
  carId: id,
  /** The run that it belongs to. */
  runId: id,
  cycle: whole(1, 9, 'cycles'),
  speedFrom: speedSource,
  /** By the procedure and what was added or left out on the way. */
  wanted: whole(0, 200, 'applications'),
  applications: z.array(drivenApplication).max(400),
  /** Rolled without brakes afterwards. */
  cooledS: quantity(0, 36_000, 's'),
  coolingWantedS: quantity(0, 36_000, 's'),
  /** Standing still on hot pads. */
  hotStops: whole(0, 200, 'stops'),
  /** Samples of the drive: kept as a file; null where somebody tapped. */
  fileId: id.nullable(),
  /** Why it ended before it was through. */
  endedBecause: note(200),
});
export type BeddingDriven = z.infer<typeof beddingDriven>;

export const faceSeen = z.enum(['even', 'silver', 'smears', 'blotches', 'padOutline', 'blueRing', 'ashEdge']);
export type FaceSeen = z.infer<typeof faceSeen>;

export const beddingWord = z.enum(['goodBite', 'noBite', 'thump', 'squeal', 'smell']);
export type BeddingWord = z.infer<typeof beddingWord>;

export const beddingDecision = z.enum(['accept', 'anotherCycle', 'cleanAndAgain', 'turn']);
export type BeddingDecision = z.infer<typeof beddingDecision>;

/** Both faces of both rotors of an axle, looked at, and what follows. */
export const beddingLook = z.object({
  ...base,
  kind: z.literal('beddingLook'),
  carId: id,
  /** Null where nothing was driven: a pair that is looked at again. */
  runId: id.nullable(),
  axle,
  padSetId: id.nullable(),
  rotorPairId: id.nullable(),
  faces: z
    .array(z.object({ corner, side: z.enum(['inner', 'outer']), seen: z.array(faceSeen).min(1).max(7) }))
    .refine((list) => list.length === 4, said('fourFaces')),
  driverSays: z.array(beddingWord).max(5),
  decision: beddingDecision,
  /** Wanted where the decision is not the one that was proposed. */
  reason: note(300),
  photoIds: z.array(id).max(8).default([]),
});
export type BeddingLook = z.infer<typeof beddingLook>;

/** The tape is off the ducts again. */
export const ductsUntaped = z.object({ ...base, kind: z.literal('ductsUntaped'), carId: id, runId: id });
export type DuctsUntaped = z.infer<typeof ductsUntaped>;

/** A set and its rotors leave for a machine. */
export const sentForBedding = z.object({
  ...base,
  kind: z.literal('sentForBedding'),
  padSetId: id,
  rotorPairId: id,
  to: line(80),
  backOn: localDate,
  /** In cents; null until there is a price. */
  costMinor: whole(0, 10_000_000, 'cents').nullable(),
});
export type SentForBedding = z.infer<typeof sentForBedding>;

/** … and come back in a box. */
export const backFromBedding = z.object({
  ...base,
  kind: z.literal('backFromBedding'),
  padSetId: id,
  rotorPairId: id,
  sentId: id,
  isBedded: z.boolean(),
  costMinor: whole(0, 10_000_000, 'cents').nullable(),
});
export type BackFromBedding = z.infer<typeof backFromBedding>;

/** Rotors turned on a lathe, or their faces cleaned to the iron. */
export const rotorsRefaced = z.object({
  ...base,
  kind: z.literal('rotorsRefaced'),
  rotorPairId: id,
  how: z.enum(['turned', 'cleaned']),
});
export type RotorsRefaced = z.infer<typeof rotorsRefaced>;

/** Driven on the road since the last such entry: cold use wears a transfer layer. */
export const roadUse = z.object({ ...base, kind: z.literal('roadUse'), carId: id, km: quantity(0, 100_000, 'km') });
export type RoadUse = z.infer<typeof roadUse>;

export const beddingFacts = [
  beddingBegun,
  beddingDriven,
  beddingLook,
  ductsUntaped,
  sentForBedding,
  backFromBedding,
  rotorsRefaced,
  roadUse,
] as const;
