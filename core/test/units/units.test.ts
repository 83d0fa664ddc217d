import fc from 'fast-check';
import {
  type Dimension,
  type Unit,
  type UnitSystem,
  exactText,
  formatQuantity,
  fromCanonical,
  parseQuantity,
  quantityParts,
  toCanonical,
  unitDefinition,
  units,
} from '../../src';
import { quantityProblemText } from '@calvik/words/input';

const value = (text: string, dimension: Dimension): number => {
  const parsed = parseQuantity(text, dimension);
  if (!parsed.ok) throw new Error(parsed.problem);
  return parsed.value;
};

describe('factors', () => {
  // NIST Special Publication 811 (2008), Appendix B.8.
  test.each([
    [1, 'lbfFt', 1.355817948],
    [1, 'psi', 6.894757],
    [1, 'lbfIn', 0.112984829],
    [1, 'inHg', 3.386389],
    [1, 'in', 25.4],
    [1, 'ft', 0.3048],
    [1, 'lb', 0.45359237],
    [212, 'degF', 100],
    [-40, 'degF', -40],
  ] as [number, Unit, number][])('%d %s is %d in the canonical unit', (typed, unit, canonical) => {
    expect(toCanonical(typed, unit)).toBeCloseTo(canonical, 9);
  });

  // 1 mmHg = 133.3224 Pa: NIST SP 811, B.8.
  test('a millimetre of mercury', () => expect(toCanonical(1, 'mmHg') * 1000).toBeCloseTo(133.3224, 3));

  // Conversions that go wrong in the trade; common practice, checked by the NIST factor.
  test.each([
    [38, '28'],
    [89.5, '66'],
    [142, '104.7'],
    [9.5, '7'],
  ])('%d N·m is %s lbf·ft', (nm, shown) => {
    expect(quantityParts(nm, 'torque', 'imperial').figure).toBe(shown);
  });
  test('142 N·m to a tenth', () => expect(fromCanonical(142, 'lbfFt')).toBeCloseTo(104.7, 1));
});

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

describe('properties', () => {
  const unit = fc.constantFrom(...(Object.keys(units) as Unit[]));
  const typed = fc
    .tuple(fc.integer({ min: -99999, max: 999999 }), fc.integer({ min: 0, max: 3 }))
    .map(([n, d]) => n / 10 ** d);

  test('there and back is exact for anything that could be typed', () => {
    fc.assert(fc.property(typed, unit, (x, u) => expect(Math.abs(fromCanonical(toCanonical(x, u), u) - x)).toBe(0)));
  });

  test('a figure with its label parses back to itself', () => {
    fc.assert(
      fc.property(typed, unit, (x, u) => {
        const { dimension, label } = unitDefinition(u);
        const parsed = parseQuantity(`${x} ${label}`, dimension);
        expect(parsed).toMatchObject({ ok: true, typed: x === 0 ? expect.closeTo(0, 12) : x });
      }),
    );
  });

  test('what stands on record is read back from its form as it stands, in either system, from whichever unit it was typed in', () => {
    fc.assert(
      fc.property(typed, unit, fc.constantFrom<UnitSystem>('metric', 'imperial'), (x, u, system) => {
        const { dimension } = unitDefinition(u);
        const stored = toCanonical(x, u);
        const parsed = parseQuantity(exactText(stored, dimension, system), dimension);
        expect(parsed).toMatchObject({ ok: true });
        const off = Math.abs((parsed.ok ? parsed.value : Number.NaN) - stored);
        // Twelve significant digits are kept; anything that people write is exact.
        expect(off).toBeLessThanOrEqual(Math.abs(stored) * 1e-10 + 1e-9);
      }),
    );
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 99_999 }),
        fc.constantFrom<Dimension>('torque', 'length', 'volume', 'temperature', 'mass', 'pressure'),
        fc.constantFrom<UnitSystem>('metric', 'imperial'),
        (hundredths, dimension, system) => {
          const stored = hundredths / 100;
          expect(value(exactText(stored, dimension, system), dimension)).toBe(stored);
        },
      ),
    );
  });

  test('no text whatever throws or gives NaN', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 40 }),
        fc.constantFrom<Dimension>('torque', 'length', 'volume', 'temperature'),
        (text, dimension) => {
          const parsed = parseQuantity(text, dimension);
          if (parsed.ok) expect(Number.isFinite(parsed.value)).toBe(true);
          else expect(quantityProblemText(parsed).length).toBeGreaterThan(10);
        },
      ),
    );
  });
});

test('shown in either system', () => {
  expect(formatQuantity(205, 'temperature')).toBe('205 °C');
  expect(formatQuantity(205, 'temperature', 'imperial')).toBe('401 °F');
  expect(formatQuantity(30, 'temperatureDifference', 'imperial')).toBe('54 °F');
  expect(formatQuantity(-0.2, 'temperature')).toBe('0 °C');
  expect(formatQuantity(27303, 'volume')).toBe('27.3 L');
  expect(formatQuantity(3600, 'length')).toBe('3600 mm');
  expect(formatQuantity(13.208, 'length', 'imperial')).toBe('0.520 in');
});

test.each([
  [89.5, 'torque', 'metric', '89.5 N·m'],
  [38, 'torque', 'imperial', '38 N·m'],
  [toCanonical(28, 'lbfFt'), 'torque', 'imperial', '28 lbf·ft'],
  [toCanonical(28, 'lbfFt'), 'torque', 'metric', '28 lbf·ft'],
  [280, 'volume', 'imperial', '280 mL'],
  [26.25, 'length', 'metric', '26.25 mm'],
  [25.4, 'length', 'imperial', '1.000 in'],
  [20000, 'volume', 'metric', '20.0 L'],
] as [number, Dimension, UnitSystem, string][])(
  '%d %s stands in a form in %s units as %s',
  (stored, dimension, system, text) => {
    expect(exactText(stored, dimension, system)).toBe(text);
  },
);

test('a torque is not rounded to a whole newton metre: half of one is a tenth of what a bleed nipple wants', () => {
  expect(formatQuantity(9.5, 'torque')).toBe('9.5 N·m');
  expect(formatQuantity(38, 'torque')).toBe('38 N·m');
  expect(formatQuantity(38, 'torque', 'imperial')).toBe('28 lbf·ft');
});
