/** A search for a plan, as the server tells of it. */
import type { Proposal } from './from-logbook';
import type { Score } from './problem';
import type { WayOut } from './ways-out';

/** How far the search is. */
export interface PlanProgress {
  cost: number;
  bound: number;
  gap: number;
  seconds: number;
  unscheduled: number;
  visits: number;
}

/** Work that no plan has room for, or that cannot be done at all, with what would help. */
export interface LeftOut {
  bookingId: string;
  carId: string;
  key: string;
  title: string;
  why: string;
  waysOut: WayOut[];
}

export interface PlanAnswer extends Proposal {
  leftOut: LeftOut[];
  /** At an event to which nobody of the crew goes. */
  forDriver: { bookingId: string; carId: string; title: string }[];
  score: Score;
  gap: number;
  seconds: number;
  firstAfter: number;
  wasStopped: boolean;
}

export interface PlanRun {
  id: string;
  state: 'working' | 'done' | 'failed';
  progress: PlanProgress | null;
  answer: PlanAnswer | null;
}
