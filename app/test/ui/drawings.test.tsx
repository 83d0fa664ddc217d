import { fireEvent, render, screen } from '@testing-library/react';
import fc from 'fast-check';
import { useState } from 'react';
import { PaperProvider } from 'react-native-paper';
import { Provider } from 'react-redux';
import type { Verdict } from '@calvik/core';
import { makeStore } from '../../src/state/store';
import { prefer } from '../../src/state/preferences';
import { lightTheme } from '../../src/theme/theme';
import { dark, light } from '../../src/theme/tokens';
import { LimitBar, placeOnBar } from '../../src/ui/limit-bar';
import { UnitsContext } from '../../src/ui/units';
import { NumberPad } from '../../src/ui/number-pad';
import { onDemand } from '../../src/ui/on-demand';
import { otherWay } from '../../src/ui/quantity-text';
import { VerdictMark } from '../../src/ui/verdict';

jest.mock('expo-router', () => ({ useRouter: () => ({}) }));

const show = (ui: React.ReactNode, store = makeStore()) => {
  const { units } = store.getState().preferences;
  render(
    <Provider store={store}>
      <UnitsContext.Provider value={units}>
        <PaperProvider theme={lightTheme}>{ui}</PaperProvider>
      </UnitsContext.Provider>
    </Provider>,
  );
};

/** Contrast by WCAG 2.2, relative luminance of sRGB. */
function contrast(a: string, b: string): number {
  const luminance = (hex: string): number => {
    const [r, g, bl] = [1, 3, 5].map((i) => {
      const v = parseInt(hex.slice(i, i + 2), 16) / 255;
      return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
    }) as [number, number, number];
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl;
  };
  const [hi, lo] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (hi + 0.05) / (lo + 0.05);
}

describe('the limit bar', () => {
  test('new stands at the left, the end at the right, and wear only ever moves right', () => {
    const c = fc.double({ min: 100, max: 400, noNaN: true });
    fc.assert(
      fc.property(c, c, c, c, (a, b, x, y) => {
        const [end, fresh] = a < b ? [a, b] : [b, a];
        if (fresh - end < 1) return;
        expect(placeOnBar(fresh, fresh, end, 300)).toBeCloseTo(0);
        expect(placeOnBar(end, fresh, end, 300)).toBeCloseTo(300);
        const [lower, higher] = x < y ? [x, y] : [y, x];
        expect(placeOnBar(lower, fresh, end, 300)).toBeGreaterThanOrEqual(placeOnBar(higher, fresh, end, 300));
      }),
    );
  });

  test('says in words what it draws', () => {
    show(
      <LimitBar
        label="Boiling point"
        fresh={325}
        limit={240}
        reading={297}
        projected={290}
        show={(v) => `${v} °C`}
        limitWord="Wants"
      />,
    );
    expect(screen.getByLabelText('Boiling point, 297 °C, 290 °C on the day, Wants 240 °C, New 325 °C')).toBeTruthy();
  });
});

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

test.each([
  ['inOrder', 'In order'],
  ['watch', 'Watch'],
  ['needsWork', 'Needs you'],
  ['stop', 'Stop'],
] as [Verdict, string][])('%s has a word, never colour alone', (verdict, word) => {
  show(<VerdictMark verdict={verdict} />);
  expect(screen.getByText(word)).toBeTruthy();
});

describe.each([
  ['light', light],
  ['dark', dark],
] as const)('%s tokens meet WCAG AA', (_, t) => {
  test.each([
    [t.ink, t.paper],
    [t.ink, t.sheet],
    [t.inkSoft, t.paper],
    [t.inkSoft, t.sheet],
    [t.inkSoft, t.ironWash],
    [t.iron, t.paper],
    [t.onIron, t.iron],
    [t.amber, t.paper],
    [t.amber, t.amberWash],
    [t.stop, t.paper],
    [t.stop, t.stopWash],
    [t.onStop, t.stop],
    [t.ink, t.amberWash],
    [t.ink, t.stopWash],
    [t.ink, t.ironWash],
  ])('%s on %s', (front, back) => {
    expect(contrast(front, back)).toBeGreaterThanOrEqual(4.5);
  });
});

describe('a component whose code comes on demand', () => {
  test('shows that it waits, then itself; when its code cannot be had it offers another try', async () => {
    let fail = true;
    const Late = onDemand<{ name: string }>(
      async () => {
        if (fail) throw new Error('no connection');
        return ({ name }) => <p>{`here is ${name}`}</p>;
      },
      () => <p>waiting</p>,
    );
    show(<Late name="the form" />);
    expect(screen.getByText('waiting')).toBeTruthy();
    const again = await screen.findByRole('button', { name: 'Try again' });
    fail = false;
    fireEvent.click(again);
    expect(await screen.findByText('here is the form')).toBeTruthy();
  });
});

test.each([
  ['115 N·m', 'metric', '84.8 lbf·ft'],
  ['115 N·m', 'imperial', '84.8 lbf·ft'],
  ['85 lbft', 'metric', '115.2 N·m'],
  ['85', 'imperial', '115.2 N·m'],
  ['tight', 'metric', null],
] as const)('%s in %s units is said the other way as %s', (typed, system, said) => {
  expect(otherWay(typed, 'torque', system)).toBe(said);
});
