import type { BrakeSheet, Fact, MeasurementKind } from '@calvik/core';
import type { Say } from '../reader';
import { wheelBearingSection } from '../wheel-bearings';

/** What a measured check says on the sheet: a row for each corner. */
export interface MeasurementSection<K extends MeasurementKind> {
  title: string;
  head: string[];
  cells: (reading: Extract<Fact, { kind: K }>, sheet: BrakeSheet, say: Say) => string[];
}

/** One section for each measured check; a check without one does not compile. */
export const measurementSections: { [K in MeasurementKind]: MeasurementSection<K> } = {
  wheelBearingMeasurement: wheelBearingSection,
};
