import { z } from 'zod';
import { quantity, whole } from './primitives';
import { brakeKinds } from '../terms';
import { said } from './said';

/** A rule about fluid that a shop, a customer or an organiser holds to. Schools A to E of the trade. */
export const fluidPolicy = z.discriminatedUnion('school', [
  z.object({ school: z.literal('everyEvent') }),
  z.object({ school: z.literal('window'), withinDays: whole(1, 730, 'days') }),
  z.object({ school: z.literal('bleedAfterTrackDay'), fullEveryMonths: whole(1, 36, 'months') }),
  z.object({ school: z.literal('roadInterval'), everyMonths: whole(1, 60, 'months') }),
  z.object({
    school: z.literal('weeklyInSeason'),
    firstMonth: whole(1, 12, 'months'),
    lastMonth: whole(1, 12, 'months'),
  }),
]);
export type FluidPolicy = z.infer<typeof fluidPolicy>;

export const bleedNippleOrder = z.enum(['innerFirst', 'outerFirst', 'outerInnerOuter']);
export type BleedNippleOrder = z.infer<typeof bleedNippleOrder>;

export const axleBrake = z
  .object({
    brake: z.enum(brakeKinds),
    /**
     * Bores of the pistons at one corner, leading one first: of one side of a fixed caliper, as both sides are alike; of all pistons of
     * a floating caliper or of a wheel cylinder.
     */
    boresMm: z
      .array(quantity(10, 90, 'mm'))
      .refine((list) => list.length > 0, said('noBore'))
      .max(6),
    bleedNipplesPerCorner: z.union([z.literal(1), z.literal(2)]),
    bleedNippleOrder,
  })
  .refine(
    (a) => a.brake !== 'drum' || a.bleedNipplesPerCorner === 1,
    said('drumHasOneNipple', {}, ['bleedNipplesPerCorner']),
  );
export type AxleBrake = z.infer<typeof axleBrake>;
