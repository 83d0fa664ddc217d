import { type LocalDate, dateIn, minutesOfDay, plusDays } from '../calendar';
import { type RuleFrom, judgeFluid, loadUpOf, previousEventEnd, rulesInForce } from '../demand';
import type { PartNeed } from '../inventory';
import { isDone, tickedWork } from '../jobs';
import type { Logbook } from '../logbook';
import {
  type Booking,
  type Finding,
  type Job,
  type Place,
  type WorkChange,
  type WorkDone,
  type WorkKind,
  axleOfWork,
  kindOfWork,
  workKey,
  workKinds,
  workOfKey,
} from '../model';
import { VISIT_MINUTES, durationOf } from './durations';
import { workFinding } from './findings';
import { fluidNeeds } from './fluid-work';
import { before, guided, kinds } from './kinds';
import { otherNeeds } from './other-work';
import { beddingNeeds, partsNeeds } from './parts-work';
import { allot } from './allot';
import { bleedMethod } from './tools';
import type { Context, EarlierWork, WorkItem, WorkNeed } from './types';

/** Work that counts for every later event of its car: it is planned for the first. */
const once: ReadonlySet<WorkKind> = new Set([
  'boilingTest',
  'sendBedding',
  'rotors',
  'pads',
  'hoses',
  'flush',
  'bleed',
  'bedding',
  'spare',
]);

const nothingEarlier: EarlierWork = { flushOn: null, bleedOn: null, keys: new Set() };

/** Where on the car a piece of work is done. */
const placeOfWork = (key: string): Place => {
  const { axle, corner } = workOfKey(key);
  return { ...(axle ? { axle } : {}), ...(corner ? { corner } : {}) };
};

/** Work for an event is not begun longer before it than this: what is done too early is done again. Own figure. */
const RUN_UP_DAYS = 21;

export interface VisitExtra {
  key: string;
  /** What a person who added it called it; null for what has a name of its own. */
  ownTitle: string | null;
  /** Of a form: its lines, and whose each of them is. */
  lines: { text: string; from: RuleFrom[] }[];
  done: WorkDone | null;
}

/** Work of a visit that no guided screen covers. */
export function visitExtras(logbook: Logbook, job: Job): VisitExtra[] {
  const booking = logbook.bookings.get(job.bookingId ?? '');
  const car = logbook.cars.get(job.carId);
  const event = logbook.events.get(job.eventId ?? '');
  const ticked = tickedWork(logbook, job.id);
  return job.covers
    .filter((key) => !guided.has(kindOfWork(key)))
    .map((key) => {
      const added = booking?.workChanges.find((c) => c.change === 'add' && c.item === key);
      return {
        key,
        ownTitle: added?.change === 'add' ? added.title : null,
        lines:
          kindOfWork(key) === 'inspection' && car && event
            ? (rulesInForce(logbook, car, event).inspection?.lines ?? [])
            : [],
        done: ticked.findLast((f) => f.items.includes(key)) ?? null,
      };
    });
}

/** What a job does that somebody planned by hand: by its kind, as it names no work. */
const doesByKind = (job: Job, key: string): boolean => {
  const kind = kindOfWork(key);
  if (job.kind === 'service')
    return kind === 'boilingTest' || ((kinds[kind].wheelsOff ?? false) && kind !== 'roadPads');
  return (
    (job.kind === 'flush' && kind === 'flush') ||
    ((job.kind === 'bleed' || job.kind === 'trackBleed') && kind === 'bleed') ||
    (job.kind === 'boilingTest' && kind === 'boilingTest')
  );
};

/** The open or finished job that covers a piece of work. */
const jobFor = (logbook: Logbook, booking: Booking, key: string): Job | null =>
  [...logbook.jobsOfCar(booking.carId)]
    .filter((j) =>
      j.covers.length > 0
        ? j.bookingId === booking.id && j.covers.includes(key)
        : j.eventId === booking.eventId && doesByKind(j, key) && !isDone(logbook, j),
    )
    .sort((a, b) => a.startAt.localeCompare(b.startAt))
    .at(-1) ?? null;

/** Work that needs no derivation any more because it was done: it stays in the list, ticked. */
function doneNeeds(c: Context, needs: readonly WorkNeed[]): WorkNeed[] {
  const keys = new Set(needs.map((n) => n.key));
  return c.logbook
    .jobsOfCar(c.car.id)
    .filter((j) => j.bookingId === c.booking.id && isDone(c.logbook, j))
    .flatMap((j) => j.covers)
    .filter((key) => !keys.has(key))
    .map((key) => ({ key, reasons: [] }));
}

/**
 * What one booked car needs before, at and after its event, in the order in which it is done.
 * @param earlier work for earlier events of the same car, taken as done
 */
export function workOfBooking(
  logbook: Logbook,
  booking: Booking,
  today: LocalDate,
  earlier: EarlierWork = nothingEarlier,
): WorkItem[] {
  const car = logbook.cars.get(booking.carId);
  const event = logbook.events.get(booking.eventId);
  if (!car || !event || booking.archived || car.archived || event.archived) return [];
  if (plusDays(event.endDate, logbook.shop.afterEventDays) < today) return [];
  const c: Context = {
    logbook,
    booking,
    car,
    event,
    today,
    loadUp: loadUpOf(event),
    previous: previousEventEnd(logbook, car, event.startDate),
    earlier,
    facts: logbook.factsOfCar(car.id),
  };
  const isOver = event.endDate < today;
  // With new pads on from an earlier event nobody packs a spare for the old ones.
  const isSpareOfOld = ({ key }: WorkNeed): boolean =>
    kindOfWork(key) === 'spare' && earlier.keys.has(workKey('pads', axleOfWork(key)!));
  const isNew = (need: WorkNeed): boolean =>
    (!earlier.keys.has(need.key) && !isSpareOfOld(need)) ||
    kindOfWork(need.key) === 'flush' ||
    kindOfWork(need.key) === 'bleed' ||
    kindOfWork(need.key) === 'boilingTest';
  const first = isOver ? [] : [...fluidNeedsOf(c), ...partsNeeds(c)].filter(isNew);
  const withBedding = isOver ? [] : [...first, ...beddingNeeds(c, first).filter(isNew)];
  const all = [...withBedding, ...otherNeeds(c, withBedding).filter(isNew)].filter(
    (d) => !isOver || d.earliest === undefined || d.earliest > event.endDate,
  );
  const needs = [...all, ...doneNeeds(c, all)];
  const customer = logbook.customers.get(car.customerId);
  const items = needs.map((need): WorkItem => toItem(c, need, customer?.atTheirPlace ?? false));
  const present = new Map<WorkKind, string[]>();
  for (const i of items) if (i.state !== 'dropped') present.set(i.kind, [...(present.get(i.kind) ?? []), i.key]);
  // Parts that cannot go on cannot be bedded.
  for (const item of items) {
    const parts = items.find(
      (i) => (i.kind === 'pads' || i.kind === 'rotors') && i.impossible && axleOfWork(i.key) === axleOfWork(item.key),
    );
    if (item.kind === 'bedding' && parts)
      item.impossible = workFinding('waitsFor', 'needsWork', placeOfWork(parts.key), { work: parts.kind });
  }
  for (const item of items) {
    const axle = axleOfWork(item.key);
    item.after = (before[item.kind] ?? []).flatMap((kind) =>
      (present.get(kind) ?? [])
        .filter((key) => kind !== 'sendBedding' || axleOfWork(key) === axle)
        .map((key) => ({ key, lagDays: kind === 'sendBedding' ? logbook.shop.machineBeddingDays : 0 })),
    );
  }
  return items.sort((a, b) => workKinds.indexOf(a.kind) - workKinds.indexOf(b.kind) || a.key.localeCompare(b.key));
}

/** What the fluid wants; work that is planned for this event stays wanted, though what is planned for an earlier one might do. */
function fluidNeedsOf(c: Context): WorkNeed[] {
  const fluid = judgeFluid(c.logbook, c.car, c.event, c.today);
  const needs = fluidNeeds(c, fluid);
  if (c.earlier.keys.size === 0) return needs;
  const isPlanned = (key: string): boolean => {
    const job = jobFor(c.logbook, c.booking, key);
    return job !== null && !isDone(c.logbook, job);
  };
  const alone = fluidNeeds({ ...c, earlier: nothingEarlier }, fluid);
  const kept = alone.filter((n) => isPlanned(n.key) && !needs.some((o) => o.key === n.key));
  // A flush that stays planned does what a bleed would.
  const isFlushed = kept.some((n) => kindOfWork(n.key) === 'flush');
  return [...needs.filter((n) => !isFlushed || kindOfWork(n.key) !== 'bleed'), ...kept];
}

function toItem(c: Context, need: WorkNeed, atCustomer: boolean): WorkItem {
  const { logbook, booking, car, event, today, loadUp } = c;
  const kind = kindOfWork(need.key);
  const traits = kinds[kind];
  const changes = booking.workChanges.filter((w) => w.item === need.key);
  const drop = changes.find((w): w is Extract<WorkChange, { change: 'drop' }> => w.change === 'drop');
  const job = jobFor(logbook, booking, need.key);
  const ticked = job !== null && tickedWork(logbook, job.id).some((f) => f.items.includes(need.key));
  const isOver = job !== null && isDone(logbook, job);
  const done = ticked || (isOver && guided.has(kind));
  const parts = need.parts ?? [];
  const partsOn = parts.reduce((day, p) => (p.on > day ? p.on : day), today);
  const isBefore = need.latest === undefined;
  const latest = need.latest ?? loadUp;
  // What a car does at an earlier event comes off what was done for this one.
  const afterLast = isBefore && c.previous !== null && c.previous >= today ? plusDays(c.previous, 1) : today;
  const runUp = isBefore ? plusDays(event.startDate, -RUN_UP_DAYS) : today;
  const earliest = [need.earliest ?? today, partsOn, afterLast, runUp, today].reduce((a, b) => (b > a ? b : a));
  const slack = plusDays(latest, -logbook.shop.slackDays);
  const place =
    kind === 'bedding' && need.earliest === event.startDate
      ? 'event'
      : (traits.place ?? (atCustomer ? 'customer' : 'shop'));
  const wheelsOff = need.wheelsOff ?? traits.wheelsOff ?? false;
  const duration = durationOf(logbook, kind, car.id);
  const method = kind === 'flush' || kind === 'bleed' ? bleedMethod(logbook, car) : 'pressure';
  const waiting = parts.find((p) => p.on === partsOn && p.on > latest);
  const impossible = impossibleBecause(c, need, { earliest, latest, waiting });
  return {
    key: need.key,
    kind,
    bookingId: booking.id,
    carId: car.id,
    ownTitle: need.ownTitle ?? null,
    reasons: need.reasons,
    // A visit that is over leaves undone what nobody ticked off.
    state: done ? 'done' : drop ? 'dropped' : job && !isOver ? 'planned' : 'todo',
    dropReason: drop?.reason ?? null,
    job: isOver && !done ? null : job,
    earliest,
    latest,
    endsBy: isBefore && event.loadUpTime !== null ? minutesOfDay(event.loadUpTime) : null,
    target: need.target ?? (slack < earliest ? (earliest > latest ? latest : earliest) : slack),
    impossible,
    duration: need.minutes === undefined ? duration : { minutes: need.minutes, band: null, from: 'usual', records: 0 },
    crewNeeded: method === 'pedalTwo' ? 2 : (traits.crewNeeded ?? 1),
    skill: traits.skill,
    wheelsOff,
    needsLift: place === 'shop' && (wheelsOff || (traits.needsLift ?? false)),
    place,
    parts,
    fluid: need.fluid ?? null,
    method:
      method === 'pressure'
        ? null
        : workFinding('noCapAdapter', 'watch', {}, { adapter: car.tools.capAdapter, method }),
    after: [],
    isSplit: changes.some((w) => w.change === 'split'),
  };
}

/** Why a piece of work cannot be done in its window; null when it can. */
function impossibleBecause(
  { event, today }: Context,
  need: WorkNeed,
  { earliest, latest, waiting }: { earliest: LocalDate; latest: LocalDate; waiting: PartNeed | undefined },
): Finding | null {
  if (need.blocked) return need.blocked;
  const unknown = need.parts?.find((p) => p.source === 'unknown');
  if (latest < today)
    return event.startDate <= today
      ? workFinding('eventHasBegun', 'needsWork', {}, {})
      : workFinding('loadUpIsOver', 'needsWork', {}, { loadUp: latest });
  if (unknown)
    return workFinding('partUnknown', 'needsWork', unknown.axle ? { axle: unknown.axle } : {}, {
      goods: unknown.goods,
      part: unknown.likeId === null ? '' : unknown.name,
    });
  if (waiting)
    return workFinding('partComesTooLate', 'needsWork', waiting.axle ? { axle: waiting.axle } : {}, {
      goods: waiting.goods,
      part: waiting.name,
      source: waiting.source,
      on: waiting.on,
      supplier: waiting.supplier?.name ?? '',
      leadDays: waiting.supplier?.leadDays ?? 0,
      loadUp: latest,
    });
  return earliest > latest ? workFinding('noDayLeft', 'needsWork', {}, { earliest, latest }) : null;
}

/** The work of every booking of one event; or of all events that are to come or just over, soonest first. */
export function workOfEvents(logbook: Logbook, today: LocalDate, eventId?: string): Map<string, WorkItem[]> {
  const inTurn = workOfEventsInTurn(logbook, today);
  let step = inTurn.next();
  while (!step.done) step = inTurn.next();
  const lists = step.value;
  if (eventId !== undefined)
    for (const id of lists.keys()) if (logbook.bookings.get(id)?.eventId !== eventId) lists.delete(id);
  return lists;
}

/** {@link workOfEvents} booking by booking, for whoever has something else to do in between; returns the lists when it is done. */
export function* workOfEventsInTurn(
  logbook: Logbook,
  today: LocalDate,
): Generator<undefined, Map<string, WorkItem[]>, undefined> {
  const lists = new Map<string, WorkItem[]>();
  const events = [...logbook.events.values()]
    .filter((e) => !e.archived)
    .sort((a, b) => a.startDate.localeCompare(b.startDate) || a.id.localeCompare(b.id));
  // What is done for an earlier event of a car counts for the later ones: fluid if their rules allow, parts and their bedding always.
  const done = new Map<string, EarlierWork>();
  for (const event of events) {
    if (plusDays(event.endDate, logbook.shop.afterEventDays) < today) continue;
    for (const booking of logbook.bookingsOfEvent(event.id)) {
      const items = workOfBooking(logbook, booking, today, done.get(booking.carId));
      lists.set(booking.id, items);
      for (const item of items) {
        if (!once.has(item.kind) || item.state === 'dropped') continue;
        if (item.impossible !== null && item.state !== 'done') continue;
        const on = item.job ? dateIn(item.job.startAt, logbook.shop.timeZone) : item.earliest;
        const known = done.get(booking.carId) ?? nothingEarlier;
        done.set(booking.carId, {
          flushOn: item.kind === 'flush' ? on : known.flushOn,
          bleedOn: item.kind === 'bleed' ? on : known.bleedOn,
          keys: new Set([...known.keys, item.key]),
        });
      }
      yield;
    }
  }
  allot(logbook, lists.values(), today);
  return lists;
}

/** What one visit instead of one for each piece of work saves, min: wheels off once. */
export const visitSaving = (items: readonly WorkItem[]): number => {
  const open = items.filter(
    (i) => (i.state === 'todo' || i.state === 'planned') && i.wheelsOff && !i.isSplit && i.impossible === null,
  );
  // Before and after the event are two visits at least.
  const before = open.filter((i) => i.kind !== 'roadPads').length;
  const after = open.length - before;
  return VISIT_MINUTES * (Math.max(0, before - 1) + Math.max(0, after - 1));
};
