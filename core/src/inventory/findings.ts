import { type Grade, type Quantity, findingsOf } from '../model';

export interface InventoryFindings {
  bottleUnknown: Record<string, never>;
  bottleNeverMixes: { inCar: string; inCarGrade: Grade; poured: Grade };
  bottleOpenTooLong: { daysOpen: number; maxDays: number };
  bottleMustNotGoIn: Record<string, never>;
  bottleEmpty: Record<string, never>;
  /** By the count there is less in the bottle than is to be poured from it. */
  bottleShort: { bottle: string; left: Quantity; wanted: Quantity };
  reservedFor: { car: string; event: string };
  otherCompound: { rotors: string; met: string; pads: string; compound: string };
  wasteContainerNearlyFull: { inIt: Quantity; holds: Quantity };
  otherRotors: { pads: string; ownRotors: string; rotors: string };
}
export const inventoryFinding = findingsOf<InventoryFindings>();
