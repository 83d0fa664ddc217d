import { type Fact } from '@calvik/core';
import { workOfEvents } from '@calvik/core/run-up';
import { runSheet } from '../../src/documents';
import { newId } from '../../../core/test/builders/book';
import { common, TODAY, NOW, car, fluid, bottle, sealed, tove, bram, visit, at } from '../builders/planning-evening';

describe('the run sheet of a day', () => {
  const sheetOf = (day: string, ...rest: Parameters<typeof at>) => {
    const logbook = at(...rest);
    return runSheet(logbook, workOfEvents(logbook, TODAY), day);
  };

  test('who helps has the job too, and it says so; by the clock of the shop', () => {
    const { people, title } = sheetOf('2026-06-09', [visit({ helperId: bram.id })]);
    expect(title).toBe('Run sheet, Tue 9 Jun 2026');
    expect(people.map((p) => [p.name, p.jobs[0]!.what, p.jobs[0]!.time])).toEqual([
      ['Bram Okell', 'Service, helping', '09:00–10:30'],
      ['Tove Loy', 'Service', '09:00–10:30'],
    ]);
    expect(people[1]!.jobs[0]).toMatchObject({
      plate: '27',
      customer: 'Ona Birk',
      lift: 'Lift 1',
      event: 'Two-day, Sat 13 Jun',
    });
  });

  test('of one person it has that person’s day only, with the bottles to take', () => {
    const logbook = at([visit(), visit({ crewId: bram.id, covers: ['measure'] })], [], { bottles: [bottle, sealed] });
    const sheet = runSheet(logbook, workOfEvents(logbook, TODAY), '2026-06-09', 'metric', tove.id);
    expect(sheet.title).toBe('Tove Loy, Tue 9 Jun 2026');
    expect(sheet.people.map((p) => p.name)).toEqual(['Tove Loy']);
    const flushed = sheet.people[0]!.jobs[0]!.work.find((w) => w.title === 'Flush')!;
    expect(flushed.note).toMatch(new RegExp(`^${fluid.name}, \\d+ mL from ${sealed.label}$`));
    // With no bottle left it says so, loudly and with how much.
    const none = at([visit()], [], { bottles: [bottle] });
    const bare = runSheet(none, workOfEvents(none, TODAY), '2026-06-09').people[0]!.jobs[0]!.work;
    expect(bare.find((w) => w.title === 'Flush')!.note).toMatch(/NOT ON THE SHELF: \d+ mL$/);
  });

  test('jobs of one person stand by time, and one that is over says so', () => {
    const early = visit({ startAt: '2026-06-09T06:00:00.000Z', covers: ['measure'] });
    const released: Fact = {
      id: newId(),
      kind: 'carReleased',
      at: NOW,
      recordedAt: NOW,
      by: tove.id,
      carId: car.id,
      jobId: early.id,
      openItems: [],
      limits: null,
    } as Fact;
    const { people } = sheetOf('2026-06-09', [visit(), early], [released]);
    expect(people[0]!.jobs.map((j) => [j.time, j.what])).toEqual([
      ['08:00–09:30', 'Service, done'],
      ['09:00–10:30', 'Service'],
    ]);
  });

  test('a job just after midnight in the shop stands on its own day, not on that of Greenwich', () => {
    const night = visit({ startAt: '2026-06-09T22:30:00.000Z' });
    expect(sheetOf('2026-06-09', [night]).people).toEqual([]);
    expect(sheetOf('2026-06-10', [night]).people[0]!.jobs[0]!.time).toBe('00:30–02:00');
  });

  test('remarks: who is away and why, what comes to the door, load-up, and the event itself', () => {
    const supplier = { ...common, id: newId(), name: 'Corran', supplies: ['padSet' as const], leadDays: 3, notes: '' };
    const order = {
      ...common,
      id: newId(),
      supplierId: supplier.id,
      placedOn: TODAY,
      lines: [
        {
          goods: 'padSet' as const,
          likeId: newId(),
          name: 'Pads front, Kerren R2',
          count: 3,
          unitPriceMinor: 0,
          bookingIds: [],
          deliveries: [
            { on: '2026-06-09', count: 2 },
            { on: '2026-06-16', count: 1 },
          ],
        },
      ],
      notes: '',
    };
    const remarks = (day: string) => sheetOf(day, [], [], { suppliers: [supplier], orders: [order] }).remarks;
    expect(remarks('2026-06-09')).toEqual([
      'To arrive: 2 × Pads front, Kerren R2, Corran.',
      'Bram Okell is off: course.',
    ]);
    // What came before its day is not to arrive any more.
    const early: Fact = {
      id: newId(),
      kind: 'goodsReceived',
      at: NOW,
      recordedAt: NOW,
      by: tove.id,
      orderId: order.id,
      line: 0,
      count: 2,
      wearPartId: null,
    } as Fact;
    const then = (day: string) => sheetOf(day, [], [early], { suppliers: [supplier], orders: [order] }).remarks;
    expect(then('2026-06-09')).toEqual(['Bram Okell is off: course.']);
    expect(then('2026-06-16')).toContain('To arrive: 1 × Pads front, Kerren R2, Corran.');
    expect(remarks('2026-06-12')).toEqual(['Load-up for Two-day.']);
    expect(remarks('2026-06-14')).toEqual(['Two-day today.']);
  });
});
