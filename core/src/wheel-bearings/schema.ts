import { z } from 'zod';
import { cornerReading } from '../model/schemas/base';
import { quantity } from '../model/schemas/primitives';

/** How far a wheel rocks on its bearing: pulled at the rim by hand and rule, or by a dial gauge on the hub. */
export const wheelBearingMeasurement = z.object({
  ...cornerReading,
  kind: z.literal('wheelBearingMeasurement'),
  playMm: quantity(0, 20, 'mm'),
  method: z.enum(['rim', 'dialGauge']),
});
export type WheelBearingMeasurement = z.infer<typeof wheelBearingMeasurement>;
