/** One change to several jobs, or to several pieces of work of one job. */
import { dateIn, plusDays, timeIn } from '../../src/calendar';
import type { Job } from '../../src/model';
import { jobWithout, movedByDays, openJobsOfEvent } from '../../src/run-up';
import { workOfBooking } from '../../src/work';
import { newId } from '../builders/book';
import { TODAY, at, bookingOf, event, inOrder, measured, shop, visitOf } from '../builders/run-up-book';

const e = event({ flushWithinDays: 5, minPadMm: 9.5 });
const b = bookingOf(e);

describe('jobs of an event', () => {
  test('are moved to the same hour of another day, also over the change of the clocks', () => {
    // Summer time ends on 25 October 2026 in the shop's zone.
    const job = visitOf(e, b, { startAt: '2026-10-23T07:00:00.000Z' });
    const logbook = at(e, b, inOrder(), { jobs: [job] });
    const zone = shop.timeZone;
    for (const days of [1, 3, 10, -7]) {
      const [to] = movedByDays(logbook, [job], days);
      expect(dateIn(to!.startAt, zone)).toBe(plusDays('2026-10-23', days));
      expect(timeIn(to!.startAt, zone)).toBe('09:00');
    }
  });

  test('are those of this event that nobody has begun', () => {
    const begun = visitOf(e, b);
    const open = visitOf(e, b, { startAt: '2026-06-10T07:00:00.000Z' });
    const others: Job[] = [visitOf(e, b, { archived: true }), visitOf(e, b, { eventId: newId() })];
    const logbook = at(e, b, [...inOrder(), ...measured(9, '2026-06-01', begun.carId, begun.id)], {
      jobs: [begun, open, ...others],
    });
    expect(openJobsOfEvent(logbook, e.id).map((j) => j.id)).toEqual([open.id]);
  });
});

describe('a job without some of its work', () => {
  const job = visitOf(e, b, { covers: ['flush', 'pads.front', 'inspection'], durationMin: 150 });
  const logbook = at(e, b, inOrder(), { jobs: [job] });
  const items = workOfBooking(logbook, b, TODAY);
  const minutesOf = (key: string): number => items.find((i) => i.key === key)!.duration.minutes;

  test('keeps the rest, and is shorter by what was taken out', () => {
    expect(items.map((i) => i.key)).toEqual(expect.arrayContaining(['flush', 'pads.front']));
    const without = jobWithout(logbook, job, ['pads.front'], items);
    expect(without).toMatchObject({ covers: ['flush', 'inspection'], archived: false });
    expect(without.durationMin).toBe(150 - minutesOf('pads.front'));
    // With the last that takes the wheels off goes that too.
    const light = jobWithout(logbook, job, ['flush', 'pads.front'], items);
    expect(light.durationMin).toBe(Math.max(5, 150 - minutesOf('flush') - minutesOf('pads.front') - 25));
  });
  test('is put away when nothing of it is left, and as it was otherwise', () => {
    expect(jobWithout(logbook, job, job.covers, items)).toEqual({ ...job, archived: true });
  });
});
