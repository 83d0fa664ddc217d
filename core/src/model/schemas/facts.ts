import { z } from 'zod';
import { said } from './said';
import type { Collection } from '../collections';
import { base } from './base';
import { beddingFacts } from './bedding';
import { conditionFacts } from './condition';
import { corner, id, line, nipple, note, pedalFeel, quantity } from './primitives';
import { heatReading, peakTakenOver } from './heat';
import { planningFacts } from './planning';
import { queueFacts } from './queue';
import { serviceFacts, wasteHandedOver } from './service';
import { trackFacts } from './track';

const instrument = z.enum(['byHand', 'simulatedTester', 'simulatedPen']);

export const boilingTest = z
  .object({
    ...base,
    kind: z.literal('boilingTest'),
    /** The car whose fluid was sampled, or … */
    carId: id.optional(),
    /** … the bottle that it came from. Exactly one of the two. */
    bottleId: id.optional(),
    readingC: quantity(80, 400, '°C'),
    /** Air pressure at the tester; the reading is corrected to 101.325 kPa. */
    ambientKpa: quantity(50, 110, 'kPa'),
    ambientFrom: z.enum(['barometer', 'altitude']),
    instrument,
  })
  .refine((f) => (f.carId === undefined) !== (f.bottleId === undefined), said('testOfCarOrBottle', {}, ['carId']));
export type BoilingTest = z.infer<typeof boilingTest>;

export const moistureReading = z.object({
  ...base,
  kind: z.literal('moistureReading'),
  carId: id,
  waterPercent: quantity(0, 10, '%'),
  instrument,
});
export type MoistureReading = z.infer<typeof moistureReading>;

export const exchangeCorner = z.object({
  corner,
  nipple,
  bottleId: id,
  /** Out of the nipple. */
  volumeMl: quantity(0, 3000, 'mL'),
  /** Out of the bottle, where that is known apart; else as much as came out of the nipple. */
  pouredMl: quantity(0, 3000, 'mL').optional(),
  clean: z.boolean(),
  bubbleFree: z.boolean(),
  nippleShut: z.boolean(),
});
export type ExchangeCorner = z.infer<typeof exchangeCorner>;

/** Fluid drawn through the nipples: a full exchange, or a bleed of what the calipers have heated. */
export const fluidExchange = z
  .object({
    ...base,
    kind: z.literal('fluidExchange'),
    carId: id,
    scope: z.enum(['full', 'heatAffected']),
    reservoirRefillMl: quantity(0, 3000, 'mL'),
    /** Old fluid drawn out of the reservoir first, where that is known apart; else as much as was refilled. */
    drawnOffMl: quantity(0, 3000, 'mL').optional(),
    reservoirBottleId: id.nullable(),
    corners: z.array(exchangeCorner).max(12),
    /** Done by somebody else: no bottle of the shop, no nipple by nipple. */
    elsewhere: z.object({ doneBy: note(80), fluidId: id.nullable() }).optional(),
    /** Null in an exchange of a guided service whose pedal has not been judged yet. */
    pedalBefore: pedalFeel.nullable(),
    pedalAfter: pedalFeel.nullable(),
  })
  .refine((f) => f.elsewhere !== undefined || f.corners.length > 0, said('noCorner', {}, ['corners']));
export type FluidExchange = z.infer<typeof fluidExchange>;

export const bottleOpened = z.object({ ...base, kind: z.literal('bottleOpened'), bottleId: id });
export type BottleOpened = z.infer<typeof bottleOpened>;

/** What is really left in a bottle, looked at or weighed; zero when it is empty or thrown away. */
export const bottleLevel = z.object({
  ...base,
  kind: z.literal('bottleLevel'),
  bottleId: id,
  leftMl: quantity(0, 60000, 'mL'),
});
export type BottleLevel = z.infer<typeof bottleLevel>;

/** A workshop has put a wrongly filled system right. */
export const systemCleared = z.object({ ...base, kind: z.literal('systemCleared'), carId: id, workshop: line(120) });
export type SystemCleared = z.infer<typeof systemCleared>;

/** A fact that should never have been written: it stays visible and no longer counts. */
export const withdrawal = z.object({
  ...base,
  kind: z.literal('withdrawal'),
  carId: id.optional(),
  bottleId: id.optional(),
  replaces: id,
  because: line(200),
});
export type Withdrawal = z.infer<typeof withdrawal>;

export const factSchema = z
  .discriminatedUnion('kind', [
    boilingTest,
    moistureReading,
    fluidExchange,
    bottleOpened,
    bottleLevel,
    systemCleared,
    withdrawal,
    wasteHandedOver,
    heatReading,
    peakTakenOver,
    ...serviceFacts,
    ...planningFacts,
    ...beddingFacts,
    ...trackFacts,
    ...conditionFacts,
    ...queueFacts,
  ])
  .refine((f) => f.replaces === undefined || f.because !== undefined, said('noReasonForCorrection', {}, ['because']))
  .refine((f) => f.replaces !== f.id, said('replacesItself', {}, ['replaces']));
export type Fact = z.infer<typeof factSchema>;
export type FactKind = Fact['kind'];
/** Readings that are taken corner by corner: whatever is called a measurement. */
export type MeasuredKind = Extract<FactKind, `${string}Measurement`>;

type FieldsOf<F> = F extends unknown ? keyof F : never;
/** Fields of facts that are called an id of something: each must be said below, but for files and photos, which are no records. */
type PointerField = Exclude<Extract<FieldsOf<Fact>, `${string}Id`>, 'fileId' | 'photoId'>;

/** Where the ids in a fact's fields lead. */
const pointers = {
  carId: 'cars',
  bottleId: 'bottles',
  reservoirBottleId: 'bottles',
  jobId: 'jobs',
  by: 'crew',
  toCrewId: 'crew',
  crewId: 'crew',
  queueEntryId: 'queueEntries',
  padSetId: 'padSets',
  rotorPairId: 'rotorPairs',
  scrappedPadSetId: 'padSets',
  scrappedRotorPairId: 'rotorPairs',
  wearPartId: 'wearParts',
  wrenchId: 'wrenches',
  venueId: 'venues',
  eventId: 'events',
  bookingId: 'bookings',
  orderId: 'orders',
  exchangeId: 'facts',
  aboutFactId: 'facts',
  runId: 'facts',
  sentId: 'facts',
  sessionId: 'facts',
  diagnosisId: 'facts',
  foundId: 'facts',
  replaces: 'facts',
} as const satisfies Record<PointerField, Collection | 'facts'> & Record<string, Collection | 'facts'>;

/** The ids that a fact points at, with the collection each must be in. */
export function factReferences(fact: Fact): { path: string; collection: Collection | 'facts'; id: string }[] {
  const found = Object.entries(pointers).flatMap(([path, collection]) => {
    const target = (fact as Record<string, unknown>)[path];
    return typeof target === 'string' ? [{ path, collection, id: target }] : [];
  });
  if (fact.kind === 'queueMove')
    return [
      ...found,
      ...(['crewId', 'helperId'] as const).flatMap((field) => {
        const target = (fact.move as Partial<Record<typeof field, string | null>>)[field];
        return target ? [{ path: `move.${field}`, collection: 'crew' as const, id: target }] : [];
      }),
    ];
  if (fact.kind === 'queueOrdered')
    return [
      ...found,
      ...fact.queueEntryIds.map((entryId, i) => ({
        path: `queueEntryIds.${i}`,
        collection: 'queueEntries' as const,
        id: entryId,
      })),
    ];
  if (fact.kind !== 'fluidExchange') return found;
  return [
    ...found,
    ...(fact.elsewhere?.fluidId
      ? [{ path: 'elsewhere.fluidId', collection: 'fluids' as const, id: fact.elsewhere.fluidId }]
      : []),
    ...fact.corners.map((c, i) => ({ path: `corners.${i}.bottleId`, collection: 'bottles' as const, id: c.bottleId })),
  ];
}
