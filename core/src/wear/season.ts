/** How many sets a car's calendar takes: which events the one that is on will see, and before which a new one is wanted. */
import { type LocalDate, minusWorkingDays, plusDays } from '../calendar';
import { loadUpOf } from '../demand';
import { axleParts, fastestSupplier } from '../inventory';
import { type Logbook, shopIsShut } from '../logbook';
import type { Axle, Car, TrackEvent } from '../model';
import { comingEventsOf, sessionsAhead } from './ahead';
import { newWeighedMm } from './by-weight';
import { CHANGE_FROM } from './judge';
import { type AxleWear, axleWear } from './outlook';

/** A new set before an event. */
export interface SetAhead {
  event: TrackEvent;
  /** Last day to order it for it to be here the day before load-up. */
  orderBy: LocalDate;
}
/** Pads or rotors of one axle over all events that the car is booked to. */
export interface Season {
  of: 'pads' | 'rotors';
  axle: Axle;
  label: string;
  /** Coming events that what is on now is likelier to see through than not. */
  eventsLeft: number;
  events: number;
  sets: SetAhead[];
}

/** Usual minutes that a new one lasts, by the rate that is known of this one; null where its thickness when new is not. */
function lifeMin({ part, weighed, limitMm, faces }: AxleWear): number | null {
  const newMm = weighed ? newWeighedMm(weighed, part) : (part?.newThicknessMm ?? null);
  if (newMm === null || newMm <= limitMm) return null;
  const fastest = Math.max(...faces.map((f) => f.rate.logMean));
  return (newMm - limitMm) / Math.exp(fastest);
}

/** The season of what is on an axle; null where nothing is booked, or its wear is not known. */
export function seasonOf(
  logbook: Logbook,
  car: Car,
  axle: Axle,
  of: 'pads' | 'rotors',
  today: LocalDate,
): Season | null {
  const events = comingEventsOf(logbook, car, today);
  const worn = events.map((event) => ({ event, wear: axleWear(logbook, car, axle, of, event, today) }));
  const first = worn[0]?.wear;
  if (!first || worn.some(({ wear }) => !wear?.isTold)) return null;
  const lead = fastestSupplier(logbook, of === 'pads' ? 'padSet' : 'rotorPair')?.leadDays ?? 0;
  const isShut = shopIsShut(logbook);
  const orderBy = (event: TrackEvent): LocalDate => minusWorkingDays(plusDays(loadUpOf(event), -1), lead, isShut);
  const usualMin = (event: TrackEvent): number => {
    const booking = logbook.bookingsOfCar(car.id).find((b) => b.eventId === event.id)!;
    return sessionsAhead(logbook, car, axle, event, booking, today).reduce((sum, s) => sum + s.usualMin, 0);
  };
  const found = worn.findIndex(({ wear }) => wear!.underBeforeEnd >= CHANGE_FROM || wear!.isUnderNow);
  const eventsLeft = found < 0 ? events.length : found;
  const life = lifeMin(first);
  const sets: SetAhead[] = [];
  let drivenMin = 0;
  for (const event of events.slice(eventsLeft)) {
    // The first of them wants a new one; a later one as soon as that would not see it through.
    if (sets.length === 0 || (life !== null && drivenMin + usualMin(event) > life)) {
      sets.push({ event, orderBy: orderBy(event) });
      drivenMin = 0;
    }
    drivenMin += usualMin(event);
  }
  const { padSet, rotorPair } = axleParts(logbook, car, axle);
  const label = (of === 'pads' ? padSet : rotorPair)?.label ?? '';
  return { of, axle, label, eventsLeft, events: events.length, sets };
}

/** Everything of a car that its calendar wears out, the soonest to order first. */
export const seasonsOf = (logbook: Logbook, car: Car, today: LocalDate): Season[] =>
  (['front', 'rear'] as const)
    .flatMap((axle) => (['pads', 'rotors'] as const).flatMap((of) => seasonOf(logbook, car, axle, of, today) ?? []))
    .sort((a, b) => (a.sets[0]?.orderBy ?? '9').localeCompare(b.sets[0]?.orderBy ?? '9'));
