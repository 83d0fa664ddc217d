/** The rooms that people walk through: what they show, in which order, what is one press away, and what can be undone. */
import { act, screen, waitFor } from '@testing-library/react';
import { EventScreen } from '../../../src/features/events/event-screen';
import { boil, flush, id } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, saved, press, router, text } from '../../builders/hands';
import { event, nells, open } from '../../builders/pages-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('an event', () => {
  const params = { id: event.id };

  test('says what is demanded, by whom, and how each booked car stands', () => {
    open(<EventScreen />, params, [flush(20, 100), boil(21, 1, 300)]);
    expect(text()).toMatch(/Ring Circle asks for a fluid change within 30 days/);
    expect(text()).toMatch(/this event 35\s°C/);
    expect(text()).toMatch(/Pads of 8\.0\smm at least\. Bedded parts only\. 2 inspection points\./);
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

  test('several are booked as one entry, and the second of two taps is the first', async () => {
    open(<EventScreen />, params);
    press('Book a car');
    const free = screen.getAllByLabelText(/ too$/).slice(0, 2);
    expect(free.length).toBeGreaterThan(0);
    for (const box of free) await act(async () => box.click());
    const name = new RegExp(`^Book ${free.length} car`);
    await act(async () => {
      press(name);
      press(name);
    });
    await waitFor(() => expect(new Set(saved('bookings').map((b) => b.id)).size).toBe(free.length));
    expect(new Set(saved('bookings').map((b) => b.carId)).size).toBe(free.length);
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
