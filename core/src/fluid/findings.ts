import { type Grade, type PedalFeel, type Quantity, findingsOf } from '../model';

/** What a grade is made of; only fluids of one base can ever meet in a system. */
export type FluidBase = 'glycol' | 'silicone' | 'mineral';
/** Whose rule it is. */
export type RuleOwner = 'organiser' | 'customer' | 'shop' | 'boilingPoint';

/** Why a rule about fluid is met, or is not. */
export interface RuleFindings {
  noFlushOnRecord: Record<string, never>;
  noBleedOnRecord: Record<string, never>;
  flushStillGood: { flushedOn: string; months: number; until: string };
  flushTooOld: { flushedOn: string; months: number; until: string; isOver: boolean };
  /** `doneOn` is null where nothing is on record; `daysBefore` the event, or null where the work came after its start. */
  workForEvent: {
    work: 'flush' | 'bleed';
    doneOn: string | null;
    daysBefore: number | null;
    rule: 'afterEvent' | 'forThisEvent' | 'window' | 'weekly';
    days: number;
    afterOn: string | null;
  };
  bledSinceTrackDay: Record<string, never>;
  noTrackDayYet: Record<string, never>;
  /** Even fresh, the best fluid of its grade on record boils under what is demanded; `fluid` empty where none is on record. */
  noFluidMeetsDemand: { fluid: string; grade: string; boilsAt: Quantity | null; wanted: Quantity };
  bleedAfterTrackDay: { trackDay: string; isOver: boolean };
  outOfSeason: Record<string, never>;
  weeklyBleed: { bledOn: string };
  noEventBooked: Record<string, never>;
  /** As it came out of its bottle it was under the demand: no flush with the same helps. */
  neverMet: { boilsAt: Quantity; wanted: Quantity };
  boilsOnDay: { boilsAt: Quantity; on: string; wanted: Quantity };
  /** The lower edge of its band is under the demand. */
  mayBoilUnderDemand: { boilsAt: Quantity; wanted: Quantity };
}

export interface FluidFindings extends RuleFindings {
  wrongBase: { poured: Grade; pouredBase: FluidBase; wanted: Grade; wantedBase: FluidBase };
  gradeTooLow: { poured: Grade; wanted: Grade };
  gradeSuits: { poured: Grade; wanted: Grade };
  wrongFluidInSystem: { fluid: string; grade: Grade; wanted: Grade };
  boiledSinceFlush: { on: string };
  nipplesOpen: { corners: string[] };
  pedalAfterBleed: { feel: PedalFeel };
  bubblesAfterBleed: { corners: string[] };
  dirtyAfterBleed: { corners: string[] };
  fluidUnknown: Record<string, never>;
  waterBeyondModel: Record<string, never>;
  boilsUnderPeak: { boilsAt: Quantity; peak: Quantity };
  /** A test that stops the car, and a higher one, or none any more, by the same hand. */
  /** By a full exchange, and not tested in the car since. */
  pouredFromOldBottle: { bottle: string; daysOpen: number; maxDays: number };
  testTypedAnew: { low: Quantity; high: Quantity | null; isBySameHand: boolean; peak: Quantity };
  boilsUnderDemand: { boilsAt: Quantity; wanted: Quantity };
  /** Why it boils so low: a caliper still holds this share of the old fluid by the exchange model, %. */
  oldFluidLeft: { oldPercent: number };
  ruleNotMet: { owner: RuleOwner; reason: keyof RuleFindings & string } & Record<
    string,
    string | number | boolean | null | Quantity
  >;
  penRed: { waterPercent: number; red: number };
  penAmber: { waterPercent: number; amber: number };
  penDisagrees: { penPercent: number; boilPercent: number };
  fluidInOrder: { boilsAt: Quantity | null; wanted: Quantity; flushedDaysAgo: number | null };
}
export const fluidFinding = findingsOf<FluidFindings>();
