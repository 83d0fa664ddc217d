import type { LocalDate } from '../calendar';
import type { Logbook } from '../logbook';
import type { PartNeed } from '../inventory';
import type { Booking, Car, Fact, Finding, Grade, Job, TrackEvent, WorkKind, WorkSkill } from '../model';
import type { DurationEstimate } from './durations';
import type { PlannedFluid, RuleFrom } from '../demand';

/** Why a piece of work is needed, and whose rule asks for it. */
export interface WorkReason {
  finding: Finding;
  from: RuleFrom | null;
  /** Work done before this day would not count for it. */
  notBefore?: LocalDate | null;
}

/** Fluid that a piece of work takes, and where it comes from. */
export interface FluidNeed {
  /** By the car: its reservoir, lines and calipers. */
  ml: number;
  /** The product; null where none of the grade is on record. */
  fluidId: string | null;
  grade: Grade;
  source: 'shelf' | 'ordered' | 'buy' | 'unknown';
  /** Day on which it can all be here. */
  on: LocalDate;
}

/** What work for earlier events of the same car does, taken as done. */
export interface EarlierWork extends PlannedFluid {
  /** Work that is done once, whatever number of events it is for. */
  keys: ReadonlySet<string>;
}

/** One piece of work that a booked car needs, and why, when, by whom and with what. */
export interface WorkItem {
  /** Unique within its booking: `pads.front`. */
  key: string;
  kind: WorkKind;
  bookingId: string;
  carId: string;
  /** What a person who added it called it; null for what has a name of its own. */
  ownTitle: string | null;
  reasons: WorkReason[];
  state: 'todo' | 'planned' | 'done' | 'dropped';
  /** Why it was dropped. */
  dropReason: string | null;
  /** The job that is to do it, or did it. */
  job: Job | null;
  /** First and last day on which it can be done; after `target` it is late, though it still counts. */
  earliest: LocalDate;
  latest: LocalDate;
  target: LocalDate;
  /** Set where no day is left in the window, with the reason. */
  impossible: Finding | null;
  duration: DurationEstimate;
  crewNeeded: 1 | 2;
  skill: WorkSkill | null;
  wheelsOff: boolean;
  needsLift: boolean;
  place: 'shop' | 'customer' | 'road' | 'event';
  /** On its latest day it has to be over by then, min since midnight: the cars are loaded; null: by the evening. */
  endsBy: number | null;
  parts: PartNeed[];
  fluid: FluidNeed | null;
  /** Said where its fluid is moved in another way, as the cap adapter for the car is not there. */
  method: Finding | null;
  /** Work of the same booking that comes first, and days that must lie between. */
  after: { key: string; lagDays: number }[];
  /** Wants a visit of its own. */
  isSplit: boolean;
}

/** Work that somebody or something asks for, before it is dated and planned. */
export type WorkNeed = Pick<WorkItem, 'key' | 'reasons'> &
  Partial<Pick<WorkItem, 'parts' | 'fluid' | 'earliest' | 'latest' | 'target' | 'ownTitle'>> & {
    minutes?: number;
    wheelsOff?: boolean;
    /** Why nobody here can do it. */
    blocked?: Finding | undefined;
  };

export interface Context {
  logbook: Logbook;
  booking: Booking;
  car: Car;
  event: TrackEvent;
  today: LocalDate;
  loadUp: LocalDate;
  /** The end of the car's event before this one: what was done before it does not count for this one. */
  previous: LocalDate | null;
  earlier: EarlierWork;
  facts: readonly Fact[];
}

/** A reason that is nobody's rule. */
export const noRule = (finding: Finding): WorkReason[] => [{ finding, from: null }];
