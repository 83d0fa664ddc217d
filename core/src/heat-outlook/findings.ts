import { type Quantity, findingsOf } from '../model';
import type { HeatMissing } from './case';

export interface HeatFindings {
  /** What must be on record before the heat of a car can be reckoned. */
  heatNotComputed: { missing: HeatMissing[] };
  noEventForHeat: Record<string, never>;
  heatInOrder: { fluid: Quantity; face: Quantity };
  fluidMayBoil: { edge: Quantity; boilsAt: Quantity };
  fluidMarginThin: { edge: Quantity; boilsAt: Quantity; margin: Quantity };
  padsOverHighest: { face: Quantity; max: Quantity; compound: string };
  padsMayGoOverHighest: { edge: Quantity; max: Quantity; compound: string };
  padsOverWorkingRange: { face: Quantity; max: Quantity; compound: string };
  rotorTooHot: { face: Quantity; max: Quantity };
  readingDoesNotFit: { count: number };
}
export const heatFinding = findingsOf<HeatFindings>();
