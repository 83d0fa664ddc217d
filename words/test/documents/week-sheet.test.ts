import { workOfEvents } from '@calvik/core/run-up';
import { weekSheet, workListSheet } from '../../src/documents';
import { newId } from '../../../core/test/builders/book';
import { TODAY, car, bottle, sealed, bram, event, visit, at } from '../builders/planning-evening';

describe('the wall', () => {
  test('a week has every person’s days: jobs with their hour, who is away, events, load-ups', () => {
    const sheet = weekSheet(at([visit({ helperId: bram.id })]), '2026-06-08', TODAY);
    expect(sheet.title).toBe('Week, Mon 8 Jun to Sun 14 Jun 2026');
    expect(sheet.days.map((d) => d.title)).toHaveLength(7);
    expect(sheet.days[4]!.remarks).toContain('Load-up for Two-day');
    expect(sheet.days[5]!.remarks).toContain('Two-day');
    const [bramsWeek, tovesWeek] = sheet.people;
    expect(tovesWeek!.days[1]!.jobs).toEqual([`09:00 ${car.name}, service, 90 min, Lift 1`]);
    expect(bramsWeek!.days[1]).toEqual({
      jobs: [`09:00 ${car.name}, service, 90 min, helping, Lift 1`],
      absence: 'Bram Okell is off (course).',
    });
    expect(sheet.people.map((p) => p.name)).not.toContain('Sanna Reij');
  });

  test('a work list has a box for each piece of work: when, with what and why; what is done is ticked', () => {
    const logbook = at([visit()], [], { bottles: [bottle, sealed] });
    const lists = workOfEvents(logbook, TODAY);
    const sheet = workListSheet(logbook, lists, TODAY, event.id);
    expect(sheet).toMatchObject({ title: 'Work list, Two-day', remarks: ['Sat 13 Jun to Sun 14 Jun'] });
    expect(sheet.cars.map((c) => [c.car, c.about])).toEqual([[car.name, '27  ·  Ona Birk']]);
    const flushed = sheet.cars[0]!.work.find((w) => w.title === 'Flush')!;
    expect(flushed.isDone).toBe(false);
    expect(flushed.note).toMatch(/^Tue 9 Jun 09:00, Tove Loy; \d+ min; .*, on the shelf; /);
    expect(flushed.note).not.toMatch(/\.;/);
    expect(workListSheet(logbook, lists, TODAY, newId()).cars).toEqual([]);
  });
});
