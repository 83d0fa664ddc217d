import { type Dimension, parseQuantity } from '../../src/units';
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
  ] as [string, Dimension, RegExp][])('%s as %s is refused with a sentence', (text, dimension, message) => {
    const parsed = parseQuantity(text, dimension);
    expect(parsed.ok).toBe(false);
    if (!parsed.ok) expect(quantityProblemText(parsed)).toMatch(message);
  });
});
