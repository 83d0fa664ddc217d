import { z } from 'zod';
import { queueProofs, queueWorks } from '../queue-terms';
import { complaints } from '../terms';
import { base } from './base';
import { axle } from './parts';
import { grade, id, instant, line, localDate, note, quantity } from './primitives';
import { said } from './said';

/** One thing that is wanted of a car: of one axle, or of all of it. */
export const queueWant = z.object({ work: z.enum(queueWorks), axle: axle.nullable().default(null) });
export type QueueWant = z.infer<typeof queueWant>;
const wants = () =>
  z
    .array(queueWant)
    .min(1)
    .max(12)
    .refine((all) => new Set(all.map((w) => `${w.work} ${w.axle}`)).size === all.length, said('wantedTwice'));

/** A bottle that a driver brought along. */
export const ownBottle = z
  .object({
    grade,
    isSealed: z.boolean(),
    /** Null: nobody knows. */
    openedOn: localDate.nullable(),
    leftMl: quantity(0, 20_000, 'mL').nullable(),
  })
  .refine((b) => !b.isSealed || b.openedOn === null, said('sealedAndOpened', {}, ['openedOn']));
export type OwnBottle = z.infer<typeof ownBottle>;

/** A car that waits in the paddock of an event, on record or not. What happens to it is told by its moves. */
export const queueEntry = z
  .object({
    id,
    version: z.int().min(0),
    archived: z.boolean().default(false),
    eventId: id,
    /** Null: a car that is not on record. */
    carId: id.nullable(),
    /** Who turned up with what, as it was written down; null of a booked car. */
    walkIn: z.object({ driver: line(60), car: line(60), phone: note(40).default('') }).nullable(),
    wants: wants(),
    words: note(300).default(''),
    arrivedAt: instant,
    /** Whose sessions of the timetable it drives; of a booked car its booking says so. */
    group: note(20).default(''),
    /** When it goes out next, where the timetable does not tell. */
    goesOutAt: instant.nullable().default(null),
    /** Does not go out before it is done. */
    staysIn: z.boolean().default(false),
    /** What is in a car that is not on record. */
    fluidGrade: grade.nullable().default(null),
    ownBottle: ownBottle.nullable().default(null),
  })
  .refine((e) => e.carId !== null || e.walkIn !== null, said('nobodyWaits', {}, ['walkIn']));
export type QueueEntry = z.infer<typeof queueEntry>;

const move = z.discriminatedUnion('move', [
  /** What the driver says of the car. */
  z.object({ move: z.literal('said'), complaints: z.array(z.enum(complaints)).min(1).max(complaints.length) }),
  /** Somebody begins, or goes on after a pause. */
  z.object({
    move: z.literal('started'),
    crewId: id,
    helperId: id.nullable().default(null),
    /** What is worked on from here on. */
    wants: wants(),
  }),
  z.object({ move: z.literal('paused'), why: line(200) }),
  z.object({ move: z.literal('handedOver'), crewId: id, why: note(200).default('') }),
  /** What the work has found that nobody had asked for. */
  z.object({ move: z.literal('foundMore'), wants: wants(), words: note(300).default('') }),
  z.object({ move: z.literal('done'), shown: z.array(z.enum(queueProofs)).max(queueProofs.length) }),
  /** Not to be put right here: handed on in writing. */
  z.object({ move: z.literal('referred'), to: line(120), words: note(1000).default(''), mayBeDriven: z.boolean() }),
  z.object({ move: z.literal('left'), why: line(200) }),
  /** The driver was told when the car is back. */
  z.object({ move: z.literal('promised'), backBy: instant }),
]);

/** What happens to a car in the queue. */
export const queueMove = z
  .object({
    ...base,
    kind: z.literal('queueMove'),
    queueEntryId: id,
    /** The car, where it is on record. */
    carId: id.optional(),
    move,
  })
  .refine((f) => f.move.move !== 'promised' || f.move.backBy > f.at, said('promisedTooEarly', {}, ['move', 'backBy']))
  .refine(
    (f) => f.move.move !== 'started' || f.move.helperId !== f.move.crewId,
    said('helpsThemself', {}, ['move', 'helperId']),
  );
export type QueueMove = z.infer<typeof queueMove>;
export type QueueMoveKind = QueueMove['move']['move'];

/** The order of the queue, set by hand; empty: as it is proposed. */
export const queueOrdered = z.object({
  ...base,
  kind: z.literal('queueOrdered'),
  eventId: id,
  queueEntryIds: z.array(id).max(200),
});
export type QueueOrdered = z.infer<typeof queueOrdered>;

/** One of the crew is away from the paddock for a while: a break, an errand. */
export const crewAway = z
  .object({
    ...base,
    kind: z.literal('crewAway'),
    eventId: id,
    crewId: id,
    from: instant,
    until: instant,
    why: note(80).default(''),
  })
  .refine((f) => f.until > f.from, said('awayEndsBeforeItBegins', {}, ['until']))
  .refine((f) => Date.parse(f.until) - Date.parse(f.from) <= 24 * 3_600_000, said('awayTooLong', {}, ['until']));
export type CrewAway = z.infer<typeof crewAway>;

export const queueFacts = [queueMove, queueOrdered, crewAway] as const;
