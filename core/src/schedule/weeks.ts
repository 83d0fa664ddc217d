/** Weeks at a glance: what is on each day, who is away, how much each person has to do, what is not planned yet, what has to be ordered. */
import { type LocalDate, dateIn, plusDays } from '../calendar';
import { loadUpOf } from '../demand';
import { breaksOfShop, isDone, isDoneThere, wayMin } from '../jobs';
import type { Logbook } from '../logbook';
import type { Car, CrewMember, Finding, Job, TrackEvent } from '../model';
import { type ShoppingLine, VISIT_MINUTES, type WorkItem, shoppingLists } from '../work';
import { absenceOf, hoursOf } from './hours';
import { capacityOf } from './problem';
import { workLists } from './slot';

export interface PersonDay {
  member: CrewMember;
  /** Why somebody is not there; null when they are. */
  absence: Finding | null;
  /** Minutes planned, and minutes that there are. */
  plannedMin: number;
  capacityMin: number;
}

export interface WeekDay {
  date: LocalDate;
  events: TrackEvent[];
  loadUps: TrackEvent[];
  people: PersonDay[];
  /** What has to be ordered by this day. */
  orderBy: Pick<ShoppingLine, 'goods' | 'name' | 'axle'>[];
}

/** Work of one car for one event that nobody has planned. */
export interface Unplanned {
  bookingId: string;
  car: Car;
  event: TrackEvent;
  items: WorkItem[];
  /** Minutes, with the wheels off once, and the way there and back. */
  minutes: number;
}

/**
 * Days from one on.
 * @param count 35 for five weeks
 */
export function weekDays(logbook: Logbook, from: LocalDate, count: number, today: LocalDate): WeekDay[] {
  const { timeZone } = logbook.shop;
  const events = [...logbook.events.values()].filter((e) => !e.archived);
  const crew = [...logbook.crew.values()].filter((m) => !m.archived).sort((a, b) => a.name.localeCompare(b.name));
  const planned = new Map<string, number>();
  for (const job of logbook.jobs.values()) {
    // What somebody does where he was sent is no work beside his being away.
    if (job.archived || isDone(logbook, job) || isDoneThere(logbook, job)) continue;
    for (const id of [job.crewId, job.helperId])
      if (id) {
        const key = `${id} ${dateIn(job.startAt, timeZone)}`;
        planned.set(key, (planned.get(key) ?? 0) + job.durationMin);
      }
  }
  const breaks = breaksOfShop(logbook);
  const lists = shoppingLists(logbook, [...workLists(logbook, today).values()].flat(), today);
  return Array.from({ length: count }, (_, i): WeekDay => {
    const date = plusDays(from, i);
    return {
      date,
      events: events.filter((e) => e.startDate <= date && date <= e.endDate),
      loadUps: events.filter((e) => loadUpOf(e) === date),
      people: crew.map((member) => ({
        member,
        absence: absenceOf(logbook, member, date),
        plannedMin: planned.get(`${member.id} ${date}`) ?? 0,
        capacityMin: capacityOf({ id: '', name: '', event: null, hours: [hoursOf(logbook, member, date)], breaks }, 0),
      })),
      orderBy: lists.flatMap((l) =>
        l.lines
          .filter((line) => (line.orderBy !== null && line.orderBy < today ? today : line.orderBy) === date)
          .map(({ goods, name, axle }) => ({ goods, name, axle })),
      ),
    };
  });
}

/** Cars with work that nobody has planned, soonest event first; what cannot be done as things are is left to the work list. */
export function unplannedWork(logbook: Logbook, today: LocalDate): Unplanned[] {
  return [...workLists(logbook, today)]
    .flatMap(([bookingId, all]): Unplanned[] => {
      const booking = logbook.bookings.get(bookingId);
      const car = logbook.cars.get(booking?.carId ?? '');
      const event = logbook.events.get(booking?.eventId ?? '');
      const items = all.filter((i) => i.state === 'todo' && i.impossible === null && i.place !== 'event');
      if (!car || !event || items.length === 0) return [];
      const minutes =
        items.reduce((n, i) => n + i.duration.minutes, 0) +
        (items.some((i) => i.wheelsOff) ? VISIT_MINUTES : 0) +
        (items.some((i) => i.place === 'customer') ? wayMin(logbook, car.id) : 0);
      return [{ bookingId, car, event, items, minutes }];
    })
    .sort((a, b) => a.event.startDate.localeCompare(b.event.startDate) || a.car.name.localeCompare(b.car.name));
}

/** A visit that does work that nobody has planned, at a time: as somebody dropped it there. */
export const visitFor = (
  work: Unplanned,
  at: Pick<Job, 'id' | 'crewId' | 'startAt' | 'liftId'>,
  kindOf: (items: readonly WorkItem[]) => Job['kind'],
): Job => ({
  ...at,
  version: 0,
  archived: false,
  kind: kindOf(work.items),
  carId: work.car.id,
  eventId: work.event.id,
  bookingId: work.bookingId,
  covers: work.items.map((i) => i.key),
  helperId: null,
  durationMin: Math.min(1440, work.minutes),
  notes: '',
  isPinned: true,
});
