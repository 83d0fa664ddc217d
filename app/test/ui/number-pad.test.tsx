import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { makeStore } from '../../src/state/store';
import { prefer } from '../../src/state/preferences';
import { NumberPad } from '../../src/ui/number-pad';
import { show } from '../builders/ui-scene';

jest.mock('expo-router', () => ({ useRouter: () => ({}) }));

describe('the number pad', () => {
  function Pad() {
    const [text, setText] = useState('');
    return (
      <NumberPad
        label="Boiling point"
        dimension="temperature"
        text={text}
        onChange={setText}
        unitKeys={['degC', 'degF']}
      />
    );
  }
  const press = (...names: string[]): void =>
    names.forEach((n) => fireEvent.click(screen.getByRole('button', { name: n })));

  test('keys type, erase takes back, and the other unit stands beside it', () => {
    show(<Pad />);
    press('2', '0', '5', '5', 'Erase');
    expect((screen.getByLabelText('Boiling point') as HTMLInputElement).value).toBe('205');
    expect(screen.getByText('401 °F')).toBeTruthy();
  });

  test('a unit key says what the figure is in', () => {
    show(<Pad />);
    press('4', '0', '1', 'Unit °F');
    expect((screen.getByLabelText('Boiling point') as HTMLInputElement).value).toBe('401 °F');
    expect(screen.getByText('205 °C')).toBeTruthy();
  });

  test('a bare figure is in the units of whoever types', () => {
    const store = makeStore();
    store.dispatch(prefer({ units: 'imperial' }));
    show(<Pad />, store);
    press('4', '0', '1');
    expect(screen.getByText('205 °C')).toBeTruthy();
  });
});
