/** Whether pads and rotors of a car last until the end of an event. */
import type { LocalDate } from '../calendar';
import { thinnestOfSet } from '../inventory';
import type { Logbook } from '../logbook';
import {
  type Booking,
  type Car,
  type Finding,
  type PadSet,
  type TrackEvent,
  type Verdict,
  axles,
  mm,
  worstFirst,
  worstOf,
} from '../model';
import { leftAs } from './by-weight';
import { SLIP_SDS } from './estimate';
import { type WornPart, wearFinding } from './findings';
import { type AxleWear, type FaceWear, wearOf } from './outlook';

/** A change is for what will not last, a spare for what might not: from these chances on. Own figures. */
export const CHANGE_FROM = 0.5;
export const SPARE_FROM = 0.1;
/** A spare has so much over its limit at least, mm. Own figure. */
const SPARE_OVER_LIMIT_MM = 2;

/** The spare set that is reserved for a booking, for an axle; null where none is, or it is as thin as what it would stand in for. */
function spareOf(logbook: Logbook, booking: Booking | undefined, { axle, part, of, limitMm }: AxleWear): string | null {
  if (of !== 'pads') return null;
  const isGood = (set: PadSet): boolean =>
    set.axle === axle &&
    set.id !== part?.id &&
    (thinnestOfSet(logbook, set.id) ?? set.newThicknessMm) >= limitMm + SPARE_OVER_LIMIT_MM;
  return booking?.reservedIds.flatMap((id) => logbook.padSets.get(id) ?? []).find(isGood)?.label ?? null;
}

/** Thick enough now, and after the events before it most likely not any more: what it is at this moment its own gate says. */
function thinAtStart({ of, axle, start, before, after, first }: AxleWear): Finding | null {
  if (!start || after.length === 0 || start.under < CHANGE_FROM || before.usualMin <= first.sinceMin) return null;
  return wearFinding(
    'wearThinAtStart',
    'watch',
    { axle },
    { part: of, percent: Math.round(100 * start.under), limit: mm(start.limitMm) },
  );
}

/** What is to be said of one axle's pads or rotors; null where it lasts, or where too little was read to speak. */
export function lastsFinding(wear: AxleWear, spare: string | null): Finding | null {
  const { of, axle, underBeforeEnd, limitMm, lookAfter } = wear;
  if (!wear.isTold) return null;
  if (underBeforeEnd < SPARE_FROM) return spare === null ? thinAtStart(wear) : null;
  const percent = Math.round(100 * underBeforeEnd);
  const limit = leftAs(wear.weighed, limitMm);
  if (wear.isUnderNow) return wearFinding('wearUnderNow', 'needsWork', { axle }, { part: of, limit });
  if (underBeforeEnd >= CHANGE_FROM) {
    const session = wear.after.find((a) => a.under >= CHANGE_FROM)?.session.nth ?? null;
    return wearFinding('wearWillNotLast', 'needsWork', { axle }, { part: of, percent, limit, session });
  }
  if (spare !== null)
    return wearFinding('spareGoesAlong', 'inOrder', { axle }, { part: of, percent, spare, lookAfter });
  return wearFinding('wearMayNotLast', 'watch', { axle }, { part: of, percent, limit, lookAfter });
}

/** The last reading of a face where it does not fit: with two before it there is something that it does not fit to. */
function offFinding(face: FaceWear, { weighed }: AxleWear): Finding | null {
  const last = face.points.at(-1);
  if (!last || last.factId === null || face.points.length < 3) return null;
  const off = face.estimate.offBy.at(-1)!;
  const expected = face.estimate.expectedMm.at(-1)!;
  // What could be the truth for any other reason is no slip.
  if (Math.abs(off) <= SLIP_SDS) return null;
  const pad = face.side === 'rotor' ? null : face.side;
  return wearFinding(
    'wearReadingOff',
    'watch',
    { corner: face.corner },
    { pad, read: leftAs(weighed, last.mm), expected: leftAs(weighed, expected) },
  );
}

export interface WearJudgement {
  verdict: Verdict;
  headline: Finding;
  findings: Finding[];
}

/** Whether a car's pads and rotors last until the end of an event; in order where nothing is said to be known. */
export function judgeWear(logbook: Logbook, car: Car, event: TrackEvent | null, today: LocalDate): WearJudgement {
  const booking = event ? logbook.bookingsOfCar(car.id).find((b) => b.eventId === event.id) : undefined;
  if (!event || !booking) {
    const headline = wearFinding('noEventForWear', 'inOrder', {}, {});
    return { verdict: 'inOrder', headline, findings: [] };
  }
  const wear = wearOf(logbook, car, event, today);
  const told = wear.filter((w) => w.isTold);
  const findings = worstFirst([
    ...told.flatMap((w) => lastsFinding(w, spareOf(logbook, booking, w)) ?? []),
    ...told.flatMap((w) => w.faces.flatMap((face) => offFinding(face, w) ?? [])),
  ]);
  const most = Math.max(0, ...told.map((w) => w.underBeforeEnd));
  const lasts = told.map((w): WornPart => `${w.axle}.${w.of}`);
  // What nobody has read is not in order: it is said. A drum has no rotor.
  const all = axles.flatMap((axle): WornPart[] =>
    car[axle].brake === 'drum' ? [`${axle}.pads`] : [`${axle}.pads`, `${axle}.rotors`],
  );
  const notTold = all.filter((part) => !lasts.includes(part));
  const quiet =
    told.length === 0
      ? wearFinding('wearNotTold', 'inOrder', {}, {})
      : wearFinding('wearInOrder', 'inOrder', {}, { percent: Math.round(100 * most), lasts, notTold });
  return { verdict: worstOf(findings), headline: findings[0] ?? quiet, findings };
}
