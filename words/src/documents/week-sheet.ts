/** A week of the shop on one page, for the wall. */
import type { LocalDate, Logbook } from '@calvik/core';
import { dateIn, plusDays, shortDate, timeIn } from '@calvik/core/calendar';
import { isDone } from '@calvik/core/jobs';
import { carLabel } from '@calvik/core/logbook';
import { type WeekDay, weekDays } from '@calvik/core/run-up';
import { jobNames } from '../names';
import { workFindingText, goodsName } from '../work';
import { sayTo } from '../reader';
import { loadUpHour } from '../texts';

export interface WeekSheet {
  shop: string;
  title: string;
  /** Seven, from the first day on. */
  days: { date: LocalDate; title: string; remarks: string[] }[];
  /** By person: what each of the days holds, a line for each job; or why there is none. */
  people: { name: string; days: { jobs: string[]; absence: string }[] }[];
}

const remarksOf = (d: WeekDay): string[] => [
  ...d.events.map((e) => e.name),
  ...d.loadUps.map((e) => `Load-up for ${e.name}${loadUpHour(e)}`),
  ...d.orderBy.map((o) => `Order: ${goodsName(o.goods, o.name, o.axle)}`),
];

/** @param from the first of seven days */
export function weekSheet(logbook: Logbook, from: LocalDate, today: LocalDate): WeekSheet {
  const { timeZone, name } = logbook.shop;
  const say = sayTo({ units: 'metric', timeZone });
  const days = weekDays(logbook, from, 7, today);
  const jobs = [...logbook.jobs.values()].filter((j) => !j.archived).sort((a, b) => a.startAt.localeCompare(b.startAt));
  const jobsOf = (crewId: string, day: LocalDate): string[] =>
    jobs
      .filter((j) => (j.crewId === crewId || j.helperId === crewId) && dateIn(j.startAt, timeZone) === day)
      .map((j) =>
        [
          `${timeIn(j.startAt, timeZone)} ${carLabel(logbook, j.carId)}`,
          `${jobNames[j.kind].toLowerCase()}, ${j.durationMin} min`,
          j.helperId === crewId ? 'helping' : '',
          logbook.lifts.get(j.liftId ?? '')?.name ?? '',
          isDone(logbook, j) ? 'done' : '',
        ]
          .filter(Boolean)
          .join(', '),
      );
  return {
    shop: name,
    title: `Week, ${shortDate(from)} to ${shortDate(plusDays(from, 6))} ${plusDays(from, 6).slice(0, 4)}`,
    days: days.map((d) => ({ date: d.date, title: shortDate(d.date), remarks: remarksOf(d) })),
    people: (days[0]?.people ?? []).map(({ member }, i) => ({
      name: member.name,
      days: days.map((d) => {
        const { absence } = d.people[i]!;
        return { jobs: jobsOf(member.id, d.date), absence: absence ? workFindingText(absence, say) : '' };
      }),
    })),
  };
}
