import { type Job, type Logbook, dateIn, shortDate, timeIn, carLabel } from '@calvik/core';
import { jobNames, workName } from '@calvik/words';

/** "Wed 25 Nov 08:00" */
export const whenOf = (logbook: Logbook, job: Job): string =>
  `${shortDate(dateIn(job.startAt, logbook.shop.timeZone))} ${timeIn(job.startAt, logbook.shop.timeZone)}`;

export const carOf = (logbook: Logbook, job: Job): string => carLabel(logbook, job.carId) || 'Car';

/** What a job does, by the names of its work; by its kind where somebody planned it by hand. */
export function workOf(logbook: Logbook, job: Job): string {
  if (job.covers.length === 0) return jobNames[job.kind];
  const added = logbook.bookings.get(job.bookingId ?? '')?.workChanges ?? [];
  return job.covers
    .map((key) => {
      const own = added.find((c) => c.change === 'add' && c.item === key);
      return workName(key, own?.change === 'add' ? own.title : undefined);
    })
    .join('; ');
}

export const handsOf = (logbook: Logbook, job: Job): string =>
  [job.crewId, job.helperId]
    .flatMap((id) => (id ? [logbook.crew.get(id)?.name.split(' ')[0] ?? 'somebody who left'] : []))
    .join(' and ');
