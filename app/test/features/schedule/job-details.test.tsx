/** The screens of the run-up: what they refuse, what they keep, and what they say of a place that breaks a rule. */
import { screen, waitFor } from '@testing-library/react';
import { type Job, type RecordOf, type TrackEvent, recordDefaults } from '@calvik/core';
import { BoardScreen } from '../../../src/features/schedule/board-screen';
import { car, crew, flush, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, type } from '../../builders/hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

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
