import { z } from 'zod';
import { said } from './said';
import type { Collection } from '../collections';
import { assumedKeys, noToolsSaid, nothingKnown, usualBreaks, usualHours, workSkills } from '../terms';
import { procedure } from './bedding';
import { axleBrake, fluidPolicy } from './brakes';
import { brakingZone, carHeat, compound, pinnedPeak, sessionPlan, venueTrace } from './heat';
import { brakeSheet, brakeSheetBody, padSet, rotorPair, sequenceSchool, wrench } from './parts';
import {
  beddingPlace,
  dayOff,
  workBreak,
  eventRules,
  lift,
  message,
  partsOrder,
  ruleSet,
  supplier,
  wearPart,
  weekHours,
  workChange,
  workKey,
  workRules,
  workSkill,
} from './planning';
import { queueEntry } from './queue';
import { plannedSession } from './track';
import {
  corner,
  grade,
  id,
  instant,
  line,
  localDate,
  note,
  quantity,
  side,
  timeOfDay,
  timeZone,
  whole,
} from './primitives';

/** What every record carries: its id and the version that its writer had read (0 for a new one). */
const record = { id, version: z.int().min(0), archived: z.boolean().default(false) };

export const shop = z.object({
  ...record,
  name: line(),
  timeZone,
  fluidPolicies: z.array(fluidPolicy).max(5),
  demandedMarginC: quantity(0, 150, '°C'),
  defaultPeakFluidTempC: quantity(60, 320, '°C'),
  defaultUptakePercentPerYear: quantity(0.1, 8, '% a year'),
  openBottleDays: whole(1, 730, 'days'),
  /** How sure the expected peak of the fluid is: so often the true one is lower. */
  peakCertaintyPercent: quantity(50, 99, '%').default(90),
  altitudeM: quantity(-400, 5000, 'm'),
  /** Friction material at which a pad is out, and the share of new below which a track start is warned of. */
  padLimitMm: quantity(0.5, 20, 'mm').default(3),
  padTrackStartPercent: quantity(5, 95, '%').default(50),
  /** Pads are gauged after every session, every second, …; after each where one is thin or the driver says something. */
  padsEverySessions: whole(1, 4, 'sessions').default(1),
  /** The nuts of a wheel are logged with one tap, when all have clicked; else one tap a nut. */
  isWheelLoggedAtOnce: z.boolean().default(false),
  /** A suspect that is likelier than this must be ruled out before a fault of unknown cause is over. */
  suspectSharePercent: quantity(1, 30, '%').default(10),
  /** What the container for used fluid holds. */
  wasteContainerMl: quantity(500, 1_000_000, 'mL').default(20_000),
  ...workRules,
  reTorqueAtEvent: z.boolean().default(true),
  hours: weekHours.default(usualHours),
  breaks: z.array(workBreak).max(4).default(usualBreaks),
  /** Days on which the shop is shut. */
  closedDays: z.array(dayOff).max(100).default([]),
  /** Whether plans put work as late as is safe, or as early as it goes. */
  planPace: z.enum(['late', 'early']).default('late'),
  /** Cap adapters for the pressure bleeder that the shop has; empty where nobody has listed them. */
  capAdapters: z.array(line(60)).max(60).default([]),
  /** Pressure bleeders that the shop has; null where nobody has said: then plans take it that there are enough. */
  pressureBleeders: whole(1, 20, 'bleeders').nullable().default(null),
  /** Trailers of the shop's own; null where nobody has said. */
  trailers: whole(0, 20, 'trailers').nullable().default(null),
  /** What prices are in: three letters. */
  currency: z
    .string()
    .refine((code) => /^[A-Z]{3}$/.test(code), said('notACurrency'))
    .default('EUR'),
  /** What an hour of brake work costs, in minor units of the currency; null where nobody has said. */
  labourMinorPerHour: whole(0, 10_000_000, 'cents').nullable().default(null),
  /** Whether customers are told what an hour on track costs, on the sheet after an event. */
  isCostTold: z.boolean().default(false),
  /** Days that work should be finished before load-up. */
  slackDays: whole(0, 14, 'days').default(1),
  /** Days after an event within which ducts come off and road pads go back. */
  afterEventDays: whole(1, 60, 'days').default(7),
  /** Days that parts are away to be bedded on a machine. */
  machineBeddingDays: whole(1, 60, 'days').default(6),
  /** Road use after which a transfer layer is worn, and days after which nobody knows. */
  reBedAfterRoadKm: whole(50, 50_000, 'km').default(800),
  reBedAfterDays: whole(7, 1000, 'days').default(120),
  /** The fastest that is lawful on the roads around the shop. */
  lawfulRoadKmh: quantity(30, 200, 'km/h').default(100),
});
export type Shop = z.infer<typeof shop>;

export const crewMember = z.object({
  ...record,
  name: line(),
  role: z.enum(['lead', 'technician']),
  /** Own working hours; null: the shop's. */
  hours: weekHours.nullable().default(null),
  daysOff: z.array(dayOff).max(100).default([]),
  skills: z.array(workSkill).default([...workSkills]),
  /** Works at a customer's place too. */
  travels: z.boolean().default(true),
});
export type CrewMember = z.infer<typeof crewMember>;

/** Entered twice: the one that stays, which has all that hangs on this. Null or left out: it is no double. */
const mergedIntoId = id.nullable().optional();

export const customer = z.object({
  ...record,
  mergedIntoId,
  name: line(),
  phone: note(40).default(''),
  email: z
    .union([z.literal(''), z.string().refine((text) => z.email().safeParse(text).success, said('notAnEmail'))])
    .default(''),
  notes: note().default(''),
  /** What the customer's sheets are written in. */
  units: z.enum(['metric', 'imperial']).default('metric'),
  fluidPolicy: fluidPolicy.nullable().default(null),
  demandedMarginC: quantity(0, 150, '°C').nullable().default(null),
  ...workRules,
  /** The cars are worked on where they stand; minutes there, one way. */
  atTheirPlace: z.boolean().default(false),
  travelMin: quantity(0, 600, 'min').default(0),
});
export type Customer = z.infer<typeof customer>;

/** A table that was read in: what came with it, so that all of it can be taken back. Put away: it has been. */
export const tableImport = z.object({
  ...record,
  at: instant,
  by: id,
  fileName: note(200),
  customerIds: z.array(id).max(10_000),
  carIds: z.array(id).max(10_000),
  flushIds: z.array(id).max(10_000),
});
export type Import = z.infer<typeof tableImport>;

const lineLengthMm = quantity(50, 12000, 'mm');

/** What of a car nobody has said yet: its figures stand for it until somebody does. */
export const assumedOfCar = z.enum(assumedKeys);

const spannerMm = quantity(5, 24, 'mm').nullable();
/** What a car needs in tools; empty where nobody has said. */
export const carTools = z.object({
  /** For the pressure bleeder. */
  capAdapter: note(60),
  bleedSpannerMm: z.object({ front: spannerMm, rear: spannerMm }),
  caliperSocket: note(30),
  bracketSocket: note(30),
  wheelSocket: note(30),
  /** Where it is, or what it looks like. */
  lockingWheelKey: note(60),
  retractingTool: note(60),
});
export type CarTools = z.infer<typeof carTools>;

const carBody = z.object({
  ...record,
  mergedIntoId,
  customerId: id,
  name: line(),
  make: note(40).default(''),
  model: note(40).default(''),
  year: whole(1900, 2100, '').nullable().default(null),
  plate: note(20).default(''),
  driverSide: side,
  masterCylinderSide: side,
  circuitSplit: z.enum(['frontRear', 'diagonal']),
  fluidGrade: grade,
  reservoirMaxMl: quantity(20, 3000, 'mL'),
  reservoirMinMl: quantity(0, 2500, 'mL'),
  reservoirDepthMm: quantity(1, 300, 'mm'),
  reservoirSharedWithClutch: z.boolean().default(false),
  /** A reservoir that no syringe reaches is emptied through a bleed nipple. */
  reservoirCanBeSuckedOut: z.boolean().default(true),
  front: axleBrake,
  rear: axleBrake,
  lineLengthMm: z.object({ FL: lineLengthMm, FR: lineLengthMm, RL: lineLengthMm, RR: lineLengthMm }),
  lineBoreMm: quantity(1.5, 8, 'mm'),
  sequenceSchool,
  makerSequence: z.array(corner).max(4).default([]),
  makerSequenceSource: note(200).default(''),
  pressureCeilingKpa: quantity(20, 400, 'kPa').nullable().default(null),
  heat: carHeat.default(nothingKnown),
  tools: carTools.default(noToolsSaid),
  assumed: z.array(assumedOfCar).max(assumedKeys.length).default([]),
  notes: note().default(''),
});

export const car = carBody
  .refine((c) => c.reservoirMinMl < c.reservoirMaxMl, said('minAboveMax', {}, ['reservoirMinMl']))
  .refine(
    (c) => c.sequenceSchool !== 'makerSheet' || new Set(c.makerSequence).size === 4,
    said('sequenceIncomplete', {}, ['makerSequence']),
  )
  .refine(
    (c) => c.sequenceSchool !== 'makerSheet' || c.makerSequenceSource !== '',
    said('sequenceWithoutSource', {}, ['makerSequenceSource']),
  );
export type Car = z.infer<typeof car>;

/** A kind of car that the shop keeps: what a new car of it begins with. */
export const carKind = z.object({
  ...record,
  name: line(),
  make: note(40).default(''),
  model: note(40).default(''),
  /** As of a car; who owns it, its name and its plate are not asked of a kind. */
  plumbing: carBody.pick({
    driverSide: true,
    masterCylinderSide: true,
    circuitSplit: true,
    fluidGrade: true,
    reservoirMaxMl: true,
    reservoirMinMl: true,
    reservoirDepthMm: true,
    reservoirSharedWithClutch: true,
    reservoirCanBeSuckedOut: true,
    front: true,
    rear: true,
    lineLengthMm: true,
    lineBoreMm: true,
    sequenceSchool: true,
    makerSequence: true,
    makerSequenceSource: true,
    pressureCeilingKpa: true,
    heat: true,
    tools: true,
    assumed: true,
  }),
  sheet: brakeSheetBody.nullable().default(null),
});
export type CarKind = z.infer<typeof carKind>;

export const venue = z.object({
  ...record,
  name: line(),
  altitudeM: quantity(-400, 5000, 'm'),
  peakFluidTempC: quantity(60, 320, '°C'),
  /** Of one lap; empty where nobody has said them. */
  zones: z.array(brakingZone).max(60).default([]),
  /** The drive that they were found in; null where they were typed. */
  trace: venueTrace.nullable().default(null),
  notes: note().default(''),
});
export type Venue = z.infer<typeof venue>;

export const trackEvent = z
  .object({
    ...record,
    name: line(),
    venueId: id,
    organiser: note(80).default(''),
    startDate: localDate,
    endDate: localDate,
    ...eventRules,
    /** Where the rules came from. */
    ruleSetId: id.nullable().default(null),
    /** Day on which the cars are loaded; null: the day before. */
    loadUpDate: localDate.nullable().default(null),
    /** From when on that day: work for the event is done by then; null: by the evening. */
    loadUpTime: timeOfDay.nullable().default(null),
    /** Trailers of the shop that go there, from load-up until the last day. */
    trailers: whole(0, 20, 'trailers').default(0),
    /** Who of the crew goes there. */
    crewIds: z.array(id).max(40).default([]),
    /** A usual session; null: as sessions usually are. */
    session: sessionPlan.nullable().default(null),
    /** The timetable, as far as it is known. */
    timetable: z.array(plannedSession).max(200).default([]),
    notes: note().default(''),
  })
  .refine((e) => e.endDate >= e.startDate, said('eventEndsBeforeItBegins', {}, ['endDate']))
  .refine((e) => e.loadUpDate === null || e.loadUpDate <= e.startDate, said('loadUpAfterStart', {}, ['loadUpDate']));
export type TrackEvent = z.infer<typeof trackEvent>;

export const booking = z
  .object({
    ...record,
    eventId: id,
    carId: id,
    notes: note().default(''),
    workChanges: z.array(workChange).max(40).default([]),
    /** Where new pads are bedded. */
    beddingPlace: beddingPlace.default('road'),
    /** Pad sets, rotor pairs, bottles that are reserved for this booking. */
    reservedIds: z.array(id).max(20).default([]),
    pinnedPeak: pinnedPeak.nullable().default(null),
    /** Whose sessions of the timetable it drives. */
    group: note(20).default(''),
  })
  .refine(
    (b) => b.workChanges.every((c) => c.change !== 'add' || !c.earliest || !c.latest || c.latest >= c.earliest),
    said('windowEndsBeforeItBegins', {}, ['workChanges']),
  );
export type Booking = z.infer<typeof booking>;

/** A product on the shelf: what its label promises. */
export const fluid = z
  .object({
    ...record,
    name: line(),
    grade,
    dryBoilingPointC: quantity(150, 400, '°C'),
    wetBoilingPointC: quantity(105, 350, '°C'),
    darkWhenNew: z.boolean().default(false),
  })
  .refine((f) => f.wetBoilingPointC < f.dryBoilingPointC, said('wetAboveDry', {}, ['wetBoilingPointC']));
export type Fluid = z.infer<typeof fluid>;

export const bottle = z.object({
  ...record,
  label: line(40),
  fluidId: id,
  sizeMl: quantity(50, 60000, 'mL'),
  batch: note(40).default(''),
  receivedOn: localDate,
});
export type Bottle = z.infer<typeof bottle>;

export const jobKind = z.enum([
  'service',
  'flush',
  'bleed',
  'trackBleed',
  'boilingTest',
  'bedding',
  'errand',
  'atEvent',
  'afterEvent',
]);
export type JobKind = z.infer<typeof jobKind>;

/** Planned work on a car: who, when, how long. Whether it is done follows from the facts that name it. */
export const job = z.object({
  ...record,
  kind: jobKind,
  carId: id,
  eventId: id.nullable().default(null),
  crewId: id,
  startAt: instant,
  durationMin: quantity(5, 1440, 'min'),
  notes: note().default(''),
  /** The second pair of hands. */
  helperId: id.nullable().default(null),
  liftId: id.nullable().default(null),
  /** The work of a booking that this job does, as the work list names it. */
  bookingId: id.nullable().default(null),
  covers: z.array(workKey).max(30).default([]),
  /** Stays where it is when a plan is proposed. */
  isPinned: z.boolean().default(false),
});
export type Job = z.infer<typeof job>;

/** Every collection of records, by its name on the wire. */
export const recordSchemas = {
  shops: shop,
  crew: crewMember,
  customers: customer,
  cars: car,
  carKinds: carKind,
  venues: venue,
  events: trackEvent,
  bookings: booking,
  fluids: fluid,
  bottles: bottle,
  jobs: job,
  padSets: padSet,
  rotorPairs: rotorPair,
  brakeSheets: brakeSheet,
  ruleSets: ruleSet,
  lifts: lift,
  suppliers: supplier,
  wearParts: wearPart,
  orders: partsOrder,
  messages: message,
  wrenches: wrench,
  compounds: compound,
  procedures: procedure,
  imports: tableImport,
  queueEntries: queueEntry,
} as const satisfies Record<Collection, z.ZodType>;

export type RecordOf<C extends Collection> = z.infer<(typeof recordSchemas)[C]>;
