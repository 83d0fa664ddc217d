/** What stands around pads and fluid: ducts, hoses, forms, re-torque, road pads; what a slot breaks; and ways out of a full week. */
import type { Job } from '../../src/model';
import { slotFindings } from '../../src/run-up';
import { newId } from '../builders/book';
import { TODAY, at, bookingOf, car, event, inOrder, ines, tove, visitOf } from '../builders/run-up-book';
import { tell } from '../builders/say';

describe('a slot', () => {
  const e = event({ flushWithinDays: 5, beddedPartsOnly: true });
  const b = bookingOf(e);
  const visit = (over: Partial<Job>): Job => visitOf(e, b, over);
  const said = (job: Job, jobs: Job[] = [], records: object = {}, facts = inOrder()): string[] =>
    slotFindings(at(e, b, facts, { jobs: [job, ...jobs], ...records }), job, TODAY).map(tell);

  test('that fits breaks nothing', () => expect(said(visit({}))).toEqual([]));

  test.each([
    [{ startAt: '2026-05-29T07:00:00.000Z' }, 'That day is over.'],
    [{ liftId: null }, 'Needs a lift.'],
    [{ startAt: '2026-06-09T14:30:00.000Z' }, 'Tove works from 08:00 to 17:00 on that day.'],
    [{ startAt: '2026-06-14T07:00:00.000Z' }, 'Tove does not work on that day.'],
  ])('of %j says why not', (over, sentence) => expect(said(visit(over))).toContain(sentence));

  test('days off and another event are said by name', () => {
    const off = { crew: [{ ...tove, daysOff: [{ from: '2026-06-09', to: '2026-06-09', why: 'dentist' }] }, ines] };
    expect(said(visit({}), [], off)).toContain('Tove is off (dentist).');
    const other = {
      ...event(),
      id: newId(),
      name: 'Lanes',
      startDate: '2026-06-09',
      endDate: '2026-06-09',
      crewIds: [tove.id],
    };
    expect(said(visit({}), [], { events: [e, other] })).toContain('Tove is at Lanes.');
  });

  test('work at the event is for whoever goes there; bedding on the road is not, whatever else the list has', () => {
    const away = { ...event({ reTorqueAtEvent: true, minPadMm: 9.5, crewIds: [ines.id] }), id: e.id };
    const there = (over: Partial<Job>): Job =>
      visitOf(away, b, {
        kind: 'atEvent',
        covers: ['reTorque'],
        liftId: null,
        startAt: '2026-06-13T08:30:00.000Z',
        ...over,
      });
    const told = (job: Job): string => said(job, [], { events: [away] }).join(' ');
    expect(told(there({ crewId: tove.id }))).toBe(`Tove is not among those who go to ${away.name}.`);
    expect(told(there({ crewId: ines.id }))).toBe('');
    // On a Sunday, with the wheels’ second torque at the event on the same list.
    const road = there({ kind: 'bedding', covers: ['bedding.front'], startAt: '2026-06-07T08:30:00.000Z' });
    expect(told(road)).toContain('Tove does not work on that day.');
  });

  test('the order of the work holds over two visits, whichever is moved', () => {
    const unknown = inOrder().filter((f) => f.kind !== 'fluidExchange');
    const test = visit({
      covers: ['boilingTest'],
      kind: 'boilingTest',
      startAt: '2026-06-10T07:00:00.000Z',
      liftId: null,
    });
    const exchange = visit({});
    expect(said(exchange, [test], {}, unknown)).toContain('Flush comes after boiling test.');
    expect(said(test, [exchange], {}, unknown)).toContain('Boiling test comes before flush.');
  });

  test('two jobs on one car, of one person, or on one lift, at one time', () => {
    const other = { ...car, id: newId(), name: 'Other car' };
    const beside = (over: Partial<Job>): string =>
      said(
        visit({}),
        [
          visit({
            carId: other.id,
            startAt: '2026-06-09T07:30:00.000Z',
            bookingId: null,
            covers: [],
            kind: 'errand',
            ...over,
          }),
        ],
        { cars: [car, other] },
      ).join(' ');
    expect(beside({ crewId: ines.id, liftId: null })).toBe('');
    expect(beside({ crewId: ines.id })).toMatch(/^Lift 1 /);
    expect(beside({ liftId: null })).toMatch(/^Tove /);
    expect(beside({ crewId: ines.id, liftId: null, carId: car.id })).toMatch(/at this car then/);
    expect(beside({ startAt: '2026-06-09T08:15:00.000Z' })).toBe('');
  });
});
