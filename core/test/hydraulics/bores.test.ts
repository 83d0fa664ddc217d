import fc from 'fast-check';
import { boresText, parseBores } from '../../src/hydraulics';

describe('bores as people write them', () => {
  test.each([
    ['4 × 40', 'fixedCaliper', [40, 40]],
    ['2x38, 2x34', 'fixedCaliper', [38, 34]],
    ['38, 34, 28 a side', 'fixedCaliper', [38, 34, 28]],
    ['54 mm', 'floatingCaliper', [54]],
    ['1.5 in', 'floatingCaliper', [38.1]],
    ['19', 'drum', [19]],
  ] as const)('%s, %s', (text, brake, boresMm) => expect(parseBores(text, brake)).toEqual({ ok: true, boresMm }));
  test.each([
    ['', 'fixedCaliper', 'empty'],
    ['forty', 'fixedCaliper', 'notBores'],
    ['3 × 40', 'fixedCaliper', 'oddCount'],
    ['0 × 40', 'fixedCaliper', 'outOfRange'],
    ['38, 34, 28', 'fixedCaliper', 'sayWhichSide'],
    ['400', 'floatingCaliper', 'outOfRange'],
  ] as const)('%s, %s: %s', (text, brake, problem) => expect(parseBores(text, brake)).toEqual({ ok: false, problem }));
  test('what is shown reads back as it was', () => {
    const bore = fc.integer({ min: 100, max: 900 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(
        fc.constantFrom('fixedCaliper', 'floatingCaliper', 'drum'),
        fc.array(bore, { minLength: 1, maxLength: 6 }),
        (brake, boresMm) => {
          expect(parseBores(boresText({ brake, boresMm }), brake)).toEqual({ ok: true, boresMm });
        },
      ),
    );
  });
});
