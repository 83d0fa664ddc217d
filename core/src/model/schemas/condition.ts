import { z } from 'zod';
import { type FaultKind, faultKinds, movableLimits, repairs, repairsOfCar, seenProofs } from '../condition-terms';
import { base } from './base';
import { axle } from './parts';
import { corner, id, line, note } from './primitives';
import { said } from './said';

/** Where on the car; both null: all of it. */
const place = { axle: axle.nullable(), corner: corner.nullable() };
const isOnePlace = (f: { axle: unknown; corner: unknown }): boolean => f.axle === null || f.corner === null;

/** A repair that no other entry tells of: what was done, and where. */
export const repairDone = z
  .object({ ...base, ...place, kind: z.literal('repairDone'), carId: id, repair: z.enum(repairs), words: note(200) })
  .refine(isOnePlace, said('cornerOrAxle', {}, ['corner']))
  .refine(
    (f) => repairsOfCar.has(f.repair) || f.axle !== null || f.corner !== null,
    said('repairWithoutPlace', {}, ['corner']),
  );
export type RepairDone = z.infer<typeof repairDone>;

/** Looked at or tried again: whether it is right now. */
export const recheckDone = z
  .object({
    ...base,
    ...place,
    kind: z.literal('recheckDone'),
    carId: id,
    proof: z.enum(seenProofs),
    isRight: z.boolean(),
    words: note(200),
  })
  .refine(isOnePlace, said('cornerOrAxle', {}, ['corner']));
export type RecheckDone = z.infer<typeof recheckDone>;

/** A lead lets a fault pass for a while: never a stop, and never for ever. */
export const faultLetPass = z.object({
  ...base,
  kind: z.literal('faultLetPass'),
  carId: id,
  ...place,
  fault: z.enum(faultKinds as [FaultKind, ...FaultKind[]]),
  /** The entry that found it last: found again, it is asked about again. */
  foundId: id,
  until: z.enum(['nextSession', 'endOfEvent']),
  /** The event at whose end it ends. */
  eventId: id.nullable(),
  reason: line(300),
});
export type FaultLetPass = z.infer<typeof faultLetPass>;

/**
 * A limit that somebody moved to the milder side, or a lead made or a name changed, while a service or an event was under way: written down by the
 * server, for whoever lets the car go.
 */
export const limitMoved = z.object({
  ...base,
  kind: z.literal('limitMoved'),
  carId: id,
  /** While which event; else while which job. */
  eventId: id.optional(),
  limit: z.enum(movableLimits),
  /** Of which part, axle, fastener, person or record, and what people call it, or called it until then. */
  subject: line(60),
  label: note(60),
  /** In the canonical unit of its kind. */
  from: z.number(),
  /** Null where it was taken away. */
  to: z.number().nullable(),
});
export type LimitMoved = z.infer<typeof limitMoved>;

export const conditionFacts = [repairDone, recheckDone, faultLetPass, limitMoved] as const;
