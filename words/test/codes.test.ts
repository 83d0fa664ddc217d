/** A code that somebody asks for and no judgement makes is a check that never comes true. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { findingText, sayTo } from '../src';
import '../src/work';

const root = join(__dirname, '../..');
const sources = ['core/src', 'app/src', 'server/src', 'words/src'].flatMap((room) =>
  (readdirSync(join(root, room), { recursive: true }) as string[])
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => join(root, room, file)),
);
/** Codes of prompts to a driver and of problems on the wire: they are no findings, and typed where they are asked for. */
const ofOthers = new Set(['rollOn', 'cool', 'brake', 'drag', 'invalid']);
const say = sayTo({ units: 'metric', timeZone: 'UTC' });

/** Whether there are words for it: without them it is told by its code alone. */
function isMade(code: string): boolean {
  try {
    return findingText({ code, place: {}, values: {} }, say) !== `Found: ${code}.`;
  } catch {
    // Its words want values: they are there.
    return true;
  }
}

const askedFor = sources.flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/\bcode (?:===|!==) '(\w+)'/g)].map(([, code]) => [
    code!,
    file.slice(root.length + 1),
  ]),
);

test('some are asked for', () => {
  expect(askedFor.length).toBeGreaterThan(40);
});

test.each(askedFor.filter(([code]) => !ofOthers.has(code!)))('%s, asked for in %s, is made', (code) => {
  expect(isMade(code!)).toBe(true);
});

test('one that nobody makes would be found', () => {
  expect(isMade('aCodeThatNobodyMakes')).toBe(false);
});
