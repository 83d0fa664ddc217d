import fc from 'fast-check';
import { nextOption, typedInto } from '../../src/ui/list-keys';

const labels = ['Ahlring', 'Brenna', 'Brindle', 'Corran', 'brook'];

describe('keys in a list', () => {
  test.each([
    ['ArrowDown', 0, '', 1],
    ['ArrowDown', 4, '', 4],
    ['ArrowUp', 0, '', 0],
    ['Home', 3, '', 0],
    ['End', 1, '', 4],
    ['c', 0, 'c', 3],
    ['b', 0, 'b', 1],
    // The same letter again goes on to the next, and round.
    ['b', 1, 'bb', 2],
    ['b', 4, 'bbb', 1],
    // A longer word stays where it fits.
    ['r', 1, 'br', 1],
    ['i', 1, 'bri', 2],
    ['x', 2, 'x', null],
    ['Tab', 2, '', null],
  ])('%s at %d with “%s” leads to %s', (key, at, typed, to) => expect(nextOption(key, at, labels, typed)).toBe(to));

  test('lead to an option of the list or nowhere, whatever is struck', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ minLength: 1 }), { minLength: 1 }),
        fc.nat(),
        fc.string({ maxLength: 4 }),
        (list, at, typed) => {
          const found = nextOption('q', at % list.length, list, typed.toLowerCase());
          expect(found === null || (found >= 0 && found < list.length)).toBe(true);
          if (found !== null) expect(list[found]!.toLowerCase().startsWith(typed[0]!.toLowerCase())).toBe(true);
        },
      ),
    );
  });

  test('letters struck in a row are one word until somebody waits; with control they are none', () => {
    let now = 0;
    const typed = typedInto(() => now);
    const strike = (key: string, over = {}): string => typed({ key, preventDefault: () => undefined, ...over });
    expect(strike('B')).toBe('b');
    now = 300;
    expect(strike('r')).toBe('br');
    expect(strike('c', { ctrlKey: true })).toBe('');
    now = 1500;
    expect(strike('r')).toBe('r');
    expect(strike('ArrowDown')).toBe('');
  });
});
