import { z } from 'zod';
import { batteryStates, motorAxles, waysIn } from '../terms';
import { base } from './base';
import { corner, id, line, note, quantity, whole } from './primitives';
import { said } from './said';

const record = { id, version: z.int().min(0), archived: z.boolean().default(false) };
const tempC = (min: number, max: number) => quantity(min, max, '°C');

/** What a car's brakes have to stop, beyond its hydraulics; null where nobody has said it. */
export const carHeat = z.object({
  /** With driver and fuel, as it goes out. */
  massKg: quantity(200, 5000, 'kg').nullable(),
  wheelbaseMm: quantity(1000, 5000, 'mm').nullable(),
  cgHeightMm: quantity(100, 1500, 'mm').nullable(),
  /** Share of the weight on the front axle at rest. */
  frontWeightPercent: quantity(20, 80, '%').nullable(),
  /** Of its tyres in the dry, as a share of g. */
  tyreGrip: quantity(0.3, 4, 'g').nullable(),
  /** Drag coefficient times frontal area. */
  dragAreaM2: quantity(0.1, 5, 'm²').nullable(),
  /** Centre of the pads from the middle of the hub. */
  effectiveRadiusMm: z.object({
    front: quantity(40, 300, 'mm').nullable(),
    rear: quantity(40, 300, 'mm').nullable(),
  }),
  /** Pressure at the rear as a share of the front's: a proportioning valve. */
  rearPressurePercent: quantity(10, 150, '%').nullable(),
  /** Share of the braking that the motors of an electric car do while the battery takes it. */
  motorSharePercent: quantity(0, 95, '%').nullable(),
  /** Most that they take together. */
  motorPowerKw: quantity(1, 1500, 'kW').nullish(),
  motorAxle: z.enum(motorAxles).nullish(),
  /** What is left of it with the battery full or hot; nothing where nobody has said it. */
  motorLeftPercent: quantity(0, 100, '%').nullish(),
});
export type CarHeat = z.infer<typeof carHeat>;

/** A braking zone of a lap, in the order in which they come. */
export const brakingZone = z
  .object({
    fromKmh: quantity(20, 500, 'km/h'),
    toKmh: quantity(0, 450, 'km/h'),
    /** From the end of the zone before to the beginning of this one. */
    secondsSince: quantity(0, 900, 's'),
    /** Uphill positive. */
    slopePercent: quantity(-30, 30, '%').default(0),
  })
  .refine((z) => z.fromKmh >= z.toKmh + 5, said('zoneSlowsNothing', {}, ['toKmh']));
export type BrakingZone = z.infer<typeof brakingZone>;

const column = z.int().min(0).max(500);
export const traceColumns = z.object({
  time: column,
  timeUnit: z.enum(['s', 'ms', 'min', 'clock']),
  speed: column,
  speedUnit: z.enum(['km/h', 'm/s', 'mph', 'kn']),
});

/** The drive that a venue's zones were found in: the file as it came, and how it is read. */
export const venueTrace = z.object({
  fileId: id,
  name: line(120),
  format: z.enum(['csv', 'gpx']),
  /** Of a table; null for GPX. */
  columns: traceColumns.nullable(),
});
export type VenueTrace = z.infer<typeof venueTrace>;

/** A session as it is planned, or as it was driven. */
export const sessionPlan = z
  .object({
    /** The first lap slower. */
    outLap: z.boolean(),
    /** One of the two, without the cool-down lap. */
    drivenMin: quantity(1, 240, 'min').nullable(),
    laps: whole(1, 300, 'laps').nullable(),
    coolDownLap: z.boolean(),
    /** How it ended, of a session that was driven; left out of a plan, and where nobody was asked. */
    cameIn: z.enum(waysIn).optional(),
    /** Whether the pads were on the rotors while it stood; left out where nobody knows. */
    brakesHeld: z.boolean().optional(),
    /** Of a session that was driven by a car with motors that brake; a plan reckons with a battery that is full or hot. */
    battery: z.enum(batteryStates).optional(),
    parkedMin: quantity(0, 120, 'min'),
    airTempC: quantity(-30, 60, '°C'),
    isWet: z.boolean(),
    /** Null: as the car has them. */
    ducts: z.enum(['on', 'off', 'taped']).nullable(),
  })
  .refine((s) => (s.drivenMin === null) !== (s.laps === null), said('minutesOrLaps', {}, ['drivenMin']));
export type SessionPlan = z.infer<typeof sessionPlan>;

/** A peak of the fluid that the shop sets for one car at one event, whatever is computed. */
export const pinnedPeak = z.object({ tempC: quantity(60, 400, '°C'), reason: line(200) });
export type PinnedPeak = z.infer<typeof pinnedPeak>;

/** What pads or linings are made of, as its maker's sheet says; null where it says nothing. */
export const compound = z
  .object({
    ...record,
    name: line(60),
    use: z.enum(['road', 'track', 'race']),
    /** Rotor face between which it works. */
    minWorkingC: tempC(-20, 800).nullable().default(null),
    maxWorkingC: tempC(50, 1200).nullable().default(null),
    /** Rotor face that it never goes over. */
    maxTempC: tempC(100, 1400).nullable().default(null),
    friction: quantity(0.1, 0.9, '').nullable().default(null),
    /** Rotor face from which its transfer layer forms. */
    layerFormsC: tempC(50, 800).nullable().default(null),
    /** What a front pad of it loses in an hour of track, by its sheet or by others' word. */
    lostMmAnHour: quantity(0.05, 20, 'mm').nullable().default(null),
    /** Where its bedding procedure comes from. */
    beddingSource: note(200).default(''),
    notes: note().default(''),
  })
  .refine(
    (c) => c.minWorkingC === null || c.maxWorkingC === null || c.minWorkingC < c.maxWorkingC,
    said('rangeSwapped', {}, ['minWorkingC']),
  )
  .refine(
    (c) => c.maxWorkingC === null || c.maxTempC === null || c.maxWorkingC <= c.maxTempC,
    said('workingAboveHighest', {}, ['maxWorkingC']),
  );
export type Compound = z.infer<typeof compound>;

const step = tempC(30, 1200).nullable();
const steps = { reachedC: step, notReachedC: step };
const someStep = (s: { reachedC: number | null; notReachedC: number | null }): boolean =>
  s.reachedC !== null || s.notReachedC !== null;
const inOrder = (s: { reachedC: number | null; notReachedC: number | null }): boolean =>
  s.reachedC === null || s.notReachedC === null || s.reachedC < s.notReachedC;

/** What somebody read of the heat of a session. */
export const heatRead = z.discriminatedUnion('instrument', [
  /** Paint on the rotor's edge: the highest colour that has turned, the lowest that has not. */
  z
    .object({ instrument: z.literal('thermalPaint'), corner, ...steps })
    .refine(someStep, said('noStepRead', {}, ['reachedC']))
    .refine(inOrder, said('stepsSwapped', {}, ['notReachedC'])),
  /** A sticker on the caliper: the highest field that has gone dark, the lowest that has not. */
  z
    .object({ instrument: z.literal('sticker'), corner, ...steps })
    .refine(someStep, said('noStepRead', {}, ['reachedC']))
    .refine(inOrder, said('stepsSwapped', {}, ['notReachedC'])),
  z.object({
    instrument: z.literal('pyrometer'),
    corner,
    part: z.enum(['rotor', 'caliper']),
    tempC: tempC(-20, 1200),
    /** From standing still to the reading. */
    secondsAfterStop: quantity(0, 3600, 's'),
  }),
  /** The pedal went long with heat and came back cold. */
  z.object({ instrument: z.literal('fluidBoiled') }),
]);
export type HeatRead = z.infer<typeof heatRead>;

export const heatReading = z.object({
  ...base,
  kind: z.literal('heatReading'),
  carId: id,
  venueId: id,
  /** The session as it was driven. */
  session: sessionPlan,
  read: heatRead,
  takenWith: z.enum(['byHand', 'simulated']),
});
export type HeatReading = z.infer<typeof heatReading>;

/** A lead goes by what is computed of a car at a venue, though the shop expects more there: its own readings are enough. */
export const peakTakenOver = z.object({
  ...base,
  kind: z.literal('peakTakenOver'),
  carId: id,
  venueId: id,
  /** Where both figures were seen. */
  eventId: id,
  /** Computed, as sure as the shop wants it. */
  tempC: quantity(60, 400, '°C'),
  /** What the venue's record said. */
  insteadOfC: quantity(60, 400, '°C'),
  reason: line(200),
});
export type PeakTakenOver = z.infer<typeof peakTakenOver>;
