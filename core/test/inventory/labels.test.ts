import fc from 'fast-check';
import { compoundByName, nextLabel } from '../../src/inventory';
import { compoundNamed } from '../builders/book';

describe('nextLabel', () => {
  it('is one on from the highest of its letter, whatever else is on the shelf', () => {
    expect(nextLabel('P', [])).toBe('P-001');
    expect(nextLabel('P', [{ label: 'P-009' }, { label: 'R-400' }, { label: 'P-3 old' }, { label: 'blue box' }])).toBe(
      'P-010',
    );
    expect(nextLabel('R', [{ label: 'R-999' }])).toBe('R-1000');
  });

  it('never gives out a label that is taken, nor one twice', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(1200)), fc.integer({ min: 1, max: 8 }), (numbers, count) => {
        const taken = numbers.map((n) => ({ label: `B-${String(n).padStart(3, '0')}` }));
        const next = Array.from({ length: count }, (_, i) => nextLabel('B', taken, i));
        expect(new Set([...next, ...taken.map((t) => t.label)]).size).toBe(
          count + new Set(taken.map((t) => t.label)).size,
        );
      }),
    );
  });
});

describe('compoundByName', () => {
  const holt = compoundNamed('Holt S');
  it('knows a compound in any spelling of its name', () => {
    for (const typed of ['Holt S', ' holt s', 'HOLT   S ']) expect(compoundByName([holt], typed)).toBe(holt);
    expect(compoundByName([holt], 'HoltS')).toBeNull();
  });
  it('does not offer one that was put away', () => {
    expect(compoundByName([{ ...holt, archived: true }], 'Holt S')).toBeNull();
  });
});
