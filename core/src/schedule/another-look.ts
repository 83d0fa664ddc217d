/** What no longer fits since the world has changed: jobs, bookings and texts that somebody has to look at again. */
import { type LocalDate, dateIn, plusDays, timeIn } from '../calendar';
import { isDone } from '../jobs';
import type { Logbook } from '../logbook';
import { type Booking, type Finding, type Job, type Message, distinctFindings } from '../model';
import type { WorkItem } from '../work';
import { scheduleFinding } from './findings';
import { stocksFor, usesOf } from './shelf';
import type { Problem } from './problem';
import { slotFindings, workLists } from './slot';
import { stockShort } from './stock';

export type AnotherLook = { findings: Finding[] } & (
  { about: 'job'; job: Job } | { about: 'booking'; booking: Booking } | { about: 'message'; message: Message }
);

/** Of the job, the booking or the text that it is about. */
export const idOfLook = (look: AnotherLook): string =>
  look.about === 'job' ? look.job.id : look.about === 'booking' ? look.booking.id : look.message.id;

/** What a text to a customer tells of days, as it stood when it was written. */
export type Told = NonNullable<Message['told']>;

/** What would be told today: the event's days, and when the car is wanted here. */
export function toldOf(logbook: Logbook, booking: Booking): Told {
  const event = logbook.events.get(booking.eventId);
  const first = openJobsOfBooking(logbook, booking)
    .filter((j) => j.kind !== 'bedding' && (!event || dateIn(j.startAt, logbook.shop.timeZone) < event.startDate))
    .sort((a, b) => a.startAt.localeCompare(b.startAt))[0];
  return { startDate: event?.startDate ?? null, endDate: event?.endDate ?? null, bringInAt: first?.startAt ?? null };
}

const openJobsOfBooking = (logbook: Logbook, booking: Booking): Job[] =>
  logbook.jobsOfCar(booking.carId).filter((j) => j.bookingId === booking.id && !isDone(logbook, j));

const said = scheduleFinding;

/** What became of the event and the booking that a job is for. */
function ownerFindings(logbook: Logbook, job: Job): Finding[] {
  const event = logbook.events.get(job.eventId ?? '');
  const booking = logbook.bookings.get(job.bookingId ?? '');
  if (event?.archived) return [said('eventCancelled', 'needsWork', {}, { event: event.name })];
  return booking?.archived ? [said('bookingCancelled', 'needsWork', {}, { event: event?.name ?? '' })] : [];
}

/** Work of a job that nobody asks for any more, or that cannot be done as things stand. */
function workFindings(job: Job, items: readonly WorkItem[]): Finding[] {
  const covered = job.covers.map((key) => ({ key, item: items.find((i) => i.key === key) }));
  const works = covered.flatMap(({ key, item }) => (!item || item.state === 'dropped' ? [key] : []));
  return [
    ...(works.length > 0 ? [said('workNotWanted', 'needsWork', {}, { works })] : []),
    ...covered.flatMap(({ item }) => (item && item.state === 'planned' && item.impossible ? [item.impossible] : [])),
  ];
}

/** Jobs whose fluid or small parts are not there on their day, as the jobs before them take them. */
function withoutGoods(logbook: Logbook, jobs: readonly Job[], today: LocalDate): Map<string, Finding> {
  const lists = workLists(logbook, today);
  const last = jobs.map((j) => dateIn(j.startAt, logbook.shop.timeZone)).reduce((a, b) => (b > a ? b : a), today);
  const days: LocalDate[] = [];
  for (let day = today; day <= last; day = plusDays(day, 1)) days.push(day);
  const drawing = jobs
    .map((job) => {
      const items = (lists.get(job.bookingId ?? '') ?? []).filter(
        (i) => i.job?.id === job.id && i.state === 'planned' && i.impossible === null,
      );
      const day = Math.max(0, days.indexOf(dateIn(job.startAt, logbook.shop.timeZone)));
      return { job, day, uses: items.flatMap((i) => usesOf(i)) };
    })
    .filter((d) => d.uses.length > 0)
    .sort((a, b) => a.day - b.day || a.job.startAt.localeCompare(b.job.startAt));
  const stocks = stocksFor(
    logbook,
    days,
    drawing.flatMap((d) => d.uses),
  );
  const found = new Map<string, Finding>();
  const problem: Problem = {
    days,
    people: [],
    lifts: [],
    tools: [],
    tasks: [],
    fixed: [],
    setupMin: 0,
    previous: new Map(),
    stocks,
    pace: 'late',
  };
  // One job after the other, soonest first: whoever finds the shelf empty is told, and takes nothing.
  for (const { job, day, uses } of drawing) {
    const own = {
      id: job.id,
      carId: job.carId,
      day,
      span: { from: 0, to: 0 },
      people: [],
      lift: null,
      does: [],
      uses,
      tools: [],
    };
    problem.fixed.push(own);
    const short = stockShort(problem, new Map());
    if (!short) continue;
    problem.fixed.pop();
    const name = logbook.fluids.get(short.stock)?.name ?? logbook.wearParts.get(short.stock)?.name ?? '';
    const lots = stocks.find((s) => s.id === short.stock)?.lots ?? [];
    const next = lots.filter((l) => l.from > day).sort((a, b) => a.from - b.from)[0];
    const on = next ? (days[next.from] ?? plusDays(today, next.from)) : null;
    found.set(job.id, said('stockShort', 'needsWork', {}, { name, on }));
  }
  return found;
}

const looks = new WeakMap<Logbook, Map<LocalDate, AnotherLook[]>>();

/**
 * Everything planned or told that no longer fits, with why: jobs soonest first, then bookings, then texts. Judged once for each logbook and day.
 * @param today in the shop's time zone
 */
export function needsAnotherLook(logbook: Logbook, today: LocalDate): AnotherLook[] {
  const known = looks.get(logbook) ?? new Map<LocalDate, AnotherLook[]>();
  looks.set(logbook, known);
  let found = known.get(today);
  if (!found) {
    found = [...jobsToLookAt(logbook, today), ...bookingsToLookAt(logbook, today), ...textsToLookAt(logbook, today)];
    known.set(today, found);
  }
  return found;
}

function jobsToLookAt(logbook: Logbook, today: LocalDate): AnotherLook[] {
  const { timeZone } = logbook.shop;
  const lists = workLists(logbook, today);
  const open = [...logbook.jobs.values()].filter(
    (j) => !j.archived && !isDone(logbook, j) && logbook.factsOfJob(j.id).length === 0,
  );
  const planned = open.filter((j) => dateIn(j.startAt, timeZone) >= today);
  const goods = withoutGoods(logbook, planned, today);
  return open
    .map((job): AnotherLook => {
      const gone = ownerFindings(logbook, job);
      const lift = logbook.lifts.get(job.liftId ?? '');
      const short = goods.get(job.id);
      const items = lists.get(job.bookingId ?? '') ?? [];
      const findings =
        gone.length > 0
          ? gone
          : distinctFindings([
              ...slotFindings(logbook, job, today),
              ...(lift?.archived ? [said('liftIsGone', 'needsWork', {}, { lift: lift.name })] : []),
              ...(job.bookingId !== null ? workFindings(job, items) : []),
              ...(short ? [short] : []),
            ]);
      return { about: 'job', job, findings };
    })
    .filter((l) => l.findings.length > 0)
    .sort((a, b) => (a.about === 'job' && b.about === 'job' ? a.job.startAt.localeCompare(b.job.startAt) : 0));
}

/** Cars that are booked to two events on one day. */
function bookingsToLookAt(logbook: Logbook, today: LocalDate): AnotherLook[] {
  const coming = [...logbook.bookings.values()].flatMap((booking) => {
    const event = logbook.events.get(booking.eventId);
    const car = logbook.cars.get(booking.carId);
    return event && car && !booking.archived && !event.archived && !car.archived && event.endDate >= today
      ? [{ booking, event }]
      : [];
  });
  return coming.flatMap(({ booking, event }): AnotherLook[] => {
    const findings = coming.flatMap((other) => {
      if (other.booking === booking || other.booking.carId !== booking.carId) return [];
      const on = event.startDate > other.event.startDate ? event.startDate : other.event.startDate;
      return on <= event.endDate && on <= other.event.endDate
        ? [said('carAtTwoEvents', 'needsWork', {}, { event: other.event.name, on })]
        : [];
    });
    return findings.length > 0 ? [{ about: 'booking', booking, findings }] : [];
  });
}

/** The last text of each kind about a booking, where it tells days that do not hold any more. */
function textsToLookAt(logbook: Logbook, today: LocalDate): AnotherLook[] {
  const last = new Map<string, Message>();
  for (const m of [...logbook.messages.values()].sort((a, b) => a.writtenAt.localeCompare(b.writtenAt)))
    if (!m.archived && m.bookingId !== null) last.set(`${m.bookingId} ${m.about}`, m);
  return [...last.values()].flatMap((message): AnotherLook[] => {
    const booking = logbook.bookings.get(message.bookingId!);
    const event = logbook.events.get(booking?.eventId ?? '');
    const { told } = message;
    if (!booking || !event || !told || (told.endDate ?? event.endDate) < today) return [];
    const now = toldOf(logbook, booking);
    const day = (at: string | null): string | null =>
      at === null ? null : `${dateIn(at, logbook.shop.timeZone)} ${timeIn(at, logbook.shop.timeZone)}`;
    const findings: Finding[] = [];
    if (event.archived) findings.push(said('eventCancelled', 'needsWork', {}, { event: event.name }));
    else if (booking.archived) findings.push(said('bookingCancelled', 'needsWork', {}, { event: event.name }));
    else if (message.about === 'booked' && told.startDate !== null && told.startDate !== now.startDate)
      findings.push(
        said('textSaysOtherDay', 'needsWork', {}, { about: 'event', told: told.startDate, now: now.startDate }),
      );
    else if (message.about === 'bringIn' && told.bringInAt !== now.bringInAt && told.bringInAt !== null)
      // Once the car is here and worked on, nobody brings it in any more.
      if (now.bringInAt !== null || dateIn(told.bringInAt, logbook.shop.timeZone) >= today)
        findings.push(
          said(
            'textSaysOtherDay',
            'needsWork',
            {},
            { about: 'bringIn', told: day(told.bringInAt)!, now: day(now.bringInAt) },
          ),
        );
    return findings.length > 0 ? [{ about: 'message', message, findings }] : [];
  });
}

/** What a plan stands on, as one text: while two of them are the same, a plan made for the one holds for the other. */
export function planBasis(problem: Problem): string {
  const { tasks, fixed, stocks, previous, fixedAfter, ...rest } = problem;
  const byId = <T extends { id: string }>(list: readonly T[]): T[] =>
    [...list].sort((a, b) => a.id.localeCompare(b.id));
  return JSON.stringify({
    ...rest,
    tasks: byId(tasks),
    fixed: byId(fixed),
    stocks: byId(stocks),
    previous: [...previous].sort((a, b) => a[0].localeCompare(b[0])),
    fixedAfter: [...(fixedAfter ?? [])].sort((a, b) => a[0].localeCompare(b[0])),
  });
}
