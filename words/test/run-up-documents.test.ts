/** What leaves the shop on paper, as a text or into a calendar: the right words to the right people, and nothing left out. */
import {
  type Booking,
  type Customer,
  type Fact,
  type Job,
  type TrackEvent,
  SHOP_ID,
  shopDefaults,
  recordDefaults,
} from '@calvik/core';
import { shoppingLists, workOfBooking, workOfEvents } from '@calvik/core/run-up';
import {
  calendarOfCrew,
  calendarOfEvent,
  calendarOfShop,
  messageText,
  runSheet,
  shoppingRows,
  weekSheet,
  workListRows,
  workListSheet,
} from '../src/documents';
import {
  book,
  customer as plainCustomer,
  flush,
  makeBottle,
  makeCar,
  makeEvent,
  makeFluid,
  makeVenue,
  newId,
} from '../../core/test/builders/book';

const common = { version: 0, archived: false };
const TODAY = '2026-06-01'; // a Monday
const NOW = `${TODAY}T05:00:00.000Z`;
const customer: Customer = { ...recordDefaults.customers, ...plainCustomer, phone: '0555 0101' };
const car = makeCar({ plate: '27' });
const venue = makeVenue();
const fluid = makeFluid();
const bottle = makeBottle(fluid.id);
const sealed = makeBottle(fluid.id, { label: 'B-7' });
const person = (name: string, over: object = {}) => ({
  ...common,
  ...recordDefaults.crew,
  id: newId(),
  name,
  role: 'technician' as const,
  ...over,
});
const tove = person('Tove Loy');
const bram = person('Bram Okell', { daysOff: [{ from: '2026-06-09', to: '2026-06-10', why: 'course' }] });
const gone = person('Sanna Reij', { archived: true, daysOff: [{ from: '2026-06-09', to: '2026-06-10', why: '' }] });
const lift = { ...common, id: newId(), name: 'Lift 1' };
const shop = { ...shopDefaults, id: SHOP_ID, name: 'Ferrant & Loy', timeZone: 'Europe/Berlin', reTorqueAtEvent: false };
const event: TrackEvent = makeEvent(venue.id, '2026-06-13', '2026-06-14', {
  name: 'Two-day',
  organiser: 'Ring Circle',
  flushWithinDays: 5,
  notes: 'Gate at seven.',
});
const booking: Booking = {
  ...common,
  ...recordDefaults.bookings,
  id: newId(),
  eventId: event.id,
  carId: car.id,
  notes: '',
};
const visit = (over: Partial<Job> = {}): Job => ({
  ...common,
  ...recordDefaults.jobs,
  id: newId(),
  kind: 'service',
  carId: car.id,
  eventId: event.id,
  bookingId: booking.id,
  covers: ['measure', 'flush'],
  crewId: tove.id,
  liftId: lift.id,
  startAt: '2026-06-09T07:00:00.000Z',
  durationMin: 90,
  notes: '',
  ...over,
});
const at = (jobs: Job[] = [], facts: Fact[] = [], records: object = {}) =>
  book(
    {
      shops: [shop],
      crew: [tove, bram, gone],
      customers: [customer],
      cars: [car],
      venues: [venue],
      events: [event],
      bookings: [booking],
      fluids: [fluid],
      bottles: [bottle],
      lifts: [lift],
      jobs,
      ...records,
    },
    [flush(car, '2026-05-01T08:00:00Z', bottle.id), ...facts],
  );

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
    expect(remarks('2026-06-12')).toEqual(['Load-up for Two-day.']);
    expect(remarks('2026-06-14')).toEqual(['Two-day today.']);
  });
});

describe('texts to a customer', () => {
  const say = (about: 'booked' | 'bringIn' | 'found', ...rest: Parameters<typeof at>): string => {
    const logbook = at(...rest);
    return messageText(logbook, booking, workOfBooking(logbook, booking, TODAY), about);
  };

  test('booked: the event with its days, what is done before it, and that the host has rules', () => {
    expect(say('booked', [], [], { events: [{ ...event, minPadMm: 8 }] })).toMatch(
      /^Hello Ona, Test car is booked for Two-day, 13–14 Jun 2026\. Before it we do: .* and .*\. Ring Circle has rules for the car; we keep to them\. Ferrant & Loy$/,
    );
  });

  test('bring it in: by the first visit, ready after the last, in the shop’s own time', () => {
    const text = say('bringIn', [
      visit(),
      visit({ startAt: '2026-06-11T12:00:00.000Z', durationMin: 45, covers: ['inspection'] }),
    ]);
    expect(text).toBe(
      'Hello Ona, please bring Test car by Tue 9 Jun at 09:00. It is ready again on Thu 11 Jun after 14:45. Ferrant & Loy',
    );
  });

  test('at the customer’s place we come; work at the event is no reason to bring it in', () => {
    const there = { customers: [{ ...customer, atTheirPlace: true, travelMin: 20 }] };
    expect(say('bringIn', [visit({ liftId: null })], [], there)).toContain('we come to Test car on Tue 9 Jun at 09:00');
    expect(say('bringIn', [visit({ startAt: '2026-06-13T08:30:00.000Z', kind: 'atEvent' })])).toContain(
      'no day is set',
    );
  });

  test('found: each reason once, four at the most, and when it is loaded', () => {
    const text = say('found');
    expect(text).toContain('rule says 5');
    expect(text).toContain('Load-up is 12 Jun 2026.');
    expect(text.match(/rule says 5/g)).toHaveLength(1);
  });
});

describe('calendars', () => {
  test('of a person: their own jobs and those they help with, each with who, for whom, what and where', () => {
    const own = visit();
    const logbook = at([
      own,
      visit({ crewId: bram.id, helperId: tove.id }),
      visit({ crewId: bram.id }),
      visit({ archived: true }),
    ]);
    const entries = calendarOfCrew(logbook, tove.id);
    expect(entries).toHaveLength(2);
    expect(entries[0]).toEqual({
      id: own.id,
      title: 'Service, Test car',
      details: 'With Tove Loy. Customer: Ona Birk, 0555 0101. For Two-day. Measure pads and rotors; Flush. Lift 1',
      place: 'Ferrant & Loy',
      when: { from: '2026-06-09T07:00:00.000Z', to: '2026-06-09T08:30:00.000Z' },
      revision: 0,
    });
  });

  test('a job at the customer’s place, and one at the event, say where', () => {
    const there = { customers: [{ ...customer, atTheirPlace: true, travelMin: 20 }] };
    const [home] = calendarOfCrew(at([visit({ liftId: null })], [], there), tove.id);
    expect(home!.place).toBe('At Ona Birk’s');
    const [away] = calendarOfCrew(at([visit({ kind: 'atEvent', startAt: '2026-06-13T08:30:00.000Z' })]), tove.id);
    expect(away!.place).toBe('Tarn');
  });

  test('of an event: its days whole, to the morning after, who is booked, then its work', () => {
    const entries = calendarOfEvent(at([visit()]), event.id);
    expect(entries[0]).toMatchObject({
      title: 'Two-day',
      details: 'Booked: Test car. Gate at seven.',
      place: 'Tarn',
      when: { firstDay: '2026-06-13', dayAfter: '2026-06-15' },
    });
    expect(entries.slice(1).map((e) => e.title)).toEqual(['Load-up, Two-day', 'Service, Test car']);
    expect(calendarOfShop(at([visit()])).map((e) => e.title)).toEqual([
      'Two-day',
      'Load-up, Two-day',
      'Service, Test car',
    ]);
    expect(calendarOfEvent(at(), newId())).toEqual([]);
  });
});

describe('tables', () => {
  test('a work list has a row for each piece of work, with its reasons and whose they are', () => {
    const logbook = at([visit()]);
    const rows = workListRows(logbook, workOfEvents(logbook, TODAY));
    expect(rows.map((r) => r.key)).toEqual(['measure', 'flush']);
    expect(rows[1]).toMatchObject({
      event: 'Two-day',
      car: 'Test car',
      state: 'planned',
      planned: '2026-06-09 09:00',
      crew: 'Tove Loy',
      lift: 'yes',
    });
    expect(rows[1]!.reasons).toMatch(/rule says 5.*\(Ring Circle\)/);
  });

  test('a shopping list has a row for each line, with for whom and by when', () => {
    const supplier = {
      ...common,
      id: newId(),
      name: 'Mossfield',
      supplies: ['bottle' as const],
      leadDays: 2,
      notes: '',
    };
    const logbook = at([], [], { suppliers: [supplier] });
    const lists = shoppingLists(logbook, workOfBooking(logbook, booking, TODAY), TODAY);
    // Load-up is on Friday the 12th: two working days before it is Wednesday.
    expect(shoppingRows(logbook, lists)).toMatchObject([
      {
        supplier: 'Mossfield',
        goods: 'bottle',
        for: 'Test car',
        neededOn: '2026-06-12',
        orderBy: '2026-06-10',
        late: 'no',
      },
    ]);
  });
});

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
