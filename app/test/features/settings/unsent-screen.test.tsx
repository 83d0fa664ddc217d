import { act, screen } from '@testing-library/react';
import { NotAgreed } from '../../../src/facts/not-agreed';
import { UnsentScreen } from '../../../src/features/settings/unsent-screen';
import { type Unsent, queued, sent } from '../../../src/state/logbook';
import type { AppStore } from '../../../src/state/store';
import type * as Hands from '../../builders/hands';
import { freshHands, isThere, text } from '../../builders/hands';
import { boil, car, crew, id, show } from '../../builders/scene';

jest.mock('expo-router', () => jest.requireActual<typeof Hands>('../../builders/hands').expoRouter);
freshHands();

const put = (store: AppStore, entry: Omit<Unsent, 'order'>): void =>
  act(() => void store.dispatch(queued({ order: 1, ...entry })));

describe('what is not on the server', () => {
  test('a refused entry is told as the history tells it, for whoever enters it again', () => {
    const store = show(<UnsentScreen />);
    expect(text()).toContain('Everything entered here is on the server.');
    put(store, {
      collection: 'facts',
      body: boil(1, 0, 262),
      refused: { detail: 'This job is not there any more.', errors: [] },
    });
    expect(text()).toMatch(/Boiled at 262 °C.*This job is not there any more\./);
    expect(text()).toContain(car.name);
    expect(text()).toContain('262');
    expect(text()).toContain(crew.name);
    expect(text()).not.toContain('{');
    expect(isThere('I have noted it: remove it here')).toBe(true);
  });
  test('a record is told field by field', () => {
    const store = show(<UnsentScreen />);
    put(store, { collection: 'cars', body: { ...car, plate: 'QX 141' }, by: crew.id });
    expect(text()).toContain(`car ${car.name}`);
    expect(text()).toContain('Waits for a connection.');
    expect(text()).toContain('Plate: QX 141');
    expect(text()).not.toContain('{');
  });
  test('a signature that the server has not seen says so, and no longer once it has', () => {
    const signature = { ...boil(1, 0, 262), id: id(900) };
    const store = show(<NotAgreed id={id(900)} />);
    expect(screen.queryByTestId('not-agreed')).toBeNull();
    put(store, { collection: 'facts', body: signature });
    expect(text()).toContain('it counts when the server has agreed');
    act(() => void store.dispatch(sent({ order: 1, collection: 'facts', body: signature })));
    expect(screen.queryByTestId('not-agreed')).toBeNull();
  });
});
