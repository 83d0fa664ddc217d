/** A work list on paper, with a box to tick for each piece of work. */
import type { LocalDate, Logbook, UnitSystem } from '@calvik/core';
import { dateIn, shortDate, timeIn } from '@calvik/core/calendar';
import { carLabel } from '@calvik/core/logbook';
import type { WorkItem } from '@calvik/core/run-up';
import { sayTo } from '../reader';
import { fluidText, partText, reasonText, workFindingText } from '../work';
import { workName } from '../work-names';

export interface WorkListSheet {
  shop: string;
  title: string;
  remarks: string[];
  cars: {
    car: string;
    /** Plate and customer. */
    about: string;
    work: { title: string; note: string; isDone: boolean }[];
  }[];
}

/** @param eventId of one event; without it of all that are to come */
export function workListSheet(
  logbook: Logbook,
  lists: ReadonlyMap<string, WorkItem[]>,
  today: LocalDate,
  eventId?: string,
  units: UnitSystem = 'metric',
): WorkListSheet {
  const { timeZone, name } = logbook.shop;
  const say = sayTo({ units, timeZone });
  const event = logbook.events.get(eventId ?? '');
  const noteOf = (i: WorkItem): string => {
    const window = i.earliest === i.latest ? say.day(i.latest) : `${say.day(i.earliest)} to ${say.day(i.latest)}`;
    const planned = i.job
      ? `${shortDate(dateIn(i.job.startAt, timeZone))} ${timeIn(i.job.startAt, timeZone)}, ${logbook.crew.get(i.job.crewId)?.name ?? 'nobody'}`
      : window;
    return (
      [
        planned,
        `${i.duration.minutes} min`,
        ...i.parts.map((p) => partText(p, say)),
        i.fluid ? fluidText(i.fluid, logbook, say) : '',
        i.impossible ? workFindingText(i.impossible, say) : '',
        i.reasons[0] ? reasonText(i.reasons[0], say) : '',
      ]
        .filter(Boolean)
        // Sentences become parts of one line.
        .map((text) => text.replace(/\.$/, ''))
        .join('; ')
    );
  };
  return {
    shop: name,
    title: `Work list${event ? `, ${event.name}` : ''}`,
    remarks: event ? [`${say.day(event.startDate)} to ${say.day(event.endDate)}`] : [`As of ${say.date(today)}`],
    cars: [...lists]
      .filter(([bookingId]) => eventId === undefined || logbook.bookings.get(bookingId)?.eventId === eventId)
      .map(([bookingId, items]) => {
        const booking = logbook.bookings.get(bookingId);
        const car = logbook.cars.get(booking?.carId ?? '');
        return {
          car: carLabel(logbook, car?.id ?? ''),
          about: [
            car?.plate,
            logbook.customers.get(car?.customerId ?? '')?.name,
            event ? '' : logbook.events.get(booking?.eventId ?? '')?.name,
          ]
            .filter(Boolean)
            .join('  ·  '),
          work: items
            .filter((i) => i.state !== 'dropped')
            .map((i) => ({
              title: workName(i.key, i.ownTitle),
              note: i.state === 'done' ? 'done' : noteOf(i),
              isDone: i.state === 'done',
            })),
        };
      })
      .sort((a, b) => a.car.localeCompare(b.car)),
  };
}
