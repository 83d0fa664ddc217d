import fc from 'fast-check';
import { type Dimension, parseQuantity, readCount, readFigure } from '../../src/units';
import { quantityProblemText } from '@calvik/words/input';
import { value } from '../builders/unit-figures';

describe('what people type', () => {
  test.each([
    ['28 lbft', 'torque', 37.962902544],
    ['28lb-ft', 'torque', 37.962902544],
    ['15 psi', 'pressure', 103.421355],
    ['1,0 bar', 'pressure', 100],
    ['401F', 'temperature', 205],
    ['401 °f', 'temperature', 205],
    ['0.52 in', 'length', 13.208],
    ['1/2"', 'length', 12.7],
    ['1 1/8 in', 'length', 28.575],
    ['0,5 l', 'volume', 500],
    ['0,125 l', 'volume', 125],
    ['.5 L', 'volume', 500],
    ['\u22125', 'temperature', -5],
    ['1150 ft', 'altitude', 350.52],
    ['12 weeks', 'days', 84],
    ['1 h', 'duration', 60],
    ['1 h 30 min', 'duration', 90],
    ['1h30', 'duration', 90],
    ['2 hours and 5 minutes', 'duration', 125],
    ['220 mi', 'distance', 354.05568],
  ] as [string, Dimension, number][])('%s as %s', (text, dimension, canonical) => {
    expect(value(text, dimension)).toBeCloseTo(canonical, 6);
  });

  test.each([
    ['', 'torque', /Type a figure/],
    ['about 50', 'torque', /not a figure/],
    ['50 or 60', 'torque', /not a unit of torque/],
    ['38 psi', 'torque', /not a unit of torque/],
    ['1,200 ml', 'volume', /two ways/],
    ['1/0 in', 'length', /can be used/],
    ['9'.repeat(400), 'length', /can be used/],
    ['<b>5</b>', 'length', /not a figure/],
    ['1:30', 'duration', /not a unit of duration/],
    ['1 h 75', 'duration', /not a unit of duration/],
  ] as [string, Dimension, RegExp][])('%s as %s is refused with a sentence', (text, dimension, message) => {
    const parsed = parseQuantity(text, dimension);
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(quantityProblemText(parsed)).toMatch(message);
  });
});

describe('bare figures', () => {
  test.each([
    ['0,42', 0.42],
    [' 12 ', 12],
    ['.5', 0.5],
    ['\u22124', -4],
    ['0,125', 0.125],
  ])('%j is %d', (text, value) => expect(readFigure(text)).toBe(value));
  test.each(['', ' ', '1,200', '1.2.3', '0x10', '1e3', 'Infinity', '12 laps', '5-', 'one'])(
    '%j is none, and nothing is made of it',
    (text) => expect(readFigure(text)).toBeNull(),
  );
  test('a word may stand behind it where it is named', () => {
    expect(readFigure('12 laps', ['lap', 'laps'])).toBe(12);
    expect(readFigure('12 apples', ['lap', 'laps'])).toBeNull();
  });
  test('a count is whole and not negative', () => {
    expect(readCount('6')).toBe(6);
    expect(readCount('6,0')).toBe(6);
    for (const text of ['-1', '2.5', '', '1e2', '9'.repeat(30)]) expect(readCount(text)).toBeNull();
  });
  test('property: a figure is read as JavaScript writes it, with a point or a comma; nonsense is none', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999, max: 99_999 }), fc.integer({ min: 0, max: 2 }), (n, digits) => {
        const text = (n / 10 ** digits).toFixed(digits);
        expect(readFigure(text)).toBe(Number(text));
        expect(readFigure(text.replace('.', ','))).toBe(Number(text));
      }),
    );
    fc.assert(
      fc.property(fc.string(), (text) => {
        const value = readFigure(text);
        expect(value === null || (Number.isFinite(value) && /\d/.test(text))).toBe(true);
      }),
    );
  });
});
