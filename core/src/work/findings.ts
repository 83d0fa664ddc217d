import { type PartNeed } from '../inventory';
import { type CheckName, type Goods, type Quantity, type WorkKind, findingsOf } from '../model';
import type { PadLimitOwner } from '../pads';

export interface WorkFindings {
  neverMeasured: Record<string, never>;
  cornersNotMeasured: { missing: number };
  notMeasuredSinceEvent: { event: string };
  measuredLongAgo: { measuredOn: string };
  padsUnderLimit: { thickness: Quantity; limit: Quantity; owner: PadLimitOwner };
  padsUnderRule: { thickness: Quantity; wanted: Quantity };
  roadPadsOn: { pads: string };
  takeSpare: { thickness: Quantity; percentOfNew: number };
  newPartsGoOn: { isBeddedOnly: boolean };
  notBeddedYet: { isBeddedOnly: boolean };
  awayForBedding: { isNew: boolean; isBeddedOnly: boolean; days: number };
  ductsWanted: Record<string, never>;
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
  noDayLeft: { earliest: string; latest: string };
  waitsFor: { work: WorkKind };
  nobodyHasTheSkill: { wantsTwo: boolean };
}
export const workFinding = findingsOf<WorkFindings>();
