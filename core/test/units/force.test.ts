import { toCanonical, fromCanonical } from '../../src';
import { newId } from '../builders/book';

test('forces convert both ways: 1 lbf = 4.448 222 N (NIST SP 811)', () => {
  expect(toCanonical(1000, 'lbf')).toBeCloseTo(4.448222, 6);
  expect(fromCanonical(toCanonical(7962, 'lbf'), 'lbf')).toBe(7962);
  expect(newId()).toHaveLength(36);
});
