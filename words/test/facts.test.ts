/** The history of a car in words: whatever was written down within the schema is told, in the reader's units, with nothing of the code in it. */
import fc from 'fast-check';
import { book, makeBottle, makeCar, makeFluid } from '../../core/test/builders/book';
import { anyFactOf, factKinds } from '../../core/test/builders/anything';
import { sayTo } from '../src';
import { factRemarks, factText } from '../src/facts';

const fluid = makeFluid();
const logbook = book({ cars: [makeCar()], fluids: [fluid], bottles: [makeBottle(fluid.id)] }, []);
const metric = sayTo({ units: 'metric', timeZone: 'Europe/Berlin' });
const imperial = sayTo({ units: 'imperial', timeZone: 'America/Los_Angeles' });
/** Nothing of the program shows: no missing value, no object, no key in one word with a capital inside. */
const ofTheCode = /undefined|NaN|Infinity|\[object|\bnull\b|\b(?!kPa)[a-z]+[A-Z][a-z]+|\btrue\b|\bfalse\b/;

describe.each(factKinds)('%s', (kind) => {
  test('has a title and a text that people can read, in both systems', () => {
    fc.assert(
      fc.property(anyFactOf(kind), (fact) => {
        for (const say of [metric, imperial]) {
          const { title, text } = factText(fact, logbook, say);
          expect(title.trim()).not.toBe('');
          expect(title).not.toMatch(ofTheCode);
          expect(text).not.toMatch(ofTheCode);
          for (const remark of factRemarks(fact)) expect(remark.trim()).not.toBe('');
          expect(`${title} ${text}`).not.toMatch(/ {2}|^,|, ,|\( *\)|:\s*$/);
        }
        const inInches = factText(fact, logbook, imperial);
        expect(`${inInches.title} ${inInches.text}`).not.toMatch(/\d\s(mm|°C|bar|kPa|km\/h|kg)\b/);
      }),
      { numRuns: 40 },
    );
  });
});
