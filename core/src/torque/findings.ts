import { type PropertyClass, type Quantity, type ThreadCondition, findingsOf } from '../model';

/** How the fasteners of one corner follow each other. */
export type TighteningPattern = 'centreLock' | 'single' | 'star' | 'bottomTopTwice' | 'inTurn';

export interface TorqueFindings {
  torqueFigureMissing: Record<string, never>;
  /** A figure that no fastener of its kind usually has. */
  torqueFigureOdd: { figure: Quantity; low: Quantity; high: Quantity };
  /** More than the strongest bolt of this size stands. */
  torqueOverStrength: {
    figure: Quantity;
    most: Quantity;
    diameter: Quantity;
    propertyClass: PropertyClass | null;
    isAluminiumNut: boolean;
  };
  wrenchOutOfRange: { wrench: string; figure: Quantity };
  notTorqued: Record<string, never>;
  /** `position`: which fastener, from 1 round the clock from the top; null where there is only one. */
  torqueLow: { position: number | null; pattern: TighteningPattern; reading: Quantity; figure: Quantity };
  torqueHigh: { position: number | null; pattern: TighteningPattern; reading: Quantity; figure: Quantity };
  torqueInBand: { reading: Quantity };
  someNotTorqued: { missing: number; of: number };
  secondStageMissing: { angleDeg: number };
  threadNotAsMeant: { meant: ThreadCondition; is: ThreadCondition; preloadPercent: number };
  oneUseBoltsNotNew: Record<string, never>;
  threadLockerMissing: Record<string, never>;
  calibrationOver: { wrench: string; calibratedOn: string };
  calibrationDue: { wrench: string; daysLeft: number; until: string };
  calibrationUnknown: { wrench: string };
}
export const torqueFinding = findingsOf<TorqueFindings>();
