/** The screens that keep something: what they refuse, what they keep, and what they bring back after a reload. */
import { screen, waitFor } from '@testing-library/react';
import { type Job, recordDefaults } from '@calvik/core';
import { PlanScreen } from '../../../src/features/work/plan-screen';
import { car, crew, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, type } from '../../builders/hands';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

beforeEach(() => {
  place.params = { id: car.id };
});

describe('planning', () => {
  const inTwoDays = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
  const job: Job = {
    ...recordDefaults.jobs,
    id: id(60),
    version: 1,
    archived: false,
    kind: 'flush',
    carId: car.id,
    eventId: null,
    crewId: crew.id,
    startAt: `${inTwoDays}T09:00:00.000Z`,
    durationMin: 60,
    notes: '',
  };
  const other: Job = { ...job, id: id(61), startAt: `${inTwoDays}T11:00:00.000Z` };

  test('says in words who is taken, from the minute it overlaps', () => {
    place.params = { id: car.id, job: job.id };
    show(<PlanScreen />, [], { jobs: [job, other] });
    const conflicts = screen.getByTestId('conflicts');
    expect(conflicts.textContent).toBe('');
    type('Start time', '10:00');
    expect(conflicts.textContent).toBe('');
    type('Start time', '10.01');
    expect(conflicts.textContent).toMatch(/Tove Loy is busy then: flush on Rooth Velund, .* 11:00–12:00\./);
    expect(screen.getByRole('button', { name: 'Plan it all the same' })).toBeTruthy();
  });

  test('a time that is none is refused at its field', async () => {
    place.params = { id: car.id, job: job.id };
    show(<PlanScreen />, [], { jobs: [job] });
    type('Start time', 'after lunch');
    press('Plan it');
    expect(await screen.findByText('“after lunch” is not a time. Type it like 9:30.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });

  test('moving keeps the job under its id, based on the version that was read', async () => {
    place.params = { id: car.id, job: job.id };
    show(<PlanScreen />, [], { jobs: [job] });
    type('Start time', '14h30');
    type('Duration', '1 h');
    press('Plan it');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]!).toMatchObject({
      id: job.id,
      version: 1,
      startAt: `${inTwoDays}T14:30:00.000Z`,
      durationMin: 60,
    });
  });
});
