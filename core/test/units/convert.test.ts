import { type Unit, fromCanonical, quantityParts, toCanonical } from '../../src/units';

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
test('forces convert both ways: 1 lbf = 4.448 222 N (NIST SP 811)', () => {
  expect(toCanonical(1000, 'lbf')).toBeCloseTo(4.448222, 6);
  expect(fromCanonical(toCanonical(7962, 'lbf'), 'lbf')).toBe(7962);
});
