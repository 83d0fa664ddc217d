import { screen } from '@testing-library/react';
import fc from 'fast-check';
import { LimitBar, placeOnBar } from '../../src/ui/limit-bar';
import { show } from '../builders/ui-scene';

jest.mock('expo-router', () => ({ useRouter: () => ({}) }));

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
