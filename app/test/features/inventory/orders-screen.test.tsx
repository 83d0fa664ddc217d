/** The screens of the run-up: what they refuse, what they keep, and what they say of a place that breaks a rule. */
import { screen, waitFor } from '@testing-library/react';
import { type RecordOf } from '@calvik/core';
import { OrdersScreen } from '../../../src/features/inventory/orders-screen';
import { WearPartScreen } from '../../../src/features/inventory/supplier-forms';
import { id, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { answers, freshHands, saved, place, press, type } from '../../builders/hands';
import { day } from '../../builders/run-up-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

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
    await waitFor(() => expect(screen.getByText('Sum €88.50')).toBeTruthy());
    expect(screen.getByText('In two parts')).toBeTruthy();
    press('Order from Hob & Vane');
    await waitFor(() => expect(saved('orders')).toHaveLength(1));
    expect(saved('orders')[0]).toMatchObject({ supplierId: supplier.id, lines: [{ likeId: part.id, count: 3 }] });
  });

  test('an ordered line is changed as the supplier says on the phone: how many, when, for how much', async () => {
    const order: RecordOf<'orders'> = {
      id: id(52),
      version: 1,
      archived: false,
      supplierId: supplier.id,
      placedOn: day(-1),
      placedBy: 'phone',
      lines: [
        {
          goods: 'wearPart',
          likeId: part.id,
          name: 'Front hose',
          count: 3,
          bookingIds: [],
          unitPriceMinor: null,
          deliveries: [{ on: day(2), count: 3 }],
        },
      ],
    };
    show(<OrdersScreen />, [], { suppliers: [supplier], wearParts: [part], orders: [order] });
    press('Change Front hose');
    type('Still to come, Front hose', 'some');
    press('Save the line');
    expect(screen.getByText('How many are still to come? 1 to 200.')).toBeTruthy();
    type('Still to come, Front hose', '2');
    type('Price each, Front hose', 'dear');
    press('Save the line');
    expect(screen.getByText('“dear” is not a price. Type it like 84.50.')).toBeTruthy();
    type('Price each, Front hose', '29,50');
    type('Part number, Front hose', 'HV-7');
    press('Save the line');
    await waitFor(() => expect(saved('orders')).toHaveLength(1));
    expect(saved('orders')[0]).toMatchObject({
      lines: [{ count: 2, unitPriceMinor: 2950, partNumber: 'HV-7', deliveries: [{ on: day(2), count: 2 }] }],
    });
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
