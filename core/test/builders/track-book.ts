/** A car at an event, session by session: tests put one thing wrong. */
import type { Logbook } from '../../src/logbook';
import {
  type Corner,
  type Fact,
  type LookCheck,
  type LookFault,
  type Proof,
  type Repair,
  type SessionLimits,
  corners,
  lookChecks,
  recordDefaults,
} from '../../src/model';
import { type TrackSession, findSession } from '../../src/sessions';
import { bookEvent, bookVenue, makeBook } from './track-records';
import { makeCar, newId } from './book';
import { LEAD, TECH, fullSheet } from './service-book';

export const trackCar = makeCar({ name: 'Track car' });
export const sheet = fullSheet(trackCar);
export { bookEvent, bookVenue };

const day = '2026-06-13';
/** A moment of the day, "10:30" or "10:30:20", UTC. */
export const clock = (time: string): string => `${day}T${time.length === 5 ? `${time}:00` : time}.000Z`;

type Body = Record<string, unknown>;
export const fact = (time: string, body: Body): Fact =>
  ({ id: newId(), at: clock(time), recordedAt: clock(time), by: TECH, carId: trackCar.id, ...body }) as unknown as Fact;

export const session = (out: string, back: string, over: Body = {}) =>
  fact(back, {
    kind: 'sessionDriven',
    eventId: bookEvent.id,
    outAt: clock(out),
    laps: 8,
    coolDownLap: false,
    isWet: false,
    airTempC: 20,
    ducts: null,
    complaints: [],
    words: '',
    isNothingToSay: !('complaints' in over),
    ...over,
  });

export const check = (time: string, s: Fact, name: LookCheck, faults: [LookFault, Corner | null][] = [], done = '') =>
  fact(time, {
    kind: 'trackCheck',
    sessionId: s.id,
    check: name,
    faults: faults.map(([fault, corner]) => ({ fault, corner, lengthMm: null })),
    done,
  });

export const allChecks = (time: string, s: Fact): Fact[] => lookChecks.map((name) => check(time, s, name));

/** A session as a heat reading carries it. */
export const sessionPlan = {
  outLap: true,
  drivenMin: null,
  laps: 8,
  coolDownLap: false,
  parkedMin: 20,
  airTempC: 20,
  isWet: false,
  ducts: null,
};

export const hot = (time: string, s: Fact, corner: Corner, tempC: number, secondsAfterStop: number) =>
  fact(time, {
    kind: 'heatReading',
    venueId: bookVenue.id,
    session: sessionPlan,
    read: { instrument: 'pyrometer', corner, part: 'rotor', tempC, secondsAfterStop },
    takenWith: 'byHand',
    sessionId: undefined,
    about: s.id,
  });

export const allHot = (time: string, s: Fact, temps: Record<Corner, number>): Fact[] =>
  corners.map((c) => hot(time, s, c, temps[c], 60));

export const gauge = (time: string, corner: Corner, inner: number, outer: number) =>
  fact(time, {
    kind: 'padMeasurement',
    jobId: atEvent.id,
    corner,
    padSetId: null,
    inner: { thicknessMm: inner, otherEndMm: null, conditions: [] },
    outer: { thicknessMm: outer, otherEndMm: null, conditions: [] },
    hatClearanceMm: null,
    instrument: 'byHand',
  });
export const allPads = (time: string, mm: number): Fact[] => corners.map((c) => gauge(time, c, mm, mm));

export const level = (time: string, s: Fact, levelMl: number, toppedUpMl = 0) =>
  fact(time, { kind: 'levelRead', sessionId: s.id, levelMl, toppedUpMl });

export const atEvent = {
  version: 1,
  archived: false,
  ...recordDefaults.jobs,
  id: newId(),
  kind: 'atEvent' as const,
  carId: trackCar.id,
  eventId: bookEvent.id,
  crewId: TECH,
  startAt: clock('07:00'),
  durationMin: 60,
  notes: '',
};

export const torqued = (time: string): Fact[] =>
  sheet.fasteners
    .filter((f) => ['wheel', 'caliper', 'bracket'].includes(f.group))
    .flatMap((f) =>
      (f.axle === 'front' ? (['FL', 'FR'] as const) : (['RL', 'RR'] as const)).map((corner) =>
        fact(time, {
          kind: 'torqueSet',
          jobId: atEvent.id,
          fastenerKey: f.key,
          corner,
          readingsNm: Array.from(
            { length: f.perCorner * (f.group === 'caliper' || f.group === 'bracket' ? 2 : 1) },
            () => f.torqueNm!,
          ),
          positions: Array.from(
            { length: f.perCorner * (f.group === 'caliper' || f.group === 'bracket' ? 2 : 1) },
            (_, i) => (i % f.perCorner) + 1,
          ),
          condition: f.condition,
          newBolts: true,
          threadLocker: true,
          angleDone: true,
          wrenchId: null,
          wrench: 'W',
          calibratedOn: null,
          instrument: 'byHand',
        }),
      ),
    );

const noLimits: SessionLimits = {
  maxLaps: null,
  maxMinutes: null,
  coolDownLap: false,
  notInTheWet: false,
  lookAfterSessions: 1,
};
export const decide = (
  time: string,
  s: Fact,
  decision: 'go' | 'limits' | 'stop',
  over: { by?: string; reason?: string; limits?: Partial<SessionLimits> } = {},
) =>
  fact(time, {
    kind: 'sessionDecision',
    sessionId: s.id,
    decision,
    limits: { ...noLimits, ...over.limits },
    findings: [],
    reason: over.reason ?? '',
    by: over.by ?? TECH,
  }) as Extract<Fact, { kind: 'sessionDecision' }>;

/** A whole look in which everything is in order. */
export const goodLook = (minute: (m: number) => string, s: Fact, padMm: number, levelMl: number): Fact[] => [
  ...allHot(minute(1), s, { FL: 250, FR: 245, RL: 190, RR: 195 }),
  ...allChecks(minute(2), s),
  ...allPads(minute(3), padMm),
  level(minute(4), s, levelMl),
  ...torqued(minute(5)),
];

export const trackBook = (facts: readonly Fact[], more: Parameters<typeof makeBook>[4] = {}): Logbook =>
  makeBook(trackCar, sheet, [atEvent], facts, more);
export const sessionOf = (logbook: Logbook, s: Fact): TrackSession => findSession(logbook, trackCar.id, s.id)!;
export { LEAD, TECH };

const placed = (corner: Corner | null) => ({ axle: null, corner, words: '' });
export const repair = (time: string, what: Repair, corner: Corner | null = null, over: Body = {}) =>
  fact(time, { kind: 'repairDone', repair: what, ...placed(corner), ...over });
export const recheck = (time: string, proof: Proof, corner: Corner | null = null, over: Body = {}) =>
  fact(time, { kind: 'recheckDone', proof, isRight: true, ...placed(corner), ...over });
