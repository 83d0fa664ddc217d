/** Who is there when. */
import { type LocalDate, minutesOfDay, weekdayOf } from '../calendar';
import { type Span, breaksOfShop } from '../jobs';
import type { Logbook } from '../logbook';
import type { CrewMember, DayOff, Finding, WeekHours } from '../model';
import { scheduleFinding } from './findings';

/** Where a morning ends and an afternoon begins on a day without a break about noon. */
const NOON = 12 * 60;
/** A break that lies in this time parts the day; one for coffee in the afternoon does not. Own figures. */
const MIDDAY: Span = { from: 11 * 60, to: 14 * 60 };

/** The event that one of the crew goes to on a day. */
const eventOfDay = (logbook: Logbook, crewId: string, date: LocalDate): string | null =>
  [...logbook.events.values()].find(
    (e) => !e.archived && e.crewIds.includes(crewId) && e.startDate <= date && date <= e.endDate,
  )?.id ?? null;

const isOn = (date: LocalDate) => (d: DayOff) => d.from <= date && date <= d.to;
const isWhole = ({ part }: DayOff): boolean => part !== 'morning' && part !== 'afternoon';

/** When one of the crew works in the shop on a day; null on a day off, a day on which the shop is shut, or away at an event. */
export function hoursOf(logbook: Logbook, member: CrewMember, date: LocalDate): Span | null {
  const off = [...member.daysOff, ...logbook.shop.closedDays].filter(isOn(date));
  if (member.archived || off.some(isWhole)) return null;
  if (eventOfDay(logbook, member.id, date) !== null) return null;
  const week: WeekHours = member.hours ?? logbook.shop.hours;
  const day = week[weekdayOf(date)];
  if (!day) return null;
  const noon = breaksOfShop(logbook).find((b) => b.from < MIDDAY.to && b.to > MIDDAY.from) ?? { from: NOON, to: NOON };
  const from = Math.max(minutesOfDay(day.from), ...off.map((d) => (d.part === 'morning' ? noon.to : 0)));
  const to = Math.min(minutesOfDay(day.to), ...off.map((d) => (d.part === 'afternoon' ? noon.from : 24 * 60)));
  return from < to ? { from, to } : null;
}

/** Why somebody is not there; null when they are, if only for half of the day. */
export function absenceOf(logbook: Logbook, member: CrewMember, date: LocalDate): Finding | null {
  const person = member.name;
  if (member.archived) return scheduleFinding('hasLeft', 'needsWork', {}, { person });
  const shut = logbook.shop.closedDays.find((d) => isOn(date)(d) && isWhole(d));
  if (shut) return scheduleFinding('shopIsShut', 'needsWork', {}, { why: shut.why });
  const off = member.daysOff.find((d) => isOn(date)(d) && isWhole(d));
  if (off) return scheduleFinding('isOff', 'needsWork', {}, { person, why: off.why });
  const event = logbook.events.get(eventOfDay(logbook, member.id, date) ?? '');
  if (event) return scheduleFinding('isAtEvent', 'needsWork', {}, { person, event: event.name });
  return hoursOf(logbook, member, date) ? null : scheduleFinding('doesNotWorkThatDay', 'needsWork', {}, { person });
}
