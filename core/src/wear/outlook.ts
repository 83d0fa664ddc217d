/** What of a car lasts until the end of an event: for pads and rotors of each axle, with how sure that is. */
import type { LocalDate } from '../calendar';
import { rulesInForce } from '../demand';
import { type KindOfPart, axleParts, thinnestOfSet } from '../inventory';
import { type Logbook, brakeSheetOf } from '../logbook';
import type { Axle, Car, Corner, PadSet, RotorPair, TrackEvent } from '../model';
import { padSpec } from '../service';
import { type SessionAhead, eventsBefore, sessionsAhead } from './ahead';
import { type ByWeight, byWeight } from './by-weight';
import type { Exposure } from './exposure';
import { type RatePrior, type WearEstimate, estimateWear, rateOf } from './estimate';
import { type FaceHistory, type WearHistory, wearHistoryOfPart, wearHistoryOn } from './faces';
import { type Ahead, meanLeftMm, probabilityUnder, quantileLeftMm } from './project';
import { ratePriorOf } from './shop-rates';

/** A face with what its readings and the shop's say of it. */
export interface FaceWear extends FaceHistory {
  estimate: WearEstimate;
  /** Rate as it is known by now, mm a usual minute. */
  rate: RatePrior;
}

/** What is left of a face after so much driving, mm: mean, and a band that holds it eight times in ten. */
export interface Left {
  meanMm: number;
  lowMm: number;
  highMm: number;
}
/** A session that is still to be driven, with all that is driven until it is over. */
export interface AfterSession {
  session: SessionAhead;
  ahead: Ahead;
  /** Probability that any face is under its limit by then, 0 to 1. */
  under: number;
}

/** Pads or rotors of one axle until the end of an event. */
export interface AxleWear {
  of: KindOfPart;
  axle: Axle;
  part: PadSet | RotorPair | null;
  /** The strictest of all limits that hold, mm; 0 of what is weighed. */
  limitMm: number;
  /** How it is measured where that is by its weight; null: by its thickness. */
  weighed: ByWeight | null;
  faces: FaceWear[];
  /** The face that comes to its limit first. */
  first: FaceWear;
  /** What it has been through. */
  exposures: readonly Exposure[];
  /** What of it is driven before the event, since it was read last. */
  before: Ahead;
  /** Of that, what is still to be driven at earlier events, min. */
  beforeMinutes: number;
  /** Each session of the event that is still to be driven. */
  after: AfterSession[];
  /** Probability that it is under its limit before the last session is over, 0 to 1. */
  underBeforeEnd: number;
  /** The share of new under which a track start is warned of, mm, and the chance to begin the event under it; null of what has no label. */
  start: { limitMm: number; under: number } | null;
  /** After which session of the event it should be looked at: the first that leaves a chance worth looking at; null where none does. */
  lookAfter: number | null;
  /** Read under its limit already, and nobody has said why that was wrong: then a model says nothing milder. */
  isUnderNow: boolean;
  /** Whether it has been read often enough to speak of; else what is said is drawn from other sets alone. */
  isTold: boolean;
  /** Other sets that it is drawn from, and those of its compound among them. */
  drawnFrom: { sets: number; ofCompound: number };
}

/** A band holds what it is about eight times in ten. */
const BAND = { low: 0.1, high: 0.9 } as const;
/** A chance from which a look is worth while. Own figure. */
export const WORTH_A_LOOK = 0.05;
/** How far faces of one axle lie apart, as a factor of e. Own figure. */
const FACES_APART = 0.25;
/** Sets of a compound that were read, from which on one that was not read itself is spoken of. */
const ENOUGH_SETS = 3;

/** The faces of an axle with what is known of each: one that was not read again since it was driven wears about as those that were. */
function facesOf(read: readonly FaceHistory[], prior: RatePrior): FaceWear[] {
  const known = (face: FaceHistory, before: RatePrior): FaceWear => {
    const estimate = estimateWear(face.points, before);
    return { ...face, estimate, rate: rateOf(estimate) };
  };
  const told = read.filter((f) => f.tells > 0).map((f) => known(f, prior));
  const mean = (of: (rate: RatePrior) => number): number => told.reduce((sum, f) => sum + of(f.rate), 0) / told.length;
  const alike =
    told.length === 0
      ? prior
      : {
          logMean: mean((r) => r.logMean),
          logSd: Math.hypot(
            mean((r) => r.logSd),
            FACES_APART,
          ),
        };
  return read.map((face) => told.find((f) => f.corner === face.corner && f.side === face.side) ?? known(face, alike));
}

/** Several stretches as one: what is unsure of each venue is unsure of all of its sessions together. */
function together(stretches: readonly { usualMin: number; spread: number }[]): Ahead {
  const usualMin = stretches.reduce((sum, s) => sum + s.usualMin, 0);
  const off = Math.sqrt(stretches.reduce((sum, s) => sum + (s.usualMin * s.spread) ** 2, 0));
  return { usualMin, spread: usualMin > 0 ? off / usualMin : 0 };
}

/** The track set of a car where it stands on road pads: that is what goes on for an event. */
function setForEvent(logbook: Logbook, car: Car, axle: Axle): PadSet | null {
  const on = axleParts(logbook, car, axle).padSet;
  if (on?.use !== 'road') return on;
  const track = [...logbook.padSets.values()].find(
    (p) => !p.archived && p.carId === car.id && p.axle === axle && p.use === 'track',
  );
  return track ?? on;
}

/** The strictest limit of a part at an event, mm; null where none is known. */
function limitOf(
  logbook: Logbook,
  car: Car,
  axle: Axle,
  of: KindOfPart,
  history: WearHistory,
  event: TrackEvent | null,
) {
  if (of === 'rotors') {
    const pair = history.part as RotorPair | null;
    if (byWeight(pair)) return 0;
    const limits = [pair?.discardThicknessMm, ...history.faces.map((f) => f.markGoneMm)].flatMap((mm) => mm ?? []);
    return limits.length === 0 ? null : Math.max(...limits);
  }
  const { limitMm } = padSpec(logbook, car, brakeSheetOf(logbook, car), axle, history.part as PadSet | null);
  return Math.max(limitMm, (event && rulesInForce(logbook, car, event).minPadMm?.value) ?? 0);
}

/** How thick pads are to begin an event, and how likely they begin it under that. */
function startOf(logbook: Logbook, { of, part, isLining }: WearHistory, under: (limitMm: number) => number) {
  if (of !== 'pads' || !part || isLining) return null;
  const limitMm = (part.newThicknessMm * logbook.shop.padTrackStartPercent) / 100;
  return { limitMm, under: under(limitMm) };
}

/** Whether a part was read under a limit: what was read once counts until somebody who may says why it was wrong, as the gate has it. */
function isReadUnder(logbook: Logbook, { of, part, faces }: WearHistory, limitMm: number): boolean {
  const last = faces.flatMap((f) => f.points.findLast((p) => p.factId !== null)?.mm ?? []);
  const thinnest = of === 'pads' && part ? thinnestOfSet(logbook, part.id) : null;
  return Math.min(thinnest ?? Infinity, ...last) < limitMm;
}

/**
 * Pads or rotors of an axle until the end of an event.
 * @param event null: as they are now, with nothing ahead
 * @param given a set that might go on, in place of what is on or is to go on
 * @returns null where nobody has read them, or no limit is known
 */
export function axleWear(
  logbook: Logbook,
  car: Car,
  axle: Axle,
  of: KindOfPart,
  event: TrackEvent | null,
  today: LocalDate,
  given: PadSet | null = null,
): AxleWear | null {
  if (of === 'rotors' && car[axle].brake === 'drum') return null;
  const set = given ?? (of === 'pads' && event ? setForEvent(logbook, car, axle) : null);
  const history = set ? wearHistoryOfPart(logbook, set, of) : wearHistoryOn(logbook, car, axle, of);
  const limitMm = limitOf(logbook, car, axle, of, history, event);
  const read = history.faces.filter((f) => f.points.length > 0);
  if (limitMm === null || read.length === 0) return null;
  const { prior, ...drawnFrom } = ratePriorOf(logbook, car.id, history);
  const faces = facesOf(read, prior);
  const booking = event && logbook.bookingsOfCar(car.id).find((b) => b.eventId === event.id);
  const sessions = event && booking ? sessionsAhead(logbook, car, axle, event, booking, today) : [];
  // A part that waits on the shelf is not driven at the events before.
  const isOn = set === null || axleParts(logbook, car, axle).padSet?.id === set.id;
  const before =
    event && isOn
      ? eventsBefore(logbook, car, event, today).flatMap((b) =>
          sessionsAhead(logbook, car, axle, b.event, b.booking, today),
        )
      : [];
  const aheadOf = (face: FaceWear, count: number): Ahead =>
    together([{ usualMin: face.sinceMin, spread: 0 }, stretch(before), stretch(sessions.slice(0, count))]);
  const underAt = (face: FaceWear, count: number): number =>
    probabilityUnder(face.estimate, aheadOf(face, count), limitMm);
  const first = faces.reduce((a, b) => (underAt(b, sessions.length) > underAt(a, sessions.length) ? b : a));
  const isUnderNow = isReadUnder(logbook, history, limitMm);
  const underAnyAfter = (count: number): number =>
    isUnderNow ? 1 : underOfAny(faces.map((face) => ({ corner: face.corner, under: underAt(face, count) })));
  const after: AfterSession[] = [];
  for (const [i, session] of sessions.entries()) {
    // What scatters more with each session never makes a smaller chance of it.
    const under = Math.max(underAnyAfter(i + 1), after.at(-1)?.under ?? 0);
    after.push({ session, ahead: aheadOf(first, i + 1), under });
  }
  return {
    of,
    axle,
    part: history.part,
    limitMm,
    weighed: byWeight(history.part),
    faces,
    first,
    exposures: history.exposures,
    before: aheadOf(first, 0),
    beforeMinutes: before.reduce((sum, s) => sum + s.minutes, 0),
    after,
    underBeforeEnd: after.at(-1)?.under ?? underAnyAfter(0),
    start: startOf(logbook, history, (limit) => probabilityUnder(first.estimate, aheadOf(first, 0), limit)),
    lookAfter: after.find((a) => a.under >= WORTH_A_LOOK)?.session.nth ?? null,
    isUnderNow,
    isTold: isUnderNow || faces.some((f) => f.tells > 0) || drawnFrom.ofCompound >= ENOUGH_SETS,
    drawnFrom,
  };
}

/**
 * What is left of the face that comes to its limit first: as it is when the event begins, and after each of its sessions. Apart from {@link axleWear}, for a band takes
 * longer to find than a chance.
 */
export function leftOf({ first, before, after }: Pick<AxleWear, 'first' | 'before' | 'after'>): Left[] {
  const found: Left[] = [];
  for (const ahead of [before, ...after.map((a) => a.ahead)]) {
    const last = found.at(-1);
    const edge = (share: number): number => quantileLeftMm(first.estimate, ahead, share);
    // More driven never leaves more.
    found.push({
      meanMm: meanLeftMm(first.estimate, ahead),
      lowMm: Math.min(edge(BAND.low), last?.lowMm ?? Infinity),
      highMm: Math.min(edge(BAND.high), last?.highMm ?? Infinity),
    });
  }
  return found;
}

/** What the event ahead takes of the face that comes to its limit first, mm; null where too little was read to say, or nothing is ahead. */
export function takenAheadMm(wear: AxleWear): number | null {
  const last = wear.after.at(-1);
  return wear.isTold && last
    ? meanLeftMm(wear.first.estimate, wear.before) - meanLeftMm(wear.first.estimate, last.ahead)
    : null;
}

/**
 * Probability that any face is under its limit. The two of a corner wear alike, and so do left and right, only less: what the other corner adds counts half. Own
 * rule, held by the test of coverage.
 */
function underOfAny(faces: readonly { corner: Corner; under: number }[]): number {
  const byCorner = new Map<Corner, number>();
  for (const { corner, under } of faces) byCorner.set(corner, Math.max(under, byCorner.get(corner) ?? 0));
  const [most = 0, other = 0] = [...byCorner.values()].sort((a, b) => b - a);
  return 1 - (1 - most) * (1 - other / 2);
}

/** Sessions of one venue are hard or easy together. */
const stretch = (sessions: readonly SessionAhead[]): { usualMin: number; spread: number } => {
  const usualMin = sessions.reduce((sum, s) => sum + s.usualMin, 0);
  const off = sessions.reduce((sum, s) => sum + s.usualMin * s.spread, 0);
  return { usualMin, spread: usualMin > 0 ? off / usualMin : 0 };
};

/** Everything of a car that wears until the end of an event. */
export const wearOf = (logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate): AxleWear[] =>
  (['front', 'rear'] as const).flatMap((axle) =>
    (['pads', 'rotors'] as const).flatMap((of) => axleWear(logbook, car, axle, of, event, today) ?? []),
  );
