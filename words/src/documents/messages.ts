/** Texts to a customer. */
import type { Booking, Logbook, Message } from '@calvik/core';
import { dateIn, dateSpan, longDate, shortDate, timeIn } from '@calvik/core/calendar';
import { isDone, endOfJob } from '@calvik/core/jobs';
import { carLabel } from '@calvik/core/logbook';
import { decisionsOn, sessionsAt } from '@calvik/core/sessions';
import { loadUpOf, rulesInForce } from '@calvik/core/demand';
import { type WorkItem } from '@calvik/core/run-up';
import { sayTo } from '../reader';
import { list, loadUpHour } from '../texts';
import { afterEventText } from './after-event';
import { foundSentences } from './found';
import { driverCard, driverCardText } from './driver-card';
import { ruleLines } from '../work';
import { workName } from '../work-names';

/** What was decided last of a car at an event. */
const lastDecision = (logbook: Logbook, carId: string, eventId: string) =>
  sessionsAt(logbook, carId, eventId)
    .flatMap((s) => decisionsOn(logbook, s))
    .at(-1);

/** A text holds so many letters. */
const MOST_LETTERS = 800;
const cutAtWord = (text: string): string =>
  text.length <= MOST_LETTERS ? text : `${text.slice(0, text.lastIndexOf(' ', MOST_LETTERS - 2))} …`;

/** The text to a customer about a booking, as it would be sent. */
export function messageText(
  logbook: Logbook,
  booking: Booking,
  items: readonly WorkItem[],
  about: Message['about'],
): string {
  const car = logbook.cars.get(booking.carId);
  const event = logbook.events.get(booking.eventId);
  const customer = logbook.customers.get(car?.customerId ?? '');
  if (!car || !event || !customer) return '';
  const { timeZone } = logbook.shop;
  const say = sayTo({ units: customer.units, timeZone });
  const first = customer.name.split(' ')[0]!;
  const jobs = logbook.jobsOfCar(car.id).filter((j) => j.bookingId === booking.id && !isDone(logbook, j));
  const sorted = [...jobs].sort((a, b) => a.startAt.localeCompare(b.startAt));
  const before = sorted.filter((j) => dateIn(j.startAt, timeZone) < event.startDate && j.kind !== 'bedding');
  const open = items.filter((i) => i.state !== 'dropped' && i.state !== 'done' && i.latest < event.startDate);
  const names = open.map((i) => workName(i.key, i.ownTitle).toLowerCase());
  const named = list(names);
  switch (about) {
    case 'booked': {
      const rules = ruleLines(rulesInForce(logbook, car, event), say).length;
      return [
        `Hello ${first}, ${carLabel(logbook, car.id)} is booked for ${event.name}, ${dateSpan(event.startDate, event.endDate)}.`,
        named ? `Beforehand we’ll do: ${named}.` : 'Nothing needs doing before it.',
        rules > 0 && event.organiser ? `${event.organiser} has rules for the car; we keep to them.` : '',
        logbook.shop.name,
      ]
        .filter(Boolean)
        .join(' ');
    }
    case 'bringIn': {
      const next = before[0];
      if (!next)
        return `Hello ${first}, no day is set for ${carLabel(logbook, car.id)} yet; we’ll be in touch. ${logbook.shop.name}`;
      const at = `${shortDate(dateIn(next.startAt, timeZone))} at ${timeIn(next.startAt, timeZone)}`;
      const last = before.at(-1)!;
      return customer.atTheirPlace
        ? `Hello ${first}, we come to ${carLabel(logbook, car.id)} on ${at}. Please leave it where we can get round it. ${logbook.shop.name}`
        : `Hello ${first}, please bring ${carLabel(logbook, car.id)} by ${at}. It is ready again on ${shortDate(dateIn(endOfJob(logbook, last), timeZone))} after ${timeIn(endOfJob(logbook, last), timeZone)}. ${logbook.shop.name}`;
    }
    case 'goOut': {
      const decision = lastDecision(logbook, car.id, event.id);
      const card = decision && driverCard(logbook, decision);
      return card ? driverCardText(card) : '';
    }
    case 'afterEvent':
      return afterEventText(logbook, booking, event.endDate);
    // Written in the queue itself: it knows when the car is back.
    case 'queue':
      return '';
    case 'found': {
      const found = foundSentences(logbook, booking, items, say);
      return cutAtWord(
        `Hello ${first}, what we found on ${carLabel(logbook, car.id)}: ${found.join(' ')} Load-up is ${longDate(loadUpOf(event))}${loadUpHour(event)}. ${logbook.shop.name}`,
      );
    }
  }
}
