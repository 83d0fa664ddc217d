/** The run sheet of a day, for the wall. */
import type { Job, LocalDate, Logbook, UnitSystem } from '@calvik/core';
import { dateIn, shortDate, timeIn } from '@calvik/core/calendar';
import { loadUpOf } from '@calvik/core/demand';
import { isDone, endOfJob } from '@calvik/core/jobs';
import { receivedOf } from '@calvik/core/inventory';
import { carLabel } from '@calvik/core/logbook';
import { kindOfWork } from '@calvik/core/model';
import { type Poured, type WorkItem, bottlesToTake, toolsFor } from '@calvik/core/run-up';
import { jobNames } from '../names';
import { sayTo } from '../reader';
import { partText, toolText, workFindingText } from '../work';
import { list } from '../texts';
import { workName } from '../work-names';

export interface RunSheetJob {
  time: string;
  car: string;
  plate: string;
  customer: string;
  what: string;
  lift: string;
  /** Lines to tick, each with what it needs. */
  work: { title: string; note: string }[];
  /** What to have at hand. */
  tools: string[];
  event: string;
}

export interface RunSheet {
  shop: string;
  day: LocalDate;
  title: string;
  /** `tools`: of the whole day, each once. */
  people: { name: string; jobs: RunSheetJob[]; tools: string[] }[];
  /** What comes to the door, who is away, which event is loaded. */
  remarks: string[];
}

type Lists = ReadonlyMap<string, WorkItem[]>;

/** The work of a job as its work list has it. */
const itemsOf = (lists: Lists, job: Job): WorkItem[] =>
  job.bookingId === null
    ? [...lists.values()].flat().filter((i) => i.job?.id === job.id)
    : (lists.get(job.bookingId) ?? []);

const coveredBy = (lists: Lists, job: Job): string[] =>
  job.covers.length > 0 ? job.covers : itemsOf(lists, job).map((i) => i.key);

/** The bottles to take, and what is missing, by job and work: what is planned before that day pours first. */
function bottlesOfDay(logbook: Logbook, lists: Lists, day: LocalDate): Map<string, Poured> {
  const { timeZone } = logbook.shop;
  const pours = [...logbook.jobs.values()]
    .filter((j) => !j.archived && !isDone(logbook, j) && dateIn(j.startAt, timeZone) <= day)
    .sort((a, b) => a.startAt.localeCompare(b.startAt) || a.id.localeCompare(b.id))
    .flatMap((job) =>
      coveredBy(lists, job).flatMap((key) => {
        const fluid = itemsOf(lists, job).find((i) => i.key === key)?.fluid;
        return fluid?.fluidId
          ? [{ of: `${job.id} ${key}`, bookingId: job.bookingId, fluidId: fluid.fluidId, ml: fluid.ml }]
          : [];
      }),
    );
  const poured = bottlesToTake(logbook, pours, day);
  return new Map(pours.map((p, i) => [p.of, poured[i]!]));
}

/** The day’s work by person, for the wall. @param crewId of one person only: the others' days are left out */
export function runSheet(
  logbook: Logbook,
  lists: Lists,
  day: LocalDate,
  units: UnitSystem = 'metric',
  crewId?: string,
): RunSheet {
  const bottles = bottlesOfDay(logbook, lists, day);
  const say = sayTo({ units, timeZone: logbook.shop.timeZone });
  const { timeZone } = logbook.shop;
  const jobs = [...logbook.jobs.values()]
    .filter((j) => !j.archived && dateIn(j.startAt, timeZone) === day)
    .sort((a, b) => a.startAt.localeCompare(b.startAt) || a.id.localeCompare(b.id));
  const people = [...logbook.crew.values()]
    .filter((m) => !m.archived && (crewId === undefined || m.id === crewId))
    .sort((a, b) => a.name.localeCompare(b.name))
    .map((member) => ({
      name: member.name,
      jobs: jobs
        .filter((j) => j.crewId === member.id || j.helperId === member.id)
        .map((job): RunSheetJob => {
          const car = logbook.cars.get(job.carId);
          const event = logbook.events.get(job.eventId ?? '');
          const items = itemsOf(lists, job);
          const keys = coveredBy(lists, job);
          return {
            time: `${timeIn(job.startAt, timeZone)}–${timeIn(endOfJob(logbook, job), timeZone)}`,
            car: carLabel(logbook, car?.id ?? '') || 'Car not known',
            plate: car?.plate ?? '',
            customer: logbook.customers.get(car?.customerId ?? '')?.name ?? '',
            what: `${jobNames[job.kind]}${job.helperId === member.id ? ', helping' : ''}${isDone(logbook, job) ? ', done' : ''}`,
            lift: logbook.lifts.get(job.liftId ?? '')?.name ?? '',
            work: keys.map((key) => {
              const item = items.find((i) => i.key === key);
              const parts = item?.parts.map((p) => partText(p, say)) ?? [];
              const { labels, missingMl } = bottles.get(`${job.id} ${key}`) ?? { labels: [], missingMl: 0 };
              const fluid = item?.fluid
                ? `${logbook.fluids.get(item.fluid.fluidId ?? '')?.name ?? item.fluid.grade}, ${say.value(item.fluid.ml, 'volume')}${labels.length > 0 ? ` from ${list(labels)}` : ''}${missingMl > 0 ? `. NOT ON THE SHELF: ${say.value(missingMl, 'volume')}` : ''}`
                : '';
              const method = item?.method ? workFindingText(item.method, say) : '';
              return {
                title: workName(key, item?.ownTitle),
                note: [...parts, fluid, method].filter(Boolean).join('; '),
              };
            }),
            tools: car ? toolsFor(logbook, car, keys.map(kindOfWork)).map(toolText) : [],
            event: event ? `${event.name}, ${shortDate(event.startDate)}` : '',
          };
        }),
    }))
    .map((p) => ({ ...p, tools: [...new Set(p.jobs.flatMap((j) => j.tools))].sort() }))
    .filter((p) => p.jobs.length > 0);
  const remarks: string[] = [];
  for (const event of logbook.events.values()) {
    if (event.archived) continue;
    if (loadUpOf(event) === day)
      remarks.push(`Load-up for ${event.name}${event.loadUpTime ? ` at ${event.loadUpTime}` : ''}.`);
    if (event.startDate <= day && day <= event.endDate) remarks.push(`${event.name} today.`);
  }
  for (const order of logbook.orders.values()) {
    if (order.archived) continue;
    for (const [i, line] of order.lines.entries()) {
      // What has come is not to arrive: the first deliveries first.
      let come = receivedOf(logbook, order.id, i);
      for (const d of [...line.deliveries].sort((a, b) => a.on.localeCompare(b.on))) {
        const left = Math.max(0, d.count - come);
        come = Math.max(0, come - d.count);
        if (d.on === day && left > 0)
          remarks.push(
            `To arrive: ${left} × ${line.name}, ${logbook.suppliers.get(order.supplierId)?.name ?? 'supplier'}.`,
          );
      }
    }
  }
  for (const member of logbook.crew.values()) {
    const off = member.daysOff.find((d) => d.from <= day && day <= d.to);
    if (off && !member.archived) remarks.push(`${member.name} is off${off.why ? `: ${off.why}` : ''}.`);
  }
  const whose = crewId === undefined ? 'Run sheet' : (logbook.crew.get(crewId)?.name ?? 'Run sheet');
  return { shop: logbook.shop.name, day, title: `${whose}, ${shortDate(day)} ${day.slice(0, 4)}`, people, remarks };
}
