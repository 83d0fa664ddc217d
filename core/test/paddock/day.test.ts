import fc from 'fast-check';
import { type Booking, type Finding, type PlannedSession, type Verdict, recordDefaults } from '../../src/model';
import { sessionsOfDay } from '../../src/sessions';
import { eventDay, nextSlot } from '../../src/track';
import { customer, makeCar, newId } from '../builders/book';
import { bookEvent, check, decide, fact, goodLook, session, trackBook, trackCar } from '../builders/track-book';
import { booking as anyBooking } from '../builders/track-records';

const DAY = '2026-06-13';
const slot = (from: string, group = '', over: Partial<PlannedSession> = {}): PlannedSession => ({
  day: DAY,
  from,
  minutes: 20,
  group,
  ...over,
});
const timetable = [slot('11:00', 'B'), slot('09:00', 'A'), slot('10:00', 'B'), slot('14:00'), slot('13:00', 'A')];
const event = { ...bookEvent, timetable } as never as Parameters<typeof eventDay>[1];

describe('the timetable', () => {
  it('is in the order of the clock; a group drives its own sessions and everybody’s', () => {
    expect(sessionsOfDay(event, DAY, null).map((s) => s.from)).toEqual(['09:00', '10:00', '11:00', '13:00', '14:00']);
    expect(sessionsOfDay(event, DAY, 'A').map((s) => s.from)).toEqual(['09:00', '13:00', '14:00']);
    expect(sessionsOfDay(event, '2026-06-14', null)).toEqual([]);
  });

  it.each([
    ['A', '08:00', '09:00'],
    ['A', '09:00', '13:00'],
    ['B', '10:30', '11:00'],
    ['B', '11:01', '14:00'],
    ['', '14:00', null],
  ] as const)('group "%s" at %s goes out at %s', (group, time, next) => {
    expect(nextSlot(event, { group } as Booking, DAY, time)?.from ?? null).toBe(next);
  });

  it('finds the next session as a person with a watch would: the earliest of theirs that has not begun', () => {
    const time = fc
      .integer({ min: 0, max: 24 * 60 - 1 })
      .map((m) => `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`);
    fc.assert(
      fc.property(fc.array(fc.record({ from: time, group: fc.constantFrom('', 'A', 'B') })), time, (planned, now) => {
        const of = { ...event, timetable: planned.map(({ from, group }) => slot(from, group)) };
        const mine = planned.filter((s) => s.group === 'A' || s.group === '').map((s) => s.from);
        let earliest: string | null = null;
        for (const from of mine) if (from > now && (earliest === null || from < earliest)) earliest = from;
        expect(nextSlot(of, { group: 'A' } as Booking, DAY, now)?.from ?? null).toBe(earliest);
      }),
    );
  });
});

const booking = { ...anyBooking, carId: trackCar.id, group: 'A' };
const inOrder = (): { verdict: Verdict; headline: Finding } => ({
  verdict: 'inOrder',
  headline: { code: 'ready', verdict: 'inOrder', place: {}, values: {} },
});
const dayAt = (time: string, facts: Parameters<typeof trackBook>[0] = [], worse = inOrder, more = {}) =>
  eventDay(trackBook(facts, { events: [event], bookings: [booking], ...more }), event, `${DAY}T${time}:00.000Z`, worse);
const needAt = (time: string, facts: Parameters<typeof trackBook>[0] = [], worse = inOrder) =>
  dayAt(time, facts, worse).cars[0]!.need;

const first = session('09:00', '09:20');
const look = goodLook((m) => `09:${String(25 + m).padStart(2, '0')}`, first, 9, 250);

describe('eventDay', () => {
  it('says of each session whether it is over, on, next or later, and which of its group it is', () => {
    const { slots } = dayAt('10:10');
    expect(slots.map((s) => [s.session.from, s.state, s.nth])).toEqual([
      ['09:00', 'over', 1],
      ['10:00', 'now', 1],
      ['11:00', 'next', 2],
      ['13:00', 'later', 2],
      ['14:00', 'later', 1],
    ]);
    // To the minute: a session of twenty minutes is on until its last.
    expect(dayAt('10:19').slots[1]!.state).toBe('now');
    expect(dayAt('10:20').slots[1]!.state).toBe('over');
    expect(dayAt('10:00').slots[1]!.state).toBe('now');
  });

  it('puts a car into the sessions of its group and those of everybody', () => {
    expect(dayAt('08:00').slots.map((s) => [s.session.from, s.cars.length])).toEqual([
      ['09:00', 1],
      ['10:00', 0],
      ['11:00', 0],
      ['13:00', 1],
      ['14:00', 1],
    ]);
  });

  it('a car waits for its session, then for the look, the decision, the next session, and the end', () => {
    expect(needAt('08:00')).toEqual({ kind: 'session', from: '09:00' });
    expect(needAt('09:21', [first])).toEqual({ kind: 'look', sessionId: first.id });
    expect(needAt('09:35', [first, ...look])).toEqual({ kind: 'decide', sessionId: first.id });
    const went = [first, ...look, decide('09:40', first, 'go')];
    expect(needAt('09:41', went)).toEqual({ kind: 'session', from: '13:00' });
    expect(needAt('14:30', went)).toEqual({ kind: 'close' });
    const closed = fact('16:00', { kind: 'eventClosed', bookingId: booking.id, open: [], advice: '' });
    expect(needAt('16:01', [...went, closed])).toEqual({ kind: 'nothing' });
  });

  it('a car that is stopped is mended before anything else, and is never sent to its next session', () => {
    const drip = check('09:45', first, 'leaks', [['dripping', 'RL']]);
    const stopped = [first, ...look, drip, decide('09:50', first, 'stop')];
    expect(needAt('09:51', stopped)).toEqual({ kind: 'mend', sessionId: first.id });
    expect(dayAt('09:51', stopped).cars[0]).toMatchObject({ verdict: 'stop', nextLook: null });
  });

  it('counts what was driven on this day, and says after which session it is looked at again', () => {
    const went = [first, ...look, decide('09:40', first, 'limits', { limits: { lookAfterSessions: 2, maxLaps: 6 } })];
    const [car] = dayAt('09:41', went).cars;
    expect(car).toMatchObject({ today: 1, nextLook: 3 });
    const nextDay = eventDay(
      trackBook(went, { events: [event], bookings: [booking] }),
      event,
      '2026-06-14T08:00:00.000Z',
      inOrder,
    );
    expect(nextDay.cars[0]).toMatchObject({ today: 0, need: { kind: 'close' } });
    expect(nextDay.slots).toEqual([]);
  });

  it('lets the worst speak: the gate of before, or what was found at the track', () => {
    const gate = (verdict: Verdict) => () => ({
      verdict,
      headline: { code: 'fluidOld', verdict, place: {}, values: {} } as Finding,
    });
    const went = [first, ...look, decide('09:40', first, 'go')];
    expect(dayAt('09:41', went, gate('stop')).cars[0]).toMatchObject({
      verdict: 'stop',
      headline: { code: 'fluidOld' },
    });
    expect(dayAt('09:30', [first], gate('inOrder')).cars[0]!.headline.code).toBe('sessionNotLookedAt');
    expect(dayAt('08:00', [], gate('needsWork')).cars[0]!.headline.code).toBe('fluidOld');
  });

  it('puts first who waits for somebody, then who is mended, who drives, who is closed; cars put away are not there', () => {
    const cars = ['Aldane', 'Brennick', 'Orr', 'Tessaro'].map((name) => makeCar({ name }));
    const of = (carId: string): Booking => ({
      ...recordDefaults.bookings,
      ...anyBooking,
      id: newId(),
      carId,
      group: 'A',
    });
    const bookings = [...cars.map((c) => of(c.id)), of(trackCar.id)];
    const closing = (i: number) =>
      fact('08:30', { kind: 'eventClosed', carId: cars[i]!.id, bookingId: bookings[i]!.id, open: [], advice: '' });
    const records = {
      customers: [customer],
      cars: [trackCar, ...cars.slice(0, 3), { ...cars[3]!, archived: true }],
      bookings,
    };
    const day = dayAt('09:21', [first, closing(0)], inOrder, records);
    expect(day.cars.map((c) => c.car.name)).toEqual(['Track car', 'Brennick', 'Orr', 'Aldane']);
    expect(day.cars.at(-1)).toMatchObject({ isClosed: true, need: { kind: 'nothing' } });
  });
});
