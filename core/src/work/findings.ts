import { type PartNeed } from '../inventory';
import { type CheckName, type Goods, type Grade, type Quantity, type WorkKind, findingsOf } from '../model';
import type { PadLimitOwner } from '../pads';
import type { BleedMethod } from './tools';

export interface WorkFindings {
  padsUnderLimit: { thickness: Quantity; limit: Quantity; owner: PadLimitOwner };
  padsUnderRule: { thickness: Quantity; wanted: Quantity };
  roadPadsOn: { pads: string };
  takeSpare: { thickness: Quantity; percentOfNew: number };
  newPartsGoOn: { isBeddedOnly: boolean };
  notBeddedYet: { isBeddedOnly: boolean };
  awayForBedding: { isNew: boolean; isBeddedOnly: boolean; days: number };
  ductsWanted: Record<string, never>;
  noDuctsOnRecord: Record<string, never>;
  noDuctsAllowed: Record<string, never>;
  faultFoundOn: { check: CheckName; on: string; remark: string };
  linesToSign: { lines: number };
  wheelsWereOff: Record<string, never>;
  backOnTheRoad: Record<string, never>;
  roadSetOnShelf: { pads: string };
  /** What a person who added the work wrote. */
  ownReason: { text: string };
  eventHasBegun: Record<string, never>;
  loadUpIsOver: { loadUp: string };
  partComesTooLate: {
    goods: Goods;
    part: string;
    source: PartNeed['source'];
    on: string;
    supplier: string;
    leadDays: number;
    loadUp: string;
  };
  /** The pressure bleeder does not fit this car: how it is done instead. */
  noCapAdapter: { adapter: string; method: BleedMethod };
  noFluidOnRecord: { grade: Grade };
  /** There is not enough of it, and nobody on record sells any. */
  fluidMissing: { fluid: string; wanted: Quantity; short: Quantity };
  fluidComesTooLate: {
    fluid: string;
    wanted: Quantity;
    on: string;
    isOrdered: boolean;
    supplier: string;
    latest: string;
  };
  /** Nobody on record sells it; or, where `part` is empty, nobody knows what to buy: nothing like it is on record. */
  partUnknown: { goods: Goods; part: string };
  noDayLeft: { earliest: string; latest: string };
  waitsFor: { work: WorkKind };
  nobodyHasTheSkill: { wantsTwo: boolean };
}
export const workFinding = findingsOf<WorkFindings>();
