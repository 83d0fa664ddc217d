/** The rooms that people walk through: what they show, in which order, what is one press away, and what can be undone. */
import { screen } from '@testing-library/react';
import { WorkScreen } from '../../../src/features/work/work-screen';
import { crew, id } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, press, router, text } from '../../builders/hands';
import { day, other, booked, planned, open, order } from '../../builders/pages-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

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
