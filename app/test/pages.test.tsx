/** The rooms that people walk through: what they show, in which order, what is one press away, and what can be undone. */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { type Fact, type Job, type RecordOf, recordDefaults } from '@calvik/core';
import { CarScreen } from '../src/features/cars/car-screen';
import { CarsScreen } from '../src/features/cars/cars-screen';
import { EventScreen } from '../src/features/events/event-screen';
import { VerdictScreen } from '../src/features/fluid/verdict-screen';
import { ImportScreen } from '../src/features/customers/import-screen';
import { MessagesScreen } from '../src/features/customers/messages-screen';
import { SupplierScreen } from '../src/features/inventory/supplier-forms';
import { BottleScreen } from '../src/features/inventory/bottle-screen';
import { PadSetScreen, RotorPairScreen } from '../src/features/inventory/part-screen';
import { StockScreen } from '../src/features/inventory/stock-screen';
import { WorkScreen } from '../src/features/work/work-screen';
import { boil, bottle, car, crew, customer, flush, id, show } from './scene';
import { at, intake, job as service, padSet, pads, pair, sheet } from './service-scene';
import type * as Hands from './hands';
import { answers, freshHands, isThere, saved, place, press, router, text, type } from './hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('./hands').expoRouter);
freshHands();

const common = { version: 1, archived: false };
const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);
const venue: RecordOf<'venues'> = {
  ...common,
  id: id(40),
  name: 'Dunvarrel Ring',
  altitudeM: 600,
  peakFluidTempC: 215,
  notes: '',
};
const event: RecordOf<'events'> = {
  ...recordDefaults.events,
  ...common,
  id: id(41),
  name: 'Two-day',
  venueId: venue.id,
  organiser: 'Ring Circle',
  startDate: day(10),
  endDate: day(11),
  flushWithinDays: 30,
  demandedMarginC: 35,
  minPadMm: 8,
  beddedPartsOnly: true,
  inspectionItems: ['Hoses dry', 'Pedal firm'],
  notes: '',
};
const booking: RecordOf<'bookings'> = {
  ...recordDefaults.bookings,
  ...common,
  id: id(42),
  eventId: event.id,
  carId: car.id,
  notes: '',
};
const other = { ...car, id: id(6), name: 'Rooth Quillon', make: 'Quillon', plate: '44' };
const nell = { ...customer, id: id(7), name: 'Nell Varga' };
const nells = { ...car, id: id(8), customerId: nell.id, name: 'Varga Brennick', make: 'Brennick' };
const booked = { venues: [venue], events: [event], bookings: [booking], cars: [other, nells], customers: [nell] };
const planned = (over: Partial<Job>): Job => ({
  ...recordDefaults.jobs,
  ...common,
  id: id(44),
  kind: 'flush',
  carId: car.id,
  eventId: null,
  crewId: crew.id,
  startAt: `${day(2)}T09:00:00.000Z`,
  durationMin: 60,
  notes: '',
  ...over,
});
const open = (
  ui: ReactNode,
  params: Record<string, string> = {},
  facts: Fact[] = [],
  records: object = booked,
): void => {
  place.params = params;
  show(ui, facts, records);
};
const order = (...words: string[]): void => {
  const found = words.map((w) => text().indexOf(w));
  expect(found).not.toContain(-1);
  expect([...found].sort((a, b) => a - b)).toEqual(found);
};

describe('an event', () => {
  const params = { id: event.id };

  test('says what is demanded, by whom, and how each booked car stands', () => {
    open(<EventScreen />, params, [flush(20, 100)]);
    expect(text()).toMatch(/Ring Circle wants the fluid changed within 30 days/);
    expect(text()).toMatch(/this event 35\s°C/);
    expect(text()).toMatch(/Pads of 8\.0\smm at least\. Bedded parts only\. An inspection form of 2 lines\./);
    expect(isThere(/^Rooth Velund: Last flush 110\sdays before the event; rule says 30/, 'link')).toBe(true);
  });

  test('a car is booked, and cannot be booked twice', async () => {
    open(<EventScreen />, params);
    press('Book a car');
    expect(isThere('Book Rooth Velund', 'link')).toBe(false);
    await act(async () => press('Book Varga Brennick', 'link'));
    await waitFor(() => expect(saved('bookings')).toMatchObject([{ eventId: event.id, carId: nells.id, version: 0 }]));
    expect(isThere(/^Varga Brennick: /, 'link')).toBe(true);
  });

  test('a booking that was cancelled by mistake comes back', async () => {
    open(<EventScreen />, params);
    await act(async () => press('Cancel the booking of Rooth Velund'));
    await screen.findByText('Rooth Velund is no longer booked.');
    expect(isThere(/^Rooth Velund: /, 'link')).toBe(false);
    await act(async () => press('Undo'));
    await waitFor(() => expect(saved('bookings').map((b) => b.archived)).toEqual([true, false]));
    expect(isThere(/^Rooth Velund: /, 'link')).toBe(true);
  });

  test('one that is not there says so, and leads back', () => {
    open(<EventScreen />, { id: id(99) });
    expect(text()).toContain('There is no such event. It may have been entered on a device that has not sent it yet.');
    press('Back');
    expect(router.navigate.mock.lastCall ?? router.replace.mock.lastCall).toEqual(['/']);
  });
});

describe('the work of the days', () => {
  const jobs = [
    planned({ id: id(45), startAt: `${day(-2)}T09:00:00.000Z` }),
    planned({ id: id(46), startAt: `${day(1)}T13:00:00.000Z`, crewId: id(47), carId: other.id }),
    planned({ id: id(48), startAt: `${day(1)}T08:00:00.000Z`, kind: 'service', covers: ['measure', 'pads.front'] }),
  ];
  const scene = { ...booked, jobs, crew: [{ ...crew, id: id(47), name: 'Bram Okell' }] };

  test('stands by day and time, what is overdue first, what each visit does in words', () => {
    open(<WorkScreen />, {}, [], scene);
    expect(screen.getAllByText('overdue')).toHaveLength(1);
    order('overdue', 'Service, Rooth Velund', 'Rooth Quillon');
    expect(text()).toContain('Pads, front');
  });

  test('mine is what I have in hand', () => {
    open(<WorkScreen />, {}, [], scene);
    expect(text()).toContain('Rooth Quillon');
    press('Whose work: Tove', 'radio');
    expect(text()).not.toContain('Rooth Quillon');
  });

  test('a service opens its steps, an exchange its page', () => {
    open(<WorkScreen />, {}, [], scene);
    press('Service on Rooth Velund', 'link');
    expect(router.push).toHaveBeenLastCalledWith(`/service/${id(48)}`);
    press('Flush on Rooth Quillon', 'link');
    expect(String(router.push.mock.lastCall)).toContain(other.id);
  });

  test('nothing planned leads to the run-up', () => {
    open(<WorkScreen />);
    press('To the run-up');
    expect(router.navigate).toHaveBeenCalledWith('/');
  });
});

describe('cars', () => {
  test('stand under their customers, and are found by any of their words', () => {
    open(<CarsScreen />);
    order('Abel Rooth', 'Rooth Quillon', 'Rooth Velund', 'Nell Varga', 'Varga Brennick');
    type('Search cars', 'quillon 44');
    expect(text()).toContain('Rooth Quillon');
    expect(text()).not.toContain('Rooth Velund');
    type('Search cars', 'nobody at all');
    expect(text()).toContain('Nothing matches “nobody at all”.');
  });

  test('a car: what it needs, what is planned, what is on its axles', () => {
    const on = [
      flush(20, 5),
      {
        ...at(6),
        kind: 'partsFitted',
        axle: 'front',
        padSetId: padSet.id,
        rotorPairId: pair.id,
        changed: 'pads',
      } as Fact,
      pads(7, 'FL', 6.4),
    ];
    open(<CarScreen />, { id: car.id }, on, {
      ...booked,
      jobs: [planned({})],
      padSets: [padSet],
      rotorPairs: [pair],
      brakeSheets: [sheet],
    });
    expect(text()).toMatch(/6\.4\smm/);
    expect(isThere('Front pads P-001', 'link')).toBe(true);
    expect(isThere('Front rotors R-001', 'link')).toBe(true);
    press(/^Flush, /, 'link');
    expect(router.push).toHaveBeenLastCalledWith(`/cars/${car.id}/plan?job=${id(44)}`);
  });

  test('the verdict on its fluid opens every figure and names every rule', () => {
    open(<VerdictScreen />, { id: car.id, event: event.id }, [flush(20, 100), boil(21, 2, 280)]);
    expect(text()).toMatch(/Organiser, the strictest/);
    expect(text()).toContain('B: within 30 days before the event');
    for (const figure of [/^Boiling point on the day /, /^Margin/, /^Demanded boiling point /])
      expect(isThere(figure)).toBe(true);
    press(/^Margin/);
    expect(screen.getByTestId('working-sheet').textContent).toMatch(/peak/i);
  });
});

describe('the stores', () => {
  const opened: Fact = { ...at(1), kind: 'bottleOpened', bottleId: bottle.id } as never;

  test('bottles with what is left, parts with where they are, fluids with their label', async () => {
    open(<StockScreen />, {}, [opened, flush(20, 5)], { ...booked, padSets: [padSet], rotorPairs: [pair] });
    expect(screen.getByTestId('bottle-B-001').textContent).toMatch(/450\smL left of 1000\smL/);
    expect(text()).toContain('P-001  Kerren R2');
    expect(text()).toMatch(/DOT 4, 325\s°C dry, 205\s°C wet/);
    await screen.findByText('Hoses and small parts');
  });

  test('used fluid is handed over by a figure, to somebody', async () => {
    open(<StockScreen />, {}, [flush(20, 5)]);
    expect(screen.getByTestId('waste').textContent).toMatch(/550\smL/);
    press('Hand it over');
    type('Volume handed over', '5 l');
    await act(async () => press('Record the hand-over'));
    expect(text()).toMatch(/By the records there are 550\smL in the container\. Look again\./);
    type('Volume handed over', '0,55 l');
    await act(async () => press('Record the hand-over'));
    expect(text()).toContain('Say who took it.');
    type('Disposal point', 'Mossfield yard');
    type('Receipt', 'M-112');
    await act(async () => press('Record the hand-over'));
    await waitFor(() =>
      expect(saved('facts')).toMatchObject([
        { kind: 'wasteHandedOver', volumeMl: 550, to: 'Mossfield yard', receipt: 'M-112' },
      ]),
    );
    expect(screen.getByTestId('waste').textContent).toMatch(/^0\smL/);
    expect(text()).toMatch(/Last handed over: 550\smL to Mossfield yard/);
  });

  test('a bottle is opened, and counts its days', async () => {
    open(<BottleScreen />, { id: bottle.id });
    expect(text()).toContain('sealed');
    await act(async () => press('It is opened now'));
    await waitFor(() => expect(saved('facts')).toMatchObject([{ kind: 'bottleOpened', bottleId: bottle.id }]));
    expect(text()).toContain('0 days ago');
  });

  test('a set and a pair say where they are, what was read, what they met', () => {
    const facts = [
      {
        ...at(6),
        kind: 'partsFitted',
        axle: 'front',
        padSetId: padSet.id,
        rotorPairId: pair.id,
        changed: 'pads',
      } as Fact,
      { ...pads(7, 'FL', 6.4), padSetId: padSet.id } as Fact,
    ];
    const records = { padSets: [padSet], rotorPairs: [pair] };
    open(<PadSetScreen />, { id: padSet.id }, facts, records);
    expect(text()).toMatch(/It is on Rooth Velund, front, since/);
    expect(text()).toMatch(/left front: 6\.4\smm and 6\.4\smm/i);
    open(<RotorPairScreen />, { id: pair.id }, facts, records);
    expect(text()).toContain('Kerren R2');
    expect(text()).toMatch(/discard at 30\.00\smm/);
  });

  test('a supplier is entered with what it sells and how long it takes', async () => {
    open(<SupplierScreen />, { id: 'new' });
    await act(async () => press(/^Save/));
    expect(saved('suppliers')).toEqual([]);
    type('Name', 'Corran Friction');
    press(/Pads$/, 'checkbox');
    type('Working days from order to door', '5');
    await act(async () => press(/^Save/));
    await waitFor(() =>
      expect(saved('suppliers')).toMatchObject([{ name: 'Corran Friction', supplies: ['padSet'], leadDays: 5 }]),
    );
  });
});

describe('in and out', () => {
  test('a table is looked at first: what would be saved, and every row that cannot be, with its reason', async () => {
    answers['/api/imports/preview'] = {
      rows: 3,
      customers: [{ name: 'New One' }],
      cars: [{ name: 'A', customer: 'New One', year: null, plate: '', grade: 'DOT 4' }],
      refused: [{ row: 3, why: { code: 'customerNotNamed' }, text: 'B' }],
    };
    open(<ImportScreen />);
    const chooser = screen.getByLabelText('Table to import') as HTMLInputElement;
    await act(async () => {
      fireEvent.change(chooser, { target: { files: [new File(['customer;car'], 'cars.csv')] } });
    });
    expect((await screen.findByTestId('import-summary')).textContent).toMatch(
      /3 rows\. Can be saved: 1 car, 1 new customer\. Cannot: 1/,
    );
    expect(screen.getByTestId('refused-rows').textContent).toContain('Row 3: No customer is named.');
    expect(isThere('Save 1 car')).toBe(true);
  });

  test('the outbox has what would have gone out, newest first', () => {
    const message = (n: number, writtenAt: string, words: string): RecordOf<'messages'> =>
      ({
        ...common,
        id: id(n),
        customerId: customer.id,
        bookingId: booking.id,
        about: 'booked',
        text: words,
        writtenAt,
      }) as never;
    open(<MessagesScreen />, {}, [], {
      ...booked,
      messages: [
        message(71, '2026-05-01T08:00:00.000Z', 'The older one.'),
        message(72, '2026-05-02T08:00:00.000Z', 'The newer one.'),
      ],
    });
    order('The newer one.', 'The older one.');
    expect(text()).toContain('Nothing leaves this machine.');
  });

  test('a service under way is gone on with from its car', () => {
    open(<CarScreen />, { id: car.id }, [flush(20, 5), ...intake], {
      ...booked,
      jobs: [service],
      brakeSheets: [sheet],
    });
    press('Go on with the service');
    expect(router.push).toHaveBeenLastCalledWith(`/service/${service.id}`);
  });
});
