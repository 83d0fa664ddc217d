import { type Quantity, findingsOf } from '../model';

export interface WheelBearingFindings {
  wheelBearingPlayTooHigh: { play: Quantity; max: Quantity };
  wheelBearingPlay: { play: Quantity; max: Quantity };
}
export const wheelBearingFinding = findingsOf<WheelBearingFindings>();
