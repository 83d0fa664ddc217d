/** What leaves the shop on paper or as a text: the run sheet of a day, work and shopping lists as tables, words to the customer. */
import { type LocalDate, dateIn, dateSpan, longDate, shortDate, timeIn } from '../calendar';
import type { Logbook } from '../logbook';
import { isDone, jobName, workName } from '../jobs';
import type { Booking, Job, Message } from '../model';
import { type ShoppingList, type WorkItem, loadUpOf, ruleLines, rulesInForce } from '../work';

export interface RunSheetJob {
  time: string;
  car: string;
  plate: string;
  customer: string;
  what: string;
  lift: string;
  /** Lines to tick, each with what it needs. */
  work: { title: string; note: string }[];
  event: string;
}

export interface RunSheet {
  shop: string;
  day: LocalDate;
  title: string;
  people: { name: string; jobs: RunSheetJob[] }[];
  /** What comes to the door, who is away, which event is loaded. */
  remarks: string[];
}

const inMinutes = (job: Job): string => new Date(Date.parse(job.startAt) + job.durationMin * 60_000).toISOString();

/** The day’s work by person, for the wall. */
export function runSheet(logbook: Logbook, lists: ReadonlyMap<string, WorkItem[]>, day: LocalDate): RunSheet {
  const { timeZone } = logbook.shop;
  const jobs = [...logbook.jobs.values()]
    .filter((j) => !j.archived && dateIn(j.startAt, timeZone) === day)
    .sort((a, b) => a.startAt.localeCompare(b.startAt) || a.id.localeCompare(b.id));
  const people = [...logbook.crew.values()]
    .filter((m) => !m.archived)
    .sort((a, b) => a.name.localeCompare(b.name))
    .map((member) => ({
      name: member.name,
      jobs: jobs
        .filter((j) => j.crewId === member.id || j.helperId === member.id)
        .map((job): RunSheetJob => {
          const car = logbook.cars.get(job.carId);
          const event = logbook.events.get(job.eventId ?? '');
          const items =
            job.bookingId === null
              ? [...lists.values()].flat().filter((i) => i.job?.id === job.id)
              : (lists.get(job.bookingId) ?? []);
          const keys = job.covers.length > 0 ? job.covers : items.map((i) => i.key);
          return {
            time: `${timeIn(job.startAt, timeZone)}–${timeIn(inMinutes(job), timeZone)}`,
            car: car?.name ?? 'Car not known',
            plate: car?.plate ?? '',
            customer: logbook.customers.get(car?.customerId ?? '')?.name ?? '',
            what: `${jobName[job.kind]}${job.helperId === member.id ? ', helping' : ''}${isDone(logbook, job) ? ', done' : ''}`,
            lift: logbook.lifts.get(job.liftId ?? '')?.name ?? '',
            work: keys.map((key) => {
              const item = items.find((i) => i.key === key);
              const parts = item?.parts.map((p) => p.text) ?? [];
              const fluid = item?.fluid
                ? `${logbook.fluids.get(item.fluid.fluidId ?? '')?.name ?? item.fluid.grade}, ${Math.round(item.fluid.ml)} mL`
                : '';
              return { title: item?.title ?? workName(key), note: [...parts, fluid].filter(Boolean).join('; ') };
            }),
            event: event ? `${event.name}, ${shortDate(event.startDate)}` : '',
          };
        }),
    }))
    .filter((p) => p.jobs.length > 0);
  const remarks: string[] = [];
  for (const event of logbook.events.values()) {
    if (event.archived) continue;
    if (loadUpOf(event) === day) remarks.push(`Load-up for ${event.name}.`);
    if (event.startDate <= day && day <= event.endDate) remarks.push(`${event.name} today.`);
  }
  for (const order of logbook.orders.values()) {
    if (order.archived) continue;
    for (const line of order.lines)
      for (const d of line.deliveries)
        if (d.on === day)
          remarks.push(
            `To arrive: ${d.count} × ${line.name}, ${logbook.suppliers.get(order.supplierId)?.name ?? 'supplier'}.`,
          );
  }
  for (const member of logbook.crew.values()) {
    const off = member.daysOff.find((d) => d.from <= day && day <= d.to);
    if (off && !member.archived) remarks.push(`${member.name} is off${off.why ? `: ${off.why}` : ''}.`);
  }
  return { shop: logbook.shop.name, day, title: `Run sheet, ${shortDate(day)} ${day.slice(0, 4)}`, people, remarks };
}

const stateWords: Record<WorkItem['state'], string> = {
  todo: 'to do',
  planned: 'planned',
  done: 'done',
  dropped: 'dropped',
};

/** A work list as a table, a row for each piece of work. */
export function workListRows(
  logbook: Logbook,
  lists: ReadonlyMap<string, WorkItem[]>,
): Record<string, string | number>[] {
  const { timeZone } = logbook.shop;
  return [...lists].flatMap(([bookingId, items]) => {
    const booking = logbook.bookings.get(bookingId);
    const car = logbook.cars.get(booking?.carId ?? '');
    const event = logbook.events.get(booking?.eventId ?? '');
    return items.map((i) => ({
      event: event?.name ?? '',
      car: car?.name ?? '',
      work: i.title,
      key: i.key,
      state: stateWords[i.state],
      earliest: i.earliest,
      latest: i.latest,
      minutes: i.duration.minutes,
      people: i.crewNeeded,
      lift: i.needsLift ? 'yes' : 'no',
      place: i.place,
      planned: i.job ? `${dateIn(i.job.startAt, timeZone)} ${timeIn(i.job.startAt, timeZone)}` : '',
      crew: i.job ? (logbook.crew.get(i.job.crewId)?.name ?? '') : '',
      parts: i.parts.map((p) => p.text).join('; '),
      fluidMl: i.fluid ? Math.round(i.fluid.ml) : '',
      reasons: i.reasons.map((r) => (r.from ? `${r.text} (${r.from.name})` : r.text)).join(' '),
      impossible: i.impossible ?? '',
    }));
  });
}

/** Shopping lists as a table, a row for each line. */
export const shoppingRows = (logbook: Logbook, lists: readonly ShoppingList[]): Record<string, string | number>[] =>
  lists.flatMap(({ supplier, lines }) =>
    lines.map((l) => ({
      supplier: supplier?.name ?? 'nobody',
      goods: l.goods,
      name: l.name,
      count: l.count,
      neededOn: l.neededOn ?? '',
      orderBy: l.orderBy ?? '',
      late: l.isLate ? 'yes' : 'no',
      for: l.waiting
        .map((w) => logbook.cars.get(logbook.bookings.get(w.bookingId)?.carId ?? '')?.name ?? '')
        .filter(Boolean)
        .join('; '),
      why: l.why,
    })),
  );

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
  const first = customer.name.split(' ')[0]!;
  const jobs = logbook.jobsOfCar(car.id).filter((j) => j.bookingId === booking.id && !isDone(logbook, j));
  const sorted = [...jobs].sort((a, b) => a.startAt.localeCompare(b.startAt));
  const before = sorted.filter((j) => dateIn(j.startAt, timeZone) < event.startDate && j.kind !== 'bedding');
  const open = items.filter((i) => i.state !== 'dropped' && i.state !== 'done' && i.latest < event.startDate);
  const names = open.map((i) => i.title.toLowerCase());
  const list = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names[0];
  switch (about) {
    case 'booked': {
      const rules = ruleLines(rulesInForce(logbook, car, event)).length;
      return [
        `Hello ${first}, ${car.name} is booked for ${event.name}, ${dateSpan(event.startDate, event.endDate)}.`,
        list ? `Before it we do: ${list}.` : 'Nothing needs doing before it.',
        rules > 0 && event.organiser ? `${event.organiser} has rules for the car; we keep to them.` : '',
        logbook.shop.name,
      ]
        .filter(Boolean)
        .join(' ');
    }
    case 'bringIn': {
      const next = before[0];
      if (!next) return `Hello ${first}, no day is set for ${car.name} yet; we write again. ${logbook.shop.name}`;
      const at = `${shortDate(dateIn(next.startAt, timeZone))} at ${timeIn(next.startAt, timeZone)}`;
      const last = before.at(-1)!;
      return customer.atTheirPlace
        ? `Hello ${first}, we come to ${car.name} on ${at}. Please leave it where we can get round it. ${logbook.shop.name}`
        : `Hello ${first}, please bring ${car.name} by ${at}. It is ready again on ${shortDate(dateIn(inMinutes(last), timeZone))} after ${timeIn(inMinutes(last), timeZone)}. ${logbook.shop.name}`;
    }
    case 'found': {
      const found = items.flatMap((i) => (i.state === 'dropped' ? [] : i.reasons.map((r) => r.text)));
      const said = [...new Set(found)].slice(0, 4);
      return `Hello ${first}, what we found on ${car.name}: ${said.length > 0 ? said.join(' ') : 'all in order.'} Load-up is ${longDate(loadUpOf(event))}. ${logbook.shop.name}`;
    }
  }
}

export { type CalendarEntry, calendarOfCrew, calendarOfEvent } from './calendar-entries';
