/** The stores: what may be kept for a booking, who else may have it, and when it is free again. */

import { answerKind } from '../../src/run-up';
import { receivedOf } from '../../src/inventory';
import { book, customer, newId } from '../builders/book';

const TODAY = '2026-06-01';
describe('orders', () => {
  test('what has come is counted line by line', () => {
    const orderId = newId();
    const received = (line: number, count: number) => ({
      id: newId(),
      kind: 'goodsReceived' as const,
      at: `${TODAY}T08:00:00.000Z`,
      recordedAt: `${TODAY}T08:00:00.000Z`,
      by: newId(),
      orderId,
      line,
      count,
      wearPartId: null,
    });
    const logbook = book({ customers: [customer] }, [received(0, 2), received(1, 5), received(0, 1)] as never);
    expect([receivedOf(logbook, orderId, 0), receivedOf(logbook, orderId, 1)]).toEqual([3, 5]);
  });

  test.each([
    [[{ on: '2026-06-05', count: 3 }], 'inFull'],
    [
      [
        { on: '2026-06-05', count: 1 },
        { on: '2026-06-12', count: 2 },
      ],
      'inParts',
    ],
    [[{ on: '2026-06-19', count: 3 }], 'backOrder'],
  ] as const)('an answer of %j is %s', (deliveries, words) => {
    expect(answerKind({ unitPriceMinor: 0, deliveries: [...deliveries] }, 3, '2026-06-05')).toBe(words);
  });
});
