/** A car in the paddock queue as its moves leave it. */
import { isEqual } from 'es-toolkit';
import { type Instant } from '../calendar';
import { type Logbook, carLabel } from '../logbook';
import {
  type Car,
  type Complaint,
  type Customer,
  type QueueEntry,
  type QueueMove,
  type QueueProof,
  type QueueWant,
  queueProofs,
} from '../model';
import { queueKinds } from './kinds';

export type QueueStatus = 'waiting' | 'inHand' | 'paused' | 'done' | 'referred' | 'left';

/** A time that a driver was told, and what became of it. */
export interface GivenPromise {
  backBy: Instant;
  at: Instant;
  by: string;
  /** `moved`: another was given before it had passed; `void`: the driver left before. */
  outcome: 'open' | 'kept' | 'broken' | 'moved' | 'void';
}

export interface QueueState {
  entry: QueueEntry;
  car: Car | null;
  customer: Customer | null;
  status: QueueStatus;
  /** What was asked for and what was found, each once. */
  wants: QueueWant[];
  /** Of them, what was found by the work. */
  found: QueueWant[];
  /** What the driver has said of it, each once. */
  complaints: Complaint[];
  crewId: string | null;
  helperId: string | null;
  /** When it was begun first, and when somebody began or went on last. */
  firstStartedAt: Instant | null;
  startedAt: Instant | null;
  /** Minutes worked before that. */
  workedMin: number;
  pausedWhy: string | null;
  /** When it was done, referred, or had left. */
  endedAt: Instant | null;
  shown: QueueProof[];
  referral: { factId: string; to: string; words: string; mayBeDriven: boolean } | null;
  promises: GivenPromise[];
  /** The one that counts; null where none was given. */
  promise: GivenPromise | null;
  moves: readonly QueueMove[];
}

const minutesBetween = (from: Instant, to: Instant): number =>
  Math.max(0, (Date.parse(to) - Date.parse(from)) / 60_000);
const merged = (wants: readonly QueueWant[], more: readonly QueueWant[]): QueueWant[] => [
  ...wants,
  ...more.filter((w, i) => !wants.some((o) => isEqual(o, w)) && more.findIndex((o) => isEqual(o, w)) === i),
];

/** Moves of an entry that count, oldest first. */
export const movesOf = (logbook: Logbook, entryId: string): QueueMove[] =>
  logbook.factsOfQueue(entryId).filter((f): f is QueueMove => f.kind === 'queueMove');

/**
 * Folds an entry's moves. Whatever comes in whatever order leaves one state: a second start hands over, a move after the end opens it again.
 * @param now the moment, for promises whose time has passed
 */
export function queueState(logbook: Logbook, entry: QueueEntry, now: Instant): QueueState {
  const moves = movesOf(logbook, entry.id);
  const car = logbook.cars.get(entry.carId ?? '') ?? null;
  const s: QueueState = {
    entry,
    car,
    customer: logbook.customers.get(car?.customerId ?? '') ?? null,
    status: 'waiting',
    wants: [...entry.wants],
    found: [],
    complaints: [],
    crewId: null,
    helperId: null,
    firstStartedAt: null,
    startedAt: null,
    workedMin: 0,
    pausedWhy: null,
    endedAt: null,
    shown: [],
    referral: null,
    promises: [],
    promise: null,
    moves,
  };
  const rest = (at: Instant): void => {
    if (s.status === 'inHand' && s.startedAt !== null) s.workedMin += minutesBetween(s.startedAt, at);
    s.startedAt = null;
  };
  const end = (status: QueueStatus, at: Instant): void => {
    rest(at);
    s.status = status;
    s.endedAt = at;
    s.crewId = null;
    s.helperId = null;
  };
  const given: { backBy: Instant; at: Instant; by: string }[] = [];
  /** Every end there was: what was promised before one is judged by it. */
  const ends: { at: Instant; isLeft: boolean }[] = [];
  for (const { at, by, id, move } of moves) {
    switch (move.move) {
      case 'said':
        s.complaints = [...new Set([...s.complaints, ...move.complaints])];
        break;
      case 'started':
        rest(at);
        s.status = 'inHand';
        s.crewId = move.crewId;
        s.helperId = move.helperId;
        s.startedAt = at;
        s.firstStartedAt ??= at;
        s.pausedWhy = null;
        s.endedAt = null;
        s.referral = null;
        s.found = merged(
          s.found,
          move.wants.filter((w) => !entry.wants.some((o) => isEqual(o, w))),
        );
        break;
      case 'paused':
        if (s.status !== 'inHand') break;
        rest(at);
        s.status = 'paused';
        s.pausedWhy = move.why;
        s.crewId = null;
        s.helperId = null;
        break;
      case 'handedOver':
        if (s.status !== 'inHand') break;
        s.crewId = move.crewId;
        if (s.helperId === move.crewId) s.helperId = null;
        break;
      case 'foundMore':
        s.found = merged(
          s.found,
          move.wants.filter((w) => !entry.wants.some((o) => isEqual(o, w))),
        );
        if (s.endedAt !== null) {
          s.status = 'waiting';
          s.endedAt = null;
          s.referral = null;
        }
        break;
      case 'done':
        end('done', at);
        s.shown = [...move.shown];
        ends.push({ at, isLeft: false });
        break;
      case 'referred':
        end('referred', at);
        s.referral = { factId: id, to: move.to, words: move.words, mayBeDriven: move.mayBeDriven };
        ends.push({ at, isLeft: false });
        break;
      case 'left':
        end('left', at);
        ends.push({ at, isLeft: true });
        break;
      case 'promised':
        given.push({ backBy: move.backBy, at, by });
        break;
    }
  }
  s.wants = merged(entry.wants, s.found);
  // Done by one phone while another found more: what that leaves to be shown was not, and the car is not done with.
  if (s.status === 'done' && car === null && proofsWanted(s).some((p) => !s.shown.includes(p))) {
    s.status = 'waiting';
    s.endedAt = null;
  }
  s.promises = given.map((p, i): GivenPromise => {
    const later = given[i + 1];
    const ended = ends.find((e) => e.at >= p.at) ?? null;
    const until = ended?.at ?? now;
    const outcome =
      later && later.at <= p.backBy && (ended === null || later.at <= ended.at)
        ? 'moved'
        : until > p.backBy
          ? 'broken'
          : ended !== null
            ? ended.isLeft
              ? 'void'
              : 'kept'
            : 'open';
    return { ...p, outcome };
  });
  s.promise = s.promises.at(-1) ?? null;
  return s;
}

export const isOver = ({ status }: Pick<QueueState, 'status'>): boolean =>
  status === 'done' || status === 'referred' || status === 'left';

/** Whose car it is called by: the car on record, or as it was written down. */
export const queueName = (logbook: Logbook, { carId, walkIn }: QueueEntry): string =>
  carId !== null && logbook.cars.has(carId) ? carLabel(logbook, carId) : (walkIn?.car ?? '');

/** What must be shown before a car that is not on record leaves; of one on record its own gates ask for it. */
export const proofsWanted = ({ wants }: Pick<QueueState, 'wants'>): QueueProof[] =>
  queueProofs.filter((p) => wants.some((w) => queueKinds[w.work].proofs.includes(p)));

/** Entries of an event's queue that count, with their state, as they came. @param now the moment */
export const queueStates = (logbook: Logbook, eventId: string, now: Instant): QueueState[] =>
  [...logbook.queueEntries.values()]
    .filter((e) => e.eventId === eventId && !e.archived)
    .sort((a, b) => a.arrivedAt.localeCompare(b.arrivedAt) || a.id.localeCompare(b.id))
    .map((e) => queueState(logbook, e, now));

/** The promise that stands for a booked car at an event, with where its work is; null where it is not in the queue. */
export function promiseOfCar(
  logbook: Logbook,
  eventId: string,
  carId: string,
  now: Instant,
): Pick<QueueState, 'status' | 'promise' | 'entry'> | null {
  const own = [...logbook.queueEntries.values()]
    .filter((e) => e.eventId === eventId && e.carId === carId && !e.archived)
    .sort((a, b) => a.arrivedAt.localeCompare(b.arrivedAt))
    .map((e) => queueState(logbook, e, now))
    .findLast((s) => !isOver(s));
  return own ?? null;
}

/** Promises given at an event, counted by what became of them: each time that somebody was told counts. */
export const promisesKept = (states: readonly QueueState[]): Record<GivenPromise['outcome'], number> => {
  const count = { kept: 0, broken: 0, moved: 0, open: 0, void: 0 };
  for (const { promises } of states) for (const { outcome } of promises) count[outcome] += 1;
  return count;
};
