import { z } from 'zod';
import { causes, diagnosticChecks, faultsOfLook, lookChecks, signs } from '../track-terms';
import { batteryStates, complaints, waysIn } from '../terms';
import { base, explained } from './base';
import { corner, id, instant, line, localDate, note, quantity, timeOfDay, whole } from './primitives';
import { said } from './said';
import { findingTrace } from './service';

/** One session of an event's timetable; of a group, or of everybody where that is empty. */
export const plannedSession = z.object({
  day: localDate,
  from: timeOfDay,
  minutes: whole(3, 240, 'min'),
  group: note(20).default(''),
});
export type PlannedSession = z.infer<typeof plannedSession>;

/** A session that a car was out in. Its moment is when it came in. */
export const sessionDriven = z
  .object({
    ...base,
    kind: z.literal('sessionDriven'),
    carId: id,
    eventId: id,
    outAt: instant,
    laps: whole(1, 300, 'laps').nullable(),
    coolDownLap: z.boolean(),
    /** Left out where nobody was asked. */
    cameIn: z.enum(waysIn).optional(),
    /** Whether the pads were on the rotors while it stood; left out where nobody knows. */
    brakesHeld: z.boolean().optional(),
    battery: z.enum(batteryStates).optional(),
    isWet: z.boolean(),
    airTempC: quantity(-30, 60, '°C'),
    /** Null: as the car has them. */
    ducts: z.enum(['on', 'off', 'taped']).nullable(),
    /** What the driver brings back; empty with nothing to say. */
    complaints: z.array(z.enum(complaints)).max(complaints.length),
    words: note(1000),
    /** Asked, and there was nothing. */
    isNothingToSay: z.boolean(),
  })
  .refine((s) => s.at > s.outAt, said('sessionEndsBeforeItBegins', {}, ['outAt']))
  .refine((s) => Date.parse(s.at) - Date.parse(s.outAt) <= 6 * 3_600_000, said('sessionTooLong', {}, ['outAt']))
  .refine(
    (s) => s.isNothingToSay !== (s.complaints.length > 0 || s.words !== ''),
    said('driverNotAsked', {}, ['complaints']),
  );
export type SessionDriven = z.infer<typeof sessionDriven>;

/** Something that was found while a car stood in the paddock, and where. */
export const faultSeen = z.object({
  fault: z.enum(faultsOfLook),
  corner: corner.nullable(),
  /** Of a crack. */
  lengthMm: quantity(0, 300, 'mm').nullable().default(null),
});
export type FaultSeen = z.infer<typeof faultSeen>;

/** One line of the look after a session, gone through: all its faults, or none. Gone through again, the last time counts. */
export const trackCheck = z.object({
  ...base,
  kind: z.literal('trackCheck'),
  carId: id,
  sessionId: id,
  check: z.enum(lookChecks),
  faults: z.array(faultSeen).max(16),
  /** What was done about it, where an earlier answer had found something. */
  done: note(200),
});
export type TrackCheck = z.infer<typeof trackCheck>;

/** The reservoir as it is read after a session. */
export const levelRead = z.object({
  ...base,
  ...explained,
  kind: z.literal('levelRead'),
  carId: id,
  sessionId: id,
  levelMl: quantity(0, 3000, 'mL'),
  /** Poured in afterwards. */
  toppedUpMl: quantity(0, 3000, 'mL'),
  /** Out of which bottle. */
  bottleId: id.optional(),
});
export type LevelRead = z.infer<typeof levelRead>;

/** What a car that goes out again keeps to. */
export const sessionLimits = z.object({
  maxLaps: whole(1, 300, 'laps').nullable(),
  maxMinutes: whole(1, 240, 'min').nullable(),
  coolDownLap: z.boolean(),
  notInTheWet: z.boolean(),
  /** Looked at again after so many sessions. */
  lookAfterSessions: whole(1, 9, 'sessions'),
});
export type SessionLimits = z.infer<typeof sessionLimits>;

/** Whether a car goes out again, signed. */
export const sessionDecision = z.object({
  ...base,
  kind: z.literal('sessionDecision'),
  carId: id,
  sessionId: id,
  decision: z.enum(['go', 'limits', 'stop']),
  limits: sessionLimits,
  /** What was in view when it was signed. */
  findings: z.array(findingTrace).max(100),
  /** Wanted for a stop of one's own, and for what is milder than what was found. */
  reason: note(300),
});
export type SessionDecision = z.infer<typeof sessionDecision>;

/** Somebody wants to know what is wrong. */
export const diagnosisOpened = z.object({
  ...base,
  kind: z.literal('diagnosisOpened'),
  carId: id,
  /** Null where it begins in the shop. */
  sessionId: id.nullable(),
  signs: z.array(z.enum(signs)).max(signs.length),
  corner: corner.nullable(),
});
export type DiagnosisOpened = z.infer<typeof diagnosisOpened>;

/** One check of a diagnosis with what it showed. */
export const diagnosisChecked = z.object({
  ...base,
  kind: z.literal('diagnosisChecked'),
  carId: id,
  diagnosisId: id,
  check: z.enum(diagnosticChecks),
  /** Which of the outcomes of that check, by its key. */
  outcome: z.string().min(1).max(40),
  minutes: quantity(0, 600, 'min').nullable(),
});
export type DiagnosisChecked = z.infer<typeof diagnosisChecked>;

/** What it turned out to be. */
export const diagnosisClosed = z.object({
  ...base,
  kind: z.literal('diagnosisClosed'),
  carId: id,
  diagnosisId: id,
  cause: z.enum(causes),
  /** How sure: found with one's own eyes, or only likely. */
  isConfirmed: z.boolean(),
  words: note(500),
});
export type DiagnosisClosed = z.infer<typeof diagnosisClosed>;

/** What cannot be mended here, handed on in writing. */
export const referralWritten = z.object({
  ...base,
  kind: z.literal('referralWritten'),
  carId: id,
  diagnosisId: id,
  to: line(120),
  words: note(1000),
  mayBeDriven: z.boolean(),
});
export type ReferralWritten = z.infer<typeof referralWritten>;

/** What the shop's own cases have taught is set aside: from here on it counts anew. */
export const caseWeightsReset = z.object({ ...base, kind: z.literal('caseWeightsReset') });
export type CaseWeightsReset = z.infer<typeof caseWeightsReset>;

/** The record of a car at an event, closed. */
export const eventClosed = z.object({
  ...base,
  kind: z.literal('eventClosed'),
  carId: id,
  bookingId: id,
  /** What was still open, and in view. */
  open: z.array(findingTrace).max(60),
  advice: note(1000),
});
export type EventClosed = z.infer<typeof eventClosed>;

export const trackFacts = [
  sessionDriven,
  trackCheck,
  levelRead,
  sessionDecision,
  diagnosisOpened,
  diagnosisChecked,
  diagnosisClosed,
  referralWritten,
  caseWeightsReset,
  eventClosed,
] as const;
