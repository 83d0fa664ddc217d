import { type Quantity, findingsOf } from '../model';
import type { HeatMissing } from './case';
import type { FigureOutside, TooHot } from './outside';

export interface HeatFindings {
  /** What must be on record before the heat of a car can be reckoned. */
  heatNotComputed: { missing: HeatMissing[] };
  /** Hotter than iron, pads and fluid could be: a figure of the car or the venue is wrong, or it is no car for this model. */
  outsideModel: { part: TooHot['part']; computed: Quantity; most: Quantity };
  /** A figure of the car or the venue that the model was not made for. */
  figureOutsideModel: Omit<FigureOutside, 'what'>;
  noEventForHeat: Record<string, never>;
  heatInOrder: { fluid: Quantity; face: Quantity };
  fluidMayBoil: { edge: Quantity; boilsAt: Quantity };
  fluidMarginThin: { edge: Quantity; boilsAt: Quantity; margin: Quantity };
  padsOverHighest: { face: Quantity; max: Quantity; compound: string };
  padsMayGoOverHighest: { edge: Quantity; max: Quantity; compound: string };
  padsOverWorkingRange: { face: Quantity; max: Quantity; compound: string };
  rotorTooHot: { face: Quantity; max: Quantity };
  readingDoesNotFit: { count: number };
  /** Why what is computed does not lower what the shop expects. */
  tooFewReadings: { have: number; want: number };
  /** Readings of which nobody was asked how the car came in. */
  wayInNotAsked: { count: number };
  readInTooFewSessions: { have: number; want: number };
  readLongAgo: { days: number };
  readingsDisagree: { count: number };
  bandStillWide: { percent: number; atMostPercent: number };
}
export const heatFinding = findingsOf<HeatFindings>();
