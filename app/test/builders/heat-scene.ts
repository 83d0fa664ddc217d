/** A car of which enough is known, booked to a venue with braking zones. */
import { type Fact, type RecordOf, nothingKnown } from '@calvik/core';
import { booking, common, event, venue } from './pages-scene';
import { bottle, car, flush, fluid, id } from './scene';
import { compounds, padSet, pair } from './service-scene';

export const heatCar = { ...car, heat: { ...nothingKnown, massKg: 1420 } };
export const ring: RecordOf<'venues'> = {
  ...venue,
  zones: [
    { fromKmh: 205, toKmh: 85, secondsSince: 16, slopePercent: 0 },
    { fromKmh: 160, toKmh: 100, secondsSince: 14, slopePercent: 0 },
    { fromKmh: 185, toKmh: 75, secondsSince: 17, slopePercent: 0 },
  ],
};
const rearPair = { ...pair, id: id(62), label: 'R-002', axle: 'rear' as const };
const fitted = (axle: 'front' | 'rear', rotorPairId: string, padSetId: string | null, n: number): Fact =>
  ({
    ...flush(n, 30),
    kind: 'partsFitted',
    axle,
    padSetId,
    rotorPairId,
    changed: 'both',
    jobId: id(50),
    carId: car.id,
  }) as unknown as Fact;
export const facts: Fact[] = [
  flush(20, 5),
  fitted('front', pair.id, padSet.id, 70),
  fitted('rear', rearPair.id, null, 71),
];
export const heatRecords = {
  cars: [heatCar],
  venues: [ring],
  events: [event],
  bookings: [booking],
  bottles: [bottle],
  fluids: [fluid],
  compounds: [{ ...compounds[0]!, maxTempC: 760, friction: 0.45 }, compounds[1]!],
  padSets: [padSet],
  rotorPairs: [pair, rearPair],
};
export { booking, common, event };
