/** Rules, work lists, shopping, paper and imports: what a booked car needs, and what follows when a fact changes. */

import { type Fact, type Job, recordDefaults } from '../../src/model';
import { durationOf } from '../../src/run-up';
import { makeCar, newId } from '../builders/book';
import { common, NOW, car, tove, event, bookingOf, padsMeasured, at } from '../builders/run-up-book';

describe('durations', () => {
  const done = (minutes: number, carId = car.id): Fact => ({
    id: newId(),
    kind: 'workDone',
    at: NOW,
    recordedAt: NOW,
    by: tove.id,
    carId,
    jobId: jobs[0]!.id,
    items: ['ducts'],
    minutes,
  });
  const jobs: Job[] = [
    {
      ...common,
      ...recordDefaults.jobs,
      id: newId(),
      kind: 'errand',
      carId: car.id,
      eventId: null,
      crewId: tove.id,
      startAt: NOW,
      durationMin: 15,
      notes: '',
    },
  ];
  const e = event();

  test('the usual figure until three records, then their median; one bad day moves it little', () => {
    const of = (minutes: number[]) =>
      durationOf(
        at(
          e,
          bookingOf(e),
          minutes.map((m) => done(m)),
          { jobs },
        ),
        'ducts',
        car.id,
      );
    expect(of([20, 22])).toMatchObject({ minutes: 10, from: 'usual' });
    expect(of([20, 22, 21])).toMatchObject({ minutes: 20, from: 'car', records: 3 });
    expect(of([20, 22, 21, 240]).minutes).toBe(20);
    const other = durationOf(
      at(
        e,
        bookingOf(e),
        [20, 22, 21].map((m) => done(m, makeCar().id)),
        { jobs },
      ),
      'ducts',
      car.id,
    );
    expect(other).toMatchObject({ minutes: 20, from: 'shop', band: { low: 20, high: 22 } });
  });

  test('a guided service teaches by the times of its entries, and long gaps do not count', () => {
    const job: Job = { ...jobs[0]!, id: newId(), kind: 'service' };
    const services = Array.from({ length: 3 }, () => ({ ...job, id: newId() }));
    const facts = services.flatMap((s) => {
      const pads = padsMeasured(9, '2026-05-30', car.id, s.id);
      const after = (minutes: number): string =>
        new Date(Date.parse('2026-05-30T08:00:00Z') + minutes * 60_000).toISOString();
      return [
        {
          ...pads[0]!,
          kind: 'driverReport',
          complaints: [],
          words: '',
          id: newId(),
          at: after(0),
          recordedAt: after(0),
        },
        ...pads.map((p, i) => ({ ...p, at: after((i + 1) * 6), recordedAt: after((i + 1) * 6) })),
        { ...pads[0]!, kind: 'carReleased', openItems: [], id: newId(), at: after(300), recordedAt: after(300) },
      ] as Fact[];
    });
    const logbook = at(e, bookingOf(e), facts, { jobs: services });
    expect(durationOf(logbook, 'measure', car.id)).toMatchObject({ minutes: 25, from: 'car', records: 3 });
  });
});
