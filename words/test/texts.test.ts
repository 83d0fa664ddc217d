import { counted } from '../src/texts';

describe('a count with its noun', () => {
  it.each([
    [0, '0 cars'],
    [1, '1 car'],
    [2, '2 cars'],
    [11, '11 cars'],
    [1.5, '1.5 cars'],
  ])('%p', (count, said) => {
    expect(counted(count, 'car')).toBe(said);
  });

  it('takes a plural of its own', () => {
    expect(counted(0, 'entry', 'entries')).toBe('0 entries');
    expect(counted(1, 'entry', 'entries')).toBe('1 entry');
  });
});
