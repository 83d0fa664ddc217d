/** Plans that are true: random shops planned, checked by an oracle that knows nothing of the planner; then the world changes. */
import fc from 'fast-check';
import { plusDays } from '../../src/calendar';
import type { Job } from '../../src/model';
import { needsAnotherLook, nextRound, planningCase, proposedPlan, workLists } from '../../src/run-up';
import { type MipSolver, earliestDueFirst, highsSolver, solveSchedule } from '../../src/schedule/solver';
import { count, seed, within } from '../builders/budget';
import { newId } from '../builders/book';
import { type ShopInRunUp, bookOf, promisedTwice, randomShop, wrongWith } from '../builders/random-shop';
import { NOW, TODAY } from '../builders/run-up-book';

let solver: MipSolver;
beforeAll(async () => {
  solver = await highsSolver();
});

/** The jobs of a plan for a shop, saved. */
function planned(s: ShopInRunUp, byRule = false): Job[] {
  const logbook = bookOf(s);
  const c = planningCase(logbook, NOW);
  const plan = byRule
    ? earliestDueFirst(c.problem, true)
    : solveSchedule(c.problem, { solver, clock: () => performance.now() / 1000, seconds: 2, gap: 0.01 }).plan;
  return proposedPlan(logbook, c, plan, newId).jobs.map((j) => ({ ...j, version: 1 }));
}
const withJobs = (s: ShopInRunUp, jobs: readonly Job[]): ShopInRunUp => ({ ...s, records: { ...s.records, jobs } });

type Change = (s: ShopInRunUp, pick: number) => ShopInRunUp;
const list = <T>(all: Iterable<T> | undefined): T[] => [...(all ?? [])];
const changeOne =
  <K extends keyof ShopInRunUp['records']>(key: K, over: (record: never) => object): Change =>
  (s, pick) => {
    const all = list(s.records[key] as Iterable<object>);
    return {
      ...s,
      records: {
        ...s.records,
        [key]: all.map((r, i) => (i === pick % all.length ? { ...r, ...over(r as never) } : r)),
      },
    };
  };
interface Days {
  startDate: string;
  endDate: string;
}
const away = { from: TODAY, to: plusDays(TODAY, 40), why: '' };
const changes: Record<string, Change> = {
  'an event is a week earlier': changeOne('events', (e: Days) => ({
    startDate: plusDays(e.startDate, -7),
    endDate: plusDays(e.endDate, -7),
  })),
  'an event is two weeks later': changeOne('events', (e: Days) => ({
    startDate: plusDays(e.startDate, 14),
    endDate: plusDays(e.endDate, 14),
  })),
  'an event is cancelled': changeOne('events', () => ({ archived: true })),
  'a booking is cancelled': changeOne('bookings', () => ({ archived: true })),
  'a lift is gone': changeOne('lifts', () => ({ archived: true })),
  'somebody has left': changeOne('crew', () => ({ archived: true })),
  'somebody is off': changeOne('crew', () => ({ daysOff: [{ ...away, part: 'day' }] })),
  'somebody is off in the mornings': changeOne('crew', () => ({ daysOff: [{ ...away, part: 'morning' }] })),
  'the shop is shut': changeOne('shops', () => ({ closedDays: [{ ...away, part: 'day' }] })),
  'a bottle is put away': changeOne('bottles', () => ({ archived: true })),
  'the supplier has gone': changeOne('suppliers', () => ({ archived: true })),
  'an order is taken back': changeOne('orders', () => ({ archived: true })),
  'work is dropped': changeOne('bookings', () => ({
    workChanges: ['flush', 'measure', 'pads.front'].map((item) => ({ change: 'drop', item, reason: 'Not now.' })),
  })),
};

test('no planned work lacks its fluid, parts, people or lift on its day; none of it is to be looked at again; no part is promised twice', () => {
  let [shops, jobsSeen] = [0, 0];
  fc.assert(
    fc.property(randomShop, fc.boolean(), (shop, byRule) => {
      shops += 1;
      const jobs = planned(shop, byRule);
      jobsSeen += jobs.length;
      const after = withJobs(shop, jobs);
      const logbook = bookOf(after);
      const lists = workLists(logbook, TODAY);
      expect(wrongWith(after, jobs, lists)).toEqual([]);
      expect(promisedTwice(lists)).toEqual([]);
      expect(needsAnotherLook(logbook, TODAY).filter((l) => l.about === 'job')).toEqual([]);
    }),
    within({ seconds: 8, atMost: 150, inTorture: 1200 }),
  );
  // The shops are no empty ones.
  expect(jobsSeen).toBeGreaterThan(shops);
});

test('after any change of the world every job that no longer fits is marked', () => {
  const wrong: Record<string, number> = {};
  fc.assert(
    fc.property(randomShop, fc.constantFrom(...Object.keys(changes)), fc.nat(5), (shop, change, pick) => {
      const jobs = planned(shop, true);
      const after = changes[change]!(withJobs(shop, jobs), pick);
      const logbook = bookOf(after);
      const marked = new Set(needsAnotherLook(logbook, TODAY).flatMap((l) => (l.about === 'job' ? [l.job.id] : [])));
      const found = wrongWith(after, jobs, workLists(logbook, TODAY));
      for (const { job } of found) if (job !== null) expect(marked).toContain(job);
      // Where goods run out it is for the shop to say who goes without: with those that are marked taken out, the rest can be done.
      const rest = jobs.filter((j) => !marked.has(j.id));
      expect(wrongWith(after, rest, workLists(logbook, TODAY)).filter((w) => w.job === null)).toEqual([]);
      if (found.length > 0) wrong[change] = (wrong[change] ?? 0) + 1;
    }),
    { numRuns: count(220, 3600), seed: seed(20261127) },
  );
  // Every sort of change has broken something at least once, or it was no test.
  expect(Object.keys(wrong).sort()).toEqual(Object.keys(changes).sort());
});

test('what is wanted is in some list: planned, left out and said so, impossible, for the driver, done or dropped; one new plan is enough', () => {
  let dropped = 0;
  fc.assert(
    fc.property(
      randomShop,
      fc.constantFrom(...Object.keys(changes)),
      fc.nat(5),
      fc.nat(3),
      (shop, change, pick, pins) => {
        const jobs = planned(shop, true).map((j, i) => ({ ...j, isPinned: i < pins }));
        const after = changes[change]!(withJobs(shop, jobs), pick);
        const book = bookOf(after);
        let c = planningCase(book, NOW);
        let plan = earliestDueFirst(c.problem, true);
        for (let n = 1, again = nextRound(book, c, plan, NOW); again && n < 3; n++) {
          [c, plan] = [again, earliestDueFirst(again.problem, true)];
          again = nextRound(book, c, plan, NOW);
        }
        const proposal = proposedPlan(book, c, plan, newId);
        dropped += proposal.drop.length;
        const gone = new Set(proposal.drop.map((j) => j.id));
        const made = new Map(proposal.jobs.map((j) => [j.id, { ...j, version: j.version + 1 }]));
        const next = [
          ...jobs.filter((j) => !made.has(j.id)).map((j) => (gone.has(j.id) ? { ...j, archived: true } : j)),
          ...made.values(),
        ];
        const then = bookOf(withJobs(after, next));
        const said = new Set([
          ...plan.unscheduled.map((t) => t.id),
          ...[...c.impossible, ...c.forDriver].map((i) => `${i.bookingId} ${i.key}`),
        ]);
        const inHorizon = new Set([...c.problem.tasks.map((t) => t.id), ...said]);
        for (const [bookingId, items] of workLists(then, TODAY))
          for (const item of items) {
            const id = `${bookingId} ${item.key}`;
            if (item.state !== 'todo' || item.impossible !== null || !inHorizon.has(id)) continue;
            expect({ id, said: said.has(id) }).toEqual({ id, said: true });
          }
        // No second proposal is wanted.
        expect(nextRound(book, c, plan, NOW)).toBeNull();
        // And what the new plan has made fits.
        for (const look of needsAnotherLook(then, TODAY))
          if (look.about === 'job' && !look.job.isPinned)
            expect(look.findings.map((f) => [f.code, f.values])).toEqual([]);
      },
    ),
    { numRuns: count(150, 3600), seed: seed(20261201) },
  );
  expect(dropped).toBeGreaterThan(0);
});
