import type { BrakeSheet, Car, Corner, Fact, Finding, MeasuredKind, StepKind } from '../model';
import { type WheelBearingFindings, judgeWheelBearing } from '../wheel-bearings';

/** What measured checks find: one that is not among them cannot be judged below. */
export type MeasuredFindings = WheelBearingFindings;

/** A figure that is taken at every corner and judged on its own: what its reading means, and where it is taken. */
interface CornerMeasurement<K extends Fact['kind']> {
  /** The step of a service in which it is taken. */
  step: StepKind;
  isTakenAt: (car: Car, corner: Corner) => boolean;
  judge: (reading: Extract<Fact, { kind: K }>, sheet: BrakeSheet) => Finding & { code: keyof MeasuredFindings };
}

/** Measured checks beside pads and rotors, by the kind of their reading: one line each. */
export const cornerMeasurements = {
  wheelBearingMeasurement: { step: 'wheelBearing', isTakenAt: () => true, judge: judgeWheelBearing },
} as const satisfies { [K in MeasurementKind]: CornerMeasurement<K> };

/** Kinds of facts that are called a measurement; pads and rotors are judged with their parts. One that is forgotten above does not compile. */
export type MeasurementKind = Exclude<MeasuredKind, 'padMeasurement' | 'rotorMeasurement'>;
/** Steps in which one of them is taken. */
export type MeasuredStep = (typeof cornerMeasurements)[MeasurementKind]['step'];
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
