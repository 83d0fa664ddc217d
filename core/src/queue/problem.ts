/** What a queue is planned by, as plain data: it can be handed to a worker. Minutes are counted from now. */
import type { Instant } from '../calendar';
import type { Span } from '../jobs';
import type { QueueWork } from '../model';
import type { Minutes } from './durations';
import type { QueueTool } from '../queue-moves';

/** One stretch of a car's work, in the order in which it is done. */
export interface QueuePiece {
  work: QueueWork | 'wheelsOff' | 'wheelsOn';
  law: Minutes;
  /** Which of the laws it is: what is not known of one is the same for every car. */
  lawKey: string;
  /** So many times as long as the law says. */
  times: number;
  tool: QueueTool | null;
  /** How probable it is that it is done at all. */
  share: number;
  wheelsOff: boolean;
}

export interface QueueJob {
  entryId: string;
  pieces: QueuePiece[];
  /** Hands that can do it, by their place. */
  able: number[];
  people: 1 | 2;
  /** Who is at it now, by their place; null where nobody is. */
  inHand: { hand: number; helper: number | null } | null;
  workedMin: number;
  /** Not before. */
  readyAt: number;
  /** When the car is out on track; each lasts until it is back and may be touched. */
  out: Span[];
  staysIn: boolean;
  /** What its driver was told; null: nothing that still counts. */
  promisedBy: number | null;
}

export interface QueueCase {
  now: Instant;
  /** A number out of the event: the same queue is thrown with the same dice. */
  seed: number;
  hands: { id: string; name: string; away: Span[] }[];
  tools: Record<QueueTool, number>;
  pace: { mu: number; sd: number };
  jobs: QueueJob[];
  /** Cars that turn up in an hour, as a mean: they fill the gaps that others were to have. */
  arrivalsPerHour: number;
  /** Entries whose order was set by hand, first to last. */
  byHand: string[];
}

/** When work is put off to, minutes from now. */
export interface AfterSessions {
  /** After the last session of the day. */
  eveningAt: number;
  eveningEnds: number;
  /** Null where the event has no more days. */
  morningAt: number | null;
  /** Midnight. */
  dayEndsAt: number;
}

/** So long before it goes out it is wanted back: the driver gets in, min. Own figure. */
export const BELTS_MIN = 5;
/** A car that would be back in time for its last session less often than so is not worth beginning before it. Own figure. */
export const WORTH_BEGINNING = 0.2;

export const minutesFrom = (now: Instant, at: Instant): number => (Date.parse(at) - Date.parse(now)) / 60_000;
export const instantIn = (now: Instant, minutes: number): Instant =>
  new Date(Date.parse(now) + minutes * 60_000).toISOString();
