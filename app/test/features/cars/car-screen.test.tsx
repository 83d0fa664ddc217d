/** The rooms that people walk through: what they show, in which order, what is one press away, and what can be undone. */
import { screen } from '@testing-library/react';
import { type Fact } from '@calvik/core';
import { CarScreen } from '../../../src/features/cars/car-screen';
import { CarsScreen } from '../../../src/features/cars/cars-screen';
import { VerdictScreen } from '../../../src/features/fluid/verdict-screen';
import { boil, car, flush, id } from '../../builders/scene';
import { at, padSet, pads, pair, sheet } from '../../builders/service-scene';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, press, router, text, type } from '../../builders/hands';
import { event, booked, planned, open, order } from '../../builders/pages-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

describe('cars', () => {
  test('stand under their customers, and are found by any of their words', () => {
    open(<CarsScreen />);
    order('Abel Rooth', 'Rooth Quillon', 'Rooth Velund', 'Nell Varga', 'Varga Brennick');
    type('Search cars', 'quillon 44');
    expect(text()).toContain('Rooth Quillon');
    expect(text()).not.toContain('Rooth Velund');
    type('Search cars', 'nobody at all');
    expect(text()).toContain('Nothing matches “nobody at all”.');
  });

  test('a car: what it needs, what is planned, what is on its axles', () => {
    const on = [
      flush(20, 5),
      {
        ...at(6),
        kind: 'partsFitted',
        axle: 'front',
        padSetId: padSet.id,
        rotorPairId: pair.id,
        changed: 'pads',
      } as Fact,
      pads(7, 'FL', 6.4),
    ];
    open(<CarScreen />, { id: car.id }, on, {
      ...booked,
      jobs: [planned({})],
      padSets: [padSet],
      rotorPairs: [pair],
      brakeSheets: [sheet],
    });
    expect(text()).toMatch(/6\.4\smm/);
    expect(isThere('Front pads P-001', 'link')).toBe(true);
    expect(isThere('Front rotors R-001', 'link')).toBe(true);
    press(/^Flush, /, 'link');
    expect(router.push).toHaveBeenLastCalledWith(`/cars/${car.id}/plan?job=${id(44)}`);
  });

  test('the verdict on its fluid opens every figure and names every rule', () => {
    open(<VerdictScreen />, { id: car.id, event: event.id }, [flush(20, 100), boil(21, 2, 280)]);
    expect(text()).toMatch(/Organiser, the strictest/);
    expect(text()).toContain('B: within 30 days before the event');
    for (const figure of [/^Boiling point on the day /, /^Margin/, /^Demanded boiling point /])
      expect(isThere(figure)).toBe(true);
    press(/^Margin/);
    expect(screen.getByTestId('working-sheet').textContent).toMatch(/peak/i);
  });
});
