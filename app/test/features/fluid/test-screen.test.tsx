/** The screens that keep something: what they refuse, what they keep, and what they bring back after a reload. */
import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { TestScreen } from '../../../src/features/fluid/test-screen';
import { car, flush, show } from '../../builders/scene';
import type * as Hands from '../../builders/hands';
import { freshHands, saved, place, press, type } from '../../builders/hands';
import { sealed, stores } from '../../builders/entry-scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);

freshHands();

beforeEach(() => {
  place.params = { id: car.id };
});

describe('a boiling test', () => {
  test('keeps the reading with the air pressure of the altitude', async () => {
    show(<TestScreen />, [flush(20, 20)]);
    type('Boiling point', '568F');
    type('Altitude of the tester', '1000 m');
    expect(screen.getByText(/At sea level that is 301\.\d\s°C\./)).toBeTruthy();
    press('Save reading');
    await waitFor(() => expect(saved()).toHaveLength(1));
    const fact = saved()[0]! as unknown as { readingC: number; ambientKpa: number };
    expect(fact).toMatchObject({ kind: 'boilingTest', carId: car.id, ambientFrom: 'altitude', instrument: 'byHand' });
    expect(fact.readingC).toBeCloseTo(297.78, 1);
    expect(fact.ambientKpa).toBeCloseTo(89.87, 1);
  });

  test('takes a barometer, and a sample of a bottle', async () => {
    show(<TestScreen />, [], stores);
    type('Boiling point', '311');
    press('Sample from: A bottle', 'radio');
    press('Save reading');
    expect(await screen.findByText('Choose the bottle that the sample is from.')).toBeTruthy();
    press(/^Bottle: /);
    fireEvent.click(screen.getByRole('option', { name: /B-031/ }));
    press('Air pressure from: Barometer', 'radio');
    type('Air pressure', '1,0 bar');
    press('Save reading');
    await waitFor(() => expect(saved()).toHaveLength(1));
    expect(saved()[0]!).toMatchObject({ bottleId: sealed.id, ambientKpa: 100, ambientFrom: 'barometer' });
    expect(saved()[0]!).not.toHaveProperty('carId');
  });

  test('judges while it is typed, and refuses what no fluid does', async () => {
    show(<TestScreen />, [flush(20, 200)]);
    type('Boiling point', '190');
    const live = within(screen.getByTestId('live-verdict'));
    expect(live.getByTestId('verdict').textContent).toBe('Stop');
    type('Boiling point', '312');
    expect(live.getByTestId('verdict').textContent).toBe('In order');
    type('Boiling point', '900');
    press('Save reading');
    expect(await screen.findByText('At most 400 °C.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });

  test('a reading without a figure, and one by nobody, are not kept', async () => {
    const store = show(<TestScreen />);
    press('Save reading');
    expect(await screen.findByText('Type the reading first.')).toBeTruthy();
    act(() => void store.dispatch({ type: 'preferences/prefer', payload: { crewId: null } }));
    type('Boiling point', '250');
    press('Save reading');
    expect(await screen.findByText('Choose who is on duty first, so that this entry carries a name.')).toBeTruthy();
    expect(saved()).toEqual([]);
  });
});
