import { z } from 'zod';
import { said } from './said';
import { workSkills } from '../terms';
import { base } from './base';
import { axle } from './parts';
import { id, instant, line, localDate, note, quantity, timeOfDay, whole } from './primitives';

const record = { id, version: z.int().min(0), archived: z.boolean().default(false) };

/** What an organiser, a shop or a customer asks of a car beside its fluid; the strictest one holds. */
export const workRules = {
  /** Friction material that a pad must have at the start. */
  minPadMm: quantity(0.5, 40, 'mm').nullable().default(null),
  beddedPartsOnly: z.boolean().default(false),
  /** Wheel nuts and caliper bolts again after the first session. */
  reTorqueAtEvent: z.boolean().default(false),
  ductsAtEvent: z.enum(['any', 'fitted', 'removed']).default('any'),
  /** The organiser's own form, a line each. */
  inspectionItems: z.array(line(80)).max(40).default([]),
};
export const workRulesSchema = z.object(workRules);
export type WorkRules = z.infer<typeof workRulesSchema>;

export const eventRules = {
  flushWithinDays: whole(1, 730, 'days').nullable().default(null),
  demandedMarginC: quantity(0, 150, '°C').nullable().default(null),
  ...workRules,
};

/** Rules of an organiser, kept to be used again. */
export const ruleSet = z.object({ ...record, name: line(80), organiser: note(80).default(''), ...eventRules });
export type RuleSet = z.infer<typeof ruleSet>;

const workingDay = z
  .object({ from: timeOfDay, to: timeOfDay })
  .refine((d) => d.to > d.from, said('dayEndsBeforeItBegins', {}, ['to']));

/** Monday to Sunday; null is a day without work. */
export const weekHours = z.array(workingDay.nullable()).refine((days) => days.length === 7, said('notSevenDays'));
export type WeekHours = z.infer<typeof weekHours>;

/** A stretch of every working day on which nobody works. */
export const workBreak = workingDay;
export type WorkBreak = z.infer<typeof workBreak>;

export const dayOff = z
  .object({
    from: localDate,
    to: localDate,
    why: note(80).default(''),
    /** The whole of these days, or half of each. */
    part: z.enum(['day', 'morning', 'afternoon']).default('day'),
  })
  .refine((d) => d.to >= d.from, said('daysOffEndBeforeTheyBegin', {}, ['to']));
export type DayOff = z.infer<typeof dayOff>;

export const workSkill = z.enum(workSkills);
export type WorkSkill = z.infer<typeof workSkill>;

export const lift = z.object({ ...record, name: line(40) });
export type Lift = z.infer<typeof lift>;

/** Names a piece of work of a booking: `pads.front`, `exchange`, or one that a person added. */
export const workKey = z.string().refine((key) => /^[a-zA-Z]+(\.[a-zA-Z0-9-]+)?$/.test(key), said('unknownWork'));

/** What a person changed in the work list of a booking. */
export const workChange = z.discriminatedUnion('change', [
  z.object({ change: z.literal('drop'), item: workKey, reason: line(200) }),
  z.object({ change: z.literal('split'), item: workKey }),
  z.object({
    change: z.literal('add'),
    item: workKey,
    title: line(80),
    durationMin: quantity(5, 600, 'min'),
    wheelsOff: z.boolean(),
    reason: line(200),
    /** Own window; null: from today to load-up. */
    earliest: localDate.nullable(),
    latest: localDate.nullable(),
  }),
]);
export type WorkChange = z.infer<typeof workChange>;

export const beddingPlace = z.enum(['road', 'machine', 'event']);
export type BeddingPlace = z.infer<typeof beddingPlace>;

export const goods = z.enum(['padSet', 'rotorPair', 'bottle', 'wearPart']);
export type Goods = z.infer<typeof goods>;

export const supplier = z.object({
  ...record,
  name: line(60),
  supplies: z.array(goods).refine((list) => list.length > 0, said('sellsNothing')),
  /** Working days from order to door, as promised. */
  leadDays: whole(0, 120, 'days'),
  notes: note().default(''),
});
export type Supplier = z.infer<typeof supplier>;

/** A kind of small part that is counted, not labelled: hoses, seals, pins, duct hose. */
export const wearPart = z.object({
  ...record,
  name: line(80),
  kind: z.enum(['hose', 'ductHose', 'slidePins', 'seals', 'sensor', 'other']),
  /** The car that it fits; null where it fits any. */
  carId: id.nullable().default(null),
  axle: axle.nullable().default(null),
  /** At or under this count it is ordered again. */
  reorderAt: whole(0, 200, 'pieces').default(0),
});
export type WearPart = z.infer<typeof wearPart>;

export const orderLine = z.object({
  goods,
  /** A set or pair like this one, a bottle of this fluid, this wear part. */
  likeId: id,
  name: line(120),
  /** The supplier's own number for it. */
  partNumber: note(60).optional(),
  /** None: cancelled before any of it came. */
  count: whole(0, 200, 'pieces'),
  /** Who waits for it. */
  bookingIds: z.array(id).max(60),
  /** By the supplier's answer, in minor units of the order's currency; null until there is one. */
  unitPriceMinor: whole(0, 10_000_000, 'cents').nullable(),
  deliveries: z.array(z.object({ on: localDate, count: whole(1, 200, 'pieces') })).max(10),
});
export type OrderLine = z.infer<typeof orderLine>;

export const partsOrder = z.object({
  ...record,
  supplierId: id,
  placedOn: localDate,
  /** Asked and answered by this page, or told on the phone. */
  placedBy: z.enum(['page', 'phone']).default('page'),
  /** What its prices are in, as it was when it was placed; left out by older orders: the shop's. */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/)
    .optional(),
  lines: z
    .array(orderLine)
    .refine((list) => list.length > 0, said('emptyOrder'))
    .max(60),
});
export type PartsOrder = z.infer<typeof partsOrder>;

/** A text to a customer, in the simulated outbox: nothing leaves the machine. */
export const message = z.object({
  ...record,
  /** Null: of a driver in the paddock who is no customer. */
  customerId: id.nullable(),
  bookingId: id.nullable().default(null),
  /** The car in the paddock queue that it is about. */
  queueEntryId: id.nullable().default(null),
  about: z.enum(['booked', 'bringIn', 'found', 'goOut', 'afterEvent', 'queue']),
  to: note(40),
  text: line(800),
  writtenAt: instant,
  /** The days that it tells, as they stood; null of texts that tell none. */
  told: z
    .object({ startDate: localDate.nullable(), endDate: localDate.nullable(), bringInAt: instant.nullable() })
    .nullable()
    .default(null),
});
export type Message = z.infer<typeof message>;

/** Planned work that has no guided screen, done. */
export const workDone = z.object({
  ...base,
  kind: z.literal('workDone'),
  carId: id,
  jobId: id,
  items: z.array(workKey).min(1).max(20),
  /** How long it took, where somebody looked at the clock. */
  minutes: quantity(1, 1440, 'min').nullable(),
});
export type WorkDone = z.infer<typeof workDone>;

/** What lies on the shelf of a wear part, counted. */
export const stockCounted = z.object({
  ...base,
  kind: z.literal('stockCounted'),
  wearPartId: id,
  count: whole(0, 1000, 'pieces'),
});
export type StockCounted = z.infer<typeof stockCounted>;

export const wearPartUsed = z.object({
  ...base,
  kind: z.literal('wearPartUsed'),
  wearPartId: id,
  carId: id,
  count: whole(1, 100, 'pieces'),
});
export type WearPartUsed = z.infer<typeof wearPartUsed>;

/** Goods of one line of an order, at the door. */
export const goodsReceived = z.object({
  ...base,
  kind: z.literal('goodsReceived'),
  orderId: id,
  line: whole(0, 59, 'lines'),
  count: whole(1, 200, 'pieces'),
  /** Set for goods that are counted. */
  wearPartId: id.nullable(),
});
export type GoodsReceived = z.infer<typeof goodsReceived>;

export const planningFacts = [workDone, stockCounted, wearPartUsed, goodsReceived] as const;
