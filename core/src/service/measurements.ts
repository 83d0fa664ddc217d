import type { BrakeSheet, Car, Corner, Fact, Finding } from '../model';
import { judgeWheelBearing } from '../wheel-bearings';

/** A figure that is taken at every corner and judged on its own: what its reading means, and where it is taken. */
interface CornerMeasurement<K extends Fact['kind']> {
  isTakenAt: (car: Car, corner: Corner) => boolean;
  judge: (reading: Extract<Fact, { kind: K }>, sheet: BrakeSheet) => Finding;
}

/** Measured checks beside pads and rotors, by the kind of their reading: one line each. */
export const cornerMeasurements = {
  wheelBearingMeasurement: { isTakenAt: () => true, judge: judgeWheelBearing },
} as const satisfies { [K in Fact['kind']]?: CornerMeasurement<K> };

export type MeasurementKind = keyof typeof cornerMeasurements;
export const measurementKinds = Object.keys(cornerMeasurements) as MeasurementKind[];

/** The last reading of each measured check at each corner, judged. */
export function judgeMeasurements(facts: readonly Fact[], sheet: BrakeSheet): { reading: Fact; finding: Finding }[] {
  const latest = new Map<string, { reading: Fact; finding: Finding }>();
  for (const reading of facts) {
    if (!(reading.kind in cornerMeasurements)) continue;
    const { judge } = cornerMeasurements[reading.kind as MeasurementKind];
    const finding = judge(reading as Extract<Fact, { kind: MeasurementKind }>, sheet);
    latest.set(`${reading.kind} ${finding.place.corner ?? ''}`, { reading, finding });
  }
  return [...latest.values()];
}
