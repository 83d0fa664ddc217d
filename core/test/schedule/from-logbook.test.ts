/** Rules, work lists, shopping, paper and imports: what a booked car needs, and what follows when a fact changes. */

import type { Job, TrackEvent } from '../../src/model';
import { planningCase, proposedPlan, slotFindings } from '../../src/run-up';
import { wayOutText } from '@calvik/words/work';
import { say, tell } from '../builders/say';
import { type MipSolver, highsSolver, planBreaks, solveSchedule, waysOut } from '../../src/schedule/solver';
import { makeCar, makeEvent, newId } from '../builders/book';
import {
  TODAY,
  NOW,
  car,
  venue,
  tove,
  ines,
  lift,
  shop,
  event,
  bookingOf,
  measured,
  at,
} from '../builders/run-up-book';

describe('a plan from the logbook', () => {
  let solver: MipSolver;
  beforeAll(async () => {
    solver = await highsSolver();
  });
  const plan = (logbook: ReturnType<typeof at>, now = NOW) => {
    const c = planningCase(logbook, now);
    const solved = solveSchedule(c.problem, { solver, clock: () => performance.now() / 1000, seconds: 10, gap: 0 });
    expect(planBreaks(c.problem, solved.plan)).toEqual([]);
    return { c, solved, proposal: proposedPlan(logbook, c, solved.plan, newId) };
  };
  const twoCars = (e: TrackEvent) => {
    const other = makeCar({ name: 'Other car' });
    return { cars: [car, other], bookings: [bookingOf(e), bookingOf(e, { carId: other.id })] };
  };

  test('two cars, one lift: never both at once; a crew of one does them in turn', () => {
    const e = makeEvent(venue.id, '2026-06-02', '2026-06-02', { flushWithinDays: 5 });
    const { proposal } = plan(at(e, bookingOf(e), [], { ...twoCars(e), crew: [tove] }));
    expect(proposal.jobs.map((j) => j.covers)).toEqual([
      ['boilingTest', 'measure', 'flush'],
      ['boilingTest', 'measure', 'flush'],
    ]);
    const [first, second] = proposal.jobs.sort((a, b) => a.startAt.localeCompare(b.startAt));
    expect(Date.parse(second!.startAt)).toBeGreaterThanOrEqual(
      Date.parse(first!.startAt) + first!.durationMin * 60_000,
    );
    expect(proposal.savedMin).toBe(50);
  });

  test('with a full day what does not fit is named, with the cheapest way out', () => {
    const e = makeEvent(venue.id, '2026-06-02', '2026-06-02', { flushWithinDays: 5 });
    const short = { ...tove, hours: [{ from: '08:00', to: '10:30' }, null, null, null, null, null, null] };
    const { c, solved } = plan(at(e, bookingOf(e), [], { ...twoCars(e), crew: [short] }));
    expect(solved.plan.unscheduled.length).toBeGreaterThan(0);
    const ways = waysOut(
      c.problem,
      solved.plan,
      solved.plan.unscheduled.find((t) => t.id.endsWith('measure'))!,
    );
    expect(ways.map((w) => wayOutText(w, say, () => null))).toContain('Tove stays 1 h longer on Mon 1 Jun.');
  });

  test('pinned jobs stay; planning again moves nothing without a reason', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const first = plan(at(e, b, [])).proposal.jobs.map((j) => ({ ...j, version: 1 }));
    const again = plan(at(e, b, [], { jobs: first })).proposal;
    expect(again.moved).toEqual([]);
    expect(again.jobs.map((j) => [j.id, j.startAt])).toEqual(first.map((j) => [j.id, j.startAt]));
    const pinned = first.map((j) => ({ ...j, isPinned: true, startAt: '2026-06-10T09:15:00.000Z' }));
    const { c, proposal } = plan(at(e, b, [], { jobs: pinned }));
    expect(c.problem.fixed).toHaveLength(pinned.length);
    expect(proposal.jobs).toEqual([]);
  });

  test('work of somebody who has left is given to others', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const jobs = plan(at(e, b, [], { crew: [tove] })).proposal.jobs.map((j) => ({ ...j, version: 1 }));
    const { proposal } = plan(at(e, b, [], { crew: [{ ...tove, archived: true }, ines], jobs }));
    expect(proposal.jobs.map((j) => j.crewId)).toEqual(jobs.map(() => ines.id));
  });

  test('on the day that the clock changes, starts are by the wall clock', () => {
    // In this zone summer time ends on Sunday 25 October 2026.
    const e = makeEvent(venue.id, '2026-10-26', '2026-10-26', { flushWithinDays: 1 });
    const everyDay = { ...shop, hours: Array.from({ length: 7 }, () => ({ from: '08:00', to: '17:00' })) };
    const { proposal } = plan(
      at(e, bookingOf(e), measured(9, '2026-10-20'), { shops: [everyDay] }),
      '2026-10-23T05:00:00.000Z',
    );
    const exchange = proposal.jobs.find((j) => j.covers.includes('flush'))!;
    expect(exchange.startAt).toBe('2026-10-25T07:00:00.000Z');
  });

  test('a slot says in words which rule it would break', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const logbook = at(e, b, [], { crew: [{ ...tove, skills: ['measuring'] }, ines] });
    const job: Job = {
      ...plan(logbook).proposal.jobs.find((j) => j.covers.includes('flush'))!,
      version: 1,
      crewId: tove.id,
      liftId: null,
      startAt: '2026-06-02T15:00:00.000Z',
      durationMin: 120,
    };
    expect(
      slotFindings(at(e, b, [], { crew: [{ ...tove, skills: ['measuring'] }, ines] }), job, TODAY).map(tell),
    ).toEqual([
      'Flush: not before Mon 8 Jun, or it does not count for Ring Circle.',
      'Tove works from 08:00 to 17:00 on that day.',
      'Not work for Tove: Boiling test and Flush.',
      'Needs a lift.',
    ]);
    const sunday = {
      ...job,
      crewId: ines.id,
      liftId: lift.id,
      covers: ['flush'],
      startAt: '2026-06-14T08:00:00.000Z',
    };
    expect(slotFindings(logbook, sunday, TODAY).map(tell)).toEqual([
      'Flush: must be done by Fri 12 Jun, load-up.',
      'Ines does not work on that day.',
    ]);
  });
});
