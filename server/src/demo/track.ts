/** An event that goes on today, with what was seen and decided so far, and what came of the last one. Invented, like everything in the demo. */
import { v7 as uuidv7 } from 'uuid';
import {
  type Complaint,
  type Corner,
  type Fact,
  type Instant,
  type Job,
  type Logbook,
  type LookFault,
  type PlannedSession,
  type Repair,
  type SessionLimits,
  axleOfCorner,
  axleParts,
  brakeSheetOf,
  corners,
  cornersOf,
  dateIn,
  instantAt,
  lookChecks,
  planOf,
  recordDefaults,
  sessionsOfCar,
  tighteningOrder,
  timeIn,
  withFacts,
} from '@calvik/core';
import { chance } from '../instruments/chance';
import type { AnyRecord } from './records';

interface Made {
  at: Instant;
  /** Ids by keys of the demo. */
  crew: Record<string, string>;
  carId: (key: string) => string;
  venueId: string;
  pastEventId: string;
}

const common = { version: 0, archived: false };
const AIR_C = 19;
const NO_LIMITS: SessionLimits = {
  maxLaps: null,
  maxMinutes: null,
  coolDownLap: false,
  notInTheWet: false,
  lookAfterSessions: 1,
};

/** What was seen after one session. */
interface Seen {
  complaints?: Complaint[];
  words?: string;
  laps: number;
  /** Rotors, read one after the other from a minute after the stop on, °C. */
  heat?: Partial<Record<Corner, number>>;
  /** Inner and outer, front and rear, mm. */
  pads?: { front: [number, number]; rear: [number, number] };
  /** One reading that cannot be: the wrong line of the gauge. */
  slip?: { corner: Corner; outerMm: number };
  levelMl?: number;
  faults?: { check: (typeof lookChecks)[number]; fault: LookFault; corner: Corner | null }[];
  /** Lines that were answered by looking; all of them where nothing is said. */
  looked?: readonly (typeof lookChecks)[number][];
  torque?: boolean;
  decision?: { decision: 'go' | 'limits' | 'stop'; limits?: Partial<SessionLimits>; reason?: string };
}

export function demoTrackDay(logbook: Logbook, made: Made): { records: AnyRecord[]; facts: Fact[]; eventId: string } {
  const dice = chance('a day at the track');
  const { timeZone } = logbook.shop;
  const today = dateIn(made.at, timeZone);
  const newId = (moment: Instant): string =>
    uuidv7({
      msecs: Date.parse(moment),
      random: Uint8Array.from({ length: 16 }, () => Math.floor(dice.uniform() * 256)),
    });
  const minutesAgo = (minutes: number): Instant => new Date(Date.parse(made.at) - minutes * 60_000).toISOString();
  const daysAgo = (days: number, minutes = 0): Instant => minutesAgo(days * 1440 + minutes);
  const records: AnyRecord[] = [];
  const facts: Fact[] = [];

  // Five minutes are as exact as a timetable gets.
  const rounded = (minutes: number): Instant =>
    new Date(Math.round(Date.parse(minutesAgo(minutes)) / 300_000) * 300_000).toISOString();
  const slots: [minutesAgo: number, group: string][] = [
    [215, 'A'],
    [185, 'B'],
    [125, 'A'],
    [95, 'B'],
    [37, 'A'],
    [-12, 'B'],
    [-55, 'A'],
    [-85, 'B'],
  ];
  const timetable = slots.flatMap(([ago, group]): PlannedSession[] => {
    const moment = rounded(ago);
    return dateIn(moment, timeZone) === today
      ? [{ day: today, from: timeIn(moment, timeZone), minutes: 20, group }]
      : [];
  });
  const eventId = newId(daysAgo(40));
  records.push({
    collection: 'events',
    body: {
      ...common,
      ...recordDefaults.events,
      id: eventId,
      name: 'Pellmoor club day',
      venueId: made.venueId,
      organiser: 'Pellmoor Lanes',
      startDate: today,
      endDate: today,
      flushWithinDays: null,
      demandedMarginC: null,
      crewIds: [made.crew.sanna!, made.crew.bram!],
      session: {
        outLap: true,
        drivenMin: 20,
        laps: null,
        coolDownLap: false,
        parkedMin: 25,
        airTempC: AIR_C,
        isWet: false,
        ducts: null,
      },
      timetable,
      notes: '',
    },
  });

  const jobs: Record<string, Job> = {};
  const book = (key: string, group: string): void => {
    const bookingId = newId(daysAgo(39));
    records.push({
      collection: 'bookings',
      body: { ...common, ...recordDefaults.bookings, id: bookingId, eventId, carId: made.carId(key), notes: '', group },
    });
    jobs[key] = {
      ...common,
      ...recordDefaults.jobs,
      id: newId(daysAgo(1)),
      kind: 'atEvent',
      carId: made.carId(key),
      eventId,
      crewId: made.crew.sanna!,
      // An event of today stands on today, at whatever hour the demo is loaded.
      startAt: [minutesAgo(240), instantAt(today, '00:00', timeZone)].sort().at(-1)!,
      durationMin: 30,
      notes: '',
      bookingId,
      covers: [],
    };
    records.push({ collection: 'jobs', body: jobs[key] });
  };
  for (const [key, group] of [
    ['v2', 'A'],
    ['t2', 'A'],
    ['b2', 'B'],
    ['a2', 'B'],
  ] as const)
    book(key, group);

  const add = (moment: Instant, by: string, body: object): Fact => {
    const fact = { id: newId(moment), at: moment, recordedAt: moment, by, ...body } as Fact;
    facts.push(fact);
    return fact;
  };
  /** One session with its look. @param inAgo minutes before now that it came in */
  const session = (key: string, event: string, inAt: Instant, seen: Seen): void => {
    const carId = made.carId(key);
    const car = logbook.cars.get(carId)!;
    const by = made.crew.sanna!;
    const jobId = jobs[key]?.id;
    const after = (seconds: number): Instant => new Date(Date.parse(inAt) + seconds * 1000).toISOString();
    const { complaints = [], words = '', laps, decision, faults = [] } = seen;
    const driven = add(inAt, by, {
      kind: 'sessionDriven',
      carId,
      eventId: event,
      outAt: after(-20 * 60),
      laps,
      coolDownLap: false,
      cameIn: 'flatOut',
      isWet: false,
      airTempC: AIR_C,
      ducts: null,
      complaints,
      words,
      isNothingToSay: complaints.length === 0 && words === '',
    });
    const known = sessionsOfCar(withFacts(logbook, [driven]), carId).find((s) => s.fact.id === driven.id)!;
    let seconds = 55;
    for (const corner of corners) {
      const tempC = seen.heat?.[corner];
      if (tempC === undefined) continue;
      add(after(seconds), by, {
        kind: 'heatReading',
        carId,
        venueId: logbook.events.get(event)?.venueId ?? made.venueId,
        session: planOf(known),
        read: { instrument: 'pyrometer', corner, part: 'rotor', tempC, secondsAfterStop: seconds },
        takenWith: 'byHand',
      });
      seconds += 18;
    }
    for (const check of seen.looked ?? lookChecks) {
      if (check === 'ducts' && !brakeSheetOf(logbook, car).hasDucts) continue;
      add(after((seconds += 12)), by, {
        kind: 'trackCheck',
        carId,
        sessionId: driven.id,
        check,
        faults: faults.filter((f) => f.check === check).map(({ fault, corner }) => ({ fault, corner, lengthMm: null })),
        done: '',
      });
    }
    if (seen.pads && jobId)
      for (const corner of corners) {
        const axle = axleOfCorner(corner);
        const [inner, outer] = seen.pads[axle];
        const own = cornersOf(axle).indexOf(corner) * 0.1;
        const face = (mm: number) => ({
          thicknessMm: Math.round((mm - own) * 10) / 10,
          otherEndMm: null,
          conditions: [],
        });
        add(after((seconds += 10)), by, {
          kind: 'padMeasurement',
          carId,
          jobId,
          corner,
          padSetId: axleParts(logbook, car, axle).padSet?.id ?? null,
          inner: face(inner),
          outer: face(seen.slip?.corner === corner ? seen.slip.outerMm : outer),
          hatClearanceMm: null,
          instrument: 'byHand',
        });
      }
    if (seen.levelMl !== undefined)
      add(after((seconds += 20)), by, {
        kind: 'levelRead',
        carId,
        sessionId: driven.id,
        levelMl: seen.levelMl,
        toppedUpMl: 0,
      });
    if (seen.torque && jobId)
      for (const f of brakeSheetOf(logbook, car).fasteners.filter(
        (x) => x.torqueNm !== null && ['wheel', 'caliper', 'bracket'].includes(x.group),
      ))
        for (const corner of cornersOf(f.axle))
          add(after((seconds += 20)), by, {
            kind: 'torqueSet',
            carId,
            jobId,
            fastenerKey: f.key,
            corner,
            readingsNm: tighteningOrder(f.group, f.perCorner).map(() => f.torqueNm!),
            condition: f.condition,
            newBolts: null,
            threadLocker: f.needsThreadLocker ? true : null,
            angleDone: f.angleDeg === null ? null : true,
            wrenchId: null,
            wrench: 'W-2',
            calibratedOn: null,
            instrument: 'byHand',
          });
    if (decision)
      add(after(seconds + 60), decision.decision === 'stop' ? made.crew.sanna! : by, {
        kind: 'sessionDecision',
        carId,
        sessionId: driven.id,
        decision: decision.decision,
        limits: { ...NO_LIMITS, ...decision.limits },
        findings: [],
        reason: decision.reason ?? '',
      });
  };

  // The one that runs well: two sessions looked at, the third just in.
  session('v2', eventId, minutesAgo(196), {
    laps: 9,
    heat: { FL: 268, FR: 262, RL: 196, RR: 199 },
    pads: { front: [9.6, 9.4], rear: [9.3, 9.2] },
    slip: { corner: 'FR', outerMm: 10.9 },
    levelMl: 262,
    torque: true,
    decision: { decision: 'go' },
  });
  session('v2', eventId, minutesAgo(106), {
    laps: 10,
    complaints: ['squeal'],
    heat: { FL: 281, FR: 277, RL: 204, RR: 208 },
    pads: { front: [9.3, 9.1], rear: [9.2, 9.1] },
    levelMl: 259,
    decision: { decision: 'go' },
  });
  session('v2', eventId, minutesAgo(13), { laps: 9, heat: { FL: 275, FR: 279 }, looked: ['pedal', 'leaks'] });

  // The one whose caliper hangs: warmer after the second session, pulls after the third.
  session('t2', eventId, minutesAgo(195), {
    laps: 9,
    heat: { FL: 262, FR: 276, RL: 188, RR: 184 },
    pads: { front: [8.2, 8.3], rear: [8.7, 8.6] },
    levelMl: 261,
    torque: true,
    decision: { decision: 'go' },
  });
  session('t2', eventId, minutesAgo(105), {
    laps: 9,
    complaints: ['pulls'],
    words: 'Pulls a little to the right into the hairpin.',
    heat: { FL: 258, FR: 331, RL: 190, RR: 186 },
    pads: { front: [7.6, 7.8], rear: [8.6, 8.5] },
    levelMl: 257,
    decision: {
      decision: 'limits',
      limits: { maxLaps: 6, coolDownLap: true },
      reason: 'Pulls to the right, right front warmer.',
    },
  });
  session('t2', eventId, minutesAgo(12), { laps: 6, complaints: ['pulls'], looked: [] });

  // The one that stands: a union that drips.
  session('b2', eventId, minutesAgo(166), {
    laps: 8,
    complaints: ['softFromCold'],
    words: 'Long from the second lap on.',
    heat: { FL: 242, FR: 238, RL: 181, RR: 178 },
    faults: [
      { check: 'pedal', fault: 'pedalLong', corner: null },
      { check: 'leaks', fault: 'dripping', corner: 'RL' },
    ],
    levelMl: 214,
    decision: { decision: 'stop', reason: 'Left rear drips at the union.' },
  });

  // The last event: driven, looked at, closed; and what things turned out to be.
  const past = (key: string, days: number, cause: string, words: string, said: Complaint, repair: Repair): void => {
    const carId = made.carId(key);
    const inAt = daysAgo(days, 120);
    session(key, made.pastEventId, inAt, {
      laps: 12,
      complaints: [said],
      looked: lookChecks,
    });
    const driven = facts.findLast((f) => f.kind === 'sessionDriven' && f.carId === carId && f.at === inAt)!;
    const opened = add(daysAgo(days, 110), made.crew.bram!, {
      kind: 'diagnosisOpened',
      carId,
      sessionId: driven.id,
      signs: [said],
      corner: null,
    });
    add(daysAgo(days, 90), made.crew.bram!, {
      kind: 'diagnosisClosed',
      carId,
      diagnosisId: opened.id,
      cause,
      isConfirmed: true,
      words,
    });
    // What cured it, and what showed it.
    const front = { carId, axle: 'front', corner: null };
    const everywhere = { carId, axle: null, corner: null };
    add(daysAgo(days, 70), made.crew.bram!, { kind: 'repairDone', ...front, repair, words: '' });
    for (const proof of ['facesSound', 'padsSound', 'pedalFirm'])
      add(daysAgo(days, 60), made.crew.bram!, { kind: 'recheckDone', ...everywhere, proof, isRight: true, words: '' });
    add(daysAgo(days, 50), made.crew.sanna!, {
      kind: 'sessionDecision',
      carId,
      sessionId: driven.id,
      decision: 'go',
      limits: NO_LIMITS,
      findings: [],
      reason: 'Put right, and looked at again.',
    });
  };
  past('v2', 61, 'unevenLayer', 'Blotches on both front faces, cleaned and bedded again.', 'judder', 'facesCleaned');
  past('t2', 61, 'padsOverheated', 'Edges white, pads sanded.', 'firmNoBite', 'padsSanded');
  past('b1', 60, 'unevenLayer', 'Outline of a pad on the right front.', 'judder', 'facesCleaned');
  return { records, eventId, facts: facts.sort((a, b) => a.at.localeCompare(b.at)) };
}
