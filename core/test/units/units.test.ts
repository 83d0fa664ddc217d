import fc from 'fast-check';
import {
  type Dimension,
  type Unit,
  type UnitSystem,
  exactText,
  fromCanonical,
  parseQuantity,
  toCanonical,
  unitDefinition,
  units,
} from '../../src/units';
import { quantityProblemText } from '@calvik/words/input';
import { value } from '../builders/unit-figures';

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
