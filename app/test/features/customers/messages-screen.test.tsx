/** The rooms that people walk through: what they show, in which order, what is one press away, and what can be undone. */
import { type RecordOf } from '@calvik/core';
import { CarScreen } from '../../../src/features/cars/car-screen';
import { MessagesScreen } from '../../../src/features/customers/messages-screen';
import { car, customer, flush, id } from '../../builders/scene';
import { intake, job as service, sheet } from '../../builders/service-scene';
import type * as Hands from '../../builders/hands';
import { freshHands, press, router, text } from '../../builders/hands';
import { common, booking, booked, open, order } from '../../builders/pages-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('in and out', () => {
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
