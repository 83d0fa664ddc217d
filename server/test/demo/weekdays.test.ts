/** The demo is worth looking at on any weekday: whoever has work today works today. */
import { type Records, buildLogbook, collections, dateIn, plusDays } from '@calvik/core';
import { absenceOf } from '@calvik/core/run-up';
import { demoData } from '../../src/demo/load';

const days = Array.from({ length: 7 }, (_, n) => plusDays('2026-06-01', n));

test.each(days)('on %s nobody with work in the shop is away from it', (day) => {
  const { records, facts } = demoData(`${day}T08:00:00.000Z`);
  const logbook = buildLogbook(
    Object.fromEntries(
      collections.map((c) => [c, records.flatMap((r) => (r.collection === c ? [r.body] : []))]),
    ) as Records,
    facts,
  );
  const today = [...logbook.jobs.values()].filter((j) => dateIn(j.startAt, logbook.shop.timeZone) === day);
  expect(today.length).toBeGreaterThan(1);
  // Who is at the event of the day works there.
  const away = today.map((job) => absenceOf(logbook, logbook.crew.get(job.crewId)!, day)?.code ?? 'here');
  expect(away.filter((code) => code !== 'isAtEvent')).toEqual(away.filter((code) => code === 'here'));
  expect(away).toContain('here');
});
