/** What stands around pads and fluid: ducts, hoses, forms, re-torque, road pads; what a slot breaks; and ways out of a full week. */

import { planningCase, proposedPlan } from '../../src/run-up';
import {
  type MipSolver,
  type Problem,
  type Task,
  highsSolver,
  solveSchedule,
  waysOut,
} from '../../src/schedule/solver';
import { newId } from '../builders/book';
import { NOW, at, bookingOf, event } from '../builders/run-up-book';
import { wayOutText } from '@calvik/words/work';
import { say } from '../builders/say';

describe('ways out of a full week', () => {
  let solver: MipSolver;
  beforeAll(async () => {
    solver = await highsSolver();
  });
  const task = (id: string, minutes: number, over: Partial<Task> = {}): Task => ({
    id,
    visit: id,
    carId: id,
    key: id,
    ownTitle: id,
    car: '',
    minutes,
    days: [0],
    target: 0,
    crewNeeded: 1,
    people: [0],
    needsLift: false,
    wheelsOff: false,
    travelMin: 0,
    after: [],
    uses: [],
    tools: [],
    endsBy: null,
    ...over,
  });
  const week = (over: Partial<Problem>): Problem => ({
    days: ['2026-06-01', '2026-06-02'],
    people: [{ id: 'a', name: 'Tove', event: null, hours: [{ from: 480, to: 600 }, null], breaks: [] }],
    lifts: [],
    tools: [],
    tasks: [],
    fixed: [],
    setupMin: 0,
    previous: new Map(),
    fixedAfter: new Map(),
    stocks: [],
    pace: 'late',
    ...over,
  });
  /** What is left out, and the ways to do it after all. */
  const stuck = (problem: Problem): { left: string; ways: string[] } => {
    const { plan } = solveSchedule(problem, { solver, clock: () => performance.now() / 1000, seconds: 5, gap: 0 });
    expect(plan.unscheduled).toHaveLength(1);
    const left = plan.unscheduled[0]!;
    return {
      left: left.id,
      ways: waysOut(problem, plan, left).map((w) => wayOutText(w, say, (id) => ({ kind: 'service', car: id }))),
    };
  };

  test('an hour more, the other job dropped; a free day costs coming in', () => {
    const { left, ways } = stuck(week({ tasks: [task('Flush', 120), task('Ducts', 60)] }));
    expect(ways).toContain('Tove stays 1 h longer on Mon 1 Jun.');
    expect(ways).toContain(left === 'Ducts' ? 'Drop Flush, a car.' : 'Drop Ducts, a car.');
    const away = week({
      people: [{ id: 'a', name: 'Tove', event: null, hours: [null, null], breaks: [] }],
      tasks: [task('Ducts', 45)],
    });
    expect(stuck(away).ways).toEqual(['Tove comes in on Mon 1 Jun for 1 h.']);
  });

  test('a pinned job moved', () => {
    const fixed = [
      {
        id: 'F1',
        carId: 'x',
        day: 0,
        span: { from: 480, to: 600 },
        people: [0],
        lift: null,
        does: [],
        uses: [],
        tools: [],
      },
    ];
    expect(stuck(week({ fixed, tasks: [task('Flush', 90)] })).ways).toContain(
      'Move service of F1, which is pinned on Mon 1 Jun.',
    );
  });

  test('on stands beside a lift that is taken', () => {
    const hours = [{ from: 480, to: 600 }, null];
    const { ways } = stuck(
      week({
        people: [
          { id: 'a', name: 'Tove', event: null, hours, breaks: [] },
          { id: 'b', name: 'Bram', event: null, hours, breaks: [] },
        ],
        lifts: [{ id: 'l', name: 'Lift 1' }],
        tasks: ['Flush', 'Pads'].map((id) => task(id, 120, { needsLift: true, people: [0, 1] })),
      }),
    );
    expect(ways[0]).toBe('On stands beside the lifts.');
  });

  test('what is taken out of a plan frees the job that it was, and calendars keep the entry that is most like it', () => {
    const e = event({ flushWithinDays: 5 });
    const b = bookingOf(e);
    const plan = (records: object) => {
      const logbook = at(e, b, [], records);
      const c = planningCase(logbook, NOW);
      const { plan } = solveSchedule(c.problem, { solver, clock: () => performance.now() / 1000, seconds: 5, gap: 0 });
      return proposedPlan(logbook, c, plan, newId);
    };
    const first = plan({}).jobs.map((j) => ({ ...j, version: 1 }));
    const dropped = plan({
      jobs: first,
      bookings: [
        {
          ...b,
          workChanges: first.flatMap((j) => j.covers).map((item) => ({ change: 'drop', item, reason: 'Not now.' })),
        },
      ],
    });
    expect(dropped.jobs).toEqual([]);
    expect(dropped.drop.map((j) => j.id).sort()).toEqual(first.map((j) => j.id).sort());
  });
});
