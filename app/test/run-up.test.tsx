/** The screens of the run-up: what they refuse, what they keep, and what they say of a place that breaks a rule. */
import { screen, waitFor } from '@testing-library/react';
import { type Job, type RecordOf, type TrackEvent, recordDefaults } from '@calvik/core';
import { BoardScreen } from '../src/features/schedule/board-screen';
import { CrewMemberScreen } from '../src/features/schedule/crew-member-screen';
import { OrdersScreen } from '../src/features/inventory/orders-screen';
import { PlanProposalScreen } from '../src/features/schedule/plan-proposal-screen';
import { WearPartScreen } from '../src/features/inventory/supplier-forms';
import { WorkListScreen } from '../src/features/work/work-list-screen';
import { rulesForm, rulesOf } from '../src/features/rule-fields';
import { readWeek, weekText } from '../src/features/week-fields';
import { bottle, car, crew, flush, id, show } from './scene';
import type * as Hands from './hands';
import { answers, freshHands, saved, place, press, router, sent, type } from './hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('./hands').expoRouter);
freshHands();

const day = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10);
const venue: RecordOf<'venues'> = {
  id: id(40),
  version: 1,
  archived: false,
  name: 'Dunvarrel Ring',
  altitudeM: 600,
  peakFluidTempC: 215,
  notes: '',
};
const event: TrackEvent = {
  ...recordDefaults.events,
  id: id(41),
  version: 1,
  archived: false,
  name: 'Two-day',
  venueId: venue.id,
  organiser: 'Ring Circle',
  startDate: day(10),
  endDate: day(11),
  flushWithinDays: 30,
  demandedMarginC: null,
  notes: '',
};
const booking: RecordOf<'bookings'> = {
  ...recordDefaults.bookings,
  id: id(42),
  version: 1,
  archived: false,
  eventId: event.id,
  carId: car.id,
  notes: '',
};
const lift: RecordOf<'lifts'> = { id: id(43), version: 1, archived: false, name: 'Lift 1' };
const job: Job = {
  ...recordDefaults.jobs,
  id: id(44),
  version: 1,
  archived: false,
  kind: 'flush',
  carId: car.id,
  eventId: event.id,
  bookingId: booking.id,
  covers: ['flush'],
  crewId: crew.id,
  liftId: lift.id,
  startAt: `${day(3)}T09:00:00.000Z`,
  durationMin: 75,
  notes: '',
};
const scene = { venues: [venue], events: [event], bookings: [booking], lifts: [lift] };
const old = [flush(20, 60)];

describe('the work list', () => {
  beforeEach(() => {
    place.params = { id: event.id };
  });

  test('says what, why and for whom; nothing is dropped without a reason', async () => {
    show(<WorkListScreen />, old, scene);
    expect(screen.getByTestId('work-flush').textContent).toMatch(/rule says 30\. \(Ring Circle\)/);
    press(/^Flush: /, 'link');
    press('Drop it');
    expect(screen.getByText('Say why it is dropped.')).toBeTruthy();
    expect(saved('bookings')).toEqual([]);
    type('Why drop it', 'The customer does it.');
    press('Drop it');
    await waitFor(() => expect(saved('bookings')).toHaveLength(1));
    expect(saved('bookings')[0]!.workChanges).toEqual([
      { change: 'drop', item: 'flush', reason: 'The customer does it.' },
    ]);
  });

  test('a bottle is reserved for the car, and released again', async () => {
    const sealed = { ...bottle, id: id(31), label: 'B-031' };
    show(<WorkListScreen />, old, { ...scene, bottles: [sealed] });
    press(/^Flush: /, 'link');
    press(/^Reserve bottle B-031, Orsen Race 325, 1000 mL$/);
    await waitFor(() => expect(saved('bookings')).toMatchObject([{ reservedIds: [sealed.id] }]));
    press(/^Flush: /, 'link');
    press(/^Release bottle B-031, /);
    await waitFor(() => expect(saved('bookings')[1]).toMatchObject({ reservedIds: [] }));
  });

  test.each([
    [{ What: '', Why: 'x', 'How long': '20 min' }, 'Say what is to be done.'],
    [{ What: 'x', Why: 'x', 'How long': 'soon' }, /“soon” is not a figure/],
    [{ What: 'x', Why: 'x', 'How long': '20 h' }, 'From 5 min to 10 h.'],
    [{ What: 'x', Why: '', 'How long': '20 min' }, 'Say why.'],
  ])('added work %j is refused in words', (typed, sentence) => {
    show(<WorkListScreen />, old, scene);
    press('Add work');
    for (const [label, text] of Object.entries(typed)) type(label, text);
    press('Add it');
    expect(screen.getByText(sentence)).toBeTruthy();
    expect(saved('bookings')).toEqual([]);
  });

  test('the text to the customer goes to the messages as it stands', async () => {
    show(<WorkListScreen />, old, scene);
    press('Text the customer');
    expect((screen.getByLabelText('Text') as HTMLTextAreaElement).value).toContain('is booked for Two-day');
    press('To the messages');
    await waitFor(() => expect(saved('messages')).toHaveLength(1));
    expect(saved('messages')[0]).toMatchObject({ about: 'booked', bookingId: booking.id });
  });
});

describe('the board', () => {
  const open = (over: Partial<Job> = {}): void => {
    place.params = { day: day(3), job: job.id };
    show(<BoardScreen />, old, { ...scene, jobs: [{ ...job, ...over }] });
  };

  test('says which rule a move would break, before it is moved', async () => {
    open();
    type('Start', '04:00');
    expect(screen.getByTestId('objections').textContent).toMatch(/works from 08:00 to 17:00|does not work on that day/);
    press('Move it all the same');
    await waitFor(() => expect(saved('jobs')).toHaveLength(1));
    expect(saved('jobs')[0]).toMatchObject({ startAt: `${day(3)}T04:00:00.000Z`, isPinned: true });
  });

  test('a time that is none is refused, and nothing can be moved', () => {
    open();
    type('Start', '25 o’clock');
    expect(screen.getByText('Give a time like 9:30.')).toBeTruthy();
    expect(screen.queryByText(/^Move it/)).toBeNull();
  });

  test('a form is ticked off line by line; what is not in order stays on record', async () => {
    place.params = { day: day(3), job: job.id };
    const formed = { ...event, inspectionItems: ['Hoses dry', 'Tow eye'] };
    const errand: Job = { ...job, kind: 'errand', covers: ['inspection'] };
    show(<BoardScreen />, old, { ...scene, events: [formed], jobs: [errand] });
    type('Minutes it took: Inspection form', 'ages');
    press('Done, 2 not in order');
    expect(screen.getByText(/Minutes from 1 to 1440/)).toBeTruthy();
    type('Minutes it took: Inspection form', '20 min');
    press('Inspection form: Hoses dry', 'checkbox');
    press('Done, 1 not in order');
    await waitFor(() => expect(saved('facts')).toHaveLength(1));
    expect(saved('facts')[0]).toMatchObject({
      kind: 'workDone',
      items: ['inspection'],
      minutes: 20,
      by: crew.id,
      remark: 'Not in order: Tow eye.',
    });
  });

  test('jobs of somebody who has left stand apart', () => {
    place.params = { day: day(3) };
    show(<BoardScreen />, old, { ...scene, jobs: [{ ...job, crewId: id(99) }] });
    expect(screen.getByText('With nobody')).toBeTruthy();
  });
});

describe('the plan', () => {
  test('shows how far the search is, what is left out with the cheapest way, and takes the plan', async () => {
    const run = { id: 'r1', state: 'working', progress: null, answer: null };
    answers['/api/plans'] = run;
    answers['/api/plans/r1'] = {
      ...run,
      progress: { cost: 3, bound: 2, gap: 0.31, seconds: 1, visits: 3, unscheduled: 1 },
    };
    show(<PlanProposalScreen />, old, { ...scene, jobs: [job] });
    press('Propose a plan');
    await waitFor(() => expect(screen.getByTestId('plan-progress').textContent).toMatch(/At most 31\s% from the best/));
    answers['/api/plans/r1'] = {
      id: 'r1',
      state: 'done',
      progress: null,
      answer: {
        jobs: [{ ...job, startAt: `${day(4)}T09:00:00.000Z` }],
        drop: [],
        moved: [{ job, from: job }],
        savedMin: 50,
        leftOut: [
          {
            bookingId: booking.id,
            carId: car.id,
            key: 'measure',
            ownTitle: null,
            why: { code: 'noRoom', verdict: 'needsWork', place: {}, values: {} },
            waysOut: [{ kind: 'moreHours', minutes: 60, person: 'Tove', event: null, on: '2026-06-01', extraMin: 60 }],
          },
        ],
        forDriver: [],
        score: { unscheduled: 1, lateDays: 0, moves: 1, visits: 1, peakLoad: 0.2 },
        gap: 0,
        seconds: 2,
        firstAfter: 0.1,
        wasStopped: false,
      },
    };
    await waitFor(() => expect(screen.getByText('Cheapest: Tove stays 1 h longer on Mon 1 Jun.')).toBeTruthy());
    expect(screen.getByTestId('plan-summary').textContent).toMatch(
      /^1 visit, all in good time\. Wheels off once saves 50\smin\.$/,
    );
    press('Take this plan, 1 visit');
    await waitFor(() => expect(router.navigate).toHaveBeenCalledWith('/board'));
    expect(sent.some((s) => s.path === '/api/plans/r1/take' && s.method === 'POST')).toBe(true);
  });
});

describe('stock', () => {
  const supplier: RecordOf<'suppliers'> = {
    id: id(50),
    version: 1,
    archived: false,
    name: 'Hob & Vane',
    supplies: ['wearPart'],
    leadDays: 4,
    notes: '',
  };
  const part: RecordOf<'wearParts'> = {
    id: id(51),
    version: 1,
    archived: false,
    name: 'Front hose',
    kind: 'hose',
    carId: null,
    axle: 'front',
    reorderAt: 2,
  };

  test('what runs low is asked for and ordered with the supplier’s answer', async () => {
    answers[`/api/suppliers/${supplier.id}/answers`] = {
      today: day(0),
      answers: [
        {
          unitPriceMinor: 2950,
          deliveries: [
            { on: day(6), count: 2 },
            { on: day(12), count: 1 },
          ],
        },
      ],
    };
    show(<OrdersScreen />, [], { suppliers: [supplier], wearParts: [part] });
    expect(screen.getByText('0 on the shelf, order again at 2.')).toBeTruthy();
    press('Ask Hob & Vane');
    await waitFor(() => expect(screen.getByText('Sum 88.50')).toBeTruthy());
    expect(screen.getByText('In two parts')).toBeTruthy();
    press('Order from Hob & Vane');
    await waitFor(() => expect(saved('orders')).toHaveLength(1));
    expect(saved('orders')[0]).toMatchObject({ supplierId: supplier.id, lines: [{ likeId: part.id, count: 3 }] });
  });

  test('a count is a whole number', async () => {
    place.params = { id: part.id };
    show(<WearPartScreen />, [], { wearParts: [part] });
    type('Counted', 'a few');
    press('Save the count');
    expect(screen.getByText('Count them: a whole number up to 1000.')).toBeTruthy();
    type('Counted', '7');
    press('Save the count');
    await waitFor(() => expect(saved('facts')).toMatchObject([{ kind: 'stockCounted', count: 7 }]));
  });
});

describe('crew', () => {
  test('a week is read as people write it, and read back', () => {
    const read = readWeek(['8:00 to 17:00', '0800-1200', '8.30 – 12.30', '', '', '', '']);
    if (!('week' in read)) throw new Error(read.message);
    expect(weekText(read.week)).toEqual(['08:00 to 17:00', '08:00 to 12:00', '08:30 to 12:30', '', '', '', '']);
    expect(readWeek(['17:00 to 8:00', ...Array(6).fill('')])).toEqual({
      day: 0,
      message: 'Monday ends before it begins.',
    });
    expect(readWeek(['', 'all day', ...Array(5).fill('')])).toMatchObject({ day: 1 });
  });

  test('who leaves with open jobs is said before', async () => {
    place.params = { id: crew.id };
    show(<CrewMemberScreen />, [], { ...scene, jobs: [job] });
    expect(screen.getByText(/has 1 open job\. They stay on the board/)).toBeTruthy();
    press('Add these days off');
    expect(screen.getByText('Give the first day off.')).toBeTruthy();
    press(`${crew.name} has left`);
    await waitFor(() => expect(saved('crew')).toMatchObject([{ archived: true }]));
  });

  test('rules go through their form unchanged', () => {
    const rules = {
      minPadMm: 6.5,
      beddedPartsOnly: true,
      reTorqueAtEvent: false,
      ductsAtEvent: 'fitted' as const,
      inspectionItems: ['Hoses dry', 'Pedal firm'],
    };
    expect(rulesOf(rulesForm(rules, 'metric'), (text) => Number.parseFloat(text))).toEqual(rules);
  });
});
