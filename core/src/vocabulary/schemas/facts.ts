import { z } from 'zod';
import { corner, id, instant, line, nipple, note, pedalFeel, quantity } from './primitives';

/** What every fact carries. `at` is when it happened, `recordedAt` when it was written down. */
const base = {
  id,
  at: instant,
  recordedAt: instant,
  by: id,
  /** The fact that this one corrects; both stay in the history, only this one counts. */
  replaces: id.optional(),
  /** Why it was corrected. */
  because: line(200).optional(),
  jobId: id.optional(),
  remark: note(500).optional(),
};

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
  .refine((f) => (f.carId === undefined) !== (f.bottleId === undefined), {
    message: 'A boiling test is of a car or of a bottle.',
    path: ['carId'],
  });
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
  volumeMl: quantity(0, 3000, 'mL'),
  clean: z.boolean(),
  bubbleFree: z.boolean(),
  nippleShut: z.boolean(),
});
export type ExchangeCorner = z.infer<typeof exchangeCorner>;

/** Fluid drawn through the nipples: a full exchange, or a bleed of what the calipers have heated. */
export const fluidExchange = z.object({
  ...base,
  kind: z.literal('fluidExchange'),
  carId: id,
  scope: z.enum(['full', 'heatAffected']),
  reservoirRefillMl: quantity(0, 3000, 'mL'),
  reservoirBottleId: id.nullable(),
  corners: z.array(exchangeCorner).min(1, 'At least one corner.').max(12),
  pedalBefore: pedalFeel,
  pedalAfter: pedalFeel,
});
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
  ])
  .refine((f) => f.replaces === undefined || f.because !== undefined, {
    message: 'Say why the earlier entry is corrected.',
    path: ['because'],
  })
  .refine((f) => f.replaces !== f.id, { message: 'A fact cannot replace itself.', path: ['replaces'] });
export type Fact = z.infer<typeof factSchema>;
export type FactKind = Fact['kind'];

/** The ids that a fact points at, with the collection each must be in. */
export function factReferences(
  fact: Fact,
): { path: string; collection: 'cars' | 'bottles' | 'crew' | 'jobs'; id: string }[] {
  const found: ReturnType<typeof factReferences> = [{ path: 'by', collection: 'crew', id: fact.by }];
  if (fact.jobId) found.push({ path: 'jobId', collection: 'jobs', id: fact.jobId });
  if ('carId' in fact && fact.carId) found.push({ path: 'carId', collection: 'cars', id: fact.carId });
  if ('bottleId' in fact && fact.bottleId) found.push({ path: 'bottleId', collection: 'bottles', id: fact.bottleId });
  if (fact.kind === 'fluidExchange') {
    if (fact.reservoirBottleId) {
      found.push({ path: 'reservoirBottleId', collection: 'bottles', id: fact.reservoirBottleId });
    }
    fact.corners.forEach((c, i) =>
      found.push({ path: `corners.${i}.bottleId`, collection: 'bottles', id: c.bottleId }),
    );
  }
  return found;
}
