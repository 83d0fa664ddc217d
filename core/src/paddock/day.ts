/** An event day: the timetable, and each car with its state in one line and what it needs now. */
import { type LocalDate, dateIn, timeIn, minutesOfDay } from '../calendar';
import { type Logbook, carLabel } from '../logbook';
import {
  type Booking,
  type Car,
  type Customer,
  type Finding,
  type PlannedSession,
  type TrackEvent,
  type Verdict,
  severity,
} from '../model';
import { isClosed } from './closed';
import { type TrackSession, isLookDue, sessionsAt, sessionsOfDay } from '../sessions';
import { type TrackState, judgeTrack } from './state';

/** What a car needs now. */
export type Need =
  | { kind: 'decide'; sessionId: string }
  | { kind: 'look'; sessionId: string }
  | { kind: 'mend'; sessionId: string }
  | { kind: 'session'; from: string | null }
  | { kind: 'close' }
  | { kind: 'nothing' };

export interface CarOnDay {
  booking: Booking;
  car: Car;
  customer: Customer | null;
  sessions: TrackSession[];
  /** Of them, driven on this day. */
  today: number;
  track: TrackState;
  verdict: Verdict;
  headline: Finding;
  need: Need;
  /** After which of its sessions it is looked at again; null while nothing is decided, or it is stopped. */
  nextLook: number | null;
  isClosed: boolean;
}

export interface DaySlot {
  session: PlannedSession;
  /** Place among the day's sessions of its group, from 1. */
  nth: number;
  state: 'over' | 'now' | 'next' | 'later';
  cars: Pick<Car, 'id' | 'name'>[];
}

export interface EventDay {
  event: TrackEvent;
  day: LocalDate;
  slots: DaySlot[];
  cars: CarOnDay[];
}

/** The next session that a car drives in, by the clock; null where none is left. */
export const nextSlot = (
  event: TrackEvent,
  booking: Pick<Booking, 'group'>,
  day: LocalDate,
  time: string,
): PlannedSession | null => sessionsOfDay(event, day, booking.group).find((s) => s.from > time) ?? null;

function needOf(
  logbook: Logbook,
  { session, look, decision, verdict }: TrackState,
  event: TrackEvent,
  next: PlannedSession | null,
  closed: boolean,
  today: LocalDate,
): Need {
  if (closed) return { kind: 'nothing' };
  const isOwn = session?.fact.eventId === event.id;
  if (session && isOwn && look) {
    const sessionId = session.fact.id;
    if (decision === null && isLookDue(logbook, session)) {
      const isOpen = look.items.some((i) => i.state !== 'done');
      return isOpen ? { kind: 'look', sessionId } : { kind: 'decide', sessionId };
    }
    if (verdict === 'stop') return { kind: 'mend', sessionId };
  }
  if (next) return { kind: 'session', from: next.from };
  if (today > event.endDate || (today === event.endDate && event.timetable.some((s) => s.day === today)))
    return { kind: 'close' };
  return { kind: 'session', from: null };
}

/**
 * The day as the lead sees it: cars that need somebody first.
 * @param now the moment, for what is over and what comes next
 * @param worse what else speaks against a car: its gates before the first session
 */
export function eventDay(
  logbook: Logbook,
  event: TrackEvent,
  now: string,
  worse: (car: Car) => { verdict: Verdict; headline: Finding },
): EventDay {
  const day = dateIn(now, logbook.shop.timeZone);
  const time = timeIn(now, logbook.shop.timeZone);
  const cars = logbook.bookingsOfEvent(event.id).flatMap((booking): CarOnDay[] => {
    const car = logbook.cars.get(booking.carId);
    if (!car || car.archived) return [];
    const track = judgeTrack(logbook, car, event.id);
    const sessions = sessionsAt(logbook, car.id, event.id);
    const closed = isClosed(logbook, booking);
    const isOwn = track.session?.fact.eventId === event.id;
    const other = worse(car);
    // The worst speaks; at equal weight what was found at the track.
    const own = isOwn || track.verdict !== 'inOrder';
    const speaks = own && severity(track.verdict) >= severity(other.verdict) ? track : other;
    const next = nextSlot(event, booking, day, time);
    return [
      {
        booking,
        car,
        customer: logbook.customers.get(car.customerId) ?? null,
        sessions,
        today: sessions.filter((s) => dateIn(s.fact.at, logbook.shop.timeZone) === day).length,
        track,
        verdict: speaks.verdict,
        headline: speaks.headline,
        nextLook: nextLookOf(track, closed),
        need: needOf(logbook, track, event, next, closed, day),
        isClosed: closed,
      },
    ];
  });
  const slots = sessionsOfDay(event, day, null);
  const clock = minutesOfDay(time);
  const nextAt = slots.findIndex((s) => minutesOfDay(s.from) > clock);
  return {
    event,
    day,
    slots: slots.map((session, i): DaySlot => {
      const from = minutesOfDay(session.from);
      return {
        session,
        nth: slots.slice(0, i + 1).filter((s) => s.group === session.group).length,
        state: from + session.minutes <= clock ? 'over' : from <= clock ? 'now' : i === nextAt ? 'next' : 'later',
        cars: cars
          .filter((c) => session.group === '' || c.booking.group === session.group)
          .map(({ car }) => ({ id: car.id, name: carLabel(logbook, car.id) })),
      };
    }),
    cars: cars.sort(
      (a, b) => rank(a) - rank(b) || severity(b.verdict) - severity(a.verdict) || a.car.name.localeCompare(b.car.name),
    ),
  };
}

function nextLookOf({ session, decision, verdict }: TrackState, closed: boolean): number | null {
  if (!session || !decision || closed || verdict === 'stop') return null;
  return session.nth + (decision.sessionId === session.fact.id ? decision.limits.lookAfterSessions : 1);
}

/** Who waits for somebody comes first, then who goes out next; who is closed last. */
const rank = ({ need, isClosed: closed }: CarOnDay): number =>
  closed
    ? 4
    : need.kind === 'decide' || need.kind === 'look'
      ? 0
      : need.kind === 'mend'
        ? 1
        : need.kind === 'close'
          ? 3
          : 2;
