/** The end of an event for one car: what has to be put back, told and planned before its record is closed. */
import { hasTapeOn } from '../bedding';
import type { LocalDate } from '../calendar';
import { standingFaults } from '../condition';
import { judgeFluid } from '../demand';

import { axleParts, wasteOf } from '../inventory';
import { type Logbook, ofKind, brakeSheetOf } from '../logbook';
import {
  type Axle,
  type Booking,
  type Car,
  type EventClosed,
  type Finding,
  type TrackEvent,
  axleOfCorner,
  axles,
  corners,
  cornersOf,
  millilitres,
} from '../model';
import { thinnest } from '../pads';
import { type TrackSession, sessionsAt, trackFinding } from '../sessions';
import { minutesLeftOfSet } from '../wear';
import { answerTo } from './look-list';
import { judgeTrack } from './state';

/** Lines of the end of an event, in the order in which they are done. */
export const closingKinds = ['sessions', 'ducts', 'roadPads', 'shelf', 'fluid', 'waste', 'told', 'due'] as const;
export type ClosingKind = (typeof closingKinds)[number];

export interface ClosingItem {
  kind: ClosingKind;
  isDone: boolean;
  findings: Finding[];
}

export interface Closing {
  items: ClosingItem[];
  sessions: TrackSession[];
  /** What is still open: it is stored with the closing. */
  open: Finding[];
  closed: EventClosed | null;
  /** Used fluid drawn since the event began, mL. */
  wasteMl: number;
}

/** Whether ducts are on: by the sheet, until work says that they came off. */
export function areDuctsOn(logbook: Logbook, car: Car, since: string): boolean {
  if (!brakeSheetOf(logbook, car).hasDucts) return false;
  return !ofKind(logbook.factsOfCar(car.id), 'workDone').some((f) => f.at >= since && f.items.includes('ductsOff'));
}

/** @param today in the shop's time zone */
export function closingOf(logbook: Logbook, booking: Booking, car: Car, event: TrackEvent, today: LocalDate): Closing {
  const facts = logbook.factsOfCar(car.id);
  const sessions = sessionsAt(logbook, car.id, event.id);
  const last = sessions.at(-1);
  const begun = sessions[0]?.fact.outAt ?? '';
  const state = judgeTrack(logbook, car, event.id);
  const standing = standingFaults(logbook, car, event.id).filter((f) => f.finding.verdict !== 'watch');
  const isOwn = state.session?.fact.eventId === event.id;
  const items: ClosingItem[] = [];
  /** A line that asks nothing of this car is left out: nothing is said to be done that nobody did. */
  const add = (kind: ClosingKind, findings: Finding[], isAsked = true): void => {
    if (isAsked) items.push({ kind, findings, isDone: findings.every((f) => f.verdict === 'inOrder') });
  };

  const undecided = isOwn && state.decision === null ? 1 : 0;
  const referral = ofKind(facts, 'referralWritten').findLast((f) => f.at >= begun && begun !== '');
  add('sessions', [
    ...(undecided > 0 ? [trackFinding('closeSessionsOpen', 'needsWork', {}, { count: undecided })] : []),
    ...(isOwn && state.verdict === 'stop' ? [trackFinding('closeStopped', 'stop', {}, {})] : []),
    // What stands against the car goes home with it, and is told.
    ...standing.map((f): Finding => ({ ...f.finding, verdict: 'watch' })),
    ...(referral ? [trackFinding('closeReferred', 'watch', {}, { to: referral.to })] : []),
  ]);

  const isTaped =
    hasTapeOn(logbook, car) ||
    (last !== undefined && (answerTo(facts, last.fact.id, 'ducts')?.faults.some((f) => f.fault === 'tapeOn') ?? false));
  add(
    'ducts',
    [
      ...(areDuctsOn(logbook, car, last?.fact.at ?? '') ? [trackFinding('closeDuctsOn', 'needsWork', {}, {})] : []),
      ...(isTaped ? [trackFinding('closeTapeOn', 'needsWork', {}, {})] : []),
    ],
    brakeSheetOf(logbook, car).hasDucts || isTaped,
  );

  add(
    'roadPads',
    axles.flatMap((axle): Finding[] => {
      const road = [...logbook.padSets.values()].find(
        (p) => !p.archived && p.carId === car.id && p.axle === axle && p.use === 'road',
      );
      if (!road) return [];
      const on = axleParts(logbook, car, axle);
      const own = logbook.rotorPairs.get(road.rotorPairId ?? '');
      const names = { pads: road.label, rotors: own?.label ?? '' };
      if (on.padSet?.id !== road.id) return [trackFinding('closeRoadPads', 'needsWork', { axle }, names)];
      return own && on.rotorPair?.id !== own.id ? [trackFinding('closeOtherRotors', 'needsWork', { axle }, names)] : [];
    }),
    [...logbook.padSets.values()].some((p) => !p.archived && p.carId === car.id && p.use === 'road'),
  );

  // A set that was driven goes on the shelf with what is left of it.
  const driven = last
    ? axles.flatMap((axle) => {
        const fitting = ofKind(facts, 'partsFitted').findLast((f) => f.axle === axle && f.at <= last.fact.outAt);
        const set = logbook.padSets.get(fitting?.padSetId ?? '');
        return set ? [{ axle, set }] : [];
      })
    : [];
  add(
    'shelf',
    driven.flatMap(({ axle, set }): Finding[] => {
      const read = cornersOf(axle).filter((c) =>
        facts.some((f) => f.kind === 'padMeasurement' && f.corner === c && f.at >= last!.fact.at),
      );
      if (read.length < 2) return [trackFinding('closeSetNotRead', 'needsWork', { axle }, { pads: set.label })];
      const minutes = minutesLeftOfSet(logbook, set, today);
      if (minutes === null) return [];
      return [trackFinding('closeSetOnShelf', 'inOrder', { axle }, { pads: set.label, minutes: Math.round(minutes) })];
    }),
    driven.length > 0,
  );

  const fluid = judgeFluid(logbook, car, null, today);
  const wants = fluid.rules.filter((r) => !r.met).map((r) => r.work);
  const isBoiled = fluid.findings.some((f) => f.code === 'boiledSinceFlush');
  const work = isBoiled
    ? 'flush'
    : ((['flush', 'bleed', 'boilingTest'] as const).find((w) => wants.includes(w)) ?? null);
  add('fluid', work ? [trackFinding('closeFluidWanted', 'needsWork', {}, { work })] : []);

  const wasteMl = ofKind(facts, 'fluidExchange')
    .filter((f) => begun !== '' && f.at >= begun)
    .reduce((sum, f) => sum + wasteOf(f), 0);
  add('waste', [trackFinding('closeFluidOut', 'inOrder', {}, { volume: millilitres(wasteMl) })], wasteMl > 0);

  const isTold = [...logbook.messages.values()].some(
    (m) => m.bookingId === booking.id && m.about === 'afterEvent' && !m.archived,
  );
  add('told', isTold ? [] : [trackFinding('closeNotTold', 'needsWork', {}, {})]);

  const due = fluid.nextDue;
  add('due', due ? [trackFinding('closeNextDue', 'inOrder', {}, { on: due.on, work: due.work })] : [], due !== null);

  return {
    items,
    sessions,
    open: items.flatMap((i) => i.findings).filter((f) => f.verdict !== 'inOrder'),
    closed: ofKind(facts, 'eventClosed').findLast((f) => f.bookingId === booking.id) ?? null,
    wasteMl,
  };
}

/** What pads have lost over an event, corner by corner: the first and the last reading around its sessions. */
export function wearOver(
  logbook: Logbook,
  car: Car,
  sessions: readonly TrackSession[],
): { corner: (typeof corners)[number]; innerMm: [number, number]; outerMm: [number, number] }[] {
  const first = sessions[0];
  if (!first) return [];
  return corners.flatMap((corner) => {
    const facts = logbook.factsOfCar(car.id);
    const own = ofKind(facts, 'padMeasurement').filter((f) => f.corner === corner);
    const before = own.findLast((f) => f.at <= first.fact.outAt) ?? own.find((f) => f.at >= first.fact.at);
    const changed = ofKind(facts, 'partsFitted').find(
      (f) =>
        f.axle === axleOfCorner(corner) &&
        (f.changed === 'pads' || f.changed === 'both') &&
        f.at > (before?.at ?? first.fact.at),
    );
    const after = own.findLast(
      (f) =>
        f.at >= first.fact.at &&
        (!changed || f.at < changed.at) &&
        (before?.padSetId === f.padSetId || f.padSetId === null || before?.padSetId === null),
    );
    if (!before || !after || before.id === after.id) return [];
    // Of the thinnest alone nobody knows which pad it was: it is compared with the thinnest.
    const mmOf = (side: 'inner' | 'outer'): [number, number] =>
      before.isThinnestOnly || after.isThinnestOnly
        ? [thinnest(before), thinnest(after)]
        : [before[side].thicknessMm, after[side].thicknessMm];
    return [{ corner, innerMm: mmOf('inner'), outerMm: mmOf('outer') }];
  });
}

/**
 * What the thinnest pad of each axle has lost over so long on track, mm, and what that is an hour; axles that were not read twice are left out, and
 * so are a few minutes, which tell nothing.
 */
export const wearPerHour = (
  wear: ReturnType<typeof wearOver>,
  minutes: number,
): { axle: Axle; lostMm: number; perHourMm: number }[] =>
  minutes < 5
    ? []
    : axles.flatMap((axle) => {
        const own = wear.filter((w) => axleOfCorner(w.corner) === axle);
        if (own.length === 0) return [];
        const lostMm = Math.max(0, ...own.flatMap((w) => [w.innerMm[0] - w.innerMm[1], w.outerMm[0] - w.outerMm[1]]));
        return [{ axle, lostMm, perHourMm: (lostMm * 60) / minutes }];
      });
