/** The rooms that people walk through: what they show, in which order, what is one press away, and what can be undone. */
import { act, screen, waitFor } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { SupplierScreen } from '../../../src/features/inventory/supplier-forms';
import { BottleScreen } from '../../../src/features/inventory/bottle-screen';
import { PadSetScreen, RotorPairScreen } from '../../../src/features/inventory/part-screen';
import { StockScreen } from '../../../src/features/inventory/stock-screen';
import { bottle, flush } from '../../builders/scene';
import { at, compounds, padSet, pads, pair } from '../../builders/service-scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, press, text, type } from '../../builders/hands';
import { booked, open } from '../../builders/pages-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('the stores', () => {
  const opened: Fact = { ...at(1), kind: 'bottleOpened', bottleId: bottle.id } as never;

  test('bottles with what is left, parts with where they are, fluids with their label', async () => {
    open(<StockScreen />, {}, [opened, flush(20, 5)], { ...booked, compounds, padSets: [padSet], rotorPairs: [pair] });
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
    const records = { compounds, padSets: [padSet], rotorPairs: [pair] };
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
