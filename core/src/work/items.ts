import { type LocalDate, dateIn, plusDays, shortDate } from '../calendar';
import { judgeFluid, previousEventEnd } from '../fluid';
import type { Logbook } from '../logbook';
import { isDone, kindOf, tickedWork, workName } from '../jobs';
import {
  type Booking,
  type Job,
  type TrackEvent,
  type WorkChange,
  type WorkDone,
  type WorkKind,
  workKinds,
} from '../model';
import { VISIT_MINUTES, durationOf } from './durations';
import { rulesInForce } from './rules';
import type { Context, Draft, WorkItem } from './types';
import { before, guided, kinds } from './kinds';
import { fluidDrafts } from './fluid-work';
import { beddingDrafts, partsDrafts } from './parts-work';
import { otherDrafts } from './other-work';

/** Work for an event is not begun longer before it than this: what is done too early is done again. Own figure. */
const RUN_UP_DAYS = 21;

export const loadUpOf = (event: TrackEvent): LocalDate => event.loadUpDate ?? plusDays(event.startDate, -1);

export interface VisitExtra {
  key: string;
  title: string;
  /** Of a form: its lines. */
  lines: string[];
  done: WorkDone | null;
}

/** Work of a visit that no guided screen covers. */
export function visitExtras(logbook: Logbook, job: Job): VisitExtra[] {
  const booking = logbook.bookings.get(job.bookingId ?? '');
  const car = logbook.cars.get(job.carId);
  const event = logbook.events.get(job.eventId ?? '');
  const ticked = tickedWork(logbook, job.id);
  return job.covers
    .filter((key) => !guided.has(kindOf(key)))
    .map((key) => {
      const added = booking?.workChanges.find((c) => c.change === 'add' && c.item === key);
      return {
        key,
        title: workName(key, added?.change === 'add' ? added.title : undefined),
        lines:
          kindOf(key) === 'inspection' && car && event
            ? (rulesInForce(logbook, car, event).inspection?.items ?? [])
            : [],
        done: ticked.findLast((f) => f.items.includes(key)) ?? null,
      };
    });
}

/** What a job does that somebody planned by hand: by its kind, as it names no work. */
const doesByKind = (job: Job, key: string): boolean => {
  const kind = kindOf(key);
  if (job.kind === 'service')
    return kind === 'boilingTest' || ((kinds[kind].wheelsOff ?? false) && kind !== 'roadPads');
  return (
    (job.kind === 'fluidExchange' && kind === 'exchange') ||
    (job.kind === 'bleed' && kind === 'bleed') ||
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
function doneDrafts(c: Context, drafts: readonly Draft[]): Draft[] {
  const keys = new Set(drafts.map((d) => d.key));
  return c.logbook
    .jobsOfCar(c.car.id)
    .filter((j) => j.bookingId === c.booking.id && isDone(c.logbook, j))
    .flatMap((j) => j.covers)
    .filter((key) => !keys.has(key))
    .map((key) => ({ key, reasons: [] }));
}

/**
 * What one booked car needs before, at and after its event, in the order in which it is done.
 * @param planned fluid work for an earlier event of the same car, taken as done
 */
export function workOfBooking(
  logbook: Logbook,
  booking: Booking,
  today: LocalDate,
  planned: { exchangeOn: LocalDate | null; bleedOn: LocalDate | null } = { exchangeOn: null, bleedOn: null },
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
    facts: logbook.factsOfCar(car.id),
  };
  const isOver = event.endDate < today;
  const first = isOver ? [] : [...fluidDrafts(c, judgeFluid(logbook, car, event, today), planned), ...partsDrafts(c)];
  const withBedding = isOver ? [] : [...first, ...beddingDrafts(c, first)];
  const all = [...withBedding, ...otherDrafts(c, withBedding)].filter(
    (d) => !isOver || d.earliest === undefined || d.earliest > event.endDate,
  );
  const drafts = [...all, ...doneDrafts(c, all)];
  const customer = logbook.customers.get(car.customerId);
  const items = drafts.map((draft): WorkItem => toItem(c, draft, customer?.atTheirPlace ?? false));
  const present = new Map<WorkKind, string[]>();
  for (const i of items) if (i.state !== 'dropped') present.set(i.kind, [...(present.get(i.kind) ?? []), i.key]);
  // Parts that cannot go on cannot be bedded.
  for (const item of items) {
    const parts = items.find(
      (i) => ['pads', 'rotors'].includes(i.kind) && i.impossible && i.key.endsWith(`.${item.key.split('.')[1]}`),
    );
    if (item.kind === 'bedding' && parts) item.impossible = `Waits for ${parts.title.toLowerCase()}.`;
  }
  for (const item of items) {
    const place = item.key.split('.')[1];
    item.after = (before[item.kind] ?? []).flatMap((kind) =>
      (present.get(kind) ?? [])
        .filter((key) => kind !== 'sendBedding' || key.endsWith(place ?? ''))
        .map((key) => ({ key, lagDays: kind === 'sendBedding' ? logbook.shop.machineBeddingDays : 0 })),
    );
  }
  return items.sort((a, b) => workKinds.indexOf(a.kind) - workKinds.indexOf(b.kind) || a.key.localeCompare(b.key));
}

function toItem(c: Context, draft: Draft, atCustomer: boolean): WorkItem {
  const { logbook, booking, car, event, today, loadUp } = c;
  const kind = kindOf(draft.key);
  const traits = kinds[kind];
  const changes = booking.workChanges.filter((w) => w.item === draft.key);
  const drop = changes.find((w): w is Extract<WorkChange, { change: 'drop' }> => w.change === 'drop');
  const job = jobFor(logbook, booking, draft.key);
  const ticked = job !== null && tickedWork(logbook, job.id).some((f) => f.items.includes(draft.key));
  const isOver = job !== null && isDone(logbook, job);
  const done = ticked || (isOver && guided.has(kind));
  const parts = draft.parts ?? [];
  const partsOn = parts.reduce((day, p) => (p.on > day ? p.on : day), today);
  const isBefore = draft.latest === undefined;
  const latest = draft.latest ?? loadUp;
  // What a car does at an earlier event comes off what was done for this one.
  const afterLast = isBefore && c.previous !== null && c.previous >= today ? plusDays(c.previous, 1) : today;
  const runUp = isBefore ? plusDays(event.startDate, -RUN_UP_DAYS) : today;
  const earliest = [draft.earliest ?? today, partsOn, afterLast, runUp, today].reduce((a, b) => (b > a ? b : a));
  const slack = plusDays(latest, -logbook.shop.slackDays);
  const place =
    kind === 'bedding' && draft.earliest === event.startDate
      ? 'event'
      : (traits.place ?? (atCustomer ? 'customer' : 'shop'));
  const wheelsOff = draft.wheelsOff ?? traits.wheelsOff ?? false;
  const duration = durationOf(logbook, kind, car.id);
  const waiting = parts.find((p) => p.on === partsOn && p.on > latest);
  let impossible: string | null = null;
  if (draft.blocked) impossible = draft.blocked;
  else if (latest < today)
    impossible = event.startDate <= today ? 'The event has begun.' : `Load-up was ${shortDate(latest)}.`;
  else if (waiting) impossible = `${waiting.text}: after load-up on ${shortDate(latest)}.`;
  else if (earliest > latest)
    impossible = `May not be done before ${shortDate(earliest)}, must be by ${shortDate(latest)}.`;
  return {
    key: draft.key,
    kind,
    bookingId: booking.id,
    carId: car.id,
    title: workName(draft.key, draft.title),
    reasons: draft.reasons,
    // A visit that is over leaves undone what nobody ticked off.
    state: done ? 'done' : drop ? 'dropped' : job && !isOver ? 'planned' : 'todo',
    dropReason: drop?.reason ?? null,
    job: isOver && !done ? null : job,
    earliest,
    latest,
    target: draft.target ?? (slack < earliest ? (earliest > latest ? latest : earliest) : slack),
    impossible,
    duration:
      draft.minutes === undefined ? duration : { minutes: draft.minutes, band: null, from: 'usual', records: 0 },
    crewNeeded: traits.crewNeeded ?? 1,
    skill: traits.skill,
    wheelsOff,
    needsLift: place === 'shop' && (wheelsOff || (traits.needsLift ?? false)),
    place,
    parts,
    fluid: draft.fluid ?? null,
    after: [],
    isSplit: changes.some((w) => w.change === 'split'),
  };
}

/** The work of every booking of one event; or of all events that are to come or just over, soonest first. */
export function workOfEvents(logbook: Logbook, today: LocalDate, eventId?: string): Map<string, WorkItem[]> {
  const lists = new Map<string, WorkItem[]>();
  const events = [...logbook.events.values()]
    .filter((e) => !e.archived)
    .sort((a, b) => a.startDate.localeCompare(b.startDate) || a.id.localeCompare(b.id));
  // Fluid work for an earlier event counts for a later one of the same car, if its rules allow.
  const done = new Map<string, { exchangeOn: LocalDate | null; bleedOn: LocalDate | null }>();
  for (const event of events) {
    if (plusDays(event.endDate, logbook.shop.afterEventDays) < today) continue;
    for (const booking of logbook.bookingsOfEvent(event.id)) {
      const items = workOfBooking(logbook, booking, today, done.get(booking.carId));
      lists.set(booking.id, items);
      for (const item of items) {
        if ((item.kind !== 'exchange' && item.kind !== 'bleed') || item.state === 'dropped') continue;
        if (item.impossible !== null && item.state !== 'done') continue;
        const on = item.job ? dateIn(item.job.startAt, logbook.shop.timeZone) : item.earliest;
        const known = done.get(booking.carId) ?? { exchangeOn: null, bleedOn: null };
        done.set(booking.carId, { ...known, [item.kind === 'exchange' ? 'exchangeOn' : 'bleedOn']: on });
      }
    }
  }
  if (eventId !== undefined)
    for (const id of lists.keys()) if (logbook.bookings.get(id)?.eventId !== eventId) lists.delete(id);
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
