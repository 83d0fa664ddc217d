/** Settings and the people: who is on duty, lifts, the rules of the shop; and the board by week and by lift. */
import { screen } from '@testing-library/react';
import { type Job, dateIn, plusDays, shopDefaults, recordDefaults } from '@calvik/core';
import { BoardScreen } from '../../../src/features/schedule/board-screen';
import { car, crew, id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, place, press, text } from '../../builders/hands';
import { common, lift, bram } from '../../builders/settings-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('the board', () => {
  const today = dateIn(new Date().toISOString(), shopDefaults.timeZone);
  const job = (n: number, over: Partial<Job>): Job => ({
    ...recordDefaults.jobs,
    ...common,
    id: id(n),
    kind: 'errand',
    carId: car.id,
    eventId: null,
    crewId: crew.id,
    startAt: `${plusDays(today, 1)}T09:00:00.000Z`,
    durationMin: 45,
    notes: '',
    covers: ['ducts'],
    ...over,
  });
  const scene = {
    crew: [bram],
    lifts: [lift],
    jobs: [
      job(50, { liftId: lift.id }),
      job(51, { crewId: bram.id, helperId: crew.id, startAt: `${plusDays(today, 1)}T11:00:00.000Z` }),
    ],
  };
  const open = (): void => {
    place.params = { day: plusDays(today, 1) };
    show(<BoardScreen />, [], scene);
  };

  test('by people, who helps has the job too; by lift, what has none stands apart', () => {
    open();
    expect(screen.getAllByTestId(/^(board-job|block-)/)).toHaveLength(3);
    press(/Lifts$/, 'radio');
    expect(screen.getAllByTestId(/^(board-job|block-)/)).toHaveLength(2);
    expect(text()).toContain('Lift 1');
    expect(text()).toContain('No lift');
  });

  test('goes a day on and a day back', () => {
    open();
    press('The next day');
    expect(screen.queryAllByTestId(/^(board-job|block-)/)).toHaveLength(0);
    press('The day before');
    expect(screen.getAllByTestId(/^(board-job|block-)/)).toHaveLength(3);
  });
});
