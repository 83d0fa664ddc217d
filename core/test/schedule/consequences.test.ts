/** What a change breaks is what has to be looked at after it, and nothing else: by the lists that say it afterwards. */
import fc from 'fast-check';
import { plusDays } from '../../src/calendar';
import { breaksNothing, consequences, idOfLook, needsAnotherLook } from '../../src/run-up';
import { count, seed } from '../builders/budget';
import { newId } from '../builders/book';
import { bookOf, randomShop } from '../builders/random-shop';
import { NOW, TODAY } from '../builders/run-up-book';
import { earliestDueFirst } from '../../src/schedule/solver';
import { planningCase, proposedPlan } from '../../src/run-up';

test('a change that is none breaks nothing; one that breaks something says each of it, with nothing that stood before', () => {
  let broke = 0;
  fc.assert(
    fc.property(randomShop, fc.integer({ min: -10, max: 10 }), fc.nat(5), (shop, days, pick) => {
      const before = bookOf(shop);
      const plan = earliestDueFirst(planningCase(before, NOW).problem, true);
      const jobs = proposedPlan(before, planningCase(before, NOW), plan, newId).jobs.map((j) => ({ ...j, version: 1 }));
      const planned = { ...shop, records: { ...shop.records, jobs } };
      const events = [...(shop.records.events ?? [])];
      const moved = events.map((e, i) =>
        i === pick % events.length
          ? { ...e, startDate: plusDays(e.startDate, days), endDate: plusDays(e.endDate, days), loadUpDate: null }
          : e,
      );
      const [was, then] = [bookOf(planned), bookOf({ ...planned, records: { ...planned.records, events: moved } })];
      expect(breaksNothing(consequences(was, was, TODAY))).toBe(true);
      const found = consequences(was, then, TODAY);
      const stood = new Map(needsAnotherLook(was, TODAY).map((l) => [idOfLook(l), l.findings.map((f) => f.code)]));
      const stands = new Map(needsAnotherLook(then, TODAY).map((l) => [idOfLook(l), l.findings.map((f) => f.code)]));
      for (const look of found.looks)
        for (const f of look.findings) {
          expect(stands.get(idOfLook(look))).toContain(f.code);
          expect(stood.get(idOfLook(look)) ?? []).not.toContain(f.code);
        }
      const told = new Map(found.looks.map((l) => [idOfLook(l), l.findings.map((f) => f.code)]));
      for (const [id, codes] of stands)
        for (const code of codes) if (!stood.get(id)?.includes(code)) expect(told.get(id) ?? []).toContain(code);
      if (found.looks.length > 0) broke += 1;
    }),
    { numRuns: count(60, 1500), seed: seed(20261203) },
  );
  expect(broke).toBeGreaterThan(5);
});
